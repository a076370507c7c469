import type { NewFields } from "../contract";

type Drive = NonNullable<NewFields<"vehicle">["driveTrain"]>;

/** What turns in a vehicle: the size on its tyre, the final drive, and the ratios from first gear up. */
const drive = (size: string, finalDrive: number, ratios: number[], more: Partial<Drive> = {}): Drive => ({
  tyre: { size },
  finalDrive,
  ratios: ratios.map((ratio, i) => ({ gear: String(i + 1), ratio })),
  halfShaftJoint: "none",
  propShaft: true,
  ...more,
});

/** Fourth is direct: there the shaft turns as the engine does, and only another gear tells them apart. */
export const minibusDrive = drive("195/70R15", 4.3, [4.2, 2.33, 1.44, 1, 0.79], {
  accessories: [{ name: "fan", ratio: 1.15 }],
});

export const vanDrive = drive("185/65R15", 4.07, [3.45, 1.95, 1.28, 0.95, 0.76], {
  halfShaftJoint: "tripod",
  propShaft: false,
});

export const hillclimbDrive = drive("185/60R13", 4.1, [3.3, 2.05, 1.36, 1, 0.82]);
