import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exceeds, fallsShort } from ".";

describe("a limit", () => {
  it("is not crossed by what arithmetic makes of decimals that were typed", () => {
    // 0.1 + 0.2 is 0.30000000000000004 in doubles (IEEE 754).
    expect([exceeds(0.1 + 0.2, 0.3), fallsShort(0.3, 0.1 + 0.2)]).toEqual([false, false]);
    expect([exceeds(13.3 * 3, 39.9), fallsShort(13.3 * 3, 39.9)]).toEqual([false, false]);
  });

  it("is crossed by anything a person could type or measure, and never from both sides", () => {
    const figure = fc.integer({ min: -100_000_000, max: 100_000_000 }).map((n) => n / 1000);
    fc.assert(
      fc.property(figure, figure, (a, b) => {
        expect(exceeds(a, b)).toBe(a > b);
        expect(fallsShort(a, b)).toBe(a < b);
      }),
      { seed: 20261127, numRuns: 500 },
    );
  });

  it("answers at the ends of what a double holds", () => {
    expect([exceeds(Infinity, 5), exceeds(5, Infinity), fallsShort(-Infinity, 5)]).toEqual([true, false, true]);
    expect([exceeds(NaN, 5), fallsShort(NaN, 5)]).toEqual([false, false]);
  });
});
