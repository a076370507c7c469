import type { FigureKind, Photo, SheetPhoto } from "../../contract";
import { photoFigure, type SheetPoint } from "../../core";
import { pointKey, sceneIn } from "./ask";
import type { Figure } from "./levers";

const K = 2;

/** How many points a figure is made of at least: a line has two, an angle two lines, a circle three holes. */
export const POINTS_OF: Record<FigureKind, number> = { length: 2, angle: 4, circle: 3 };

/** What the points of a figure are called: its name and a number. */
export const figurePoint = (name: string, i: number): string => `${name} ${i + 1}`;

/**
 * The circle through holes by least squares of its equation (Kasa 1976): the diameter. Exact for three.
 */
export function circleDiameter(holes: readonly SheetPoint[]): number {
  const n = holes.length;
  const [mx, my] = [holes.reduce((s, p) => s + p.xMm, 0) / n, holes.reduce((s, p) => s + p.yMm, 0) / n];
  let [xx, xy, yy, xr, yr, rr] = [0, 0, 0, 0, 0, 0];
  for (const p of holes) {
    const [x, y] = [p.xMm - mx, p.yMm - my];
    const r = x * x + y * y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xr += x * r;
    yr += y * r;
    rr += r;
  }
  const det = 2 * (xx * yy - xy * xy);
  const [cx, cy] = [(xr * yy - yr * xy) / det, (yr * xx - xr * xy) / det];
  return 2 * Math.sqrt(cx * cx + cy * cy + rr / n);
}

/** Angle between two lines, 0 to 90 degrees: which end of a line was clicked first does not matter. */
export function angleBetween([a, b, c, d]: readonly SheetPoint[]): number {
  const [ux, uy, vx, vy] = [b.xMm - a.xMm, b.yMm - a.yMm, d.xMm - c.xMm, d.yMm - c.yMm];
  return (Math.atan2(Math.abs(ux * vy - uy * vx), Math.abs(ux * vx + uy * vy)) * 180) / Math.PI;
}

const WORKS: Record<FigureKind, (p: readonly SheetPoint[]) => number> = {
  length: ([a, b]) => Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm),
  angle: angleBetween,
  circle: circleDiameter,
};

type Taken = Parameters<typeof sceneIn>[0] & Pick<SheetPhoto, "figures">;

/** Each figure of a picture with its interval, mm or degrees; null where points of it are still to be clicked. */
export function figuresIn(record: Taken, picture: Pick<Photo, "widthPx" | "heightPx">): (Figure | null)[] {
  const scene = sceneIn(record, picture);
  return record.figures.map(({ kind, name, count }) => {
    if (!scene) return null;
    const at = Array.from({ length: count }, (_, i) =>
      scene.points.findIndex((p) => p.name === pointKey("other", figurePoint(name, i))),
    );
    if (at.length < POINTS_OF[kind] || at.some((i) => i < 0)) return null;
    const { value, standard } = photoFigure(scene, (places) => WORKS[kind](at.map((i) => places[i])));
    return Number.isFinite(value) && Number.isFinite(standard) ? { value, expanded: K * standard } : null;
  });
}
