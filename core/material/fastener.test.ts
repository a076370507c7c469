import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { askFastener, isRefusal } from "../../contract";
import { fastener, fastenerGrades, isInchGrade, readThread, type FastenerInput } from "..";

const bolt = (thread: string, rest: Partial<FastenerInput> = {}) =>
  fastener({ thread, grade: "8.8", finish: "zinc", preloadFraction: 0.75, into: "steel", ...rest });

describe("a thread", () => {
  it.each([
    ["M10", 10, 1.5],
    ["m10x1.25", 10, 1.25],
    ["M 8 × 1", 8, 1],
    ["3/8-16", 9.525, 25.4 / 16],
    ["3/8", 9.525, 25.4 / 16],
    ["1/4-28", 6.35, 25.4 / 28],
    ["1 1/8-7", 28.575, 25.4 / 7],
    ["1-8", 25.4, 25.4 / 8],
  ])("%s is read", (text, diameterMm, pitchMm) => {
    const thread = readThread(text);
    expect(thread?.diameterMm).toBeCloseTo(diameterMm, 12);
    expect(thread?.pitchMm).toBeCloseTo(pitchMm, 12);
  });

  // A machine screw's number is no diameter in inches; M9 and 7/8 have no pitch in the tables.
  it.each(["", "10", "M", "Mx1", "M9", "7/8", "6-32", "10-24", "8 mm", "M0", "M10x10", "M10x0", "3/0-16", "1 8"])(
    "%s is none",
    (text) => expect(readThread(text)).toBeNull(),
  );
});

describe("stress area and proof load", () => {
  // ISO 898-1, table of coarse threads, mm2 as printed; from memory.
  it.each([
    ["M5", 14.2],
    ["M6", 20.1],
    ["M8", 36.6],
    ["M10", 58.0],
    ["M12", 84.3],
    ["M14", 115],
    ["M16", 157],
    ["M20", 245],
    ["M24", 353],
  ])("%s has the area of the table", (thread, area) =>
    expect(Math.abs(bolt(thread).stressAreaMm2 / area - 1)).toBeLessThan(0.005),
  );

  // ASME B1.1, tensile stress areas, in2 as printed; from memory.
  it.each([
    ["1/4-20", 0.0318],
    ["5/16-18", 0.0524],
    ["3/8-16", 0.0775],
    ["7/16-14", 0.1063],
    ["1/2-13", 0.1419],
    ["5/8-11", 0.226],
    ["3/4-10", 0.334],
  ])("%s has the area of the table", (thread, area) =>
    expect(Math.abs(bolt(thread, { grade: "5" }).stressAreaIn2 / area - 1)).toBeLessThan(0.005),
  );

  // ISO 898-1, proof loads of coarse threads, kN as printed; from memory.
  it.each([
    ["M8", "8.8", 21.2],
    ["M10", "8.8", 33.7],
    ["M16", "8.8", 91],
    ["M20", "8.8", 147],
    ["M12", "10.9", 70],
    ["M10", "12.9", 56.3],
  ] as const)("%s %s bears the proof load of the table", (thread, grade, load) =>
    expect(Math.abs(bolt(thread, { grade }).proofLoadKN / load - 1)).toBeLessThan(0.005),
  );

  it("follows the steps of the standards with the diameter", () => {
    expect([bolt("M16").proofMPa, bolt("M18").proofMPa]).toEqual([580, 600]);
    const ksi = (thread: string, grade: "2" | "5"): number => bolt(thread, { grade }).proofMPa / 6.894757;
    expect(ksi("3/4-10", "2")).toBeCloseTo(55, 9);
    expect(ksi("1-8", "2")).toBeCloseTo(33, 9);
    expect(ksi("1-8", "5")).toBeCloseTo(85, 9);
    expect(ksi("1 1/8-7", "5")).toBeCloseTo(74, 9);
  });
});

describe("the estimate", () => {
  it("is k F d, by hand", () => {
    // 0.2 x 0.75 x 580 x 57.99 mm2 x 10 mm
    expect(bolt("M10").estimateNm).toBeCloseTo(50.45, 2);
    expect(bolt("M10").isEstimate).toBe(true);
    expect(bolt("M10", { finish: "lubricated" }).estimateNm / bolt("M10").estimateNm).toBeCloseTo(0.9, 12);
    expect(bolt("M10", { finish: "blackDry", k: 0.12 }).k).toBe(0.12);
  });

  it("says which specification is far from it, and which slip it cannot see", () => {
    const flags = [6, 13, 150].map((specNm) => bolt("M8", { specNm }).spec?.flag);
    // 13 lb ft typed as 13 N m stays inside.
    expect(flags).toEqual(["low", "ok", "high"]);
    expect(bolt("M8", { specNm: 150 }).notices.map((n) => [n.code, n.field])).toEqual([["specFar", "specNm"]]);
    const at = bolt("M8").estimateNm;
    expect([0.35 * at, 1.6 * at].map((specNm) => bolt("M8", { specNm }).spec?.flag)).toEqual(["ok", "ok"]);
  });

  it("says whether enough thread is engaged: one diameter in steel, two in aluminium", () => {
    expect(bolt("M10", { engagementMm: 10 }).engagement).toEqual({ neededMm: 10, ok: true });
    const short = bolt("M10", { engagementMm: 19.9, into: "aluminium" });
    expect(short.engagement).toEqual({ neededMm: 20, ok: false });
    expect(short.notices.map((n) => n.code)).toEqual(["shortEngagement"]);
  });

  it("grows with grade and diameter, whatever the rest", () => {
    // A class of .6 yields earlier than the one below it of .8: 5.6 carries less than 4.8.
    const metric = fastenerGrades.filter((g) => !isInchGrade(g) && !g.endsWith(".6"));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: metric.length - 2 }), fc.constantFrom("M6", "M8", "M10"), (i, thread) => {
        const [weak, strong] = [metric[i], metric[i + 1]].map((grade) => bolt(thread, { grade }));
        expect(strong.estimateNm).toBeGreaterThan(weak.estimateNm);
        expect(bolt("M12", { grade: metric[i] }).estimateNm).toBeGreaterThan(weak.estimateNm);
      }),
      { seed: 20261127, numRuns: 40 },
    );
  });

  // ISO 898-1, proof stress of the classes of low strength, from memory.
  it.each([
    ["4.6", 225],
    ["4.8", 310],
    ["5.6", 280],
    ["5.8", 380],
  ] as const)("class %s has a proof stress of %s MPa", (grade, proofMPa) =>
    expect(bolt("M10", { grade }).proofMPa).toBe(proofMPa),
  );

  it("class 9.8 ends at M16", () => {
    expect(isRefusal(askFastener({ thread: "M16", grade: "9.8" }))).toBe(false);
    expect(askFastener({ thread: "M18", grade: "9.8" })).toMatchObject({ error: { field: "grade", got: "9.8" } });
  });

  it("refuses what is no thread", () => {
    expect(() => bolt("6-32")).toThrow(/^thread: got "6-32"/);
  });
});
