import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resources, type Step } from "../../contract";
import { PARENT, record } from "../../tests/domain/records";
import { helperCalls, visitsOf } from ".";

/** Steps done one after the other, ten minutes each, and their schedule. */
const day = (of: readonly { place: Step["place"]; hands: number }[]) => {
  const steps = of.map(({ place, hands }, i) =>
    record("step", { jobId: PARENT, text: `Step ${i + 1}`, place, hands, minutes: 10 }),
  );
  const schedule = steps.map((s, i) => ({ id: s.id, startMin: i * 10, endMin: i * 10 + 10 }));
  return { steps, schedule: schedule as Parameters<typeof visitsOf>[1] };
};
const days = fc.array(
  fc.record({ place: fc.constantFrom(...resources.step.shape.place.unwrap().options), hands: fc.constantFrom(1, 2) }),
  {
    maxLength: 30,
  },
);

const onAnyDay = (holds: (of: ReturnType<typeof day>) => void): void =>
  fc.assert(
    fc.property(days, (of) => holds(day(of))),
    { seed: 20261128, numRuns: 200 },
  );

describe("visits to a place", () => {
  it("hold every step once, in its order, and no two that follow are of one place", () => {
    onAnyDay(({ steps, schedule }) => {
      const visits = visitsOf(steps, schedule);
      expect(visits.flatMap((v) => v.steps.map((s) => s.id))).toEqual(steps.map((s) => s.id));
      for (const v of visits) expect(new Set(v.steps.map((s) => s.place))).toEqual(new Set([v.place]));
      for (const [i, v] of visits.slice(1).entries()) {
        expect(v.place).not.toBe(visits[i].place);
        expect(v.startMin).toBe(visits[i].endMin);
      }
    });
  });

  it("leave out what is scheduled and no longer there, without parting what lies round it", () => {
    const { steps, schedule } = day([
      { place: "under", hands: 1 },
      { place: "cabin", hands: 1 },
      { place: "under", hands: 1 },
    ]);
    const [first, , last] = steps;
    expect(visitsOf([first, last], schedule)).toEqual([
      { place: "under", steps: [first, last], startMin: 0, endMin: 30 },
    ]);
  });
});

describe("calls for a helper", () => {
  it("hold every step of two people once, and each is as short as it can be", () => {
    onAnyDay(({ steps, schedule }) => {
      const calls = helperCalls(steps, schedule);
      const wanted = steps.filter((s) => s.hands === 2);
      expect(calls.flatMap((c) => c.steps)).toEqual(wanted);
      // Nobody is called to stand by: a call is as long as its steps.
      for (const c of calls) expect(c.endMin - c.startMin).toBe(10 * c.steps.length);
      // Two that follow each other would be one.
      for (const [i, c] of calls.slice(1).entries()) expect(c.startMin).toBeGreaterThan(calls[i].endMin);
    });
  });
});
