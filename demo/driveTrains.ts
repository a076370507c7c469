import type { NewFields } from "../contract";

type Drive = NonNullable<NewFields<"vehicle">["driveTrain"]>;

const gears = (...ratios: number[]): Drive["ratios"] => ratios.map((ratio, i) => ({ gear: String(i + 1), ratio }));

/** Fourth is direct: there the shaft turns as the engine does, and only another gear tells them apart. */
export const minibusDrive: Drive = {
  tyre: { size: "195/70R15" },
  finalDrive: 4.3,
  ratios: gears(4.2, 2.33, 1.44, 1, 0.79),
  halfShaftJoint: "none",
  propShaft: true,
  accessories: [{ name: "fan", ratio: 1.15 }],
};

export const vanDrive: Drive = {
  tyre: { size: "185/65R15" },
  finalDrive: 4.07,
  ratios: gears(3.45, 1.95, 1.28, 0.95, 0.76),
  halfShaftJoint: "tripod",
  propShaft: false,
};

export const hillclimbDrive: Drive = {
  tyre: { size: "185/60R13" },
  finalDrive: 4.1,
  ratios: gears(3.3, 2.05, 1.36, 1, 0.82),
  halfShaftJoint: "none",
  propShaft: true,
};
