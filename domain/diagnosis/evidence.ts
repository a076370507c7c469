import type { Job, JobView } from "../../contract";
import { heightsOf, isEntered, JOINT_LIMIT_DEG, SAG_WARN_MM } from "../mounts";
import { findReading, resultOf } from "../readings";

/** Knob play, mm, that the wobble test asks for: common practice, no source. */
const WOBBLE_MM = 10;

/** Band of a reverse lockout's gap, mm, where the maker gives none: common practice, no source. */
const LOCKOUT_MM = { min: 1, max: 2 };

/** What a reading says about a question of Ask. */
export interface Evidence {
  /** Id of the observation it answers. */
  id: string;
  state: "present" | "absent";
  /** What was read, base unit, and where. */
  quantity: "mountHeight" | "freePlayForeAft" | "jointAngle" | "lockoutGap";
  place: string;
  value: number;
}

const none = { fromGear: "", toGear: "" };
const LOW = { left: "lowLeft", right: "lowRight", tail: "lowTail", front: null, other: null } as const;

/** Heights against each mount's own when new, where that was entered. */
function fromHeights(view: JobView): Evidence[] {
  const unit = view.vehicle.powerUnit;
  if (!unit) return [];
  return heightsOf(view, unit).flatMap((h): Evidence[] => {
    const id = LOW[h.mount.role];
    if (id === null || h.sagMm === null || !h.measured || !isEntered(h.mount, "nominalMm")) return [];
    // Within the measuring error of the limit it answers neither way.
    if (Math.abs(h.sagMm - SAG_WARN_MM) <= h.measured.expandedMm) return [];
    const state = h.sagMm > SAG_WARN_MM ? "present" : "absent";
    return [{ id, state, quantity: "mountHeight", place: h.mount.name, value: h.measured.meanMm }];
  });
}

function fromPlay(view: JobView): Evidence[] {
  const reading = findReading(view.reading, { quantity: "freePlayForeAft", ...none }, "before");
  if (!reading) return [];
  const { mean, expanded } = resultOf(reading);
  if (Math.abs(mean - WOBBLE_MM) <= expanded) return [];
  const state = mean > WOBBLE_MM ? "present" : "absent";
  return [{ id: "wobbleLoose", state, quantity: "freePlayForeAft", place: "", value: mean }];
}

/** Joint angles by the gauge: one over its limit answers, all of them inside say that the angles are not it. */
function fromJoints(view: JobView): Evidence[] {
  const unit = view.vehicle.powerUnit;
  const joints = (unit?.shafts.slice(1) ?? []).map((_, i) => {
    const place = `joint ${i + 1}`;
    const reading = findReading(view.reading, { quantity: "jointAngle", ...none, place }, "before");
    const limited = (unit?.joints[i]?.kind ?? "cardan") === "cardan";
    return { place, limited, read: reading ? resultOf(reading) : null };
  });
  const answer = (of: (typeof joints)[number] | undefined, state: Evidence["state"]): Evidence[] =>
    of?.read ? [{ id: "angleOut", state, quantity: "jointAngle", place: of.place, value: of.read.mean }] : [];
  const over = joints.find(({ limited, read }) => limited && read && read.mean - read.expanded > JOINT_LIMIT_DEG);
  if (over) return answer(over, "present");
  const inside = joints.every(
    ({ limited, read }) => read && (!limited || read.mean + read.expanded <= JOINT_LIMIT_DEG),
  );
  return inside ? answer(joints[0], "absent") : [];
}

function fromLockout(view: JobView): Evidence[] {
  const reading = view.reading.find((r) => r.quantity === "lockoutGap" && r.phase === "before");
  if (!reading) return [];
  const { mean, expanded } = resultOf(reading);
  const outside = Math.max(LOCKOUT_MM.min - mean, mean - LOCKOUT_MM.max);
  if (Math.abs(outside) <= expanded) return [];
  const state = outside > 0 ? "present" : "absent";
  return [{ id: "lockoutGapWrong", state, quantity: "lockoutGap", place: reading.place ?? "", value: mean }];
}

/** What the readings before the work answer of Ask's tests; nothing where a figure is typical or within its error. */
export const evidenceOf = (view: JobView): Evidence[] => [
  ...fromPlay(view),
  ...fromHeights(view),
  ...fromJoints(view),
  ...fromLockout(view),
];

/** Ask's answers with those of the readings; what a person answered counts before them. */
export function answersOf(view: JobView): Job["symptoms"] {
  const read = Object.fromEntries(evidenceOf(view).map((e) => [e.id, e.state]));
  return { ...read, ...view.job.symptoms };
}
