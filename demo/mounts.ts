import type { NewFields } from "../contract";

type Unit = NonNullable<NewFields<"vehicle">["powerUnit"]>;
type Room = NonNullable<NewFields<"job">["mountRoom"]>;
type Change = Room["sets"] extends (infer S)[] | undefined
  ? S extends { changes: Record<string, infer C> }
    ? C
    : never
  : never;

const mount = (
  name: string,
  role: "left" | "right" | "front" | "tail",
  [xMm, yMm, zMm]: [number, number, number],
  [kxNPerMm, kyNPerMm, kzNPerMm]: [number, number, number],
  nominalMm: number,
  extra: { rxDeg?: number; lossFactor?: number; dynamicRatio?: number } = {},
) => ({
  name,
  role,
  xMm,
  yMm,
  zMm,
  kxNPerMm,
  kyNPerMm,
  kzNPerMm,
  nominalMm,
  lossFactor: 0.1,
  dynamicRatio: 1.2,
  entered: ["nominalMm"],
  ...extra,
});

/** Figures of the unit that somebody entered. */
const entered = ["massKg", "com", "mounts", "shafts", "noiseLimitDb"];

const firm: Change = { material: "firm rubber", factor: 1.4, lossFactor: 0.12, dynamicRatio: 1.25 };
const urethane: Change = { material: "urethane", factor: 2.6, lossFactor: 0.16, dynamicRatio: 1.4 };
const solid: Change = { material: "solid", factor: 60, lossFactor: 0.02, dynamicRatio: 1 };

/** North-south four of the minibus: the tail has collapsed, the shafts behind it are bent. Invented figures. */
export const minibusUnit: Unit = {
  massKg: 255,
  com: { xMm: -160, yMm: 0, zMm: 190 },
  box: { xMm: 920, yMm: 460, zMm: 520 },
  crankAxis: "x",
  mounts: [
    mount("left", "left", [0, 300, 120], [90, 60, 240], 62, { rxDeg: -30 }),
    mount("right", "right", [0, -300, 120], [90, 60, 240], 62, { rxDeg: 30 }),
    mount("tail", "tail", [-1100, 0, 40], [70, 70, 130], 55),
  ],
  engineTorqueNm: 165,
  ratio: 4.2,
  shifter: { xMm: -820, yMm: 0, zMm: 330 },
  points: [{ name: "fan to its cowl", xMm: 260, yMm: 0, zMm: 260, gapMm: 18 }],
  shafts: [
    { name: "gearbox", lengthMm: null, sideDeg: 3.66 },
    { name: "prop shaft", lengthMm: 1300, sideDeg: 0.56 },
    { name: "axle", lengthMm: null, sideDeg: 2.9 },
  ],
  shaftRpm: 2700,
  cruiseRpm: 2700,
  noiseLimitDb: 3,
  entered,
};

export const minibusRoom: Room = {
  sets: [
    { id: "firm-tail", name: "Firm rubber, tail", price: 61, changes: { tail: firm } },
    { id: "urethane-tail", name: "Urethane, tail", price: 54, changes: { tail: urethane } },
    { id: "firm-all", name: "Firm rubber, all three", price: 187, changes: { left: firm, right: firm, tail: firm } },
    {
      id: "urethane-all",
      name: "Urethane, all three",
      price: 172,
      changes: { left: urethane, right: urethane, tail: urethane },
    },
  ],
  inspection: { tail: { collapsed: "present", separates: "present", oilSoaked: "absent" } },
};

/** The hill-climb car: precision first, the owner asks what solid costs. */
export const hillclimbUnit: Unit = {
  ...minibusUnit,
  massKg: 190,
  com: { xMm: -140, yMm: 0, zMm: 170 },
  box: { xMm: 820, yMm: 420, zMm: 430 },
  mounts: [
    mount("left", "left", [0, 270, 110], [80, 55, 210], 56, { rxDeg: -30 }),
    mount("right", "right", [0, -270, 110], [80, 55, 210], 56, { rxDeg: 30 }),
    mount("tail", "tail", [-980, 0, 40], [70, 70, 120], 48),
  ],
  engineTorqueNm: 205,
  ratio: 3.3,
  shifter: { xMm: -760, yMm: 0, zMm: 310 },
  points: [],
  shafts: [
    { name: "gearbox", lengthMm: null, sideDeg: 2.4 },
    { name: "prop shaft", lengthMm: 1120, sideDeg: 1.1 },
    { name: "axle", lengthMm: null, sideDeg: 2.3 },
  ],
  shaftRpm: 4200,
  cruiseRpm: 4200,
  noiseLimitDb: 12,
};

export const hillclimbRoom: Room = {
  sets: [
    {
      id: "urethane",
      name: "Urethane, all three",
      price: 168,
      changes: { left: urethane, right: urethane, tail: urethane },
    },
    {
      id: "solid-tail",
      name: "Solid tail, urethane fronts",
      price: 190,
      changes: { left: urethane, right: urethane, tail: solid },
    },
    { id: "solid", name: "Solid, all three", price: 210, changes: { left: solid, right: solid, tail: solid } },
  ],
};

/** The post van lies across, on four; its torque strut is half worn. */
export const vanUnit: Unit = {
  massKg: 185,
  com: { xMm: 0, yMm: 40, zMm: 200 },
  box: { xMm: 480, yMm: 850, zMm: 480 },
  crankAxis: "y",
  mounts: [
    mount("left", "left", [20, 430, 260], [160, 170, 330], 58),
    mount("right", "right", [-20, -420, 240], [160, 170, 330], 58),
    mount("rear", "tail", [-260, 0, 80], [650, 120, 360], 46),
    mount("torque strut", "front", [250, -60, 60], [900, 50, 50], 120),
  ],
  engineTorqueNm: 150,
  ratio: 13.4,
  shifter: { xMm: -110, yMm: 200, zMm: 240 },
  shafts: [],
  noiseLimitDb: 3,
  entered,
};

export const vanRoom: Room = {
  sets: [
    { id: "strut", name: "Firm torque strut", price: 49, changes: { "torque strut": firm } },
    { id: "hard-strut", name: "Urethane torque strut", price: 46, changes: { "torque strut": urethane } },
  ],
  inspection: { "torque strut": { cracked: "present" } },
};
