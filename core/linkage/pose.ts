import { driveSolver } from "./drives";
import { travelOf } from "./lever";
import { toRad, turned } from "./plane";
import type { Gear, Gearbox, LeverGeometry, Point } from "./types";

/** A lever drawn at one selector travel: every point in its own frame, mm. */
export interface Pose {
  angleRad: number;
  knob: Point;
  pin: Point;
  /** Joint at the gearbox end; the pin's place on the rail for a direct lever. */
  far: Point | null;
  /** Where the rod's end hangs when it cannot reach, and what is missing. */
  shortBy: { from: Point; missingMm: number | null } | null;
}

const at = (p: Point, angle: number): Point => {
  const v = turned({ x: p.xMm, z: p.zMm }, angle);
  return { xMm: v.x, zMm: v.z };
};

/** The far end of the rod, arm or cable for a travel (mm, or radians for an arm). */
export function farEnd(lever: LeverGeometry, travel: number): Point | null {
  const { drive } = lever;
  switch (drive.kind) {
    case "rod": {
      const a = toRad(drive.axisDeg);
      return { xMm: drive.joint.xMm + travel * Math.cos(a), zMm: drive.joint.zMm + travel * Math.sin(a) };
    }
    case "arm": {
      const tip = at({ xMm: drive.joint.xMm - drive.armPivot.xMm, zMm: drive.joint.zMm - drive.armPivot.zMm }, travel);
      return { xMm: drive.armPivot.xMm + tip.xMm, zMm: drive.armPivot.zMm + tip.zMm };
    }
    case "cable":
      return drive.anchor;
    case "direct":
      return null;
  }
}

/** A lever turned to an angle, without its rod: for places between gears. */
export const poseAtAngle = (lever: LeverGeometry, angleRad: number): Pose => ({
  angleRad,
  knob: at(lever.knob, angleRad),
  pin: at(lever.pin, angleRad),
  far: null,
  shortBy: null,
});

/** Halvings of the travel when looking for the last place a lever reaches: to a thousandth of a millimetre. */
const HALVINGS = 24;

/** Where the lever stands for a travel; out of reach it stands as far as it goes and the gap is drawn. */
export function poseAt(lever: LeverGeometry, travel: number): Pose {
  const drive = driveSolver(lever);
  const swing = drive.solve(travel);
  const posed = (angleRad: number, shortBy: Pose["shortBy"]): Pose => ({
    angleRad,
    knob: at(lever.knob, angleRad),
    pin: at(lever.pin, angleRad),
    far: farEnd(lever, travel),
    shortBy,
  });
  if (swing.ok) return posed(swing.angleRad, null);
  let good = 0;
  let angle = 0;
  let bad = travel;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (good + bad) / 2;
    const tried = drive.solve(middle);
    if (tried.ok) {
      good = middle;
      angle = tried.angleRad;
    } else bad = middle;
  }
  const pose = posed(angle, null);
  if (!pose.far || drive.rodMm === null) return { ...pose, shortBy: { from: pose.pin, missingMm: swing.missingMm } };
  const dx = pose.far.xMm - pose.pin.xMm;
  const dz = pose.far.zMm - pose.pin.zMm;
  const span = Math.hypot(dx, dz) || 1;
  const k = drive.rodMm / span;
  const from = { xMm: pose.pin.xMm + dx * k, zMm: pose.pin.zMm + dz * k };
  return { ...pose, shortBy: { from, missingMm: swing.missingMm } };
}

export const isArm = (lever: LeverGeometry): boolean => lever.drive.kind === "arm";

/** Travel of a gear as the drive wants it; neutral is 0. */
export const gearTravel = (lever: LeverGeometry, gear: Gear | null): number =>
  gear ? travelOf(gear, isArm(lever)) : 0;

export type Pair = { from: string; to: string };

/** How far a gear lies from neutral, in the drive's own measure. */
const signed = (gear: Gear | undefined): number => gear?.travelMm ?? gear?.travelDeg ?? 0;

/** The pair across the gate a gear stands in; the usual pair where it has no opposite. */
export function pairOf(gearbox: Gearbox, gear: string, usual: Pair): Pair {
  const own = gearbox.gears.find((g) => g.gear === gear);
  const other = own && gearbox.gears.find((g) => g.column === own.column && signed(g) * signed(own) < 0);
  if (!own || !other) return usual;
  const order = gearbox.gears.indexOf(own) < gearbox.gears.indexOf(other) ? [own, other] : [other, own];
  return { from: order[0].gear, to: order[1].gear };
}

/** Of two gears the one on the positive side of neutral, and the other. */
export function byTravel(gearbox: Gearbox, { from, to }: Pair): { positive: string; negative: string } {
  const travel = (name: string): number => signed(gearbox.gears.find((g) => g.gear === name));
  return travel(from) >= travel(to) ? { positive: from, negative: to } : { positive: to, negative: from };
}
