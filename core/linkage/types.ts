/** A point in the side plane, mm: x to the front, z up, origin at the lever's pivot in neutral. */
export interface Point {
  xMm: number;
  zMm: number;
}

/** How the pin moves the selector. Positive travel runs along the axis, or draws the pin towards the anchor. */
export type Drive =
  | { kind: "direct"; axisDeg: number }
  | { kind: "rod"; joint: Point; axisDeg: number }
  | { kind: "arm"; joint: Point; armPivot: Point }
  | { kind: "cable"; anchor: Point; ratio: number };

export type DriveKind = Drive["kind"];

/** One lever, every point measured from its own pivot. */
export interface LeverGeometry {
  knob: Point;
  pin: Point;
  drive: Drive;
  cross: { knobArmMm?: number; pinArmMm?: number };
}

/** One gear: travel of the selector in mm, or of the gearbox's rocking arm in degrees. */
export interface Gear {
  gear: string;
  column: string;
  travelMm?: number;
  travelDeg?: number;
}

/** One fore-aft gate and how far to the left the selector stands in it. */
export interface Column {
  column: string;
  crossMm: number;
}

/** What belongs to the gearbox and not to the lever that stands above it. */
export interface Gearbox {
  columns?: Column[];
  gears: Gear[];
}

export type Reason = "rod_short" | "rod_long" | "swing_short" | "dead_centre" | "cross_short";

/** Where the lever ends up for one travel: its turn from neutral in radians, or why it cannot get there. */
export type Swing = { ok: true; angleRad: number } | { ok: false; reason: Reason; missingMm: number | null };

/**
 * One drive, set up once for a lever and then asked per gear.
 * Travel is in mm for direct, rod and cable and in radians for arm.
 */
export interface DriveSolver {
  /** Free length of rod or cable in neutral, mm; null for direct. */
  rodMm: number | null;
  /** The pin's path stands square to the rod in neutral: nothing defined can follow. */
  neutralAtDeadCentre: boolean;
  /** mm of pin movement along rod, cable or axis per radian of lever, at neutral (not signed). */
  pinRateMmPerRad: number;
  /** Lever angle for a travel, on the branch continuous with neutral. */
  solve(travel: number): Swing;
  /** d(lever angle)/d(travel), rad per mm or per rad, signed; null at a dead centre. */
  rate(travel: number, angleRad: number): number | null;
}
