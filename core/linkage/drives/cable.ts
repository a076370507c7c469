import { length, vec, type Vec } from "../plane";
import type { DriveSolver, Point } from "../types";
import { linkedDrive } from "./linked";

const STILL: Vec = { x: 0, z: 0 };

/** Cable to a fixed anchor: |P(t) - A| = |P(0) - A| - ratio * travel; positive travel draws the pin to it. */
export function cableDrive(pin: Vec, anchorPoint: Point, ratio: number): DriveSolver {
  const anchor = vec(anchorPoint);
  const distance = length(anchor);
  return linkedDrive(pin, {
    at: () => anchor,
    moved: () => STILL,
    velocity: () => STILL,
    lineTurn: () => 0,
    distanceRange: () => [distance, distance],
    lengthChange: (s) => -ratio * s,
    lengthRate: -ratio,
    lackIs: "swing",
  });
}
