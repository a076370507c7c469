import { z } from "zod";
import { list, num, over, text, word } from "../fields";
import { day, line, ulid } from "./fields";

/** What came of looking again: in order, put right on the spot, or a job was opened for it. */
export const recheckOutcomes = ["good", "corrected", "job"] as const;
export type RecheckOutcome = (typeof recheckOutcomes)[number];

/** Something on a vehicle that is to be looked at again, by distance, by time or on a day, whichever comes first. */
export const recheck = z.strictObject({
  vehicleId: ulid,
  /** The job it came out of. */
  jobId: ulid.nullable().default(null),
  what: text(120),
  everyKm: over(0, 1e6, "km").nullable().default(null),
  everyMonths: over(0, 600, "months").nullable().default(null),
  onDate: day.nullable().default(null),
  /** Where the intervals begin. */
  fromKm: num(0, 5e6, "km").nullable().default(null),
  fromDate: day.nullable().default(null),
  /** Begins anew each time it is done. */
  repeats: z.boolean().default(false),
  doneAt: day.nullable().default(null),
  doneKm: num(0, 5e6, "km").nullable().default(null),
  outcome: word(recheckOutcomes).nullable().default(null),
  /** Torque groups it looks at, of which a torque can be found. */
  groups: list(z.strictObject({ id: ulid, name: line }), 0, 60).default([]),
  /** The lowest torque at which a bolt of a group moved on, N m. */
  found: list(z.strictObject({ groupId: ulid, typed: text(80), base: over(0, 1e5, "N m") }), 0, 60).default([]),
  note: line.default(""),
});
