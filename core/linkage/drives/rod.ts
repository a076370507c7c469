import { cross, dot, length, toRad, vec, type Vec } from "../plane";
import type { DriveSolver, Point } from "../types";
import { linkedDrive } from "./linked";

/**
 * Rigid rod from pin to a joint that runs on a straight line:
 * |P(t) - (J + travel (cos a, sin a))| = |P(0) - J|. The slider-crank of any mechanics text.
 */
export function rodDrive(pin: Vec, jointPoint: Point, axisDeg: number): DriveSolver {
  const joint = vec(jointPoint);
  const a = { x: Math.cos(toRad(axisDeg)), z: Math.sin(toRad(axisDeg)) };
  const at = (s: number): Vec => ({ x: joint.x + s * a.x, z: joint.z + s * a.z });
  const nearestTravel = -dot(joint, a);
  return linkedDrive(pin, {
    at,
    moved: (s) => ({ x: s * a.x, z: s * a.z }),
    velocity: () => a,
    lineTurn: (s) => {
      const j = at(s);
      return Math.atan2(cross(joint, j), dot(joint, j));
    },
    distanceRange: (s) => {
      const ends = [length(joint), length(at(s))];
      const between = nearestTravel > Math.min(0, s) && nearestTravel < Math.max(0, s);
      const nearest = between ? Math.abs(cross(a, joint)) : Math.min(...ends);
      return [nearest, Math.max(...ends)];
    },
    lengthChange: () => 0,
    lengthRate: 0,
    lackIs: "rod",
  });
}
