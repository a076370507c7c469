import type { JobView, Step, StepFacts, Tick, TickWord } from "../../contract";
import { findReading, mainPair, measurandKey, type Measurand, type Phase } from "../readings";
import { isGroupDone } from "../torque";

/** Something of a step that wants an answer. */
export interface ToAnswer {
  what: TickWord;
  key: string;
  text: string;
  /** An answer in words belongs to it: how many threads, which way round. */
  asksValue: boolean;
}

const isTicked = (step: Pick<Step, "ticked">, what: TickWord, key: string): boolean =>
  step.ticked.some((t) => t.what === what && t.key === key);

/** The mark a step asks for, with what was written down when it was made. */
export function markOf(
  steps: readonly Step[],
  key: string,
): { text: string; made: Tick | null; step: Step; kind: string } | null {
  for (const step of steps) {
    const mark = step.facts?.marks.find((m) => m.key === key);
    if (mark)
      return {
        text: mark.text,
        kind: mark.kind,
        step,
        made: step.ticked.find((t) => t.what === "mark" && t.key === key) ?? null,
      };
  }
  return null;
}

const nameOf = (steps: readonly Step[], key: string, of: "frees" | "unplugs"): string => {
  for (const s of steps) {
    const found = s.facts?.[of].find((f) => f.key === key);
    if (found) return found.name;
  }
  return key;
};

/** "4 × cover screws, 10 mm socket". */
export const fastenerText = ({ count, name, head }: StepFacts["frees"][number]): string =>
  `${count > 1 ? `${count} × ` : ""}${name}${head ? `, ${head}` : ""}`;

/** All that a step wants answered, in the order it is met. */
export function toAnswer(step: Step, steps: readonly Step[]): ToAnswer[] {
  const { facts } = step;
  if (!facts) return [];
  const plain = (what: TickWord, key: string, text: string): ToAnswer => ({ what, key, text, asksValue: false });
  return [
    ...facts.unplugs.map((u) => plain("unplug", u.key, `Unplugged: ${u.name}`)),
    ...facts.marks.map((m) => ({ what: "mark" as const, key: m.key, text: m.text, asksValue: m.kind !== "witness" })),
    ...facts.frees.map((f) => plain("bag", f.key, fastenerText(f))),
    ...facts.carry.map((c) => plain("carry", c, `Carried over: ${c}`)),
    ...facts.orientation.map((o) => plain("orientation", o, o)),
    ...facts.asks.map((key) => {
      const mark = markOf(steps, key);
      const said = mark?.made?.value;
      return plain("ask", key, `${mark?.text ?? key}: as it was${said ? ` (${said})` : ""}`);
    }),
    ...facts.plugs.map((key) => plain("plug", key, `Plugged in: ${nameOf(steps, key, "unplugs")}`)),
    ...facts.look.map((l) => plain("look", l, l)),
  ];
}

/** Those of them that nobody has answered. */
export const unanswered = (step: Step, steps: readonly Step[]): ToAnswer[] =>
  toAnswer(step, steps).filter((a) => !isTicked(step, a.what, a.key));

type ToMeasure = NonNullable<Step["facts"]>["measure"][number];

/** What a step measures, in the vehicle's own gears. */
export function measurandOfStep(view: Pick<JobView, "vehicle">, m: ToMeasure): Measurand {
  const { quantity, place } = m;
  const known = view.vehicle.gearbox?.gears.map((g) => g.gear) ?? [];
  const named = known.includes(m.fromGear) && known.includes(m.toGear);
  const isThrow = quantity === "throw" || m.fromGear !== "";
  const pair = mainPair(view.vehicle.gearbox);
  const [fromGear, toGear] = named ? [m.fromGear, m.toGear] : isThrow ? [pair.from, pair.to] : ["", ""];
  return { quantity, fromGear, toGear, place: place || null };
}

/** Something a step is done with beside its ticks: readings, a setting tool. */
export type StepWants =
  | { what: "measure"; key: string; measurand: Measurand; phase: Phase }
  | { what: "sets"; key: string; tool: NonNullable<NonNullable<Step["facts"]>["sets"]> };

/** What a step measures and sets, and which of it is not there yet. Whoever goes on without says why. */
export function stepWants(
  view: Pick<JobView, "vehicle" | "reading" | "setting">,
  step: Step,
): { all: StepWants[]; open: StepWants[] } {
  const { facts } = step;
  if (!facts) return { all: [], open: [] };
  const all: StepWants[] = facts.measure.map((m) => {
    const measurand = measurandOfStep(view, m);
    return { what: "measure", key: `${measurandKey(measurand)} ${m.phase}`.slice(0, 120), measurand, phase: m.phase };
  });
  if (facts.sets) all.push({ what: "sets", key: facts.sets, tool: facts.sets });
  const isThere = (w: StepWants): boolean =>
    isTicked(step, w.what, w.key) ||
    (w.what === "measure"
      ? findReading(view.reading, w.measurand, w.phase) !== undefined
      : view.setting.some((s) => s.tool === w.tool));
  const optional = new Set(facts.measure.flatMap((m, i) => (m.must === false ? [all[i]] : [])));
  return { all, open: all.filter((w) => !isThere(w) && !optional.has(w)) };
}

/** What is still out, unplugged, marked or loose. */
export interface Left {
  bags: string[];
  marks: string[];
  plugs: string[];
  torque: string[];
  tools: string[];
}

/**
 * What has been opened and not closed again: bags whose fasteners are not back, marks nobody was asked about, plugs
 * still out, groups not signed though their fasteners are in, tools used since they were last counted.
 */
export function leftOpen(view: Pick<JobView, "step" | "torqueGroup" | "signature">): Left {
  const { step: steps } = view;
  const begun = (s: Step, what: TickWord, key: string): boolean => s.state === "done" || isTicked(s, what, key);
  const done = steps.filter((s) => s.state === "done");
  const fitted = new Set(done.flatMap((s) => s.facts?.fits ?? []));
  const asked = new Set(steps.flatMap((s) => s.ticked.filter((t) => t.what === "ask").map((t) => t.key)));
  const plugged = new Set([
    ...steps.flatMap((s) => s.ticked.filter((t) => t.what === "plug").map((t) => t.key)),
    ...done.flatMap((s) => s.facts?.plugs ?? []),
  ]);
  const torqued = new Set(steps.flatMap((s) => s.facts?.torques ?? []));
  const backIn = new Set(
    steps.flatMap((s) => (s.facts?.frees ?? []).filter((f) => fitted.has(f.key)).map((f) => f.group)),
  );
  const due = new Set(done.flatMap((s) => s.facts?.torques ?? []));
  const counted =
    steps
      .flatMap((s) => s.ticked.filter((t) => t.what === "tools").map((t) => t.at))
      .sort()
      .at(-1) ?? "";
  const used = steps.filter((s) => (s.doneAt ?? "") > counted || (s.state === "open" && s.startedAt !== null));
  return {
    bags: steps.flatMap((s) =>
      (s.facts?.frees ?? []).filter((f) => begun(s, "bag", f.key) && !fitted.has(f.key)).map((f) => f.name),
    ),
    marks: steps.flatMap((s) =>
      (s.facts?.marks ?? []).filter((m) => begun(s, "mark", m.key) && !asked.has(m.key)).map((m) => m.text),
    ),
    plugs: steps.flatMap((s) =>
      (s.facts?.unplugs ?? []).filter((u) => begun(s, "unplug", u.key) && !plugged.has(u.key)).map((u) => u.name),
    ),
    torque: view.torqueGroup
      .filter((g) => (backIn.has(g.name) || due.has(g.name) || !torqued.has(g.name)) && !isGroupDone(g, view.signature))
      .map((g) => g.name),
    tools: [...new Set(used.flatMap((s) => s.facts?.tools ?? []))],
  };
}

/** Minutes on a step by the clock; a clock that was put back or left over night gives none. */
export function minutesWorked(startedAt: string | null, doneAt: string): number | null {
  if (!startedAt) return null;
  const minutes = (Date.parse(doneAt) - Date.parse(startedAt)) / 60_000;
  return minutes > 0 && minutes < 12 * 60 ? Math.round(minutes * 10) / 10 : null;
}

/** A wait that runs: when it began and when it is over; null where the step has none or is not done. */
export function waitOf(step: Pick<Step, "waitMin" | "doneAt" | "state">): { from: string; until: string } | null {
  if (step.state !== "done" || step.waitMin <= 0 || !step.doneAt) return null;
  return { from: step.doneAt, until: new Date(Date.parse(step.doneAt) + step.waitMin * 60_000).toISOString() };
}
