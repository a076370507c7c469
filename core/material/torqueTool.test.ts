import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { torqueTool, type TorqueToolInput } from "..";

const tool = (rest: Partial<TorqueToolInput> = {}) => torqueTool({ wantedNm: 100, tool: { maxNm: 200 }, ...rest });
const withAdapter = (offsetMm: number, angleDeg: number) => tool({ handMm: 300, adapter: { offsetMm, angleDeg } });

describe("an adapter", () => {
  it("is allowed for by the balance of moments", () => {
    expect(withAdapter(50, 0).setNm).toBeCloseTo((100 * 300) / 350, 12);
    expect(withAdapter(50, 90).setNm).toBe(100);
    expect(withAdapter(50, 180).setNm).toBeCloseTo((100 * 300) / 250, 12);
  });

  it("gives the bolt what is wanted: force at the hand times the lever to the bolt", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        (offsetMm, angleDeg) => {
          const { setNm } = withAdapter(offsetMm, angleDeg);
          // The handle lies along x; the bolt is off the drive against it.
          const force = (setNm * 1000) / 300;
          const bolt = -offsetMm * Math.cos((angleDeg * Math.PI) / 180);
          expect((force * (300 - bolt)) / 1000).toBeCloseTo(100, 6);
        },
      ),
      { seed: 20261127, numRuns: 200 },
    );
  });
});

describe("a tool", () => {
  // ISO 6789-1: 20 to 100 % of the greatest value; 6 % up to 10 N m, 4 % above.
  it("is good from a fifth of its greatest value, or from its own least", () => {
    expect([39.9, 40, 200, 200.1].map((wantedNm) => tool({ wantedNm }).fits)).toEqual([false, true, true, false]);
    expect(tool({ wantedNm: 50, tool: { maxNm: 200, minNm: 60 } })).toMatchObject({ fits: false, lowNm: 60 });
    expect(tool({ wantedNm: 10 }).notices.map((n) => [n.code, n.field])).toEqual([["outsideTool", "tool.maxNm"]]);
  });

  it("has the deviation of its class, or its own", () => {
    const of = (maxNm: number, deviationPct?: number) => tool({ tool: { maxNm, deviationPct } }).deviationPct;
    expect([of(10), of(10.5), of(200), of(200, 1)]).toEqual([6, 4, 4, 1]);
    expect(tool().deviationNm).toBeCloseTo(4, 12);
  });
});

describe("a reading", () => {
  const verdict = (readingNm: number) => tool({ readingNm, spec: { minNm: 90, maxNm: 110 } }).verdict;

  it("proves only what its own deviation leaves no doubt of", () => {
    // 4 %: 94 to 105.7 is proven; 86.6 to 114.5 may be in.
    expect([94, 105.7].map(verdict)).toEqual(["in", "in"]);
    expect([91, 109].map(verdict)).toEqual(["in, not proven", "in, not proven"]);
    expect([87, 114].map(verdict)).toEqual(["out, not proven", "out, not proven"]);
    expect([86, 115].map(verdict)).toEqual(["out", "out"]);
  });

  it("is the tool's own, so that an adapter's factor is taken out", () => {
    const read = { handMm: 300, adapter: { offsetMm: 50, angleDeg: 0 }, spec: { minNm: 90, maxNm: 110 } };
    expect(tool({ ...read, readingNm: 85.7 }).verdict).toBe("in");
    expect(tool({ ...read, readingNm: 100 }).verdict).toBe("out");
  });

  it("of a single value is judged by its tolerance, 10 % where none is given", () => {
    const single = (tolerancePct?: number) => tool({ readingNm: 104, spec: { nm: 100, tolerancePct } }).verdict;
    expect([single(), single(5), single(1)]).toEqual(["in", "in, not proven", "out, not proven"]);
    expect(tool({ readingNm: 104 }).verdict).toBeNull();
  });
});
