import { plan, type PlanInput, type PlanStep } from "../core";
import { beginBy, NO_FACTS, planQuestion, USUAL_HOURS, workOf } from "../domain";
import { suppliedTemplates } from "../domain/templates";
import { resources, type JobView, type Step } from "../contract";
import { median, type Figure } from "./report";

const PLACES = ["cabin", "engineBay", "under", "bench"] as const;
const RUNS = 7;

/** Steps whose needs point backwards, the same in every run. */
function made(n: number, needed: number, waiting: number): PlanInput {
  let seed = 1;
  const next = (): number => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31;
  const steps = Array.from({ length: n }, (_, i): PlanStep => ({
    id: `s${i}`,
    place: PLACES[Math.floor(next() * 4)],
    minutes: 3 + Math.floor(next() * 40),
    hands: next() < 0.2 ? 2 : 1,
    waitMin: next() < waiting ? 10 + Math.floor(next() * 90) : 0,
    needs: i
      ? [...new Set([0, 0, 0].map(() => Math.floor(next() * i)))].filter(() => next() < needed).map((k) => `s${k}`)
      : [],
  }));
  const weights = { placeChangeMin: 4, helperSpellMin: 10, loadChangeMin: 3 };
  return { steps, weights, hours: { from: "08:00", to: "18:00" }, days: [1, 2, 3, 4, 5] };
}

/** The least cost by trying every order: the floor the search is measured against. */
function everyOrder({ steps, weights }: PlanInput): number {
  let best = Infinity;
  const order: PlanStep[] = [];
  const ready = new Map<string, number>();
  const go = (left: readonly PlanStep[], now: number, finish: number, extra: number): void => {
    if (finish + extra >= best) return;
    if (!left.length) {
      best = finish + extra;
      return;
    }
    const before = order.at(-1);
    for (const s of left) {
      if (!s.needs.every((n) => ready.has(n))) continue;
      const end = Math.max(now, ...s.needs.map((n) => ready.get(n)!)) + s.minutes;
      order.push(s);
      ready.set(s.id, end + s.waitMin);
      go(
        left.filter((o) => o !== s),
        end,
        Math.max(finish, end + s.waitMin),
        extra +
          (before && before.place !== s.place ? weights.placeChangeMin : 0) +
          (s.hands === 2 && before?.hands !== 2 ? weights.helperSpellMin : 0),
      );
      ready.delete(s.id);
      order.pop();
    }
  };
  go(steps, 0, 0, 0);
  return best;
}

const timed = (work: () => unknown, runs = RUNS): number[] =>
  Array.from({ length: runs }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });

/** The longest supplied kind of job, as a job's own steps. */
function longestKind(): PlanInput {
  const kind = suppliedTemplates.reduce((a, b) => (b.steps.length > a.steps.length ? b : a));
  let n = 0;
  const id = (): string => `01WRK${String((n += 1)).padStart(21, "0")}`;
  const view = { job: { id: id() }, step: [], torqueGroup: [], part: [] } as unknown as JobView;
  const steps = beginBy(workOf(kind), view, [], id).operations.flatMap((o) =>
    o.op === "create" && o.resource === "step"
      ? [{ id: o.id, ...resources.step.parse({ facts: NO_FACTS, ...o.data }) } as unknown as Step]
      : [],
  );
  return planQuestion(steps, USUAL_HOURS);
}

/** The order of work: 16 steps exactly, 30 steps, the longest supplied kind, against trying every order of ten. */
export function planFigures(): Figure[] {
  const ten = made(10, 0.2, 0.3);
  const floor = median(timed(() => everyOrder(ten), 3));
  const same = Math.abs(everyOrder(ten) - plan(ten).costMin) < 1e-6;
  const figures: [string, PlanInput, number][] = [
    ["16 steps, exact", made(16, 0.2, 0.3), 200],
    ["30 steps", made(30, 0.5, 0.1), 1000],
    ["longest supplied kind", longestKind(), 200],
  ];
  if (!same) throw new Error("the order of ten steps is not the cheapest of all orders");
  return [
    {
      what: "order of ten steps, against trying every order",
      value: median(timed(() => plan(ten))),
      unit: "ms",
      floor,
      limit: 1,
    },
    ...figures.map(([name, input, limit]): Figure => ({
      what: `order of work: ${name}`,
      value: median(timed(() => plan(input))),
      unit: "ms",
      limit,
    })),
  ];
}
