import { length, turned, vec, type Vec } from "../plane";
import type { LeverGeometry } from "../types";
import { inside, segmentToSegment, type Solid } from "./shapes";

/** How thick the lever is; the tail reaches past the pin where a stub stands out. */
export interface Body {
  shaftRadiusMm: number;
  knobRadiusMm: number;
  tailRadiusMm: number;
  /** Depth of the tail's centre line from the pivot; absent: it ends at the pin. */
  tailDepthMm?: number;
}

export const pieceNames = ["shaft", "knob", "tail"] as const;
export type PieceName = (typeof pieceNames)[number];

/** One part of the lever in neutral: a segment that begins at the pivot, or a disc that turns round it. */
export interface Piece {
  part: PieceName;
  /** Outer end of the segment, or centre of the disc. */
  tip: Vec;
  reach: number;
  radius: number;
  disc: boolean;
}

const PIVOT: Vec = { x: 0, z: 0 };

export function piecesOf(lever: Pick<LeverGeometry, "knob" | "pin">, body: Body): Piece[] {
  const [knob, pin] = [vec(lever.knob), vec(lever.pin)];
  const pinArm = length(pin);
  const depth = body.tailDepthMm ?? pinArm;
  const tail = { x: (pin.x / pinArm) * depth, z: (pin.z / pinArm) * depth };
  return [
    { part: "shaft", tip: knob, reach: length(knob), radius: body.shaftRadiusMm, disc: false },
    { part: "knob", tip: knob, reach: length(knob), radius: body.knobRadiusMm, disc: true },
    { part: "tail", tip: tail, reach: depth, radius: body.tailRadiusMm, disc: false },
  ];
}

/** Gap between one piece, turned by t radians, and a solid; negative where they overlap, 0 in a polygon. */
export function pieceGap(piece: Piece, t: number, solid: Solid): number {
  const tip = turned(piece.tip, t);
  const from = piece.disc ? tip : PIVOT;
  let distance = Infinity;
  for (const [a, b] of solid.edges) distance = Math.min(distance, segmentToSegment(from, tip, a, b));
  if (!solid.filled) return distance - piece.radius - solid.radius;
  if (inside(tip, solid.edges) || inside(from, solid.edges)) return 0;
  return Math.max(0, distance - piece.radius);
}
