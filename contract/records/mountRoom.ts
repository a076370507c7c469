import { z } from "zod";
import { ACCEPTS } from "../refusal";
import { list, num, over, text, word } from "../fields";
import { day, line, prose } from "./fields";

const length = num(-10000, 10000, "mm");
const place = { xMm: length, yMm: length, zMm: length };
const stiffness = num(0, 1e6, "N/mm");

/** Where a mount sits, so that what is found on it answers the right question of Ask. */
export const mountRoles = ["left", "right", "front", "tail", "other"] as const;
export type MountRole = (typeof mountRoles)[number];

const roomMount = z.strictObject({
  name: text(40),
  role: word(mountRoles).default("other"),
  ...place,
  kxNPerMm: stiffness,
  kyNPerMm: stiffness,
  kzNPerMm: stiffness,
  rxDeg: num(-360, 360, "deg").default(0),
  lossFactor: num(0, 2).default(0.1),
  dynamicRatio: num(0.5, 5).default(1),
  /** Height when new, between the faces the tape is held to. */
  nominalMm: over(0, 500, "mm").nullable().default(null),
  hangs: z.boolean({ error: () => `${ACCEPTS}true or false` }).default(false),
  /** Its figures that somebody entered; the others are typical ones. */
  entered: list(text(20), 0, 20).default([]),
});

/** A vehicle's power unit, its original mounts, and the line of shafts behind it. */
export const powerUnit = z.strictObject({
  massKg: over(0, 5000, "kg"),
  com: z.strictObject(place),
  box: z.strictObject({ xMm: over(0, 5000, "mm"), yMm: over(0, 5000, "mm"), zMm: over(0, 5000, "mm") }),
  crankAxis: word(["x", "y"]).default("x"),
  mounts: list(roomMount, 2, 12),
  engineTorqueNm: num(0, 1e5, "N m"),
  /** First gear, and the final drive where it sits in the unit. */
  ratio: over(0, 50),
  shifter: z.strictObject(place),
  points: list(
    z.strictObject({ name: text(40), ...place, gapMm: num(0, 1000, "mm").nullable().default(null) }),
    0,
    8,
  ).default([]),
  shafts: list(
    z.strictObject({
      name: text(40),
      lengthMm: over(0, 5000, "mm").nullable().default(null),
      sideDeg: num(-45, 45, "deg"),
      planDeg: num(-45, 45, "deg").default(0),
      yokesDeg: num(-90, 90, "deg").default(0),
    }),
    0,
    8,
  ).default([]),
  joints: list(z.strictObject({ kind: word(["cardan", "cv", "flexible"]) }), 0, 7).default([]),
  shaftRpm: over(0, 20000, "rpm").default(3000),
  cruiseRpm: over(0, 20000, "rpm").default(3000),
  /** Louder at idle by this much is more than was agreed, dB. */
  noiseLimitDb: num(0, 60, "dB").default(3),
  /** Its figures that somebody entered; the others are typical ones. */
  entered: list(text(20), 0, 30).default([]),
  nextLook: z
    .strictObject({ km: num(0, 5e6, "km").nullable().default(null), date: day.nullable().default(null) })
    .nullable()
    .default(null),
});
export type RoomUnit = z.output<typeof powerUnit>;
export type RoomMount = z.output<typeof roomMount>;

export const mountSigns = ["cracked", "collapsed", "oilSoaked", "separates", "witness"] as const;
export type MountSign = (typeof mountSigns)[number];

const mountChange = z.strictObject({
  material: text(40),
  /** Times the original stiffness. */
  factor: over(0, 1000),
  lossFactor: num(0, 2),
  dynamicRatio: num(0.5, 5),
});
export type MountChange = z.output<typeof mountChange>;

/** Sets of mounts considered in a job, which was chosen, what is expected of it, and what the old ones looked like. */
export const mountRoom = z.strictObject({
  sets: list(
    z.strictObject({
      id: text(40),
      name: text(60),
      price: num(0, 1e7).nullable().default(null),
      changes: z.record(text(40), mountChange),
    }),
    0,
    9,
  ).default([]),
  chosen: text(40).nullable().default(null),
  reason: prose.default(""),
  expect: z
    .strictObject({
      inclinationDeg: num(-90, 90, "deg").nullable(),
      jointDeg: list(num(0, 180, "deg"), 0, 7),
      shifterMm: num(0, 1e5, "mm").nullable(),
      idleDb: num(-200, 200, "dB").nullable(),
    })
    .nullable()
    .default(null),
  inspection: z.record(text(40), z.record(text(20), word(["present", "absent"]))).default({}),
  note: line.default(""),
});
export type MountRoomState = z.output<typeof mountRoom>;
