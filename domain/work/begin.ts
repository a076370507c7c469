import type { JobView, NewFields, Operation, SpecLine, Step, StepFacts, TemplateContent } from "../../contract";
import { nextPosition } from "../job";
import { groupFrom, partFrom } from "../sheets";
import { besideOf, inOrder } from "./merge";

const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((w) => w.length > 1 && !["the", "to", "of", "at", "in", "and", "bolts", "bolt", "nuts", "nut"].includes(w))
    .map((w) => w.replace(/(?<=[a-z]{2})(es|s)$/, ""));

/**
 * The line of the vehicle's book that a template's name means: of the same words, else the only one whose words hold
 * all of the name's or are all held by them. Null where several could be meant: nothing is guessed.
 */
export function lineFor(name: string, lines: readonly SpecLine[]): SpecLine | null {
  const asked = wordsOf(name);
  const rated = lines.map((line) => ({ line, words: wordsOf(line.name) }));
  const same = rated.filter(({ words }) => words.length === asked.length && words.every((w) => asked.includes(w)));
  if (same.length) return same.length === 1 ? same[0].line : null;
  const near = rated.filter(
    ({ words }) =>
      words.length > 1 &&
      asked.length > 1 &&
      (asked.every((w) => words.includes(w)) || words.every((w) => asked.includes(w))),
  );
  return near.length === 1 ? near[0].line : null;
}

/** What beginning a job by a template comes to: what goes on it, and what the vehicle's book had no value for. */
export interface Beginning {
  operations: Operation[];
  steps: number;
  groups: number;
  parts: number;
  /** Groups and parts that the book has no line for. */
  unknown: string[];
}

/** The steps a job has, as a template names them; the star marks those that are common to several kinds. */
const stepsThere = (steps: readonly Step[]) =>
  steps.map((s) => ({
    recordId: s.id,
    id: (s.source.split("/")[1] ?? "").replace(/\*$/, "") || s.id,
    common: s.source.endsWith("*"),
    facts: s.facts ?? NO_FACTS,
  }));

const stepSource = (templateId: string, stepId: string): string => `${templateId}/${stepId}`;

/**
 * Steps, torque groups and parts of a template as records of a job. Groups and parts come from the vehicle's book
 * where it has them, by the names it gives them; what it lacks is listed without a value. Steps and parts that the
 * job has already are not put there twice.
 */
export function beginBy(
  template: TemplateContent,
  view: JobView,
  lines: readonly SpecLine[],
  newId: () => string,
  minutesOf: (source: string, typical: number) => number = (_source, typical) => typical,
): Beginning {
  const { job } = view;
  const there = stepsThere(view.step);
  const content = besideOf(template, there);
  const operations: Operation[] = [];
  const unknown: string[] = [];
  const make = (resource: "step" | "torqueGroup" | "part", data: object): string => {
    const id = newId();
    operations.push({ op: "create", resource, id, data: { ...data } });
    return id;
  };
  const torqueLines = lines.filter((l) => l.kind === "torque");
  const partLines = lines.filter((l) => l.kind === "part");

  const groupNames = new Map<string, string>();
  let groupAt = nextPosition(view.torqueGroup);
  let groups = 0;
  for (const g of content.groups) {
    const known = lineFor(g.name, torqueLines);
    const name = known?.name ?? g.name;
    groupNames.set(g.name, name);
    if (view.torqueGroup.some((x) => (known && x.lineId === known.id) || x.name === name)) continue;
    if (!known) unknown.push(g.name);
    const data: NewFields<"torqueGroup"> = known
      ? groupFrom(known, job.id, groupAt)
      : { jobId: job.id, ...g, specOrigin: "missing", position: groupAt };
    make("torqueGroup", data);
    groupAt += 1;
    groups += 1;
  }

  // What a kit of the book leaves out is asked for by name, in the template's list or beside it.
  const kits = content.parts.flatMap((p) => lineFor(p.name, partLines) ?? []);
  const lacking = kits.flatMap((l) => l.part?.lacks ?? []);
  const isLacking = (name: string): boolean => lacking.some((l) => l.toLowerCase() === name.toLowerCase());
  const asked = [
    ...content.parts,
    ...lacking
      .filter(
        (l, i) => lacking.indexOf(l) === i && !content.parts.some((p) => p.name.toLowerCase() === l.toLowerCase()),
      )
      .map((name) => ({ name, quantity: 1, consumable: false, oftenLacking: true, note: "" })),
  ];

  const partNames = new Map<string, string>();
  let partAt = nextPosition(view.part);
  let parts = 0;
  for (const p of asked) {
    const known = lineFor(p.name, partLines);
    const name = known?.name ?? p.name;
    partNames.set(p.name, name);
    if (view.part.some((x) => (known && x.lineId === known.id) || x.name === name)) continue;
    if (!known && !p.consumable) unknown.push(p.name);
    make("part", {
      ...(known ? partFrom(known, job.id, partAt) : { jobId: job.id, name, quantity: p.quantity, position: partAt }),
      consumable: p.consumable,
      notInKit: p.oftenLacking || isLacking(p.name),
      note: p.note,
      ...(known?.part?.noLonger && { state: "notSold" }),
    });
    partAt += 1;
    parts += 1;
  }

  const named = (facts: StepFacts): StepFacts => ({
    ...facts,
    frees: facts.frees.map((f) => ({ ...f, group: groupNames.get(f.group) ?? f.group })),
    torques: facts.torques.map((t) => groupNames.get(t) ?? t),
    parts: facts.parts.map((p) => partNames.get(p) ?? p),
  });
  // A common step that another template brought is the same step.
  const common = new Set(content.steps.filter((s) => s.common).map((s) => s.id));
  const ids = new Map(there.flatMap((s) => (s.common && common.has(s.id) ? [[s.id, s.recordId] as const] : [])));
  // A need may stand further down in the list: every step is named before the first is made.
  const fresh = inOrder(content.steps.filter((s) => !ids.has(s.id)));
  for (const s of fresh) ids.set(s.id, newId());
  let stepAt = nextPosition(view.step);
  let steps = 0;
  for (const s of fresh) {
    const source = `${stepSource(content.id, s.id)}${s.common ? "*" : ""}`;
    const data = {
      jobId: job.id,
      text: s.text,
      place: s.place,
      hands: s.hands,
      minutes: minutesOf(source, s.minutes),
      waitMin: s.waitMin,
      load: s.load,
      needs: s.needs.flatMap((n) => ids.get(n) ?? []),
      facts: named(s.facts),
      source,
      position: stepAt,
    } satisfies NewFields<"step">;
    operations.push({ op: "create", resource: "step", id: ids.get(s.id)!, data: { ...data } });
    stepAt += 1;
    steps += 1;
  }
  return { operations, steps, groups, parts, unknown };
}

/** The steps of a job as a template of the shop's own, with its fasteners and parts. */
export function templateOf(view: JobView, id: string, title: string, basis: TemplateContent | null): TemplateContent {
  const ids = new Map(
    view.step.map((s, i) => [s.id, (s.source.split("/")[1] ?? "").replace(/\*$/, "") || `step${i + 1}`]),
  );
  return {
    id,
    kind: basis?.kind ?? null,
    title,
    why: basis?.why ?? (view.job.complaint.slice(0, 300) || title),
    shifterKinds: basis?.shifterKinds ?? [view.vehicle.shifterKind],
    faults: basis?.faults ?? [],
    observations: basis?.observations ?? [],
    words: basis?.words ?? [],
    decisions: basis?.decisions ?? [],
    proves: basis?.proves ?? [],
    groups: view.torqueGroup.slice(0, 30).map((g) => ({
      name: g.name,
      count: g.count,
      pattern: g.pattern,
      loadNeeded: g.loadNeeded,
      reuse: g.reuse,
      threadLocker: g.threadLocker,
      twoPeople: g.twoPeople,
    })),
    parts: view.part
      .filter((p) => !p.alternative)
      .slice(0, 60)
      .map((p) => ({
        name: p.name,
        quantity: p.quantity,
        consumable: p.consumable,
        oftenLacking: p.notInKit,
        note: p.note,
      })),
    steps: view.step.slice(0, 120).map((s) => ({
      id: ids.get(s.id)!,
      text: s.text.slice(0, 120),
      place: s.place,
      minutes: s.minutes ?? UNSAID_MIN,
      hands: s.hands,
      needs: s.needs.flatMap((n) => ids.get(n) ?? []),
      waitMin: s.waitMin,
      load: s.load,
      common: s.source.endsWith("*"),
      facts: s.facts ?? NO_FACTS,
    })),
  };
}

/** What a step is planned with while nobody has said how long it takes; common practice, no source. */
export const UNSAID_MIN = 10;

export const NO_FACTS: StepFacts = {
  caution: "",
  tools: [],
  frees: [],
  fits: [],
  torques: [],
  unplugs: [],
  plugs: [],
  marks: [],
  asks: [],
  carry: [],
  orientation: [],
  drawing: "",
  look: [],
  measure: [],
  sets: null,
  waitFor: "",
  parts: [],
};

/** Steps a shop's own template has otherwise than the one it began as: added, left out, or changed. */
export function templateChanges(
  own: TemplateContent,
  basis: TemplateContent,
): { added: string[]; leftOut: string[]; changed: string[] } {
  const theirs = new Map(basis.steps.map((s) => [s.id, s]));
  const mine = new Set(own.steps.map((s) => s.id));
  return {
    added: own.steps.filter((s) => !theirs.has(s.id)).map((s) => s.text),
    leftOut: basis.steps.filter((s) => !mine.has(s.id)).map((s) => s.text),
    changed: own.steps
      .filter((s) => theirs.has(s.id) && JSON.stringify(s) !== JSON.stringify(theirs.get(s.id)))
      .map((s) => s.text),
  };
}
