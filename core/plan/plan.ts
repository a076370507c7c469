import { clockOf } from "./calendar";
import { costOf, countsOf, criticalChain, isInOrder, networkOf, timesOf, type Network } from "./network";
import { search } from "./search";
import type { PlanAnswer, PlanInput, PlannedStep, TimedOrder } from "./types";

/** Up to so many steps the order is exact, whatever that takes. */
export const ALWAYS_EXACT = 16;
/** Labels kept after each step in the first quick pass, whose order bounds the thorough one. */
const QUICK_WIDTH = 60;
/**
 * Work the thorough pass may do after each step beyond `ALWAYS_EXACT`: labels kept times the square of the steps, as
 * each label costs that much over the whole search. About a second whatever the number of steps.
 */
const WORK_CAP = 2_000_000;
const MOST_KEPT = 6_000;

const widthFor = (n: number): number =>
  n <= ALWAYS_EXACT ? Infinity : Math.max(QUICK_WIDTH, Math.min(MOST_KEPT, Math.floor(WORK_CAP / (n * n))));

/**
 * In which order to do the steps of a job, and how long it takes one mechanic.
 *
 * Minimises finish + place changes + helper spells + load changes, each times its weight in minutes, over all orders
 * that respect the needs; waits (cure, oil, paint) run while other steps are done. Exact by labels with dominance
 * (`search`) up to 16 steps, and beyond them as long as no more ways than the work cap allows are open after any step; else
 * the cheapest found among those kept, with a bound no order can go below.
 *
 * Minutes throughout; with `start`, dates by the clock of the working hours besides. The critical path is the longest
 * chain of needs, minutes and waits [critical path method, Kelley and Walker 1959], whoever does the work.
 *
 * Expects input that was checked: ids known and unique, no circle of needs, no step longer than the day.
 * `tell` hears how far the search is, 0 to 1.
 */
export function plan(input: PlanInput, tell?: (part: number) => void): PlanAnswer {
  const { steps, weights } = input;
  const net = networkOf(steps);
  const at = new Map(steps.map((s, i) => [s.id, i]));

  const quick = search(net, weights, { width: QUICK_WIDTH, below: Infinity });
  if (!quick.best) throw new RangeError("steps: no order respects the needs; they go round in a circle");
  const thorough =
    quick.leastDropped === null
      ? null
      : search(net, weights, {
          width: widthFor(steps.length),
          below: quick.best.costMin,
          tell,
        });
  const best = thorough?.best ?? quick.best;
  const open = thorough?.leastDropped ?? null;
  const bounded = open !== null && open < best.costMin - 1e-9;

  const { order } = best;
  const counts = countsOf(steps, order);
  const schedule = scheduleIn(net, order, input);
  const finishMin = Math.max(...schedule.map((t) => t.readyMin));
  const critical = criticalChain(net);

  const given = (input.given ?? steps.map((s) => s.id)).map((id) => at.get(id)!);
  const valid = isInOrder(net, given);
  return {
    order: order.map((i) => steps[i].id),
    costMin: costOf(finishMin, counts, weights),
    ...counts,
    workMin: steps.reduce((sum, s) => sum + s.minutes, 0),
    finishMin,
    schedule,
    criticalPath: critical.path,
    criticalMin: critical.minutes,
    given: {
      valid,
      ...countsOf(steps, given),
      finishMin: valid ? Math.max(...timesOf(net, given).map((t) => t.readyMin)) : null,
    },
    exact: !bounded,
    bound: bounded ? { costMin: Math.max(open, critical.minutes) } : null,
    notices: bounded
      ? [
          {
            code: "heuristic",
            field: "steps",
            message: `There are too many orders to try them all: this is the best one found, and none can cost less than ${Math.round(Math.max(open, critical.minutes))} min.`,
          },
        ]
      : [],
  };
}

function scheduleIn(net: Network, order: readonly number[], input: PlanInput): PlannedStep[] {
  const times = timesOf(net, order);
  const clock = input.start === undefined ? null : clockOf(net, order, input.start, input);
  return order.map((i, k) => ({ id: net.steps[i].id, ...times[k], ...clock?.[k] }));
}

/**
 * An order of work that somebody chose, timed as `plan` times its own: its schedule and counts. Null where the order
 * does not have each step once, or breaks a need.
 */
export function planOf(input: PlanInput, order: readonly string[]): TimedOrder | null {
  const net = networkOf(input.steps);
  const at = new Map(input.steps.map((s, i) => [s.id, i]));
  const places = order.map((id) => at.get(id) ?? -1);
  if (places.length !== input.steps.length || places.includes(-1) || new Set(places).size !== places.length)
    return null;
  if (!isInOrder(net, places)) return null;
  const schedule = scheduleIn(net, places, input);
  return {
    order: [...order],
    schedule,
    finishMin: Math.max(0, ...schedule.map((t) => t.readyMin)),
    ...countsOf(input.steps, places),
  };
}
