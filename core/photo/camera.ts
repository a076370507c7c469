import { toDeg } from "../linkage";
import type { Homography, Pixel, SheetPoint } from "./plane";

/** Where a picture was taken from, in the sheet's own frame. */
export interface Camera {
  /** The place of the sheet straight under the camera. */
  over: SheetPoint;
  heightMm: number;
  /** Angle between the view axis and the sheet's normal. */
  tiltDeg: number;
}

type V3 = readonly [number, number, number];

const cross = (a: V3, b: V3): V3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/**
 * The camera from the picture of a plane and a known focal length [Zhang 2000].
 *
 * `m` goes from mm to pixels; `centre` is the picture's middle, `focalPx` the focal length in pixels. The two
 * columns of the rotation are taken as they stand, so that a plane seen exactly gives the camera exactly.
 */
export function cameraOf(m: Homography, centre: Pixel, focalPx: number): Camera {
  const column = (i: 0 | 1 | 2): V3 => [
    (m[i] - centre.xPx * m[6 + i]) / focalPx,
    (m[3 + i] - centre.yPx * m[6 + i]) / focalPx,
    m[6 + i],
  ];
  const [a, b, c] = [column(0), column(1), column(2)];
  const scale = 2 / (Math.hypot(...a) + Math.hypot(...b));
  const times = (v: V3): V3 => [v[0] * scale, v[1] * scale, v[2] * scale];
  const [r1, r2, t] = [times(a), times(b), times(c)];
  const r3 = cross(r1, r2);
  // Rows of the inverse of the matrix with the columns r1, r2, r3.
  const det = dot(r1, cross(r2, r3));
  const seen = (row: V3): number => -dot(row, t) / det;
  return {
    over: { xMm: seen(cross(r2, r3)), yMm: seen(cross(r3, r1)) },
    heightMm: Math.abs(seen(cross(r1, r2))),
    tiltDeg: toDeg(Math.acos(Math.min(1, Math.max(-1, r3[2] / Math.hypot(...r3))))),
  };
}
