import type { FloorSlotInput, GatedInput, MountCompareInput, MountModesInput } from "../../core";
import { beginFloorSlot } from "../../domain";

/** A shifter of four positions and a gearbox arm behind it, one hole each. */
export const fourPositions = (over: Partial<GatedInput> = {}): GatedInput => {
  const names = ["P", "R", "N", "D"];
  return {
    shifter: {
      pivot: { xMm: 0, zMm: 0 },
      armMm: [50],
      positions: names.map((name, i) => ({ name, deg: 250 + 10 * i })),
    },
    gearbox: {
      pivot: { xMm: -500, zMm: -100 },
      armMm: [60],
      detents: names.map((name, i) => ({ name, deg: 251 + 8.5 * i })),
      captureDeg: 2.5,
    },
    rodMm: { min: 300, max: 700 },
    branch: "auto",
    ...over,
  };
};

/** An arm through a floor of 3 mm, two holes beside its slot. */
export const throughTheFloor = (over: Partial<FloorSlotInput> = {}): FloorSlotInput => ({
  ...beginFloorSlot(),
  armThicknessMm: 6,
  holes: [
    { name: "1", xMm: 70, yMm: 40, diameterMm: 8 },
    { name: "2", xMm: -70, yMm: -40, diameterMm: 8.5 },
  ],
  ...over,
});

/** Points of an outline from their x and z, mm. */
export const outline = (...points: (readonly [number, number])[]): { xMm: number; zMm: number }[] =>
  points.map(([xMm, zMm]) => ({ xMm, zMm }));

/** Sets of mounts under one engine of four cylinders, as driven. */
export const underOneEngine = (unit: MountModesInput, sets: MountCompareInput["sets"]): MountCompareInput => ({
  unit,
  sets,
  shifter: unit.points[0],
  engineTorqueNm: 160,
  ratio: 3.6,
  idleRpm: 750,
  cylinders: 4,
  strokes: 4,
  cruiseRpm: 3000,
});
