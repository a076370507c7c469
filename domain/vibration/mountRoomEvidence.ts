import { isRefusal, type JobView } from "../../contract";
import { formatNumber } from "../../core";
import {
  heightsOf,
  isEntered,
  JOINT_LIMIT_DEG,
  jointAngles,
  measuredUnit,
  modesOf,
  passedOn,
  SAG_WARN_MM,
  shaftsKnown,
  shaftsOf,
} from "../mounts/room";
import { analyseRecording } from "./recordingAnalysis";

/** What the mount room says of the suspect a recording names. */
export interface OtherSide {
  /** It names the same suspect; null where it has no figures to say so. */
  agrees: boolean | null;
  text: string;
}

/** Passing on more of the firing than this, the mounts give almost no isolation. */
const MOST_PASSED_ON = 0.5;

const pct = (part: number): string => `${formatNumber(part * 100, part < 0.1 ? 1 : 0)}\u202f%`;

/** Joint angles against the shaft line as it stands. */
function fromTheShafts(view: JobView, length: (mm: number) => string): OtherSide {
  const entered = view.vehicle.powerUnit;
  const unit = entered && measuredUnit(view, entered).unit;
  const line = unit && shaftsOf(unit, null, null);
  if (!line || !shaftsKnown(view, unit)) return { agrees: null, text: "The shafts’ angles are not measured yet." };
  const gauged = jointAngles(view, unit);
  const degs = line.joints.map((j, i) => gauged[i] ?? j.angleDeg);
  const angles = degs.map((d) => `${formatNumber(d, 1)}°`).join(" and ");
  // What the gauge read counts before what the shaft line says.
  const over = gauged.every((g) => g !== null)
    ? degs.some((d) => d > JOINT_LIMIT_DEG)
    : line.notices.some((n) => n.code !== "angleUnder");
  if (!over) {
    return {
      agrees: false,
      text: `The joint angles are ${angles}, inside their limits: measure the angles again under load, or turn the joints by hand.`,
    };
  }
  const worst = heightsOf(view, unit).reduce((a, h) => ((h.sagMm ?? 0) > (a.sagMm ?? 0) ? h : a));
  const sag =
    (worst.sagMm ?? 0) > SAG_WARN_MM && isEntered(worst.mount, "nominalMm")
      ? `, and the ${worst.mount.name} mount has lost ${length(worst.sagMm ?? 0)}`
      : "";
  return {
    agrees: true,
    text: `The joint angles are ${angles} and leave ${formatNumber(line.residualDeg, 1)}° between them${sag}.`,
  };
}

/** The firing against the way the unit shakes on its mounts. */
function fromTheMounts(view: JobView, hz: number, length: (mm: number) => string): OtherSide {
  const unit = view.vehicle.powerUnit;
  const part = unit && passedOn(unit, {}, hz);
  const modes = unit && modesOf(unit, {});
  if (!unit || part === null || !modes || isRefusal(modes) || !isEntered(unit, "mounts")) {
    return { agrees: null, text: "The mounts of this vehicle are not entered yet." };
  }
  const nearest = modes.modes.reduce((a, m) => (Math.abs(m.hz - hz) < Math.abs(a.hz - hz) ? m : a));
  const harder = (view.job.mountRoom?.sets ?? [])
    .map((s) => ({ name: s.name, part: passedOn(unit, s.changes, hz) ?? 0 }))
    .filter((s) => s.part > 0)
    .sort((a, b) => b.part - a.part)[0];
  if (part >= MOST_PASSED_ON) {
    return {
      agrees: true,
      text: `On its original mounts the unit has a mode at ${formatNumber(nearest.hz, 1)} Hz, and they pass on ${pct(part)} of the firing: they give almost no isolation.`,
    };
  }
  const more = harder && harder.part > part ? 20 * Math.log10(harder.part / part) : 0;
  // A mount that has sunk may touch, and then it is no mount any more.
  const sunk = heightsOf(view, unit).reduce((a, h) => ((h.sagMm ?? 0) > (a.sagMm ?? 0) ? h : a));
  const touches = (sunk.sagMm ?? 0) > SAG_WARN_MM && isEntered(sunk.mount, "nominalMm");
  return {
    agrees: touches,
    text: `Original mounts would pass on ${pct(part)} of the firing at ${formatNumber(hz, 1)} Hz${
      more > 1 ? `; with “${harder.name}” it is ${pct(harder.part)}, ${formatNumber(more, 1)} dB more` : ""
    }. ${
      touches
        ? `The ${sunk.mount.name} mount has lost ${length(sunk.sagMm ?? 0)}: look whether it touches.`
        : "They let the shake in only where one is harder than the original, or touches."
    }`,
  };
}

/**
 * The same suspect looked at from the mount room; null for a source it knows nothing of. `length` writes a length, mm,
 * in the shop's own unit.
 */
export function fromMountRoom(
  view: JobView,
  source: string,
  hz: number,
  length: (mm: number) => string,
): OtherSide | null {
  if (source === "prop2") return fromTheShafts(view, length);
  if (source === "engineFiring") return fromTheMounts(view, hz, length);
  return null;
}

/** The recording before the work that names the shafts' angles or the firing by itself, for the mount room to say so. */
export function recordingThatSays(view: JobView, source: "prop2" | "engineFiring") {
  return (
    view.recording
      .filter((r) => r.phase === "before")
      .map((r) => analyseRecording(view.vehicle, r))
      .find((h) => !h.runUp && h.dominant?.kind === "clear" && h.dominant.sources[0] === source) ?? null
  );
}
