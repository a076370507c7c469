import { z } from "zod";
import { isDay, type ServiceInput } from "../../core";
import { list, num, over, text } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";

const says = { error: () => `${ACCEPTS}a day that exists, like 2025-06-02` };
const day = z.string(says).refine(isDay, says);

/** Greatest interval that is still one, km and months. */
const LIMIT = 1e9;

export const serviceInput = z.strictObject({
  today: day,
  odometer: list(z.strictObject({ date: day, km: num(0, 5e6, "km") }), 0, 2000).default([]),
  kmPerYear: over(0, 500_000, "km").optional(),
  items: list(
    z.strictObject({
      name: text(),
      everyKm: over(0, LIMIT, "km").optional(),
      everyMonths: over(0, LIMIT, "months").optional(),
      lastKm: num(0, LIMIT, "km").optional(),
      lastDate: day.optional(),
    }),
    1,
    100,
  ),
}) satisfies z.ZodType<ServiceInput>;

/** An odometer does not run backwards, and an interval needs where it began. */
export function checkService(input: ServiceInput): Refusal | null {
  const sorted = input.odometer
    .map((r, i) => ({ ...r, i }))
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  for (const [k, r] of sorted.entries()) {
    if (k > 0 && r.km < sorted[k - 1].km) {
      return refusal("invalid_input", `odometer[${r.i}].km`, r.km, `${sorted[k - 1].km} km or more, as read before`);
    }
  }
  for (const [i, item] of input.items.entries()) {
    const { everyKm, everyMonths, lastKm, lastDate } = item;
    if (everyKm === undefined && everyMonths === undefined) {
      return refusal("invalid_input", `items[${i}].everyKm`, null, "an interval in km or in months");
    }
    if (everyKm !== undefined && lastKm === undefined) {
      return refusal("invalid_input", `items[${i}].lastKm`, null, "the distance it was last done at, km");
    }
    if (everyMonths !== undefined && lastDate === undefined) {
      return refusal("invalid_input", `items[${i}].lastDate`, null, "the day it was last done");
    }
  }
  return null;
}
