import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { clockOfShared, findCycle, plan, timesOf, networkOf, type PlanInput, type PlanStep } from ".";

const step = (id: string, place: PlanStep["place"], minutes: number, needs: string[] = [], more = {}): PlanStep => ({
  id,
  place,
  minutes,
  needs,
  hands: 1,
  waitMin: 0,
  ...more,
});
const weights = { placeChangeMin: 4, helperSpellMin: 10, loadChangeMin: 3 };
const ask = (steps: PlanStep[], more: Partial<PlanInput> = {}) =>
  plan({ steps, weights, hours: { from: "08:00", to: "18:00" }, days: [1, 2, 3, 4, 5, 6], ...more });

/** Every order that respects the needs, each worked out from the definition of its cost alone. */
function bruteForce(steps: PlanStep[], w = weights): number {
  let best = Infinity;
  const go = (order: PlanStep[], left: PlanStep[]): void => {
    if (!left.length) {
      let now = 0;
      let finish = 0;
      let cost = 0;
      const ready = new Map<string, number>();
      order.forEach((s, i) => {
        const before = order[i - 1];
        now = Math.max(now, ...s.needs.map((n) => ready.get(n)!)) + s.minutes;
        ready.set(s.id, now + s.waitMin);
        finish = Math.max(finish, now + s.waitMin);
        if (before && before.place !== s.place) cost += w.placeChangeMin;
        if (before?.loadState && s.loadState && before.loadState !== s.loadState) cost += w.loadChangeMin;
        if (s.hands === 2 && before?.hands !== 2) cost += w.helperSpellMin;
      });
      best = Math.min(best, finish + cost);
      return;
    }
    for (const s of left) {
      if (s.needs.every((n) => order.some((o) => o.id === n)))
        go(
          [...order, s],
          left.filter((o) => o !== s),
        );
    }
  };
  go([], steps);
  return best;
}

/** Jobs of up to so many steps, whose needs point backwards. */
const jobs = (most: number) =>
  fc
    .array(
      fc.record({
        place: fc.constantFrom("cabin", "engineBay", "under", "bench"),
        minutes: fc.constantFrom(1, 5, 10, 12.5, 30),
        hands: fc.constantFrom(1, 1, 2),
        waitMin: fc.constantFrom(0, 0, 0, 15, 45, 240),
        loadState: fc.constantFrom(undefined, undefined, "wheels", "stands"),
        needs: fc.array(fc.nat(most), { maxLength: 2 }),
      }),
      { minLength: 1, maxLength: most },
    )
    .map(
      (list) =>
        list.map((s, i) => ({
          ...s,
          id: `s${i}`,
          needs: [...new Set(s.needs.filter((n) => n < i))].map((n) => `s${n}`),
        })) as PlanStep[],
    );

describe("the best order", () => {
  it("is as cheap as the cheapest of all orders tried one by one", () => {
    fc.assert(
      fc.property(jobs(7), (steps) => {
        const answer = ask(steps);
        expect(answer.exact).toBe(true);
        expect(answer.costMin).toBeCloseTo(bruteForce(steps), 9);
      }),
      { numRuns: 300 },
    );
  });

  it("respects every need and says of itself what its own order comes to", () => {
    fc.assert(
      fc.property(jobs(24), (steps) => {
        const answer = ask(steps);
        const place = new Map(answer.order.map((id, i) => [id, i]));
        for (const s of steps) for (const n of s.needs) expect(place.get(n)!).toBeLessThan(place.get(s.id)!);
        expect([...answer.order].sort()).toEqual(steps.map((s) => s.id).sort());
        // The order it found, given back as the order to compare with, has the same figures.
        const again = ask(steps, { given: answer.order });
        expect(again.given).toMatchObject({
          valid: true,
          finishMin: answer.finishMin,
          placeChanges: answer.placeChanges,
          helperSpells: answer.helperSpells,
          loadChanges: answer.loadChanges,
        });
        if (answer.bound) expect(answer.bound.costMin).toBeLessThanOrEqual(answer.costMin);
        expect(answer.finishMin).toBeGreaterThanOrEqual(answer.criticalMin - 1e-9);
      }),
      { numRuns: 60 },
    );
  });

  it("is the same for the same question", () => {
    const [steps] = fc.sample(jobs(12), { numRuns: 1, seed: 7 });
    expect(ask(steps)).toEqual(ask(structuredClone(steps)));
  });

  it("is a stated one where there are too many orders, with a bound below it", () => {
    const places = ["cabin", "engineBay", "under", "bench"] as const;
    const steps = Array.from({ length: 60 }, (_, i) =>
      step(`s${i}`, places[(i * 7) % 4], 5 + (i % 9), i >= 20 ? [`s${i - 20}`] : [], {
        waitMin: i % 5 === 0 ? 30 + i : 0,
        hands: i % 6 === 0 ? 2 : 1,
      }),
    );
    const answer = ask(steps);
    expect(answer.exact).toBe(false);
    expect(answer.notices.map((n) => n.code)).toEqual(["heuristic"]);
    expect(answer.bound!.costMin).toBeLessThanOrEqual(answer.costMin);
    expect(answer.costMin).toBeLessThan(answer.given.finishMin! + 4 * answer.given.placeChanges);
  });

  it("tells how far it is, forwards", () => {
    const heard: number[] = [];
    // Too many ways for the quick pass: the thorough one is gone through, and tells.
    const places = ["cabin", "under", "bench", "engineBay"] as const;
    const steps = Array.from({ length: 16 }, (_, i) =>
      step(`s${i}`, places[(i * 7 + (i >> 2)) % 4], 3 + ((i * 13) % 37), [], {
        waitMin: i % 3 ? 0 : 20 + i * 7,
        hands: i % 5 ? 1 : 2,
      }),
    );
    plan({ steps, weights, hours: { from: "08:00", to: "18:00" }, days: [1] }, (part) => heard.push(part));
    expect(heard).toEqual([...heard].sort((a, b) => a - b));
    expect(heard.length).toBeGreaterThan(1);
    expect(heard.at(-1)).toBe(1);
  });
});

describe("times", () => {
  it("overlap a wait with other work and begin what needs it when it is over", () => {
    const net = networkOf([
      step("a", "bench", 10, [], { waitMin: 60 }),
      step("b", "bench", 30),
      step("c", "bench", 10, ["a"]),
    ]);
    expect(timesOf(net, [0, 1, 2]).map((t) => [t.startMin, t.readyMin])).toEqual([
      [0, 70],
      [10, 40],
      [70, 80],
    ]);
  });

  it("by the clock leave no step split over the evening, and let waits run overnight and over Sunday", () => {
    // 2025-06-07 is a Saturday.
    const answer = ask(
      [step("a", "under", 90, [], { waitMin: 12 * 60 }), step("b", "under", 60, ["a"]), step("c", "cabin", 30, ["b"])],
      { start: "2025-06-07T17:00" },
    );
    expect(answer.schedule.map((s) => [s.start, s.end])).toEqual([
      ["2025-06-09T08:00", "2025-06-09T09:30"],
      ["2025-06-10T08:00", "2025-06-10T09:00"],
      ["2025-06-10T09:00", "2025-06-10T09:30"],
    ]);
    expect(ask([step("a", "under", 60)], { start: "2025-06-07T05:12" }).schedule[0]).toMatchObject({
      start: "2025-06-07T08:00",
      end: "2025-06-07T09:00",
    });
  });

  it("have no dates without a start", () => {
    expect(ask([step("a", "under", 60)]).schedule[0]).toEqual({ id: "a", startMin: 0, endMin: 60, readyMin: 60 });
  });
});

describe("needs in a circle", () => {
  it("are named from the lowest step round", () => {
    const circle = (pairs: [string, string[]][]) => findCycle(pairs.map(([id, needs]) => ({ id, needs })));
    expect(
      circle([
        ["d", []],
        ["c", ["b"]],
        ["b", ["a"]],
        ["a", ["c"]],
      ]),
    ).toEqual(["c", "a", "b"]);
    expect(circle([["a", ["a"]]])).toEqual(["a"]);
    expect(
      circle([
        ["a", []],
        ["b", ["a"]],
        ["c", ["a", "b"]],
      ]),
    ).toBeNull();
  });
  it("do not run out of room in a long row", () => {
    const row = Array.from({ length: 5000 }, (_, i) => ({ id: `${i}`, needs: i ? [`${i - 1}`] : [] }));
    expect(findCycle(row.reverse())).toBeNull();
  });
});

describe("the clock of shared work", () => {
  const of = { hours: { from: "08:00", to: "12:00" }, days: [1, 2, 3, 4, 5] };
  const step = (id: string, who: number, minutes: number, needs: string[] = [], more = {}) => ({
    id,
    who,
    hands: 1,
    minutes,
    waitMin: 0,
    needs,
    ...more,
  });

  it("lets two work side by side, sends over to the next day what does not fit, and waits for needs and for both", () => {
    // Friday 27 November 2026: what is left over is done on Monday.
    const clock = clockOfShared(
      [
        step("a", 0, 120),
        step("b", 1, 90, [], { waitMin: 60 }),
        step("c", 1, 60, ["a"]),
        step("d", 0, 150, ["a"]),
        step("e", 0, 30, ["b", "d"], { hands: 2 }),
      ],
      "2026-11-27T08:00",
      of,
    );
    expect(Object.fromEntries(clock)).toEqual({
      a: { start: "2026-11-27T08:00", end: "2026-11-27T10:00" },
      b: { start: "2026-11-27T08:00", end: "2026-11-27T09:30" },
      c: { start: "2026-11-27T10:00", end: "2026-11-27T11:00" },
      d: { start: "2026-11-30T08:00", end: "2026-11-30T10:30" },
      e: { start: "2026-11-30T10:30", end: "2026-11-30T11:00" },
    });
  });
});
