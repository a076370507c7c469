import { z } from "zod";
import { list, num, over, text, whole, word } from "../fields";
import { boltPattern } from "../inputs";
import { line } from "./fields";
import { places } from "./places";
import { settingTools } from "./setting";
import {
  cautionKinds,
  checkWords,
  markKinds,
  partWays,
  plainWork,
  sides,
  stepDrawings,
  type PlainWork,
} from "./template";
import { criticalWords } from "./torque";
import { shifterKinds } from "./vehicle";

const token = text(60);
const tokens = (most: number) => list(token, 0, most).default([]);

/** Options of the choices under which something is there: of each choice named one of those listed. */
const only = z.record(token, list(token, 1, 8)).default({});

/** How the vehicle is held, as a kind says it; each stands for a word of the vehicle's load state. */
export const kindLoads = [
  "onWheels",
  "onStands",
  "onWheelsOverPit",
  "driveOnLift",
  "engineSupported",
  "gearboxSupported",
  "subframeSupported",
] as const;
const loads = list(word(kindLoads), 0, kindLoads.length).default([]);

/** Fasteners of one place: what comes out together, and goes back with one value, by feel, or without a thread. */
const templateGroup = z.strictObject({
  key: token,
  name: text(80),
  count: whole(1, 64).default(1),
  pattern: boltPattern.default("circle"),
  use: word(["torque", "snug", "clip"]).default("torque"),
  /** Head or socket they take: "13 mm socket". */
  head: text(40).or(z.literal("")).default(""),
  passes: whole(1, 3).nullable().default(null),
  critical: word(criticalWords).default("none"),
  load: word(["any", "rideHeight"]).default("any"),
  reuse: word(["ask", "reuse", "replace"]).default("ask"),
  threadLocker: line.default(""),
  twoPeople: z.boolean().default(false),
  perSide: z.boolean().default(false),
  only,
});
export type TemplateGroup = z.output<typeof templateGroup>;

const templateStep = z.strictObject({
  id: token,
  text: text(140),
  place: word(places),
  minutes: over(0, 240, "min"),
  hands: whole(1, 2).default(1),
  /** The same step in every kind of work that has it: done once where two are done in one visit. */
  common: z.boolean().default(false),
  perSide: z.boolean().default(false),
  only,
  needs: tokens(40),
  load: loads,
  /** The load state it brings about. */
  sets: loads,
  off: tokens(12),
  on: tokens(12),
  whileOff: tokens(12),
  /** A thing, or a thing with ":before", ":after" or ":any". */
  whileOn: tokens(12),
  frees: tokens(16),
  fits: tokens(16),
  torques: tokens(12),
  unplugs: list(z.strictObject({ key: token, name: text(80) }), 0, 12).default([]),
  plugs: tokens(12),
  marks: list(z.strictObject({ key: token, text: text(120), kind: word(markKinds).default("witness") }), 0, 12).default(
    [],
  ),
  asks: tokens(12),
  tools: list(text(60), 0, 20).default([]),
  uses: tokens(16),
  carry: list(text(80), 0, 12).default([]),
  orientation: list(text(120), 0, 8).default([]),
  drawing: word([...stepDrawings, ""]).default(""),
  look: list(text(160), 0, 10).default([]),
  check: word(checkWords).default(""),
  closes: z.boolean().default(false),
  wait: z
    .strictObject({ minutes: num(0, 100_000, "min").default(0), for: line.default("") })
    .default({ minutes: 0, for: "" }),
  settingTool: word(settingTools).nullable().default(null),
  cautions: list(z.strictObject({ kind: word(cautionKinds), text: text(240) }), 0, 12).default([]),
});
export type TemplateStep = z.output<typeof templateStep>;

/**
 * How one kind of job is done, so that a plan can reason: what is off while a step is done, which check comes before
 * which closing, what a choice changes, what belongs to each side.
 */
export const templateContent = z.strictObject({
  id: token,
  /** Number of the kind of job it is about; none for a shop's own. */
  kind: whole(1, 99).nullable().default(null),
  title: text(80),
  why: text(300),
  /** Vehicles it is usual on; an empty list: all. It only ranks. */
  applies: z
    .strictObject({
      shifter: list(word(shifterKinds), 0, 4).default([]),
      layout: list(word(["northSouth", "eastWest"]), 0, 2).default([]),
      gearbox: list(word(["manual", "automatic"]), 0, 2).default([]),
      mountsOnly: z.boolean().default(false),
    })
    .prefault({}),
  /** Words of a complaint that mean this kind, that are shared with others, and that speak against it. */
  complaints: z
    .strictObject({
      strong: list(text(60), 0, 80).default([]),
      weak: list(text(60), 0, 80).default([]),
      not: list(text(60), 0, 80).default([]),
    })
    .prefault({}),
  /** Faults and observations of the table, by their id, that speak for it. */
  faults: list(text(60), 0, 20).default([]),
  observations: list(text(60), 0, 40).default([]),
  choices: list(
    z.strictObject({
      key: token,
      question: text(160),
      options: list(
        z.strictObject({
          key: token,
          name: text(80),
          costs: line.default(""),
          recheckDays: whole(1, 3650).nullable().default(null),
          /** Work left for another day, as a sentence: it stays open until it is done. */
          leavesOpen: line.default(""),
        }),
        2,
        6,
      ),
    }),
    0,
    8,
  ).default([]),
  sides: list(word(sides), 2, 2).nullable().default(null),
  things: list(z.strictObject({ key: token, name: text(80), holds: line.default("") }), 0, 24).default([]),
  groups: list(templateGroup, 0, 60).default([]),
  parts: list(
    z.strictObject({
      key: token,
      name: text(80),
      quantity: num(0, 1e5).default(1),
      kind: word([...partWays, "consumable"]).default("part"),
      /** Kits often leave it out. */
      oftenLacking: z.boolean().default(false),
      perSide: z.boolean().default(false),
      note: line.default(""),
      only,
    }),
    0,
    60,
  ).default([]),
  readings: list(
    z.strictObject({
      /** A quantity of the readings, or a plain name. */
      quantity: text(60),
      phase: word(["before", "after"]),
      step: token,
      must: z.boolean().default(true),
      perSide: z.boolean().default(false),
      only,
    }),
    0,
    60,
  ).default([]),
  steps: list(templateStep, 1, 120),
  /** Checks that an order of work may not cross. */
  gates: list(
    z.strictObject({
      check: token,
      before: list(token, 1, 20),
      why: line.default(""),
      /** A choice may drop the check. */
      optional: z.boolean().default(false),
    }),
    0,
    40,
  ).default([]),
  handBack: z
    .strictObject({
      atRest: list(text(120), 0, 16).default([]),
      firstDrive: list(text(120), 0, 16).default([]),
    })
    .prefault({}),
  recheck: list(
    z.strictObject({
      what: text(160),
      afterDays: whole(0, 3650).nullable().default(null),
      afterKm: whole(0, 1_000_000).nullable().default(null),
      how: line.default(""),
    }),
    0,
    12,
  ).default([]),
  mistakes: list(z.strictObject({ what: text(200), caughtBy: token }), 0, 40).default([]),
});
export type TemplateContent = z.output<typeof templateContent>;

const LOAD_OF: Readonly<Record<string, (typeof kindLoads)[number]>> = {
  overPit: "onWheelsOverPit",
  onLift: "onStands",
};

/** What a template of before says of a step, in the words of today. */
function stepFrom(s: PlainWork["steps"][number], partKeys: ReadonlyMap<string, string>, groupKeys: GroupKeys) {
  const { facts } = s;
  const load = [...new Set(s.load.map((w) => LOAD_OF[w] ?? (w as (typeof kindLoads)[number])))];
  const fits = facts.fits.flatMap((k) => groupKeys.byFastener.get(k) ?? []);
  return {
    id: s.id,
    text: s.text.slice(0, 140),
    place: s.place,
    minutes: Math.min(240, s.minutes),
    hands: s.hands,
    common: s.common,
    needs: s.needs,
    load,
    // Coming down and going up were said by the load a step had.
    sets: load.length === 1 && (load[0] === "onStands" || load[0] === "onWheels") ? load : [],
    frees: [...new Set(facts.frees.flatMap((f) => groupKeys.byFastener.get(f.key) ?? []))],
    fits: [...new Set(fits)],
    torques: facts.torques.flatMap((n) => groupKeys.byName.get(n) ?? []),
    unplugs: facts.unplugs,
    plugs: facts.plugs,
    marks: facts.marks,
    asks: facts.asks,
    tools: facts.tools,
    uses: facts.parts.flatMap((p) => partKeys.get(p) ?? []),
    carry: facts.carry,
    orientation: facts.orientation,
    drawing: facts.drawing,
    look: facts.look,
    wait: { minutes: s.waitMin, for: facts.waitFor },
    settingTool: facts.sets,
    cautions: [
      ...facts.cautions,
      ...(facts.caution ? [{ kind: "damage" as const, text: facts.caution.slice(0, 240) }] : []),
    ],
  };
}

interface GroupKeys {
  byName: Map<string, string>;
  byFastener: Map<string, string>;
}

/** A key out of a name, none of those that are taken. */
function keyFrom(name: string, taken: Set<string>): string {
  const stem =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "")
      .slice(0, 50) || "thing";
  let key = stem;
  for (let n = 2; taken.has(key); n++) key = `${stem}-${n}`;
  taken.add(key);
  return key;
}

/** A kind of job out of steps that are all chosen: the form a template had before, or a job's own steps. */
export function kindFrom(work: PlainWork): z.input<typeof templateContent> {
  const taken = new Set<string>();
  const byName = new Map(work.groups.map((g) => [g.name, keyFrom(g.name, taken)]));
  const byFastener = new Map<string, string>();
  const clips: z.input<typeof templateGroup>[] = [];
  for (const f of work.steps.flatMap((s) => s.facts.frees)) {
    const group = f.clip ? undefined : byName.get(f.group);
    if (group) byFastener.set(f.key, group);
    else if (!byFastener.has(f.key)) {
      const key = keyFrom(f.name, taken);
      byFastener.set(f.key, key);
      clips.push({ key, name: f.name, count: f.count, pattern: "line", use: "clip", passes: 1, head: f.head });
    }
  }
  const partKeys = new Map(work.parts.map((p) => [p.name, keyFrom(p.name, taken)]));
  const things = new Map(work.steps.flatMap((s) => s.facts.off.map((t) => [t.key, t] as const)));
  return {
    id: work.id,
    kind: work.kind,
    title: work.title,
    why: work.why,
    applies: { shifter: work.shifterKinds },
    complaints: { weak: work.words },
    faults: work.faults,
    observations: work.observations,
    things: [...things.values()],
    choices: work.decisions.map((d) => ({
      key: d.key,
      question: d.question,
      options: d.choices.map((c, i) => ({
        key: `option${i + 1}`,
        name: c.name,
        costs: c.costs,
        leavesOpen: c.leavesOpen,
        recheckDays: c.recheckDays,
      })),
    })),
    groups: [
      ...work.groups.map((g) => ({
        key: byName.get(g.name)!,
        name: g.name,
        count: g.count,
        pattern: g.pattern,
        use: g.use,
        passes: g.passes,
        critical: g.critical,
        load: g.loadNeeded,
        reuse: g.reuse,
        threadLocker: g.threadLocker,
        twoPeople: g.twoPeople,
        head: work.steps.flatMap((s) => s.facts.frees).find((f) => !f.clip && f.group === g.name)?.head ?? "",
      })),
      ...clips,
    ],
    parts: work.parts.map((p) => ({
      key: partKeys.get(p.name)!,
      name: p.name,
      quantity: p.quantity,
      kind: p.consumable ? ("consumable" as const) : ("part" as const),
      oftenLacking: p.oftenLacking,
      note: p.note,
    })),
    readings: work.steps.flatMap((s) =>
      s.facts.measure.map((m) => ({ quantity: m.quantity, phase: m.phase, step: s.id, must: m.must })),
    ),
    steps: work.steps.map((s) => ({
      ...stepFrom(s, partKeys, { byName, byFastener }),
      off: s.facts.off.map((t) => t.key),
      on: s.facts.on,
      whileOff: s.facts.whileOff,
      whileOn: s.facts.whileOn.map((w) => `${w.key}:${w.when}`),
      check: s.facts.check,
      closes: s.facts.closes,
    })),
    gates: gatesOf(work),
    handBack: { atRest: [], firstDrive: work.proves },
  };
}

/** Gates by their check, as a kind lists them. */
function gatesOf(work: PlainWork): { check: string; before: string[]; why: string }[] {
  const gates = new Map<string, { check: string; before: string[]; why: string }>();
  for (const s of work.steps) {
    for (const g of s.facts.gates) {
      const known = gates.get(g.check) ?? { check: g.check, before: [], why: g.why };
      known.before.push(s.id);
      gates.set(g.check, known);
    }
  }
  return [...gates.values()];
}

/** What is given as a template: one in the form of before is read as it was meant; all else is left as it is. */
function asKind(given: unknown): unknown {
  if (typeof given !== "object" || given === null || "complaints" in given) return given;
  if (!("words" in given || "decisions" in given || "proves" in given || "shifterKinds" in given)) {
    const { steps } = given as { steps?: unknown };
    const [first] = Array.isArray(steps) ? (steps as unknown[]) : [];
    if (typeof first !== "object" || first === null || !("facts" in first || "waitMin" in first)) return given;
  }
  const plain = plainWork.safeParse(given);
  return plain.success ? kindFrom(plain.data) : given;
}

/** A template's content, in the form of before too. */
export const anyTemplateContent = z.preprocess(asKind, templateContent);

/** A template of the shop's own: begun from a supplied one or from a job. */
export const template = z.strictObject({
  /** Id of the supplied template it began as; none where it began as a job. */
  basedOn: line.default(""),
  content: anyTemplateContent,
});
