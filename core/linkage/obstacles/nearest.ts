import { dot, length, minus, turned, type Vec } from "../plane";
import type { Piece } from "./body";
import { segmentsCross, type Solid } from "./shapes";

const PIVOT: Vec = { x: 0, z: 0 };

const onSegment = (p: Vec, a: Vec, b: Vec): Vec => {
  const ab = minus(b, a);
  const squared = dot(ab, ab);
  const t = squared === 0 ? 0 : Math.min(1, Math.max(0, dot(minus(p, a), ab) / squared));
  return { x: a.x + t * ab.x, z: a.z + t * ab.z };
};

/**
 * Where a turned piece and a solid come nearest: a point on the surface of each, in the frame of the pivot.
 * For drawing the gap where it happens. Where they overlap the two points have passed each other; where
 * centre lines cross they are null.
 */
export function nearestPoints(piece: Piece, t: number, solid: Solid): { lever: Vec; solid: Vec } | null {
  const tip = turned(piece.tip, t);
  const from = piece.disc ? tip : PIVOT;
  let best: { lever: Vec; solid: Vec; distance: number } | null = null;
  for (const [a, b] of solid.edges) {
    if (segmentsCross(from, tip, a, b)) return null;
    const pairs = [
      { lever: from, solid: onSegment(from, a, b) },
      { lever: tip, solid: onSegment(tip, a, b) },
      { lever: onSegment(a, from, tip), solid: a },
      { lever: onSegment(b, from, tip), solid: b },
    ];
    for (const pair of pairs) {
      const distance = length(minus(pair.solid, pair.lever));
      if (!best || distance < best.distance) best = { ...pair, distance };
    }
  }
  if (!best || best.distance === 0) return null;
  const way = minus(best.solid, best.lever);
  const [ux, uz] = [way.x / best.distance, way.z / best.distance];
  return {
    lever: { x: best.lever.x + ux * piece.radius, z: best.lever.z + uz * piece.radius },
    solid: { x: best.solid.x - ux * solid.radius, z: best.solid.z - uz * solid.radius },
  };
}
