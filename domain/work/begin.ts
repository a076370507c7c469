import {
  kindFrom,
  templateContent,
  type JobView,
  type NewFields,
  type Operation,
  type PlainStep,
  type PlainWork,
  type SpecLine,
  type Step,
  type StepFacts,
  type TemplateContent,
  type TemplateStep,
} from "../../contract";
import { nextPosition, recordsAfter } from "../job";
import { passesFor } from "../torque";
import { filledFrom, groupFrom, lineFor, partFrom } from "../sheets";
import { ordered } from "./edges";
import { factsOf, NO_FACTS } from "./facts";
import { beside, both, stepSource } from "./merge";

/** What beginning a job by a template comes to: what goes on it, and what the vehicle's book had no value for. */
export interface Beginning {
  operations: Operation[];
  steps: number;
  groups: number;
  parts: number;
  /** Groups and parts that the book has no line for. */
  unknown: string[];
  /** It follows on the work that was there: no order would do for both at once. */
  apart: boolean;
}

/** The step of its template a record came from; the star marks those that are common to several kinds. */
export const stepIdOf = (s: Step): string => (s.source.split("/")[1] ?? "").replace(/\*$/, "") || s.id;
const isCommon = (s: Pick<Step, "source">): boolean => s.source.endsWith("*");

/**
 * Common steps of a job that a template shares, by their name in it. One that is over is shared only while nothing
 * that closes the work again is over too: a boot that is back on has to come off once more.
 */
function sharedSteps(template: PlainWork, steps: readonly Step[]): Map<string, Step> {
  const asked = new Map(template.steps.filter((s) => s.common).map((s) => [s.id, s]));
  const there = steps.filter((s) => isCommon(s) && asked.has(stepIdOf(s)));
  const over = new Set(there.filter((s) => s.state !== "open").map(stepIdOf));
  const isClosed = [...over].some((id) => {
    const { facts } = asked.get(id)!;
    return facts.on.length + facts.fits.length + facts.plugs.length > 0 || facts.brings.includes("onWheels");
  });
  return new Map(there.filter((s) => s.state === "open" || !isClosed).map((s) => [stepIdOf(s), s]));
}

/** A step of a job as a step of work; those that are shared by the name a template gives them. */
const plainOf = (s: Step, nameOf: ReadonlyMap<string, string>): PlainStep => ({
  id: nameOf.get(s.id) ?? s.id,
  text: s.text,
  place: s.place,
  minutes: s.minutes ?? UNSAID_MIN,
  hands: s.hands,
  needs: s.needs.map((n) => nameOf.get(n) ?? n),
  waitMin: s.waitMin,
  load: s.load,
  common: nameOf.has(s.id),
  facts: {
    ...factsOf(s.facts),
    gates: factsOf(s.facts).gates.map((g) => ({ ...g, check: nameOf.get(g.check) ?? g.check })),
  },
});

/**
 * Steps, torque groups and parts of a template as records of a job. Groups and parts come from the vehicle's book
 * where it has them, by the names it gives them; what it lacks is listed without a value. Parts that the job has
 * already are not put there twice; a step that both kinds of work have is done once, and then waits for both.
 */
export function beginBy(
  template: PlainWork,
  view: JobView,
  lines: readonly SpecLine[],
  newId: () => string,
  minutesOf: (source: string, typical: number) => number = (_source, typical) => typical,
): Beginning {
  const { job } = view;
  const common = sharedSteps(template, view.step);
  const nameOf = new Map([...common].map(([name, s]) => [s.id, name]));
  // What is ahead is what it stands beside; what is over is kept apart only by its name.
  const others = view.step.flatMap((s): PlainStep[] =>
    s.state === "open" || nameOf.has(s.id) ? [plainOf(s, nameOf)] : [],
  );
  const {
    content,
    names,
    shared: sharedIds,
    apart,
  } = beside(
    {
      ...template,
      steps: template.steps.map((s) => ({
        ...s,
        common: s.common && (common.has(s.id) || !view.step.some((t) => stepIdOf(t) === s.id)),
      })),
    },
    others,
  );
  const shared = new Map([...common].filter(([name]) => sharedIds.includes(name)));
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
    const { passes, ...said } = g;
    const data: NewFields<"torqueGroup"> = known
      ? { ...groupFrom(known, job.id, groupAt), critical: g.critical, use: g.use }
      : { jobId: job.id, ...said, passes: passesFor(g.use, passes), specOrigin: "missing", position: groupAt };
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
  const ids = new Map([
    ...others.map((s) => [s.id, common.get(s.id)?.id ?? s.id] as const),
    ...content.steps.map((s) => [s.id, shared.get(s.id)?.id ?? newId()] as const),
  ]);
  const asRecord = (s: PlainStep, source: string) => ({
    minutes: minutesOf(source, s.minutes),
    hands: s.hands,
    waitMin: s.waitMin,
    load: s.load,
    needs: s.needs.flatMap((n) => ids.get(n) ?? []),
    facts: {
      ...named(s.facts),
      gates: s.facts.gates.flatMap((g) => (ids.has(g.check) ? [{ ...g, check: ids.get(g.check)! }] : [])),
    },
  });
  const taken = new Map<string, ReturnType<typeof both>>();
  const fresh = new Map<string, NewFields<"step">>();
  for (const s of content.steps) {
    const id = ids.get(s.id)!;
    // By the template's own name, so that what it took elsewhere counts here.
    const source = stepSource(template.id, { ...names.get(s.id)!, common: s.common });
    const there = shared.get(s.id);
    if (!there) fresh.set(id, { jobId: job.id, text: s.text, place: s.place, ...asRecord(s, source), source });
    else if (there.state === "open") {
      const { minutes, facts, ...rest } = there;
      taken.set(id, both({ ...rest, minutes: minutes ?? 0, facts: facts ?? NO_FACTS }, asRecord(s, source)));
    }
  }
  // The shared ones wait for what is new now, so the list is put in order anew; what is over keeps its place.
  const ahead = view.step.filter((s) => s.state === "open");
  const list = ordered([
    ...ahead.map((s) => ({ ...s, ...taken.get(s.id) })),
    ...[...fresh].map(([id, s]) => ({ id, needs: s.needs ?? [], load: s.load ?? [], facts: s.facts as StepFacts })),
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
  return { operations, steps, groups, parts, unknown, apart };
}

/**
 * Several kinds of work begun in one visit, one after the other, as one change: what a later one says of a record
 * that an earlier one makes goes into its making.
 */
export function beginByAll(
  templates: readonly PlainWork[],
  view: JobView,
  ...how: [lines: readonly SpecLine[], newId: () => string, minutesOf?: (source: string, typical: number) => number]
): Beginning {
  const all: Beginning = { operations: [], steps: 0, groups: 0, parts: 0, unknown: [], apart: false };
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
    all.apart ||= begun.apart;
  }
  return all;
}

/** The steps of a job as a template of the shop's own, with its fasteners and parts: what was chosen is chosen there. */
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
  const plain: PlainWork = {
    id,
    kind: basis?.kind ?? null,
    title,
    why: basis?.why ?? (view.job.complaint.slice(0, 300) || title),
    shifterKinds: basis?.applies.shifter ?? [view.vehicle.shifterKind],
    faults: basis?.faults ?? [],
    observations: basis?.observations ?? [],
    words: [],
    decisions: [],
    proves: [],
    groups: view.torqueGroup.slice(0, 60).map((g) => ({
      name: g.name,
      count: g.count,
      pattern: g.pattern,
      loadNeeded: g.loadNeeded,
      reuse: g.reuse,
      threadLocker: g.threadLocker,
      twoPeople: g.twoPeople,
      critical: g.critical,
      use: g.use,
      passes: g.use === "snug" ? 1 : Math.min(3, g.passes.length),
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
      text: s.text,
      place: s.place,
      minutes: s.minutes ?? UNSAID_MIN,
      hands: s.hands,
      needs: s.needs.flatMap((n) => ids.get(n) ?? []),
      waitMin: s.waitMin,
      load: s.load,
      common: isCommon(s),
      facts: {
        ...factsOf(s.facts),
        gates: factsOf(s.facts).gates.flatMap((g) => (ids.has(g.check) ? [{ ...g, check: ids.get(g.check)! }] : [])),
      },
    })),
  };
  return templateContent.parse({
    ...kindFrom(plain),
    ...(basis && {
      applies: basis.applies,
      complaints: basis.complaints,
      handBack: basis.handBack,
      recheck: basis.recheck,
      mistakes: basis.mistakes.filter((m) => names.has(m.caughtBy)),
    }),
  });
}

/** What a step is planned with while nobody has said how long it takes; common practice, no source. */
export const UNSAID_MIN = 10;

/** What a step of a template says that a person would call a change of it. */
const said = ({ text, place, minutes, hands, tools, cautions }: TemplateStep): string =>
  JSON.stringify([text, place, minutes, hands, tools, cautions.map((c) => c.text)]);

/** Steps a shop's own template has otherwise than the one it began as: added, left out, or changed. */
export function templateChanges(
  own: TemplateContent,
  basis: TemplateContent,
): { added: string[]; leftOut: string[]; changed: string[] } {
  const theirs = new Map(basis.steps.map((s) => [s.id, s]));
  // A side of its own is still that step.
  const nameOf = (s: TemplateStep): string => s.id.replace(/@(left|right)$/, "");
  const mine = new Set(own.steps.map(nameOf));
  return {
    added: own.steps.filter((s) => !theirs.has(nameOf(s))).map((s) => s.text),
    leftOut: basis.steps.filter((s) => !mine.has(s.id)).map((s) => s.text),
    changed: own.steps.filter((s) => theirs.has(s.id) && said(s) !== said(theirs.get(s.id)!)).map((s) => s.text),
  };
}
