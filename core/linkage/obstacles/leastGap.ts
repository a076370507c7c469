import { dot, length, minus, turned, type Vec } from "../plane";
import { pieceGap, type Piece, type PieceName } from "./body";
import { pointToSegment, segmentToSegment, type Edge, type Solid } from "./shapes";

/** Gaps this close, mm, count as one: of those the angle nearest neutral is reported. */
export const SAME_GAP_MM = 1e-6;

/** Parts nearer to each other than this, mm, tie; the first of shaft, knob, tail is named. */
const SAME_PART_MM = 1e-9;

export interface LeastGap {
  gapMm: number;
  angleRad: number;
  part: PieceName;
}

/** The least gap of all pieces at one angle, and whose it is. */
export function gapAt(pieces: readonly Piece[], t: number, solid: Solid): LeastGap {
  let best: LeastGap | null = null;
  for (const piece of pieces) {
    const gapMm = pieceGap(piece, t, solid);
    if (!best || gapMm < best.gapMm - SAME_PART_MM) best = { gapMm, angleRad: t, part: piece.part };
  }
  if (!best) throw new RangeError("a lever has pieces");
  return best;
}

/** Angles of a circle of radius r round the origin where it meets segment a-b. */
function meets(r: number, a: Vec, b: Vec): number[] {
  const d = minus(b, a);
  const [A, B, C] = [dot(d, d), 2 * dot(a, d), dot(a, a) - r * r];
  const root = B * B - 4 * A * C;
  if (A === 0 || root < 0) return [];
  return [(-B - Math.sqrt(root)) / (2 * A), (-B + Math.sqrt(root)) / (2 * A)]
    .filter((t) => t >= 0 && t <= 1)
    .map((t) => Math.atan2(a.z + t * d.z, a.x + t * d.x));
}

/**
 * Directions, rad, at which the distance between a turning piece and an edge can turn from falling to rising.
 *
 * A piece begins at the pivot or is a disc round a point that circles it. Its distance from a fixed point
 * grows with the angle between them and with nothing else; its tip's distance from a segment turns only at
 * the segment's ends, at the foot of the normal and where the circle meets it. Between two of these
 * directions the distance rises or falls throughout, so the least gap lies at one of them.
 */
function turningDirections(piece: Piece, [a, b]: Edge): number[] {
  const normal = Math.atan2(b.x - a.x, a.z - b.z);
  return [Math.atan2(a.z, a.x), Math.atan2(b.z, b.x), normal, normal + Math.PI, ...meets(piece.reach, a, b)];
}

const TURN = 2 * Math.PI;

/** Halvings that bring an interval of a turn under the resolution of a double. */
const HALVINGS = 60;

const PIVOT: Vec = { x: 0, z: 0 };

/** The angles of a sweep at which the distance between a piece and an edge can be least: its ends, neutral, turns. */
function anglesToLook(piece: Piece, edge: Edge, from: number, to: number): number[] {
  const angles = [from, to, 0];
  const own = Math.atan2(piece.tip.z, piece.tip.x);
  for (const direction of turningDirections(piece, edge)) {
    const first = direction - own - TURN * Math.floor((direction - own - from) / TURN);
    for (let t = first; t <= to; t += TURN) angles.push(t);
  }
  return angles;
}

/** Distance of a turned piece's centre line from one edge. */
function distanceAt(piece: Piece, t: number, [a, b]: Edge): number {
  const tip = turned(piece.tip, t);
  return segmentToSegment(piece.disc ? tip : PIVOT, tip, a, b);
}

/**
 * No turned position of the piece comes nearer to the edge than this: the piece never leaves the circle it
 * reaches round the pivot, and a disc's centre never leaves its rim.
 */
function nearestEver(piece: Piece, [a, b]: Edge): number {
  const least = pointToSegment(PIVOT, a, b);
  if (!piece.disc) return least - piece.reach;
  return Math.max(least - piece.reach, piece.reach - Math.max(length(a), length(b)));
}

/**
 * Least gap between a lever and one solid over a sweep of angles that contains neutral, with the angle of
 * least size at which it is found. Exact: it looks, edge by edge, at every angle where the least distance from
 * that edge can be, see `turningDirections`; only where a filled outline is entered the edge of the contact
 * is bisected. Angles in rad, gaps in mm. Cost: about ten looks per edge that the lever can reach at all.
 */
export function leastGapOver(pieces: readonly Piece[], solid: Solid, from: number, to: number): LeastGap {
  const touchesAtOnce = solid.filled && gapAt(pieces, 0, solid).gapMm <= 0;
  if (touchesAtOnce) return gapAt(pieces, 0, solid);
  let least = Infinity;
  let angles: { gap: number; t: number }[] = [];
  for (const piece of pieces) {
    const thickness = piece.radius + solid.radius;
    for (const edge of solid.edges) {
      if (nearestEver(piece, edge) - thickness > least + SAME_GAP_MM) continue;
      for (const t of anglesToLook(piece, edge, from, to)) {
        const distance = distanceAt(piece, t, edge) - thickness;
        const gap = solid.filled ? Math.max(0, distance) : distance;
        if (gap > least + SAME_GAP_MM) continue;
        least = Math.min(least, gap);
        angles.push({ gap, t });
      }
      if (angles.length > MOST_KEPT) angles = angles.filter((k) => k.gap <= least + SAME_GAP_MM);
    }
  }
  if (solid.filled && least <= 0) return gapAt(pieces, entry(pieces, solid, from, to), solid);
  const near = angles.filter((k) => k.gap <= least + SAME_GAP_MM);
  const { t } = near.reduce((a, b) => (Math.abs(b.t) < Math.abs(a.t) ? b : a));
  return gapAt(pieces, t, solid);
}

/** Looks kept before those that have been beaten are let go. */
const MOST_KEPT = 4096;

/** The angle nearest neutral at which a filled outline that is clear in neutral is touched. */
function entry(pieces: readonly Piece[], solid: Solid, from: number, to: number): number {
  let best = Infinity;
  for (const piece of pieces) {
    for (const edge of solid.edges) {
      if (nearestEver(piece, edge) > piece.radius) continue;
      const angles = anglesToLook(piece, edge, from, to);
      for (const way of [1, -1]) {
        const out = angles.filter((t) => t * way >= 0).sort((a, b) => way * (a - b));
        const hit = out.findIndex((t) => distanceAt(piece, t, edge) <= piece.radius);
        if (hit <= 0 || Math.abs(out[hit - 1]) >= Math.abs(best)) continue;
        let [clear, touch] = [out[hit - 1], out[hit]];
        for (let i = 0; i < HALVINGS; i++) {
          const middle = (clear + touch) / 2;
          if (distanceAt(piece, middle, edge) <= piece.radius) touch = middle;
          else clear = middle;
        }
        if (Math.abs(touch) < Math.abs(best)) best = touch;
      }
    }
  }
  return best;
}
