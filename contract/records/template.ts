import { z } from "zod";
import { list, num, over, text, whole, word } from "../fields";
import { boltPattern } from "../inputs";
import { line, moment } from "./fields";
import { loadList } from "./load";
import { places } from "./places";
import { quantityWords } from "./reading";
import { settingTools } from "./setting";
import { criticalWords } from "./torque";
import { shifterKinds } from "./vehicle";

/** A token that one thing of the work is called by through a template: "crossmemberBolts". */
const token = text(60);

/** What is marked before it comes apart, so that it goes back the same. */
export const markKinds = ["witness", "thread", "position", "orientation"] as const;

/** Drawings a step can show where orientation decides. */
export const stepDrawings = [
  "lipInwards",
  "dotForward",
  "notchToTab",
  "smallEndProud",
  "flatWasher",
  "endsToMarks",
  "ringInGroove",
  "ringFirst",
  "lipToOil",
  "arrowsToArms",
  "leanRearward",
  "patternStraight",
  "pinDepth",
  "notchInHole",
  "splinesIn",
  "plateFlat",
  "endClicked",
] as const;
export type StepDrawing = (typeof stepDrawings)[number];

/** What ticking a thing off at a step can be about. */
export const tickWords = [
  "bag",
  "unplug",
  "plug",
  "mark",
  "ask",
  "carry",
  "orientation",
  "look",
  "tools",
  "measure",
  "sets",
  "unsigned",
] as const;
export type TickWord = (typeof tickWords)[number];

const toMeasure = z.strictObject({
  quantity: word(quantityWords),
  fromGear: line.default(""),
  toGear: line.default(""),
  place: line.default(""),
  phase: word(["before", "after"]).default("before"),
  /** The step is not done without it, or a reason. */
  must: z.boolean().default(true),
});

/** What a caution is about. */
export const cautionKinds = [
  "crush",
  "fall",
  "roll",
  "eyes",
  "burn",
  "fume",
  "fire",
  "electric",
  "airbag",
  "spring",
  "chemical",
  "road",
  "cut",
  "damage",
  "load",
  "licence",
] as const;
export type CautionKind = (typeof cautionKinds)[number];

/** What a step tries before anything is closed. */
export const checkWords = ["everyGear", "everyDetent", "gap", "rub", "leak", "lock", ""] as const;

export const sides = ["left", "right"] as const;
export type Side = (typeof sides)[number];

/** Something of the vehicle that may be off, and what goes wrong while it is. */
const thing = z.strictObject({ key: token, name: text(80), holds: line.default("") });

/** All that a step says beside what is done, where and by how many. */
export const stepFacts = z.strictObject({
  /** Said before the step is begun, in words of the shop's own: what to do, then why. */
  caution: line.default(""),
  /** The same by what is in danger, any number of them. */
  cautions: list(z.strictObject({ kind: word(cautionKinds), text: text(240) }), 0, 12).default([]),
  tools: list(text(60), 0, 20).default([]),
  /** Fasteners that come out here. Clips and pins have no torque; all others name the group they come back with. */
  frees: list(
    z.strictObject({
      key: token,
      name: text(80),
      count: whole(1, 64).default(1),
      group: line.default(""),
      clip: z.boolean().default(false),
      /** Head or socket it takes: "13 mm socket". */
      head: text(40).or(z.literal("")).default(""),
    }),
    0,
    16,
  ).default([]),
  /** Fasteners that go back in here, by their key. */
  fits: list(token, 0, 16).default([]),
  /** Groups that are tightened here, by name. */
  torques: list(text(80), 0, 12).default([]),
  unplugs: list(z.strictObject({ key: token, name: text(80) }), 0, 12).default([]),
  plugs: list(token, 0, 12).default([]),
  marks: list(z.strictObject({ key: token, text: text(120), kind: word(markKinds).default("witness") }), 0, 12).default(
    [],
  ),
  /** Marks that must be answered here, by their key. */
  asks: list(token, 0, 12).default([]),
  /** Pieces that go from the old part to the new one. */
  carry: list(text(80), 0, 12).default([]),
  orientation: list(text(120), 0, 8).default([]),
  drawing: word([...stepDrawings, ""]).default(""),
  /** What can be seen only now. */
  look: list(text(160), 0, 12).default([]),
  measure: list(toMeasure, 0, 16).default([]),
  /** Setting tool the step is done with. */
  sets: word(settingTools).nullable().default(null),
  /** What the wait after it is for: "sealant skins". */
  waitFor: line.default(""),
  parts: list(text(80), 0, 16).default([]),
  /** What comes off, apart, out or open here, and what goes wrong while it is. */
  off: list(thing, 0, 12).default([]),
  /** What is on again after it, by its key. */
  on: list(token, 0, 12).default([]),
  /** What must be off while it is done. */
  whileOff: list(token, 0, 12).default([]),
  /** What must be on: before it comes off, after it is on again, or either. */
  whileOn: list(z.strictObject({ key: token, when: word(["before", "after", "any"]) }), 0, 12).default([]),
  /** How the vehicle is held from here on. */
  brings: loadList.default([]),
  /** Checks that come first, by the id of their step, and why. */
  gates: list(z.strictObject({ check: text(60), why: text(200) }), 0, 12).default([]),
  check: word(checkWords).default(""),
  /** It hides what was done, or lets the vehicle down. */
  closes: z.boolean().default(false),
  /** The side of the vehicle it is about; one side is finished before the other is begun. */
  side: word([...sides, ""]).default(""),
});
export type StepFacts = z.output<typeof stepFacts>;

export const plainStep = z.strictObject({
  id: token,
  text: text(200),
  place: word(places),
  minutes: over(0, 1000, "min"),
  hands: whole(1, 2).default(1),
  needs: list(token, 0, 40).default([]),
  waitMin: num(0, 100_000, "min").default(0),
  load: loadList.default([]),
  /** The same step in every kind of work that has it: done once where two are done in one visit. */
  common: z.boolean().default(false),
  facts: stepFacts.prefault({}),
});
export type PlainStep = z.output<typeof plainStep>;

/** Ways a part can be got or done without; each has its price in money or in work. */
export const partWays = ["part", "repair", "assembly", "used", "temporary"] as const;

/** One answer to a question of a plan. */
export const planOption = z.strictObject({
  name: text(80),
  costs: text(200),
  /** Work it leaves for another day, as a sentence, and when that is looked at again. */
  leavesOpen: line.default(""),
  recheckDays: whole(1, 3650).nullable().default(null),
});

/** One kind of job as it is planned for one vehicle: everything chosen, each side by itself, in steps that need others. */
export const plainWork = z.strictObject({
  id: token,
  /** Number of the kind of job it is about; none for a shop's own. */
  kind: whole(1, 99).nullable().default(null),
  title: text(80),
  why: text(300),
  shifterKinds: list(word(shifterKinds), 0, 4).default([]),
  /** Faults and observations, by their id, that speak for it. */
  faults: list(text(60), 0, 20).default([]),
  observations: list(text(60), 0, 40).default([]),
  /** Words of a complaint that speak for it. */
  words: list(text(40), 0, 40).default([]),
  groups: list(
    z.strictObject({
      name: text(80),
      count: whole(1, 64).default(1),
      pattern: boltPattern.default("circle"),
      loadNeeded: word(["any", "rideHeight"]).default("any"),
      reuse: word(["ask", "reuse", "replace"]).default("ask"),
      threadLocker: line.default(""),
      twoPeople: z.boolean().default(false),
      critical: word(criticalWords).default("none"),
      use: word(["torque", "snug"]).default("torque"),
      /** Passes it is tightened in; what is snug has one, by hand. */
      passes: whole(1, 3).nullable().default(null),
    }),
    0,
    60,
  ).default([]),
  parts: list(
    z.strictObject({
      name: text(80),
      quantity: num(0, 1e5).default(1),
      /** Used up: thread locker, grease, cable ties. */
      consumable: z.boolean().default(false),
      /** Kits often leave it out. */
      oftenLacking: z.boolean().default(false),
      note: line.default(""),
    }),
    0,
    60,
  ).default([]),
  /** Where the trade has several schools: each with what it costs. */
  decisions: list(
    z.strictObject({
      key: token,
      question: text(160),
      choices: list(planOption, 2, 6),
    }),
    0,
    16,
  ).default([]),
  /** What is judged at the end, and by what. */
  proves: list(text(120), 0, 32).default([]),
  steps: list(plainStep, 1, 160),
});
export type PlainWork = z.output<typeof plainWork>;

/** Something of the shop's shelf. */
export const stockItem = z.strictObject({
  name: text(80),
  number: line.default(""),
  quantity: num(0, 1e6).default(0),
  /** What it is counted in: "pieces", "ml". */
  unit: line.default(""),
  /** Under this it is to be ordered. */
  least: num(0, 1e6).default(0),
  price: num(0, 1e7).nullable().default(null),
  consumable: z.boolean().default(false),
  place: line.default(""),
});

/** Something ticked off at a step: which, when, and what was answered. */
export const tick = z.strictObject({
  what: word(tickWords),
  key: text(200),
  value: line.default(""),
  at: moment,
});
export type Tick = z.output<typeof tick>;
