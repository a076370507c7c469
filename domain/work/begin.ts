import type {
  JobView,
  NewFields,
  Operation,
  SpecLine,
  Step,
  StepFacts,
  TemplateContent,
  TemplateStep,
} from "../../contract";
import { nextPosition, recordsAfter } from "../job";
import { filledFrom, groupFrom, lineFor, partFrom } from "../sheets";
import { besideOf, both, needsFirst, stepSource } from "./merge";

/** What beginning a job by a template comes to: what goes on it, and what the vehicle's book had no value for. */
export interface Beginning {
  operations: Operation[];
  steps: number;
  groups: number;
  parts: number;
  /** Groups and parts that the book has no line for. */
  unknown: string[];
}

/** The step of its template a record came from; the star marks those that are common to several kinds. */
const stepIdOf = (s: Step): string => (s.source.split("/")[1] ?? "").replace(/\*$/, "") || s.id;
const isCommon = (s: Pick<Step, "source">): boolean => s.source.endsWith("*");

/**
 * Common steps of a job that a template shares, by their name in it. One that is over is shared only while nothing
 * that closes the work again is over too: a boot that is back on has to come off once more.
 */
function sharedSteps(template: TemplateContent, steps: readonly Step[]): Map<string, Step> {
  const asked = new Map(template.steps.filter((s) => s.common).map((s) => [s.id, s]));
  const there = steps.filter((s) => isCommon(s) && asked.has(stepIdOf(s)));
  const over = new Set(there.filter((s) => s.state !== "open").map(stepIdOf));
  const isClosed = [...over].some((id) => {
    const { facts, load } = asked.get(id)!;
    return facts.fits.length + facts.plugs.length > 0 || load.includes("onWheels");
  });
  return new Map(there.filter((s) => s.state === "open" || !isClosed).map((s) => [stepIdOf(s), s]));
}

/**
 * Steps, torque groups and parts of a template as records of a job. Groups and parts come from the vehicle's book
 * where it has them, by the names it gives them; what it lacks is listed without a value. Parts that the job has
 * already are not put there twice; a step that both kinds of work have is done once, and then waits for both.
 */
export function beginBy(
  template: TemplateContent,
  view: JobView,
  lines: readonly SpecLine[],
  newId: () => string,
  minutesOf: (source: string, typical: number) => number = (_source, typical) => typical,
): Beginning {
  const { job } = view;
  const shared = sharedSteps(template, view.step);
  const content = besideOf(
    // What is not shared has a name of its own, though others are called so.
    {
      ...template,
      steps: template.steps.map((s) => ({
        ...s,
        common: s.common && (shared.has(s.id) || !view.step.some((t) => stepIdOf(t) === s.id)),
      })),
    },
    view.step.map((s) => ({ id: stepIdOf(s), common: isCommon(s), facts: s.facts ?? NO_FACTS })),
  );
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
    const there = view.torqueGroup.find((x) => (known && x.lineId === known.id) || x.name === name);
    if (there) {
      operations.push(...filledFrom(known, "torqueGroup", there));
      continue;
    }
    if (!known) unknown.push(g.name);
    const data: NewFields<"torqueGroup"> = known
      ? { ...groupFrom(known, job.id, groupAt), critical: g.critical }
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
    const there = view.part.find((x) => (known && x.lineId === known.id) || x.name === name);
    if (there) {
      operations.push(...filledFrom(known, "part", there));
      continue;
    }
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
  // A need may stand further down in the list: every step has its id before the first is made.
  const ids = new Map(content.steps.map((s) => [s.id, (s.common && shared.get(s.id)?.id) || newId()]));
  const asRecord = (s: TemplateStep, source: string) => ({
    minutes: minutesOf(source, s.minutes),
    hands: s.hands,
    waitMin: s.waitMin,
    load: s.load,
    needs: s.needs.flatMap((n) => ids.get(n) ?? []),
    facts: named(s.facts),
  });
  const taken = new Map<string, ReturnType<typeof both>>();
  const fresh = new Map<string, NewFields<"step">>();
  for (const [k, s] of content.steps.entries()) {
    const id = ids.get(s.id)!;
    // By the template's own name, so that what it took elsewhere counts here.
    const source = stepSource(template.id, template.steps[k]);
    const there = s.common ? shared.get(s.id) : undefined;
    if (!there) fresh.set(id, { jobId: job.id, text: s.text, place: s.place, ...asRecord(s, source), source });
    else if (there.state === "open") {
      const { minutes, facts, ...rest } = there;
      taken.set(id, both({ ...rest, minutes: minutes ?? 0, facts: facts ?? NO_FACTS }, asRecord(s, source)));
    }
  }
  // The shared ones wait for what is new now, so the list is put in order anew; what is over keeps its place.
  const ahead = view.step.filter((s) => s.state === "open");
  const list = needsFirst([
    ...ahead.map((s) => ({ id: s.id, needs: taken.get(s.id)?.needs ?? s.needs })),
    ...[...fresh].map(([id, s]) => ({ id, needs: s.needs ?? [] })),
  ]);
  const from = nextPosition(view.step.filter((s) => s.state !== "open"));
  for (const [k, { id }] of list.entries()) {
    const made = fresh.get(id);
    if (made) {
      operations.push({ op: "create", resource: "step", id, data: { ...made, position: from + k } });
      continue;
    }
    const there = ahead.find((s) => s.id === id)!;
    const data = { ...taken.get(id), ...(there.position !== from + k && { position: from + k }) };
    if (Object.keys(data).length) operations.push({ op: "update", resource: "step", id, version: there.version, data });
  }
  const steps = fresh.size;
  return { operations, steps, groups, parts, unknown };
}

/**
 * Several kinds of work begun in one visit, one after the other, as one change: what a later one says of a record
 * that an earlier one makes goes into its making.
 */
export function beginByAll(
  templates: readonly TemplateContent[],
  view: JobView,
  ...how: [lines: readonly SpecLine[], newId: () => string, minutesOf?: (source: string, typical: number) => number]
): Beginning {
  const all: Beginning = { operations: [], steps: 0, groups: 0, parts: 0, unknown: [] };
  for (const template of templates) {
    const now = {
      ...view,
      step: recordsAfter(view.step, "step", all.operations),
      torqueGroup: recordsAfter(view.torqueGroup, "torqueGroup", all.operations),
      part: recordsAfter(view.part, "part", all.operations),
    };
    const begun = beginBy(template, now, ...how);
    for (const op of begun.operations) {
      const known = all.operations.find((o) => o.id === op.id);
      if (known && "data" in known && "data" in op) Object.assign(known.data, op.data);
      else all.operations.push(op);
    }
    all.steps += begun.steps;
    all.groups += begun.groups;
    all.parts += begun.parts;
    all.unknown.push(...begun.unknown);
  }
  return all;
}

/** The steps of a job as a template of the shop's own, with its fasteners and parts. */
export function templateOf(view: JobView, id: string, title: string, basis: TemplateContent | null): TemplateContent {
  // Steps of two kinds may be called alike: each has a name of its own here.
  const ids = new Map<string, string>();
  const names = new Set<string>();
  for (const [i, s] of view.step.entries()) {
    const own = s.source ? stepIdOf(s) : `step${i + 1}`;
    const name = names.has(own) ? `${s.source.split("/")[0] || "step"}.${own}.${i + 1}`.slice(-60) : own;
    names.add(name);
    ids.set(s.id, name);
  }
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
      critical: g.critical,
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
      common: isCommon(s),
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
