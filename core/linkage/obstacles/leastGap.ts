import { dot, minus, type Vec } from "../plane";
import { pieceGap, type Piece, type PieceName } from "./body";
import type { Solid } from "./shapes";

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
 * Directions, rad, at which a distance between a turning piece and a solid can turn from falling to rising.
 *
 * A piece begins at the pivot or is a disc round a point that circles it. Its distance from a fixed point
 * grows with the angle between them and with nothing else; its tip's distance from a segment turns only at
 * the segment's ends, at the foot of the normal and where the circle meets it. Between two of these
 * directions every such distance rises or falls throughout, so the least gap lies at one of them.
 */
function turningDirections(piece: Piece, solid: Solid): number[] {
  const out: number[] = [];
  for (const [a, b] of solid.edges) {
    out.push(Math.atan2(a.z, a.x), Math.atan2(b.z, b.x));
    const normal = Math.atan2(b.x - a.x, a.z - b.z);
    out.push(normal, normal + Math.PI, ...meets(piece.reach, a, b));
  }
  return out;
}

const TURN = 2 * Math.PI;

/** Halvings that bring an interval of a turn under the resolution of a double. */
const HALVINGS = 60;

/**
 * Least gap between a lever and one solid over a sweep of angles that contains neutral, with the angle of
 * least size at which it stands. Exact: it looks at every angle where the least gap can be, see
 * `turningDirections`; only where a filled outline is entered the edge of the contact is bisected.
 * Angles in rad, gaps in mm. Cost: a few looks per corner of the solid.
 */
export function leastGapOver(pieces: readonly Piece[], solid: Solid, from: number, to: number): LeastGap {
  const angles = [from, to, 0];
  for (const piece of pieces) {
    const own = Math.atan2(piece.tip.z, piece.tip.x);
    for (const direction of turningDirections(piece, solid)) {
      const first = direction - own - TURN * Math.floor((direction - own - from) / TURN);
      for (let t = first; t <= to; t += TURN) angles.push(t);
    }
  }
  const looks = angles.map((t) => gapAt(pieces, t, solid));
  const least = Math.min(...looks.map((l) => l.gapMm));
  const limit = least + SAME_GAP_MM;
  const nearest = looks
    .filter((l) => l.gapMm <= limit)
    .reduce((a, b) => (Math.abs(b.angleRad) < Math.abs(a.angleRad) ? b : a));
  return solid.filled && least <= 0 ? (entry(pieces, solid, looks, least) ?? nearest) : nearest;
}

/** First angle, going out from neutral on either side, at which a filled outline is touched. */
function entry(pieces: readonly Piece[], solid: Solid, looks: readonly LeastGap[], limit: number): LeastGap | null {
  const found: LeastGap[] = [];
  for (const way of [1, -1]) {
    const out = looks.filter((l) => l.angleRad * way >= 0).sort((a, b) => way * (a.angleRad - b.angleRad));
    const hit = out.findIndex((l) => l.gapMm <= limit);
    if (hit < 0) continue;
    if (hit === 0) return out[0];
    let [clear, touch] = [out[hit - 1].angleRad, out[hit].angleRad];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (clear + touch) / 2;
      if (gapAt(pieces, middle, solid).gapMm <= limit) touch = middle;
      else clear = middle;
    }
    found.push(gapAt(pieces, touch, solid));
  }
  return found.sort((a, b) => Math.abs(a.angleRad) - Math.abs(b.angleRad))[0] ?? null;
}
