import { describe, expect, it } from "vitest";
import { create, all } from "mathjs";
import { measurement } from "..";

const math = create(all, {});
const tape = 25.4 / 16;

describe("measurement", () => {
  // JCGM 100:2008 (GUM) 4.2.3 and 4.3.7: u^2 = s^2/n + a^2/12.
  it("combines spread and resolution in quadrature", () => {
    const { before } = measurement({ unit: "mm", before: { readings: [3, 4, 5], resolution: 1 }, k: 2 });
    expect(before.standard).toBeCloseTo(Math.sqrt(1 / 3 + 1 / 12), 12);
    const sample = [102.1, 101.4, 103.0, 102.6, 101.9];
    const many = measurement({ unit: "mm", before: { readings: sample, resolution: 0 }, k: 2 }).before;
    expect(many.sd).toBeCloseTo(Number(math.std(sample)), 12);
    expect(many.dof).toBe(4);
  });

  // Two readings 0.2 apart have a standard uncertainty of 0.1 exactly (GUM 4.2.3), so that 2 u is 0.2.
  it("does not show a difference that equals its expanded uncertainty, whatever typed decimals are rounded to", () => {
    for (let tenths = 20; tenths < 2000; tenths += 7) {
      const before = { readings: [tenths / 10, (tenths + 2) / 10], resolution: 0 };
      const verdict = (after: number) =>
        measurement({ unit: "mm", before, after: { readings: [after / 10], resolution: 0 }, k: 2 }).change?.verdict;
      expect([verdict(tenths - 1), verdict(tenths + 3)]).toEqual(["not shown", "not shown"]);
      expect(verdict(tenths - 2)).toBe("shown");
    }
  });

  // JCGM 100:2008 (GUM) 4.4.3, table 1: twenty temperatures; mean 100.145, s = 1.489, u = 0.333 (from memory).
  it("gives the mean and standard uncertainty of the guide's own twenty readings", () => {
    const readings = [
      96.9, 98.18, 98.25, 98.61, 99.03, 99.49, 99.56, 99.74, 99.89, 100.07, 100.33, 100.42, 100.68, 100.95, 101.11,
      101.2, 101.57, 101.84, 102.36, 102.72,
    ];
    const { before } = measurement({ unit: "deg C", before: { readings, resolution: 0 }, k: 2 });
    expect(before.mean).toBeCloseTo(100.145, 3);
    expect(before.sd).toBeCloseTo(1.489, 3);
    expect(before.standard).toBeCloseTo(0.333, 3);
    expect(before.dof).toBe(19);
  });

  // Common practice, no source: 5 1/4 in before and 3 3/4 in after, tape read to 1/16 in.
  it("gives the reduction of a taped throw with its uncertainty", () => {
    const answer = measurement({
      unit: "mm",
      before: { readings: [133.35], resolution: tape },
      after: { readings: [95.25], resolution: tape },
      k: 2,
    });
    expect(answer.reduction?.pct).toBeCloseTo(28.5714, 4);
    expect(answer.reduction?.lowPct).toBeCloseTo(27.7, 1);
    expect(answer.reduction?.highPct).toBeCloseTo(29.4, 1);
    expect(answer.change?.verdict).toBe("shown");
    expect(answer.notices.map((n) => n.code)).toEqual(["fewReadings", "fewReadings"]);
  });

  it("calls a difference inside its own uncertainty not shown", () => {
    const answer = measurement({
      unit: "mm",
      before: { readings: [100, 102, 98, 100], resolution: 1 },
      after: { readings: [99, 97, 101, 99], resolution: 1 },
      k: 2,
    });
    expect(answer.change?.verdict).toBe("not shown");
  });

  it("has no reduction of nothing, and no extremes where the base may be nothing", () => {
    const nothing = measurement({
      unit: "mm",
      before: { readings: [0], resolution: 0 },
      after: { readings: [1], resolution: 0 },
      k: 2,
    });
    expect(nothing.reduction).toBeNull();
    const tiny = measurement({
      unit: "mm",
      before: { readings: [0.1], resolution: 1 },
      after: { readings: [0.1], resolution: 1 },
      k: 2,
    });
    expect(tiny.reduction?.extremesPct).toEqual([null, null]);
  });

  it("finds no spread in equal readings, whatever their mean rounds to", () => {
    // 0.1 + 0.1 + 0.1 is not 0.3 in doubles: IEEE 754.
    const answer = measurement({ unit: "mm", before: { readings: [0.1, 0.1, 0.1], resolution: 0 }, k: 2 });
    expect([answer.before.mean, answer.before.sd]).toEqual([0.1, 0]);
    expect(answer.notices.map((n) => n.code)).toContain("noSpread");
    const same = { readings: [0.1, 0.1, 0.1], resolution: 0 };
    const both = measurement({ unit: "mm", before: same, after: { readings: [0.1], resolution: 0 }, k: 2 });
    expect(both.change).toMatchObject({ difference: 0, verdict: "not shown" });
  });

  it("gives no part of next to nothing", () => {
    const answer = measurement({
      unit: "mm",
      before: { readings: [6.4e-323], resolution: 0 },
      after: { readings: [1e9], resolution: 1e9 },
      k: 1,
    });
    expect(answer.reduction).toBeNull();
  });
});
