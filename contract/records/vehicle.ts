import { z } from "zod";
import { list, num, text, whole, word } from "../fields";
import { gearboxSchema, obstacleSchema, point } from "../inputs";
import { day, dayOrMonth, line, prose, ulid } from "./fields";
import { load } from "./load";
import { powerUnit } from "./mountRoom";
import { driveTrain } from "./recordings";

export const shifterKinds = ["direct", "rod", "arm", "cable"] as const;

/** What stands round the lever, measured from the pivot of the shifter the vehicle came with. */
const surroundings = z.strictObject({
  obstacles: list(obstacleSchema, 0, 60),
  /** How thick the lever is, and how far its tail stands out past the pin. */
  body: z.strictObject({
    shaftRadiusMm: num(0, 200, "mm"),
    knobRadiusMm: num(0, 200, "mm"),
    tailRadiusMm: num(0, 200, "mm"),
    stubMm: num(0, 500, "mm"),
  }),
  /** Where the driver's hand rests on a knob that suits. */
  hand: point(5000).nullable().default(null),
});
export type Surroundings = z.output<typeof surroundings>;

/** One vehicle of the shop and what is known of it from visit to visit. */
export const vehicle = z.strictObject({
  tag: text(16),
  owner: line.default(""),
  make: line.default(""),
  model: line.default(""),
  variant: line.default(""),
  buildDate: dayOrMonth.nullable().default(null),
  layout: word(["northSouth", "eastWest"]).default("northSouth"),
  drivenWheels: word(["front", "rear", "all"]).default("rear"),
  /** Which of these two nobody has said yet: the fields above hold what is usual, and nothing is concluded from it. */
  unsaid: list(word(["layout", "drivenWheels"]), 0, 2).default([]),
  shifterKind: word(shifterKinds).default("direct"),
  automatic: z.boolean().default(false),
  gearbox: gearboxSchema.nullable().default(null),
  cylinders: whole(1, 16).nullable().default(null),
  idleRpm: num(200, 5000, "rpm").nullable().default(null),
  /** The sheet of its kind, and what of it only this vehicle knows. */
  sheetId: ulid.nullable().default(null),
  chassis: line.default(""),
  options: list(text(40), 0, 40).default([]),
  /** Which of two builds it has, by the name of the part: looked at, not guessed. */
  features: list(z.strictObject({ name: text(80), feature: text(80) }), 0, 60).default([]),
  odometer: list(z.strictObject({ date: day, typed: text(40), km: num(0, 5e6, "km") }), 0, 500).default([]),
  surroundings: surroundings.nullable().default(null),
  powerUnit: powerUnit.nullable().default(null),
  driveTrain: driveTrain.nullable().default(null),
  load: load.default({ now: [], at: null, by: null }),
  notes: prose.default(""),
});
