import type { FloorSlotInput, Gearbox, LeverGeometry, MetalName } from "../../core";

/** What is typed into the setting tools, lengths in mm and angles in degrees; null where nothing was given. */
export interface StopsFields {
  pitchMm: number | null;
  threadsPerInch: number | null;
  stopArmMm: number;
  pinArmMm: number;
  knobArmMm: number;
  detentOvertravelMm: number | null;
  backOffTurns: number | null;
  backOffFlats: number | null;
  targetRailMm: number | null;
}

export interface LockoutFields {
  gapMm: number;
  targetMinMm: number;
  targetMaxMm: number;
  slot: { towardMm: number | null; awayMm: number | null };
  gates: { gate: string; gapMm: number | null }[];
}

export interface ReleaseFields {
  flushMm: number;
  proudMm: number;
  pitchMm: number | null;
}

export interface ShimLine {
  thicknessMm: number;
  count: number;
  name: string;
}
export interface ShimsFields {
  gapMm: number;
  targetMm: number;
  mode: "fill" | "lift";
  stock: ShimLine[];
  maxPieces: number;
}

export interface RodEndFields {
  shankLengthMm: number;
  threadDepthMm: number;
  threadDiameterMm: number;
  pitchMm: number | null;
  threadsPerInch: number | null;
  hand: "right" | "left";
  engagementMm: number | null;
  jamNutMm: number | null;
  witnessMm: number | null;
}
export interface RodFields {
  targetMm: number;
  ends: RodEndFields[];
  changeMm: number | null;
}

export type FloorSlotFields = Omit<FloorSlotInput, "armThicknessMm"> & { armThicknessMm: number | null };

export interface PressFitFields {
  interfaceMm: number;
  interferenceMm: { min: number; max: number };
  hubOuterMm: number;
  sleeveBoreMm: number;
  lengthMm: number;
  hub: MetalName;
  sleeve: MetalName;
  serviceC: number | null;
  orientation: string | null;
}

const armOf = (point: { xMm: number; zMm: number } | undefined, usual: number, digits: number): number =>
  point ? Math.round(Math.hypot(point.xMm, point.zMm) * 10 ** digits) / 10 ** digits : usual;

/** A stop begins at an eighth of a turn, on the arms of the lever at work where there is one. */
export const beginStops = (lever: LeverGeometry | undefined): StopsFields => ({
  pitchMm: 1.25,
  threadsPerInch: null,
  stopArmMm: 30,
  pinArmMm: armOf(lever?.pin, 60, 2),
  knobArmMm: armOf(lever?.knob, 300, 2),
  detentOvertravelMm: null,
  backOffTurns: 0.125,
  backOffFlats: null,
  targetRailMm: null,
});

/** A lockout begins with the gates of the vehicle's gearbox. */
export const beginLockout = (gearbox: Gearbox | null | undefined): LockoutFields => ({
  gapMm: 0.4,
  targetMinMm: 1,
  targetMaxMm: 2,
  slot: { towardMm: null, awayMm: null },
  gates: (gearbox?.columns?.map((c) => c.column) ?? ["1-2", "3-4", "5-R"]).map((gate) => ({ gate, gapMm: null })),
});

export const beginRelease = (): ReleaseFields => ({ flushMm: 0, proudMm: 0.4, pitchMm: 1 });

/** Shims a shop usually has. Common practice, no source. */
const USUAL_SHIMS: ShimLine[] = [0.1, 0.2, 0.5, 1].map((t) => ({ thicknessMm: t, count: 4, name: `${t} mm` }));

/** A pack of shims begins with what the shop has on its shelf, or with the usual ones. */
export const beginShims = (shelf: readonly ShimLine[] | null | undefined): ShimsFields => ({
  gapMm: 1.3,
  targetMm: 0.2,
  mode: "fill",
  stock: shelf?.length ? [...shelf] : USUAL_SHIMS,
  maxPieces: 5,
});

const rodEnd = (hand: RodEndFields["hand"]): RodEndFields => ({
  shankLengthMm: 36,
  threadDepthMm: 20,
  threadDiameterMm: 8,
  pitchMm: 1.25,
  threadsPerInch: null,
  hand,
  engagementMm: null,
  jamNutMm: null,
  witnessMm: null,
});

/** A rod begins as long as the one the lever at work is driven by. */
export function beginRod(lever: LeverGeometry | undefined): RodFields {
  const drive = lever?.drive;
  const far =
    lever && (drive?.kind === "rod" || drive?.kind === "arm")
      ? { xMm: drive.joint.xMm - lever.pin.xMm, zMm: drive.joint.zMm - lever.pin.zMm }
      : undefined;
  return { targetMm: armOf(far, 312, 1), ends: [rodEnd("right"), rodEnd("left")], changeMm: null };
}

export const beginFloorSlot = (): FloorSlotFields => ({
  holes: [
    { name: "1", xMm: 70, yMm: 40, diameterMm: 8 },
    { name: "2", xMm: 70, yMm: -40, diameterMm: 8 },
    { name: "3", xMm: -70, yMm: 40, diameterMm: 8 },
    { name: "4", xMm: -70, yMm: -40, diameterMm: 8 },
  ],
  pivot: { xMm: 0, yMm: 0, zMm: 50 },
  armBelowMm: 80,
  swing: { firstDeg: -110, lastDeg: -70 },
  floorThicknessMm: 3,
  floorDeg: 0,
  armWidthMm: 20,
  armThicknessMm: 6,
  clearanceMm: 5,
});

export const beginPressFit = (): PressFitFields => ({
  interfaceMm: 40,
  interferenceMm: { min: 0.05, max: 0.08 },
  hubOuterMm: 60,
  sleeveBoreMm: 32,
  lengthMm: 45,
  hub: "6061-T6",
  sleeve: "steel",
  serviceC: 110,
  orientation: null,
});
