import { exceeds } from "../quantity";
import { lever, type GearAnswer } from "./lever";
import {
  gapAt,
  leastGapOver,
  piecesOf,
  SAME_GAP_MM,
  solidOf,
  type Body,
  type Obstacle,
  type Piece,
  type PieceName,
  type Solid,
} from "./obstacles";
import { toDeg, toRad } from "./plane";
import type { Gearbox, LeverGeometry, Reason } from "./types";

export interface ClearanceInput {
  gearbox: Gearbox;
  lever: LeverGeometry;
  body: Body;
  obstacles: Obstacle[];
}

export interface GearGap {
  obstacle: string;
  gapMm: number;
  touches: boolean;
  part: PieceName;
}

export interface SweepGap extends GearGap {
  leverDeg: number;
  /** Gear whose lever angle is nearest to it; "N" for neutral. */
  gear: string;
}

export interface ClearanceAnswer {
  gears: {
    gear: string;
    reached: boolean;
    leverDeg: number | null;
    gaps: GearGap[];
    reason?: Reason;
    missingMm?: number | null;
    message?: string;
  }[];
  sweep: SweepGap[];
  least: SweepGap;
  fromDeg: number;
  toDeg: number;
}

/** Name of the gear whose angle is nearest; neutral counts as "N" and yields to a gear. */
export function nearestGear(gears: readonly Pick<GearAnswer, "gear" | "leverDeg">[], deg: number): string {
  let best = { gear: "N", off: Math.abs(deg) };
  for (const g of [...gears].reverse()) {
    if (g.leverDeg === null) continue;
    const off = Math.abs(g.leverDeg - deg);
    if (off <= best.off) best = { gear: g.gear, off };
  }
  return best.gear;
}

/**
 * What the lever comes near to, gear by gear and over the whole way between them.
 *
 * Frame as in `lever`; gaps in mm, negative where bodies overlap, 0 inside a polygon. The gap is taken in
 * the side plane: what stands to the side of the lever is farther than shown, so the figure is on the safe
 * side. Gears out of reach are ordinary answers without gaps. Exact in closed form, see `leastGapOver`.
 */
export function clearance(input: ClearanceInput): ClearanceAnswer {
  const { gears } = lever({ gearbox: input.gearbox, lever: input.lever });
  const pieces = piecesOf(input.lever, input.body);
  const solids = input.obstacles.map((o) => ({ name: o.name, solid: solidOf(o) }));
  const { sweep, least, fromDeg, toDeg } = sweepOf(gears, pieces, solids);
  return {
    gears: gears.map((g) => {
      if (!g.reached) {
        const { gear, reached, leverDeg, reason, missingMm, message } = g;
        return { gear, reached, leverDeg, gaps: [], reason, missingMm, message };
      }
      const gaps = solids.map(({ name, solid }): GearGap => {
        const { gapMm, part } = gapAt(pieces, toRad(g.leverDeg), solid);
        return { obstacle: name, gapMm, touches: !exceeds(gapMm, 0), part };
      });
      return { gear: g.gear, reached: true, leverDeg: g.leverDeg, gaps };
    }),
    sweep,
    least,
    fromDeg,
    toDeg,
  };
}

/** The least gap of the whole sweep alone, without the gears' own: what a choice among many settings looks at. */
export function leastClearance(input: ClearanceInput): SweepGap {
  const { gears } = lever({ gearbox: input.gearbox, lever: input.lever });
  const solids = input.obstacles.map((o) => ({ name: o.name, solid: solidOf(o) }));
  return sweepOf(gears, piecesOf(input.lever, input.body), solids).least;
}

/** The least gap of a lever whose gears are solved, over its sweep: for many levers that share their angles. */
export const leastOver = (
  gears: readonly GearAnswer[],
  pieces: readonly Piece[],
  solids: readonly { name: string; solid: Solid }[],
): SweepGap => sweepOf(gears, pieces, solids).least;

function sweepOf(
  gears: readonly GearAnswer[],
  pieces: readonly Piece[],
  solids: readonly { name: string; solid: Solid }[],
): Pick<ClearanceAnswer, "sweep" | "least" | "fromDeg" | "toDeg"> {
  const angles = gears.flatMap((g) => (g.leverDeg === null ? [] : [g.leverDeg]));
  const [lowDeg, highDeg] = [Math.min(0, ...angles), Math.max(0, ...angles)];

  const sweep = solids.map(({ name, solid }): SweepGap => {
    const least = leastGapOver(pieces, solid, toRad(lowDeg), toRad(highDeg));
    const leverDeg = toDeg(least.angleRad);
    return {
      obstacle: name,
      gapMm: least.gapMm,
      touches: !exceeds(least.gapMm, 0),
      leverDeg,
      gear: nearestGear(gears, leverDeg),
      part: least.part,
    };
  });
  return {
    sweep,
    least: sweep.reduce((a, b) => (b.gapMm < a.gapMm - SAME_GAP_MM ? b : a)),
    fromDeg: lowDeg,
    toDeg: highDeg,
  };
}
