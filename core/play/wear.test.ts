import fc from "fast-check";
import { lusolve, multiply, transpose } from "mathjs";
import { describe, expect, it } from "vitest";
import { wearTrend } from "./wear";

describe("wear over distance", () => {
  it("says nothing from fewer than three readings, or from one distance", () => {
    expect(
      wearTrend(
        [
          { km: 1, worn: 1 },
          { km: 2, worn: 2 },
        ],
        5,
      ),
    ).toBeNull();
    expect(
      wearTrend(
        [1, 2, 3].map((worn) => ({ km: 7, worn })),
        5,
      ),
    ).toBeNull();
  });

  it("reaches the limit where an exact line does, with no range about it", () => {
    const trend = wearTrend(
      [0, 10_000, 20_000, 40_000].map((km) => ({ km, worn: 0.5 + km * 1e-4 })),
      8,
    );
    expect(trend?.reaches?.km).toBeCloseTo(75_000, 4);
    expect(trend?.reaches?.low).toBeCloseTo(75_000, 0);
    expect(trend?.spread).toBeCloseTo(0, 9);
  });

  it("is the line of least squares, as mathjs solves the normal equations", () => {
    const point = fc.record({
      km: fc.integer({ min: 0, max: 300_000 }),
      worn: fc.double({ min: 0, max: 10, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 20 }), (points) => {
        fc.pre(new Set(points.map((p) => p.km)).size > 2);
        const a = points.map((p) => [1, p.km / 1e5]);
        const b = points.map((p) => [p.worn]);
        const solved = lusolve(multiply(transpose(a), a), multiply(transpose(a), b)) as number[][];
        expect((wearTrend(points, 5)?.slope ?? NaN) * 1e5).toBeCloseTo(solved[1][0], 5);
      }),
      { numRuns: 60 },
    );
  });

  it("has the range where its own band crosses the limit", () => {
    const worn = [0.9, 2.2, 2.7, 4.4, 4.8, 6.3];
    const points = worn.map((y, i) => ({ km: 20_000 * (i + 1), worn: y }));
    const trend = wearTrend(points, 8);
    if (!trend?.reaches) throw new Error("no range");
    const { low, km, high } = trend.reaches;
    expect(low).toBeLessThan(km);
    expect(high).toBeGreaterThan(km);
    expect(trend.at(low).high).toBeCloseTo(8, 6);
    expect(trend.at(high).low).toBeCloseTo(8, 6);
  });

  it("does not say when where it is not sure that it rises", () => {
    expect(
      wearTrend(
        [1, 3, 2, 3, 1].map((worn, i) => ({ km: 1000 * i, worn })),
        8,
      )?.reaches,
    ).toBeNull();
    expect(
      wearTrend(
        [3, 2, 1].map((worn, i) => ({ km: 1000 * i, worn })),
        8,
      )?.reaches,
    ).toBeNull();
  });
});
