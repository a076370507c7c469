import { z } from "zod";
import { dayLength, findCycle, isMoment, minuteOfDay, planPlaces, type PlanInput } from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

const says = (accepts: string) => ({ error: () => ACCEPTS + accepts });
const moment = z
  .string(says("a day and time, like 2025-06-02T08:00"))
  .refine(isMoment, says("a day and time, like 2025-06-02T08:00"));
const hour = z.string(says("a time, like 08:00")).refine((t) => minuteOfDay(t) !== null, says("a time, like 08:00"));
const words = list(text(), 0, 60).optional();

/** Steps of one plan. */
export const MOST_PLAN_STEPS = 200;

export const planInput = z.strictObject({
  steps: list(
    z.strictObject({
      id: text(),
      name: text().optional(),
      place: word(planPlaces),
      minutes: over(0, 10_000, "min"),
      hands: z.union([z.literal(1), z.literal(2)], says("1 or 2 people")).default(1),
      needs: list(text(), 0, MOST_PLAN_STEPS).default([]),
      waitMin: num(0, 100_000, "min").default(0),
      loadState: text().optional(),
      tools: words,
      fasteners: words,
      cautions: words,
      look: words,
    }),
    1,
    MOST_PLAN_STEPS,
  ),
  weights: z
    .strictObject({
      placeChangeMin: num(0, 1000, "min").default(4),
      helperSpellMin: num(0, 1000, "min").default(10),
      loadChangeMin: num(0, 1000, "min").default(3),
    })
    .prefault({}),
  given: list(text(), 0, MOST_PLAN_STEPS).optional(),
  start: moment.optional(),
  hours: z.strictObject({ from: hour.default("08:00"), to: hour.default("18:00") }).prefault({}),
  days: list(whole(1, 7), 1, 7).default([1, 2, 3, 4, 5, 6]),
}) satisfies z.ZodType<PlanInput>;

/** Ids known and unique, needs without a circle, an order to compare with that has each step once, hours that hold each step. */
export function checkPlan(input: PlanInput): Refusal | null {
  const { steps, given, start, hours, days } = input;
  const ids = steps.map((s) => s.id);
  const repeat = firstRepeat(ids);
  if (repeat >= 0) return refusal("invalid_input", `steps[${repeat}].id`, ids[repeat], "an id of its own");
  const known = new Set(ids);
  for (const [i, s] of steps.entries()) {
    for (const [k, need] of s.needs.entries()) {
      const field = `steps[${i}].needs[${k}]`;
      if (!known.has(need)) return refusal("invalid_input", field, need, "the id of another step");
      if (s.needs.indexOf(need) !== k) return refusal("invalid_input", field, need, "each need once");
    }
  }
  const cycle = findCycle(steps);
  if (cycle) {
    return refusal(
      "cycle",
      "steps",
      cycle,
      "steps whose needs do not go round in a circle",
      `steps need each other in a circle: ${[...cycle, cycle[0]].join(", ")}`,
    );
  }
  if (
    given &&
    (given.length !== ids.length || new Set(given).size !== ids.length || given.some((g) => !known.has(g)))
  ) {
    return refusal("invalid_input", "given", given, "the id of each step, once");
  }
  const [from, to] = [minuteOfDay(hours.from), minuteOfDay(hours.to)];
  if (from === null || to === null || to <= from) {
    return refusal("invalid_input", "hours.to", hours.to, `a time after ${hours.from}`);
  }
  const day = firstRepeat(days.map(String));
  if (day >= 0) return refusal("invalid_input", `days[${day}]`, days[day], "each day once");
  if (start !== undefined) {
    const long = steps.findIndex((s) => s.minutes > dayLength(input) + 1e-9);
    if (long >= 0) {
      return refusal(
        "invalid_input",
        `steps[${long}].minutes`,
        steps[long].minutes,
        `up to ${dayLength(input)} min, the length of the day: a step is not split`,
      );
    }
  }
  return null;
}
