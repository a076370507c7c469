import { driveSolver } from "./drives";
import { length, toDeg, vec } from "./plane";
import type { DriveSolver, LeverGeometry } from "./types";

/** A throw as taped with the old lever: from gear to gear, or each gear from neutral. */
export type TapedThrow = { pairMm: number } | { towardMm: number; awayMm: number };

export interface RailTravel {
  /** Travel to the gear on the positive side and to the other, mm (arm: deg); the second is negative. */
  positive: number;
  negative: number;
  /** Travel per mm of tape, for the uncertainty. */
  perMm: number;
}

export type RailTravelAnswer =
  | ({ reached: true } & RailTravel)
  /** The lever cannot throw that far; the most it can is `mostMm`. */
  | { reached: false; mostMm: number };

/** Farthest travel looked at: mm, or a half turn of the arm in radians. */
const FARTHEST = { mm: 500, rad: Math.PI };

/** Doublings and halvings: to a part in 2^52 of the farthest travel. */
const HALVINGS = 52;

/** The greatest travel up to `far` that a lever follows without a break. */
function reachOf(drive: DriveSolver, far: number): number {
  let [good, bad] = [0, far];
  if (drive.solve(far).ok) return far;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (good + bad) / 2;
    if (drive.solve(middle).ok) good = middle;
    else bad = middle;
  }
  return good;
}

const angleAt = (drive: DriveSolver, travel: number): number => {
  const swing = drive.solve(travel);
  return swing.ok ? swing.angleRad : NaN;
};

/** The travel at which a rising function of it reaches a value; null where it does not by `most`. */
function solveRising(f: (travel: number) => number, value: number, most: number): number | null {
  if (!(f(most) >= value)) return null;
  let [low, high] = [0, most];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (f(middle) < value) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Which rail travel the gearbox has, from a tape held at the old lever's knob: the lever solved backwards.
 *
 * From gear to gear the two travels are taken as equal and opposite; taped from neutral each gear has its
 * own. Lengths in mm; for a rocking arm the travel is in degrees. `perMm` times the tape's uncertainty is the
 * travel's. The travel found belongs to the gearbox and serves every lever put above it.
 */
export function railTravel(lever: LeverGeometry, taped: TapedThrow): RailTravelAnswer {
  const drive = driveSolver(lever);
  const isArm = lever.drive.kind === "arm";
  const knob = length(vec(lever.knob));
  const far = isArm ? FARTHEST.rad : FARTHEST.mm;
  const [up, down] = [reachOf(drive, far), -reachOf(drive, -far)];
  const chord = (angle: number): number => 2 * knob * Math.sin(Math.min(Math.PI, Math.abs(angle)) / 2);
  const unit = (travel: number): number => (isArm ? toDeg(travel) : travel);

  if ("pairMm" in taped) {
    const most = Math.min(up, down);
    const f = (s: number): number => chord(angleAt(drive, s) - angleAt(drive, -s));
    const s = solveRising(f, taped.pairMm, most);
    if (s === null) return { reached: false, mostMm: f(most) };
    const step = Math.min(s, most - s, 1e-3 * most) || 1e-6 * most;
    const slope = (f(s + step / 2) - f(s - step / 2)) / step;
    return { reached: true, positive: unit(s), negative: unit(-s), perMm: unit(1 / slope) };
  }
  const half = (way: 1 | -1) => (s: number) => chord(angleAt(drive, way * s));
  const [positive, negative] = [solveRising(half(1), taped.towardMm, up), solveRising(half(-1), taped.awayMm, down)];
  if (positive === null) return { reached: false, mostMm: half(1)(up) };
  if (negative === null) return { reached: false, mostMm: half(-1)(down) };
  const slope = (half(1)(positive) + half(-1)(negative)) / (positive + negative);
  return { reached: true, positive: unit(positive), negative: unit(-negative), perMm: unit(1 / slope) };
}
