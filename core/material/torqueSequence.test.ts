import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { torqueSequence } from "..";

const passes = [{ name: "snug" }, { name: "2", pct: 60 }, { name: "3", pct: 100 }];
const order = (pattern: "circle" | "line" | "box", count: number) =>
  torqueSequence({ pattern, count, passes }).order.join("");

describe("torque sequence", () => {
  // Common practice, no source: the stars and lines of the trade.
  it.each([
    ["circle", 4, "1324"],
    ["circle", 5, "13524"],
    ["circle", 6, "142536"],
    ["circle", 8, "15372648"],
    ["box", 4, "1324"],
    ["line", 2, "12"],
    ["line", 3, "213"],
    ["line", 4, "2314"],
  ] as const)("%s of %d", (pattern, count, want) => expect(order(pattern, count)).toBe(want));

  it("visits every bolt once in every pass, whatever the count", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 64 }), (count) => {
        const { order: o, steps } = torqueSequence({ pattern: "circle", count, passes, targetNm: 50 });
        expect([...o].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i + 1));
        expect(steps).toHaveLength(3 * count);
      }),
      { seed: 20251125, numRuns: 64 },
    );
  });

  it("torques by share of the target and turns in the last pass only", () => {
    const { steps } = torqueSequence({ pattern: "line", count: 1, passes, targetNm: 62, angleDeg: 90 });
    expect(steps.map((s) => [s.torqueNm, s.angleDeg])).toEqual([
      [null, null],
      [expect.closeTo(37.2, 9), null],
      [62, 90],
    ]);
  });
});
