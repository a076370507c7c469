import { z } from "zod";
import type { MeasurementInput } from "../../core";
import { list, num, text } from "../fields";

/** Largest reading in any unit; beyond it squares lose their meaning. */
const LIMIT = 1e12;

const readingSet = z.strictObject({
  readings: list(num(-LIMIT, LIMIT), 1, 1000),
  resolution: num(0, LIMIT).default(0),
});

export const measurementInput = z.strictObject({
  unit: text().default("mm"),
  before: readingSet,
  after: readingSet.optional(),
  k: num(1, 4).default(2),
}) satisfies z.ZodType<MeasurementInput>;
