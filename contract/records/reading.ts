import { z } from "zod";
import { list, word } from "../fields";
import { line, moment, typedValue, ulid } from "./fields";

export const quantityWords = [
  "throw",
  "crossGate",
  "freePlayForeAft",
  "freePlayCross",
  "freePlayNeutral",
  "freePlayUpDown",
  "knobHeight",
  "knobAboveTunnel",
  "knobReach",
  "mountHeight",
  "stopGap",
  "lockoutGap",
  "jointAngle",
  "inclination",
  "cableThread",
  "rodLength",
  "fluidDrained",
  "fluidFilled",
  "gap",
  "size",
] as const;
export type ReadingQuantity = (typeof quantityWords)[number];

/** What kind of quantity a reading is; its base unit follows. */
export const quantityKinds: Record<ReadingQuantity, "length" | "angle" | "volume"> = {
  throw: "length",
  crossGate: "length",
  freePlayForeAft: "length",
  freePlayCross: "length",
  freePlayNeutral: "length",
  freePlayUpDown: "length",
  knobHeight: "length",
  knobAboveTunnel: "length",
  knobReach: "length",
  mountHeight: "length",
  stopGap: "length",
  lockoutGap: "length",
  jointAngle: "angle",
  inclination: "angle",
  cableThread: "length",
  rodLength: "length",
  fluidDrained: "volume",
  fluidFilled: "volume",
  // Both belong to a thing that is named: how near something comes, and any length of a piece.
  gap: "length",
  size: "length",
};

export const methodWords = ["tape", "calliper", "dial", "angleGauge", "jug", "photo", "byEye"] as const;

/** One thing measured, with its repeats. */
export const reading = z.strictObject({
  jobId: ulid,
  quantity: word(quantityWords),
  phase: word(["before", "after"]),
  fromGear: line.default(""),
  toGear: line.default(""),
  place: line.nullable().default(null),
  values: list(typedValue, 1, 50),
  resolution: typedValue.nullable().default(null),
  method: word(methodWords).default("tape"),
  note: line.default(""),
  /** Came from a simulated instrument: true for good, whatever becomes of the reading. */
  simulated: z.boolean().default(false),
  takenBy: ulid.nullable().default(null),
  takenAt: moment.nullable().default(null),
});
