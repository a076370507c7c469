import { fallsShort } from "../quantity";
import { toRad } from "./plane";

export interface FloorHole {
  name: string;
  xMm: number;
  yMm: number;
  diameterMm: number;
}

export interface FloorSlotInput {
  holes: FloorHole[];
  /** Pivot of the arm; z is its height above the floor's top face. */
  pivot: { xMm: number; yMm: number; zMm: number };
  /** Arm beyond the underside when it stands square to the floor. */
  armBelowMm: number;
  /** Arm angles in the vehicle's axes: -90 is straight down. */
  swing: { firstDeg: number; lastDeg: number };
  floorThicknessMm: number;
  /** Slope of the floor; positive rises to the front. */
  floorDeg: number;
  armWidthMm: number;
  armThicknessMm?: number;
  clearanceMm: number;
}

export interface FloorSlotAnswer {
  slot: {
    lengthMm: number;
    widthMm: number;
    fromXMm: number;
    toXMm: number;
    centre: { xMm: number; yMm: number };
  };
  sweepMm: number;
  holes: (FloorHole & { edgeMm: number; needMm: number; ok: boolean })[];
  edgesOk: boolean;
  below: { depthMm: number; fromXMm: number; toXMm: number };
}

/** How far the arm leans from square to the floor, deg; positive carries its tip forward. */
export const leanDeg = (armDeg: number, floorDeg: number): number => armDeg - floorDeg + 90;

/** An arm that leans farther than this, deg, runs along the floor rather than through it. */
export const MOST_LEAN_DEG = 75;

/** Between a hole's centre and an edge belong two of its diameters. Common practice, no source. */
const EDGE_DIAMETERS = 2;

/**
 * The slot a floor shifter's arm needs, where its holes lie to it, and what hangs below the floor.
 *
 * Template coordinates: the floor's top face, x forward along it, y left, mm. The slot takes the arm's two
 * edges on both faces of the floor over the whole swing. Common practice, no source.
 */
export function floorSlot(input: FloorSlotInput): FloorSlotAnswer {
  const { pivot, swing, clearanceMm } = input;
  const leans = [swing.firstDeg, swing.lastDeg].map((deg) => toRad(leanDeg(deg, input.floorDeg)));
  const faces = [pivot.zMm, pivot.zMm + input.floorThicknessMm];
  const centres = leans.flatMap((t) => faces.map((h) => pivot.xMm + h * Math.tan(t)));
  // Each edge runs one way over the swing or turns where it does not count: its extremes stand at the ends.
  const edge = (side: 1 | -1): number[] =>
    leans.flatMap((t) => faces.map((h) => pivot.xMm + h * Math.tan(t) + (side * input.armWidthMm) / 2 / Math.cos(t)));
  const fromXMm = Math.min(...edge(-1)) - clearanceMm;
  const toXMm = Math.max(...edge(1)) + clearanceMm;
  const widthMm = (input.armThicknessMm ?? input.armWidthMm) + 2 * clearanceMm;
  const [left, right] = [pivot.yMm + widthMm / 2, pivot.yMm - widthMm / 2];

  const holes = input.holes.map((hole) => {
    const dx = Math.max(fromXMm - hole.xMm, 0, hole.xMm - toXMm);
    const dy = Math.max(right - hole.yMm, 0, hole.yMm - left);
    const edgeMm = Math.hypot(dx, dy);
    const needMm = EDGE_DIAMETERS * hole.diameterMm;
    return { ...hole, edgeMm, needMm, ok: !fallsShort(edgeMm, needMm) };
  });

  const arm = pivot.zMm + input.floorThicknessMm + input.armBelowMm;
  const [least, most] = [Math.min(...leans), Math.max(...leans)];
  const steepest = least > 0 ? least : most < 0 ? most : 0;
  const tips = leans.map((t) => pivot.xMm + arm * Math.sin(t));
  return {
    slot: {
      lengthMm: toXMm - fromXMm,
      widthMm,
      fromXMm,
      toXMm,
      centre: { xMm: (fromXMm + toXMm) / 2, yMm: pivot.yMm },
    },
    sweepMm: Math.max(...centres) - Math.min(...centres),
    holes,
    edgesOk: holes.every((h) => h.ok),
    below: {
      depthMm: arm * Math.cos(steepest) - pivot.zMm - input.floorThicknessMm,
      fromXMm: Math.min(...tips),
      toXMm: Math.max(...tips),
    },
  };
}
