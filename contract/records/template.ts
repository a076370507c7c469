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
});

/** All that a step says beside what is done, where and by how many. */
export const stepFacts = z.strictObject({
  /** Said before the step is begun: what to do, then why. */
  caution: line.default(""),
  tools: list(text(60), 0, 20).default([]),
  /** Fasteners that come out here. Clips and pins have no torque; all others name the group they come back with. */
  frees: list(
    z.strictObject({
      key: token,
      name: text(80),
      count: whole(1, 64).default(1),
      group: line.default(""),
      clip: z.boolean().default(false),
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
  look: list(text(120), 0, 10).default([]),
  measure: list(toMeasure, 0, 8).default([]),
  /** Setting tool the step is done with. */
  sets: word(settingTools).nullable().default(null),
  /** What the wait after it is for: "sealant skins". */
  waitFor: line.default(""),
  parts: list(text(80), 0, 16).default([]),
});
export type StepFacts = z.output<typeof stepFacts>;

export const templateStep = z.strictObject({
  id: token,
  text: text(120),
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
export type TemplateStep = z.output<typeof templateStep>;

/** Ways a part can be got or done without; each has its price in money or in work. */
export const partWays = ["part", "repair", "assembly", "used", "temporary"] as const;

/** How one kind of job is done, in the shop's own words: steps, fasteners, parts, and what is decided on the way. */
export const templateContent = z.strictObject({
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
    }),
    0,
    30,
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
      choices: list(z.strictObject({ name: text(80), costs: text(200) }), 2, 6),
    }),
    0,
    8,
  ).default([]),
  /** What is judged at the end, and by what. */
  proves: list(text(120), 0, 12).default([]),
  steps: list(templateStep, 1, 120),
});
export type TemplateContent = z.output<typeof templateContent>;

/** A template of the shop's own: begun from a supplied one or from a job. */
export const template = z.strictObject({
  /** Id of the supplied template it began as; none where it began as a job. */
  basedOn: line.default(""),
  content: templateContent,
});

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
  key: text(120),
  value: line.default(""),
  at: moment,
});
export type Tick = z.output<typeof tick>;
