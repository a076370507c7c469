import type { JobView, LoadWord, Operation } from "../../contract";
import { comesDown, unsignedAt, type Unsigned } from "../torque";

/** Words that are not true of a vehicle at once. */
const AGAINST: { [W in LoadWord]?: readonly LoadWord[] } = {
  onWheels: ["onStands", "onLift"],
  overPit: ["onStands", "onLift"],
  onStands: ["onWheels", "overPit", "onLift"],
  onLift: ["onWheels", "overPit", "onStands"],
};

/** The load state once one word of it is said, or taken back. */
export const withLoad = (now: readonly LoadWord[], word: LoadWord): LoadWord[] =>
  now.includes(word) ? now.filter((w) => w !== word) : [...now.filter((w) => !AGAINST[word]?.includes(w)), word];

/** Bolts not signed when a vehicle comes down by a person's word; empty where it does not come down by it. */
export const unsignedAtLoad = (
  view: Pick<JobView, "torqueGroup" | "signature" | "step" | "vehicle">,
  next: readonly LoadWord[],
): Unsigned[] => (comesDown(view.vehicle.load, next) ? unsignedAt(view, "down") : []);

/** Where a step goes that happens now: before the first one that is open. */
function positionNow(steps: JobView["step"]): number {
  const at = steps.findIndex((s) => s.state === "open");
  if (at < 0) return (steps.at(-1)?.position ?? 0) + 1;
  const before = steps[at - 1]?.position ?? steps[at].position - 2;
  return (before + steps[at].position) / 2;
}

/**
 * The load state as a person says it. Where the vehicle comes down by it with bolts not signed, a step of the job keeps
 * the reason, as it would where the plan lets the vehicle down.
 */
export function loadOperations(
  view: JobView,
  next: readonly LoadWord[],
  by: { id: string; at: string; personId: string | null; reason: string },
): Operation[] {
  const loose = unsignedAtLoad(view, next);
  const value = `not signed: ${by.reason}`.slice(0, 200);
  const kept: Operation = {
    op: "create",
    resource: "step",
    id: by.id,
    data: {
      jobId: view.job.id,
      text: "Down on its wheels, said by hand",
      place: "under",
      position: positionNow(view.step),
      state: "done",
      doneAt: by.at,
      ticked: loose.map(({ group }) => ({ what: "unsigned" as const, key: group.name, value, at: by.at })),
    },
  };
  const { vehicle } = view;
  const load = { now: [...next], at: by.at, by: by.personId };
  return [
    ...(loose.length ? [kept] : []),
    { op: "update", resource: "vehicle", id: vehicle.id, version: vehicle.version, data: { load } },
  ];
}
