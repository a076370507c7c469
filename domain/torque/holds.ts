import type { JobView, LoadWord, Signature, Step, StepFacts, TorqueGroup, VehicleLoad } from "../../contract";
import { specOf } from "./passes";
import { countsOf, progressOf } from "./progress";

/** When bolts have to be signed: before it comes down on its wheels, or before it is driven. */
export type Moment = "down" | "drive";

/** A drive of the vehicle, by what the step is called: pins are driven too, out and in. */
const DRIVES = /^\s*((first|test) drive|drive (it|before|the (car|vehicle))|road test)\b/i;

const RAISED: readonly LoadWord[] = ["onStands", "onLift"];
const GROUND: readonly LoadWord[] = ["onWheels", "overPit"];
const has = (load: readonly LoadWord[], some: readonly LoadWord[]): boolean => some.some((w) => load.includes(w));

/** What of a step says how the vehicle is held. */
type OfLoad = Pick<Step, "load"> & { facts?: Pick<StepFacts, "brings"> | null };

/** How a step holds the vehicle: as it brings it about, or as it asks for it. */
const broughtBy = (step: OfLoad): readonly LoadWord[] => (step.facts?.brings?.length ? step.facts.brings : step.load);

/** What a step does with the vehicle as a whole; null for all work on it. `now` is what it is on before the step. */
export function momentOf(step: OfLoad & Pick<Step, "text">, now: readonly LoadWord[]): Moment | null {
  // Onto a pit or a lift it rolls a few metres: that is coming down, and no drive.
  if (!step.facts?.brings?.length && DRIVES.test(step.text)) return "drive";
  const then = broughtBy(step);
  return has(then, GROUND) && !has(then, RAISED) && !has(now, GROUND) ? "down" : null;
}

/**
 * The same at a step of a job. Where nothing is said of the vehicle and nothing is done, a step that only asks for its
 * wheels finds it on them: nothing of it was ever up.
 */
export function momentAt(
  { vehicle, step: steps }: Pick<JobView, "vehicle" | "step">,
  step: OfLoad & Pick<Step, "text">,
): Moment | null {
  const { now } = vehicle.load;
  const untouched = !now.length && !step.facts?.brings?.length && steps.every((s) => s.state !== "done");
  const moment = momentOf(step, now);
  return untouched && moment === "down" ? null : moment;
}

/**
 * What the vehicle is on once a step is done that says how it is held: lifting and coming down change it, a support that
 * the step asks for is there. Null where nothing changes.
 */
export function loadAfter(step: OfLoad, now: readonly LoadWord[]): LoadWord[] | null {
  const brings = step.facts?.brings ?? [];
  if (brings.length) {
    // On a lift is as good as on stands: a person said it, and it stays.
    const then = brings.map((w) => (w === "onStands" && now.includes("onLift") ? "onLift" : w));
    return then.length === now.length && then.every((w) => now.includes(w)) ? null : then;
  }
  const { load } = step;
  if (!load.length) return null;
  const other =
    !now.length ||
    (has(load, RAISED) && !has(now, RAISED)) ||
    (has(load, GROUND) && !has(load, RAISED) && !has(now, GROUND));
  if (other) return [...load];
  const base: readonly LoadWord[] = [...RAISED, ...GROUND];
  const more = load.filter((w) => !now.includes(w) && !base.includes(w));
  return more.length ? [...now, ...more] : null;
}

/** Whether a change of the load state that a person says brings the vehicle down; what was never said was never up. */
export function comesDown(was: Pick<VehicleLoad, "now" | "at">, next: readonly LoadWord[]): boolean {
  return was.at !== null && momentOf({ text: "", load: [...next] }, was.now) === "down";
}

/** A group of bolts that is not signed through, and which of them are not. */
export interface Unsigned {
  group: TorqueGroup;
  bolts: number[];
  /** It holds the vehicle: nobody overrules. */
  holds: boolean;
  /** It has no value to be signed at. */
  noValue: boolean;
}

/** Whether the bolts were worked on: where the steps that take them out were not done, nothing of them is open. */
function isOut(group: TorqueGroup, steps: readonly Step[]): boolean {
  const free = steps.filter((s) => s.facts?.frees.some((f) => f.group === group.name));
  if (free.length) return free.some((s) => s.state === "done");
  const torqued = steps.filter((s) => s.facts?.torques.includes(group.name));
  return !torqued.length || torqued.some((s) => s.state !== "skipped");
}

/** Whether a group was tightened by hand for want of a value: its torque has still to be found. */
export const isToFind = (group: TorqueGroup, signatures: readonly Signature[]): boolean =>
  group.use === "torque" && specOf(group).kind === "missing" && countsOf(group, signatures).length > 0;

/**
 * Groups whose bolts are not signed when the vehicle is to come down or to be driven. Those that are torqued at ride
 * height wait for the drive. A critical one must be signed with a value; by hand is not enough for it.
 */
export function unsignedAt(view: Pick<JobView, "torqueGroup" | "signature" | "step">, moment: Moment): Unsigned[] {
  return view.torqueGroup.flatMap((group): Unsigned[] => {
    if (!isOut(group, view.step) || (moment === "down" && group.loadNeeded === "rideHeight")) return [];
    const critical = group.critical !== "none";
    const noValue = specOf(group).kind !== "torque";
    const { open } = progressOf(group, view.signature);
    const bolts = [...new Set(open.map((s) => s.bolt))].sort((a, b) => a - b);
    if (!bolts.length && !(critical && noValue) && !isToFind(group, view.signature)) return [];
    return [{ group, bolts, holds: critical, noValue }];
  });
}

/** Critical groups that hold a vehicle at a step; empty where it may go on. */
export function heldAt(
  view: Pick<JobView, "torqueGroup" | "signature" | "step" | "vehicle">,
  step: OfLoad & Pick<Step, "text">,
): Unsigned[] {
  const moment = momentAt(view, step);
  return moment ? unsignedAt(view, moment).filter((u) => u.holds) : [];
}
