import type { SheetPhoto } from "../../contract";
import type { Point, SheetPoint } from "../../core";
import type { BenchSetup } from "../lever";

/** How a lever lies on the sheet: along it up, and square to that forward, both of length one. */
export interface LeverFrame {
  up: { x: number; y: number };
  /** A place of the sheet in the frame of the throw bench, mm from the pivot, x forward and z up. */
  toFrame: (place: SheetPoint) => Point;
}

/**
 * On the sheet a lever has no upright: its knob is put where the knob of `like` stands, so that all levers of a picture
 * stand alike. `front` is the side that points forward, looked at with the knob up; the sheet's y runs down. Null where
 * pivot and knob are one place.
 */
export function leverFrame(
  pivot: SheetPoint,
  knob: SheetPoint,
  front: SheetPhoto["front"],
  like: Pick<BenchSetup["lever"], "knob">,
): LeverFrame | null {
  const length = Math.hypot(knob.xMm - pivot.xMm, knob.yMm - pivot.yMm);
  if (length === 0) return null;
  const up = { x: (knob.xMm - pivot.xMm) / length, y: (knob.yMm - pivot.yMm) / length };
  const forward = front === "left" ? { x: up.y, y: -up.x } : { x: -up.y, y: up.x };
  const lean = Math.atan2(like.knob.xMm, like.knob.zMm);
  return {
    up,
    toFrame: (place) => {
      const [dx, dy] = [place.xMm - pivot.xMm, place.yMm - pivot.yMm];
      const [f, z] = [dx * forward.x + dy * forward.y, dx * up.x + dy * up.y];
      return { xMm: f * Math.cos(lean) + z * Math.sin(lean), zMm: z * Math.cos(lean) - f * Math.sin(lean) };
    },
  };
}
