import type { RoomMount, RoomUnit } from "../../contract";

const mount = (
  name: string,
  role: RoomMount["role"],
  x: number,
  y: number,
  z: number,
  k: [number, number, number],
  nominalMm: number,
  rxDeg = 0,
): RoomMount => ({
  name,
  role,
  xMm: x,
  yMm: y,
  zMm: z,
  kxNPerMm: k[0],
  kyNPerMm: k[1],
  kzNPerMm: k[2],
  rxDeg,
  lossFactor: 0.1,
  dynamicRatio: 1.2,
  nominalMm,
  hangs: false,
  entered: [],
});

const shared = {
  points: [],
  joints: [],
  shaftRpm: 3000,
  cruiseRpm: 3000,
  noiseLimitDb: 3,
  entered: [],
  nextLook: null,
};

type Triple = readonly [x: number, y: number, z: number];

const point = ([xMm, yMm, zMm]: Triple) => ({ xMm, yMm, zMm });

/** An arrangement: its words, the way of its crankshaft, mass in kg, centre and box in mm, and what is its own. */
const arranged = (
  words: string,
  crankAxis: RoomUnit["crankAxis"],
  massKg: number,
  com: Triple,
  box: Triple,
  own: Pick<RoomUnit, "mounts" | "engineTorqueNm" | "ratio" | "shifter" | "shafts">,
): { words: string; unit: RoomUnit } => ({
  words,
  unit: { ...shared, massKg, com: point(com), box: point(box), crankAxis, ...own },
});

/** Usual arrangements to begin with and correct. Figures are usual ones, common practice, no source. */
export const PRESETS: Record<string, { words: string; unit: RoomUnit }> = {
  northSouth: arranged("north-south, on three", "x", 240, [-150, 0, 180], [900, 450, 500], {
    mounts: [
      mount("left", "left", 0, 300, 120, [90, 60, 240], 62, -30),
      mount("right", "right", 0, -300, 120, [90, 60, 240], 62, 30),
      mount("tail", "tail", -1100, 0, 40, [70, 70, 130], 55),
    ],
    engineTorqueNm: 160,
    ratio: 3.6,
    shifter: point([-900, 0, 300]),
    shafts: [
      { name: "gearbox", lengthMm: null, sideDeg: 4, planDeg: 0, yokesDeg: 0 },
      { name: "prop shaft", lengthMm: 1300, sideDeg: 1.5, planDeg: 0, yokesDeg: 0 },
      { name: "axle", lengthMm: null, sideDeg: 3.5, planDeg: 0, yokesDeg: 0 },
    ],
  }),
  eastWest: arranged("east-west, on four with a torque strut", "y", 190, [0, 40, 200], [480, 850, 480], {
    mounts: [
      mount("left", "left", 20, 430, 260, [160, 170, 330], 58),
      mount("right", "right", -20, -420, 240, [160, 170, 330], 58),
      mount("rear", "tail", -260, 0, 80, [650, 120, 360], 46),
      mount("torque strut", "front", 250, -60, 60, [900, 50, 50], 120),
    ],
    engineTorqueNm: 150,
    ratio: 13,
    // Where the cables end at the gearbox.
    shifter: point([-110, 200, 240]),
    shafts: [],
  }),
  subframe: arranged("subframe on four bushes", "y", 120, [0, 0, 60], [700, 1000, 250], {
    mounts: [
      mount("front left", "left", 320, 480, 60, [400, 400, 600], 60),
      mount("front right", "right", 320, -480, 60, [400, 400, 600], 60),
      mount("rear left", "other", -320, 480, 60, [400, 400, 600], 60),
      mount("rear right", "other", -320, -480, 60, [400, 400, 600], 60),
    ],
    engineTorqueNm: 150,
    ratio: 13,
    shifter: point([0, 0, 300]),
    shafts: [],
  }),
};
