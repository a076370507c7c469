import { cross, dot, length, minus, vec, type Vec } from "../plane";
import type { Point } from "../types";

/** Something that stands in the side plane and does not move with the lever. */
export type Obstacle = { name: string } & (
  | { kind: "circle"; xMm: number; zMm: number; radiusMm: number }
  | { kind: "segment"; from: Point; to: Point; halfWidthMm: number }
  | { kind: "polygon"; points: Point[] }
);

/** A centre line or a side of an outline: its two ends, which may coincide. */
export type Edge = readonly [Vec, Vec];

/** An obstacle as centre lines with a radius round them; a polygon is its edges, filled. */
export interface Solid {
  edges: readonly Edge[];
  radius: number;
  filled: boolean;
}

export function solidOf(obstacle: Obstacle): Solid {
  switch (obstacle.kind) {
    case "circle": {
      const centre = vec(obstacle);
      return { edges: [[centre, centre]], radius: obstacle.radiusMm, filled: false };
    }
    case "segment":
      return { edges: [[vec(obstacle.from), vec(obstacle.to)]], radius: obstacle.halfWidthMm, filled: false };
    case "polygon": {
      const points = obstacle.points.map(vec);
      return {
        edges: points.map((p, i) => [p, points[(i + 1) % points.length]] as const),
        radius: 0,
        filled: true,
      };
    }
  }
}

/** Distance of a point from a segment; the ends may coincide. */
export function pointToSegment(p: Vec, a: Vec, b: Vec): number {
  const ab = minus(b, a);
  const squared = dot(ab, ab);
  const t = squared === 0 ? 0 : Math.min(1, Math.max(0, dot(minus(p, a), ab) / squared));
  return length(minus(p, { x: a.x + t * ab.x, z: a.z + t * ab.z }));
}

/** Whether two segments have a point in common; ends that touch are found by their distance, not here. */
export function segmentsCross(a: Vec, b: Vec, c: Vec, d: Vec): boolean {
  const [ab, cd] = [minus(b, a), minus(d, c)];
  const side = (u: Vec, from: Vec, p: Vec): number => Math.sign(cross(u, minus(p, from)));
  return side(ab, a, c) * side(ab, a, d) < 0 && side(cd, c, a) * side(cd, c, b) < 0;
}

/** Distance between two segments, 0 where they cross. */
export function segmentToSegment(a: Vec, b: Vec, c: Vec, d: Vec): number {
  if (segmentsCross(a, b, c, d)) return 0;
  return Math.min(pointToSegment(a, c, d), pointToSegment(b, c, d), pointToSegment(c, a, b), pointToSegment(d, a, b));
}

/** Even-odd rule: whether a point lies inside a closed outline. */
export function inside(p: Vec, edges: Solid["edges"]): boolean {
  let odd = false;
  for (const [a, b] of edges) {
    if (a.z > p.z !== b.z > p.z && p.x < ((b.x - a.x) * (p.z - a.z)) / (b.z - a.z) + a.x) odd = !odd;
  }
  return odd;
}
