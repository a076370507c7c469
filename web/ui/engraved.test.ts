import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { engraved } from "./engraved";

describe("figures along a scale", () => {
  it("are round, within the ends and told apart by their digits", () => {
    expect(engraved(0, 10.4, 5)).toEqual({ at: [0, 2, 4, 6, 8, 10], digits: 0 });
    expect(engraved(0, 0.81, 10)).toEqual({ at: [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8], digits: 1 });
    expect(engraved(-1, 18, 6).at).toEqual([0, 5, 10, 15]);
  });

  it("never read the same twice, whatever the range", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        fc.double({ min: 1e-3, max: 1e4, noNaN: true }),
        fc.integer({ min: 2, max: 20 }),
        (from, span, most) => {
          const { at, digits } = engraved(from, from + span, most);
          expect(new Set(at.map((v) => v.toFixed(digits))).size).toBe(at.length);
          for (const v of at) expect(v >= from - 1e-9 && v <= from + span + 1e-9).toBe(true);
        },
      ),
      { seed: 20251126, numRuns: 200 },
    );
  });
});
