import { driveSolver } from "./drives";
import { travelOf } from "./lever";
import { dot, length, minus, toDeg, toRad, turned, vec, type Vec } from "./plane";
import type { Gearbox, LeverGeometry } from "./types";

/** Under this angle, deg, a rod pushes along its arm rather than across it. Common practice, no source. */
export const LEAST_TRANSMISSION_DEG = 40;

export interface TransmissionAngle {
  /** "N" for neutral. */
  gear: string;
  /** Between rod (cable) and the lever's arm below the pivot, 0 to 90 deg; 90 is best. null: not reached, or no rod. */
  pinDeg: number | null;
  /** Between rod and the rocking arm at the gearbox; null without such an arm. */
  jointDeg: number | null;
}

/** Acute angle between two lines, deg. */
function between(a: Vec, b: Vec): number | null {
  const [la, lb] = [length(a), length(b)];
  if (la === 0 || lb === 0) return null;
  return toDeg(Math.acos(Math.min(1, Math.abs(dot(a, b)) / (la * lb))));
}

/**
 * How squarely a rod meets the arms it moves, in neutral and in every gear: the transmission angle of any
 * four-bar linkage. Under 40 deg it binds and magnifies every play. Angles in deg, 0 to 90.
 * Source: the transmission angle of a linkage, any text on the theory of machines.
 */
export function transmission(lever: LeverGeometry, gearbox: Gearbox): TransmissionAngle[] {
  const { drive } = lever;
  const none = (gear: string): TransmissionAngle => ({ gear, pinDeg: null, jointDeg: null });
  const gears = [
    { gear: "N", travel: 0 },
    ...gearbox.gears.map((g) => ({ gear: g.gear, travel: travelOf(g, drive.kind === "arm") })),
  ];
  if (drive.kind === "direct") return gears.map((g) => none(g.gear));
  const solver = driveSolver(lever);
  return gears.map(({ gear, travel }) => {
    const swing = solver.solve(travel);
    if (!swing.ok) return none(gear);
    const pin = turned(vec(lever.pin), swing.angleRad);
    if (drive.kind === "cable") return { gear, pinDeg: between(minus(vec(drive.anchor), pin), pin), jointDeg: null };
    if (drive.kind === "rod") {
      const a = toRad(drive.axisDeg);
      const joint = { x: drive.joint.xMm + travel * Math.cos(a), z: drive.joint.zMm + travel * Math.sin(a) };
      return { gear, pinDeg: between(minus(joint, pin), pin), jointDeg: null };
    }
    const centre = vec(drive.armPivot);
    const arm = turned(minus(vec(drive.joint), centre), travel);
    const rod = minus({ x: centre.x + arm.x, z: centre.z + arm.z }, pin);
    return { gear, pinDeg: between(rod, pin), jointDeg: between(rod, arm) };
  });
}

/** The poorest of them, and where: what a warning names. null where there is no rod. */
export function poorestTransmission(
  angles: readonly TransmissionAngle[],
): { gear: string; at: "pin" | "joint"; deg: number } | null {
  return angles
    .flatMap((a) => [
      ...(a.pinDeg === null ? [] : [{ gear: a.gear, at: "pin" as const, deg: a.pinDeg }]),
      ...(a.jointDeg === null ? [] : [{ gear: a.gear, at: "joint" as const, deg: a.jointDeg }]),
    ])
    .reduce<{ gear: string; at: "pin" | "joint"; deg: number } | null>((a, b) => (a && a.deg <= b.deg ? a : b), null);
}
