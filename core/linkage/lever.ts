import { driveSolver } from "./drives";
import { rateRange } from "./gainRange";
import { dot, length, toDeg, toRad, turned, vec } from "./plane";
import type { Column, DriveSolver, Gear, Gearbox, LeverGeometry, Reason, Swing } from "./types";

/** Below this cosine between the far end's path and the rod the selector does not move the lever at all. */
const NO_DRIVE_COS = 1e-9;

export interface LeverInput {
  gearbox: Gearbox;
  lever: LeverGeometry;
  selectorForceN?: number;
  selectorTorqueNm?: number;
}

type Travel = { travelMm: number } | { travelDeg: number };
export type GearAnswer = { gear: string; column: string } & Travel &
  (
    | {
        reached: true;
        leverDeg: number;
        knob: { xMm: number; yMm: number; zMm: number };
        halfThrowMm: number;
      }
    | {
        reached: false;
        leverDeg: null;
        knob: null;
        halfThrowMm: null;
        reason: Reason;
        missingMm: number | null;
        message: string;
      }
  );

export interface Throw {
  column: string;
  from: string;
  to: string;
  throwMm: number | null;
  sweepMm: number | null;
}

export interface LeverNotice {
  code: "cannot_reach" | "dead_centre" | "no_drive";
  message: string;
  gear?: string;
}

export interface LeverAnswer {
  gears: GearAnswer[];
  columns: { column: string; crossMm: number; knobYMm: number | null }[];
  throws: Throw[];
  crossThrows: { from: string; to: string; crossThrowMm: number | null }[];
  gainMmPerMm?: number | null;
  gainMmPerDeg?: number | null;
  gainRange: [number, number | null] | null;
  pinGainMmPerMm: number | null;
  rodMm: number | null;
  knobForceN: number | null;
  notices: LeverNotice[];
}

/** Sideways arms used for the cross-gate movement, mm; they default to the heights of knob and pin. */
export const crossArms = (lever: LeverGeometry): { knobArmMm: number; pinArmMm: number } => ({
  knobArmMm: lever.cross.knobArmMm ?? Math.abs(lever.knob.zMm),
  pinArmMm: lever.cross.pinArmMm ?? Math.abs(lever.pin.zMm),
});

/** Selector travel of a gear in the drive's own unit: mm, or radians for an arm. */
export const travelOf = (gear: Gear, isArm: boolean): number =>
  isArm ? toRad(gear.travelDeg ?? 0) : (gear.travelMm ?? 0);

/** The columns of a gearbox; where none are listed, every column the gears name, straight above the pivot. */
export const columnsOf = (gearbox: Gearbox): Column[] =>
  gearbox.columns ?? [...new Set(gearbox.gears.map((g) => g.column))].map((column) => ({ column, crossMm: 0 }));

const oneDecimal = (n: number): string => n.toFixed(n < 0.1 ? 3 : 1);

function missingText(gear: string, reason: Reason, missingMm: number | null): string {
  const lack = missingMm === null ? "" : `${oneDecimal(missingMm)} mm`;
  switch (reason) {
    case "rod_short":
      return `cannot reach: the rod is ${lack} short at gear ${gear}`;
    case "rod_long":
      return `cannot reach: the rod is ${lack} too long at gear ${gear}`;
    case "swing_short":
      return `cannot reach: the pin's swing is ${lack} short at gear ${gear}`;
    case "cross_short":
      return `cannot reach: the pin's sideways arm is ${lack} short for gear ${gear}`;
    case "dead_centre":
      return missingMm === null
        ? `cannot reach gear ${gear}: neutral is at a dead centre`
        : `cannot reach gear ${gear}: the way there passes a dead centre, ${lack} are missing`;
  }
}

/** Knob arc per unit of selector travel at neutral (mm per mm, or mm per radian for an arm); null at a dead centre. */
export function neutralGain(lever: LeverGeometry, drive: DriveSolver): number | null {
  if (drive.neutralAtDeadCentre) return null;
  const rate = drive.rate(0, 0);
  if (rate === null) return null;
  const gain = length(vec(lever.knob)) * Math.abs(rate);
  return gain < NO_DRIVE_COS ? 0 : gain;
}

/**
 * How far the knob of one shifter travels, how hard it is to move and where it ends up.
 *
 * Frame: side plane, origin at the pivot in neutral, x to the front, z up, mm; a positive lever angle
 * carries the knob rearward; y to the left. Travel belongs to the gearbox. Throws are chords between
 * knob centres (what a tape reads), sweeps are arcs. Gain is knob arc per mm (arm: per degree) of
 * selector travel; by virtual work the knob force is the selector force over the gain, without friction.
 * A gear out of reach is an ordinary answer with the missing length. Cost: well under 100 microseconds.
 * Source: two-circle linkage geometry; the arm drive agrees with Freudenstein (1955).
 */
export function lever(input: LeverInput): LeverAnswer {
  const { gearbox, lever: geometry } = input;
  const drive = driveSolver(geometry);
  const isArm = geometry.drive.kind === "arm";
  const knob = vec(geometry.knob);
  const knobArm = length(knob);
  const arms = crossArms(geometry);
  const sameSide = dot(knob, vec(geometry.pin)) > 0;
  const notices: LeverNotice[] = [];

  const columns = columnsOf(gearbox).map(({ column, crossMm }) => {
    const reachable = Math.abs(crossMm) <= arms.pinArmMm;
    const share = crossMm === 0 ? 0 : crossMm / arms.pinArmMm;
    const knobYMm = reachable ? (sameSide ? 1 : -1) * arms.knobArmMm * share : null;
    return { column, crossMm, knobYMm };
  });
  const columnByName = new Map(columns.map((c) => [c.column, c]));

  const angles = new Map<string, number>();
  let lowest = 0;
  let highest = 0;
  const gears = gearbox.gears.map((g): GearAnswer => {
    const travel = travelOf(g, isArm);
    const base = {
      gear: g.gear,
      column: g.column,
      ...(isArm ? { travelDeg: g.travelDeg ?? 0 } : { travelMm: g.travelMm ?? 0 }),
    };
    const column = columnByName.get(g.column);
    let swing: Swing = drive.solve(travel);
    if (swing.ok && column?.knobYMm === null) {
      const missingMm = Math.abs(column.crossMm) - arms.pinArmMm;
      swing = { ok: false, reason: "cross_short", missingMm };
    }
    if (!swing.ok) {
      const message = missingText(g.gear, swing.reason, swing.missingMm);
      notices.push({ code: "cannot_reach", message, gear: g.gear });
      return {
        ...base,
        reached: false,
        leverDeg: null,
        knob: null,
        halfThrowMm: null,
        reason: swing.reason,
        missingMm: swing.missingMm,
        message,
      };
    }
    lowest = Math.min(lowest, travel);
    highest = Math.max(highest, travel);
    angles.set(g.gear, swing.angleRad);
    const at = turned(knob, swing.angleRad);
    return {
      ...base,
      reached: true,
      leverDeg: toDeg(swing.angleRad),
      knob: { xMm: at.x, yMm: column?.knobYMm ?? 0, zMm: at.z },
      halfThrowMm: chord(knobArm, swing.angleRad),
    };
  });

  const throws: Throw[] = [];
  gearbox.gears.forEach((a, i) => {
    for (const b of gearbox.gears.slice(i + 1)) {
      if (a.column !== b.column || travelOf(a, isArm) * travelOf(b, isArm) >= 0) continue;
      const [ta, tb] = [angles.get(a.gear), angles.get(b.gear)];
      const both = ta !== undefined && tb !== undefined;
      throws.push({
        column: a.column,
        from: a.gear,
        to: b.gear,
        throwMm: both ? chord(knobArm, ta - tb) : null,
        sweepMm: both ? knobArm * Math.abs(ta - tb) : null,
      });
    }
  });

  const sorted = columns.map((c, i) => ({ ...c, i })).sort((a, b) => a.crossMm - b.crossMm || a.i - b.i);
  const crossThrows = sorted.slice(1).map((to, i) => {
    const from = sorted[i];
    const known = from.knobYMm !== null && to.knobYMm !== null;
    const crossThrowMm = known ? Math.abs((to.knobYMm ?? 0) - (from.knobYMm ?? 0)) : null;
    return { from: from.column, to: to.column, crossThrowMm };
  });

  const perUnit = isArm ? Math.PI / 180 : 1;
  const neutral = neutralGain(geometry, drive);
  const gain = neutral === null ? null : neutral * perUnit;
  if (neutral === null) {
    notices.push({ code: "dead_centre", message: "neutral is at a dead centre" });
  }
  if (gain === 0) {
    notices.push({
      code: "no_drive",
      message: "in neutral the selector moves square to the rod and does not turn the lever",
    });
  }
  const range = neutral === null ? null : rateRange(drive, lowest, highest);
  const scale = knobArm * perUnit;
  const force = isArm
    ? input.selectorTorqueNm === undefined
      ? undefined
      : (input.selectorTorqueNm * 1000 * Math.PI) / 180
    : input.selectorForceN;

  return {
    gears,
    columns,
    throws,
    crossThrows,
    ...(isArm ? { gainMmPerDeg: gain } : { gainMmPerMm: gain }),
    gainRange: range && [range.min * scale, range.max === null ? null : range.max * scale],
    pinGainMmPerMm: drive.neutralAtDeadCentre ? null : knobArm / drive.pinRateMmPerRad,
    rodMm: drive.rodMm,
    knobForceN: force === undefined || !gain ? null : force / gain,
    notices,
  };
}

/** Straight-line distance between two places of a point turned by t at radius r. */
const chord = (r: number, t: number): number => 2 * r * Math.abs(Math.sin(t / 2));
