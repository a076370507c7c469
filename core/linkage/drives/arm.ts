import { displacement, dot, length, minus, quarterTurn, turned, vec, type Vec } from "../plane";
import type { DriveSolver, Point } from "../types";
import { linkedDrive } from "./linked";

const TURN = 2 * Math.PI;

/**
 * Rigid rod from pin to the tip of a rocking arm at the gearbox, turned by the travel (radians):
 * a four-bar linkage. F. Freudenstein, "Approximate synthesis of four-bar linkages",
 * Trans. ASME 77, 1955, gives the same positions.
 */
export function armDrive(pin: Vec, jointPoint: Point, armPivotPoint: Point): DriveSolver {
  const centre = vec(armPivotPoint);
  const reach = minus(vec(jointPoint), centre);
  const r = length(reach);
  const c = length(centre);
  const start = Math.atan2(reach.z, reach.x);
  const bearing = Math.atan2(centre.z, centre.x);
  const at = (s: number): Vec => {
    const tip = turned(reach, s);
    return { x: centre.x + tip.x, z: centre.z + tip.z };
  };
  /** Angle of the line pivot - tip, continuous in the arm's angle whichever of the two circles is wider. */
  const lineAngle = (s: number): number => {
    const armAngle = start + s;
    const q = c > r ? r / c : c / r;
    const diff = c > r ? armAngle - bearing : bearing - armAngle;
    const offset = Math.atan2(q * Math.sin(diff), 1 + q * Math.cos(diff));
    return (c > r ? bearing : armAngle) + offset;
  };
  const lineAngle0 = lineAngle(0);
  const passes = (angle: number, s: number): boolean => {
    const lo = Math.min(0, s);
    const hi = Math.max(0, s);
    const first = angle - start - TURN * Math.floor((angle - start - lo) / TURN);
    return first <= hi;
  };
  return linkedDrive(pin, {
    at,
    moved: (s) => displacement(reach, s),
    velocity: (s) => quarterTurn(turned(reach, s)),
    lineTurn: (s) => lineAngle(s) - lineAngle0,
    distanceRange: (s) => {
      const ends = [length(at(0)), length(at(s))];
      const farthest = passes(bearing, s) ? c + r : Math.max(...ends);
      const nearest = passes(bearing + Math.PI, s) ? Math.abs(c - r) : Math.min(...ends);
      return [nearest, farthest];
    },
    lengthChange: () => 0,
    lengthRate: 0,
    lackIs: "rod",
  });
}

/** Length of the rocking arm, mm. */
export const armLengthMm = (joint: Point, armPivot: Point): number => {
  const d = minus(vec(joint), vec(armPivot));
  return Math.sqrt(dot(d, d));
};
