import type { Obstacle } from "../../../core";
import type { Projection } from "./viewport";

/** Where an obstacle's name is written, drawing units. */
export interface ObstacleLabel {
  name: string;
  x: number;
  y: number;
  anchor: "start" | "end";
}

/** Height of a line of names, and its distance from the outline, drawing units. */
const LINE = 16;
const AWAY = 6;

function boundsOf(pr: Projection, o: Obstacle): { left: number; right: number; top: number; bottom: number } {
  const points = o.kind === "circle" ? [o] : o.kind === "segment" ? [o.from, o.to] : o.points;
  const by = (o.kind === "circle" ? o.radiusMm : o.kind === "segment" ? o.halfWidthMm : 0) * pr.scale;
  const xs = points.map((p) => pr.x(p.xMm));
  const ys = points.map((p) => pr.y(p.zMm));
  return {
    left: Math.min(...xs) - by,
    right: Math.max(...xs) + by,
    top: Math.min(...ys) - by,
    bottom: Math.max(...ys) + by,
  };
}

/**
 * Names of obstacles outside their outlines, on the side away from the lever, one below the other where two would run
 * into each other.
 */
export function obstacleLabels(pr: Projection, obstacles: readonly Obstacle[]): ObstacleLabel[] {
  const lever = pr.x(0);
  const placed: ObstacleLabel[] = [];
  const wanted = obstacles
    .map((o) => ({ o, b: boundsOf(pr, o) }))
    .map(({ o, b }) => {
      const onLeft = (b.left + b.right) / 2 < lever;
      return {
        name: o.name,
        x: onLeft ? b.left - AWAY : b.right + AWAY,
        y: (b.top + b.bottom) / 2 + 4,
        anchor: onLeft ? ("end" as const) : ("start" as const),
      };
    })
    .sort((a, b) => a.y - b.y);
  for (const label of wanted) {
    const last = placed.findLast((p) => p.anchor === label.anchor);
    placed.push(last && label.y - last.y < LINE ? { ...label, y: last.y + LINE } : label);
  }
  return placed;
}
