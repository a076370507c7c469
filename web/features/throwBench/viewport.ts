import type { Point } from "../../../core";

/** What part of the side plane is shown: the world point in the middle and the pixels per millimetre. */
export interface View {
  xMm: number;
  zMm: number;
  scale: number;
}

export interface Size {
  width: number;
  height: number;
}

export const SCALE_RANGE: readonly [number, number] = [0.15, 12];

export interface Projection {
  x(xMm: number): number;
  y(zMm: number): number;
  /** Both at once, for paths. */
  p(point: Point): string;
  back(x: number, y: number): Point;
  scale: number;
}

export function projection(view: View, size: Size): Projection {
  const x = (xMm: number) => size.width / 2 + (xMm - view.xMm) * view.scale;
  const y = (zMm: number) => size.height / 2 - (zMm - view.zMm) * view.scale;
  return {
    x,
    y,
    p: (point) => `${x(point.xMm).toFixed(2)} ${y(point.zMm).toFixed(2)}`,
    back: (px, py) => ({
      xMm: view.xMm + (px - size.width / 2) / view.scale,
      zMm: view.zMm - (py - size.height / 2) / view.scale,
    }),
    scale: view.scale,
  };
}

/** Room left round the content for rulers, dimensions and the quadrant, px. */
const MARGIN = { left: 118, right: 62, top: 108, bottom: 74 };

/** The view that shows all points with room for their dimensions. */
export function fitted(points: readonly Point[], size: Size): View {
  const xs = points.map((p) => p.xMm);
  const zs = points.map((p) => p.zMm);
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
  const [z0, z1] = [Math.min(...zs), Math.max(...zs)];
  const width = Math.max(80, size.width - MARGIN.left - MARGIN.right);
  const height = Math.max(80, size.height - MARGIN.top - MARGIN.bottom);
  const scale = clamped(Math.min(width / Math.max(60, x1 - x0), height / Math.max(60, z1 - z0)));
  return {
    xMm: (x0 + x1) / 2 + (MARGIN.right - MARGIN.left) / 2 / scale,
    zMm: (z0 + z1) / 2 + (MARGIN.top - MARGIN.bottom) / 2 / scale,
    scale,
  };
}

export const clamped = (scale: number): number => Math.min(SCALE_RANGE[1], Math.max(SCALE_RANGE[0], scale));

/** Zooms about a pixel, which keeps showing the same point. */
export function zoomed(view: View, size: Size, factor: number, px: number, py: number): View {
  const scale = clamped(view.scale * factor);
  const held = projection(view, size).back(px, py);
  return {
    xMm: held.xMm - (px - size.width / 2) / scale,
    zMm: held.zMm + (py - size.height / 2) / scale,
    scale,
  };
}
