import type { JobView, Signature, TorqueGroup, Operation, StockItem, Step, Tick } from "../../contract";
import { countsOf, isGroupDone, loadAfter, momentAt, unsignedAt, type Moment, type Unsigned } from "../torque";
import { minutesWorked, stepWants, unanswered, type StepWants, type ToAnswer } from "./left";

/** What a step still wants before it is done. */
export interface StepOpen {
  /** What is ticked or answered at it. */
  answers: ToAnswer[];
  /** Readings, and the setting tool it is done with. */
  wants: StepWants[];
  /** Whether it comes down or is driven at this step. */
  moment: Moment | null;
  /** Bolts that hold the vehicle: nobody overrules. */
  held: Unsigned[];
  /** Bolts not signed, for which a reason will do. */
  loose: Unsigned[];
  /** Groups it tightens itself that are not signed: they may be signed later on the board. */
  unsigned: string[];
  /** Groups it loosens that are signed already: they have to be signed again. */
  again: string[];
}

export function openAtStep(view: JobView, step: Step): StepOpen {
  const moment = step.state === "open" ? momentAt(view, step) : null;
  const before = moment ? unsignedAt(view, moment) : [];
  return {
    answers: unanswered(step, view.step),
    wants: stepWants(view, step).open,
    moment,
    held: before.filter((u) => u.holds),
    loose: before.filter((u) => !u.holds),
    unsigned: view.torqueGroup
      .filter((g) => step.facts?.torques.includes(g.name) && !isGroupDone(g, view.signature))
      .map((g) => g.name),
    again: step.state === "open" ? loosened(view, step).map(({ group }) => group.name) : [],
  };
}

/** Groups whose fasteners a step takes out though they are signed, with the signatures that no longer hold. */
const loosened = (view: JobView, step: Step): { group: TorqueGroup; signatures: Signature[] }[] =>
  view.torqueGroup.flatMap((group) => {
    if (!step.facts?.frees.some((f) => !f.clip && f.group === group.name)) return [];
    const signatures = countsOf(group, view.signature);
    return signatures.length ? [{ group, signatures }] : [];
  });

/** Whether a step can be done without a word. */
export const isFree = (open: StepOpen): boolean =>
  open.answers.length + open.wants.length + open.held.length + open.loose.length === 0;

/**
 * A step that is done, with what follows: its clock stops and the next one's begins, what it fitted is fitted and has
 * left the shelf, and the vehicle is on what the step put it on. Bolts it loosened that were signed are to be signed again. What was not answered, measured or signed keeps the
 * reason that was given for it.
 */
export function doneOperations(
  view: JobView,
  stock: readonly StockItem[],
  step: Step,
  by: { at: string; personId: string | null; reason: string },
): Operation[] {
  const { at, reason } = by;
  const steps = view.step;
  const open = openAtStep(view, step);
  const said = (what: Tick["what"], key: string, words: string): Tick => ({
    what,
    key,
    value: `${words}: ${reason}`.slice(0, 200),
    at,
  });
  const without: Tick[] = reason
    ? [
        ...open.answers.map((a) => said(a.what, a.key, "not answered")),
        ...open.wants.map((w) => said(w.what, w.key, w.what === "measure" ? "not measured" : "not set with the tool")),
        ...open.loose.map((u) =>
          said("unsigned", u.group.name, u.bolts.length ? "not signed" : "not signed with a value"),
        ),
      ]
    : [];
  const after = steps.slice(steps.indexOf(step) + 1).find((s) => s.state === "open");
  const used = view.part.filter((p) => !p.alternative && step.facts?.parts.includes(p.name));
  const load = loadAfter(step, view.vehicle.load.now);
  const update = (
    resource: "step" | "part" | "stockItem" | "vehicle" | "signature",
    of: { id: string; version: number },
    data: object,
  ) => ({ op: "update", resource, id: of.id, version: of.version, data }) as Operation;
  return [
    update("step", step, {
      state: "done",
      doneAt: at,
      workedMin: minutesWorked(step.startedAt, at),
      ...(without.length && { ticked: [...step.ticked, ...without].slice(-80) }),
    }),
    // A bolt that is loosened again is no longer at its torque: what was signed is kept and does not count.
    ...loosened(view, step).flatMap(({ signatures }) =>
      signatures.map((s) =>
        update("signature", s, { outcome: "redo", outcomeReason: `loosened again: ${step.text}`.slice(0, 400) }),
      ),
    ),
    ...(load ? [update("vehicle", view.vehicle, { load: { now: load, at, by: by.personId } })] : []),
    ...(after && !after.startedAt ? [update("step", after, { startedAt: at })] : []),
    ...used
      .filter((p) => !p.carriedOver && p.state !== "fitted" && p.state !== "notSold")
      .map((p) => update("part", p, { state: "fitted" })),
    ...used.flatMap((p) => {
      const shelf = stock.find((s) => s.name.toLowerCase() === p.name.toLowerCase());
      return shelf && shelf.quantity > 0 && p.state !== "fitted"
        ? [update("stockItem", shelf, { quantity: Math.max(0, shelf.quantity - p.quantity) })]
        : [];
    }),
  ];
}
