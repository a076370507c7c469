import { describe, expect, it } from "vitest";
import type { TorqueTool } from "../../contract";
import { proofOf, reachOf, recheckOf, toolsFor, wrenchSetting } from ".";

const tool = (maxNm: number, more: Partial<TorqueTool> = {}): TorqueTool => ({
  id: `t${maxNm}`,
  name: `Wrench ${maxNm}`,
  serial: "",
  minNm: null,
  maxNm,
  deviationPct: null,
  calibrated: null,
  everyMonths: 12,
  ...more,
});
const crow = { handMm: 420, offsetMm: 55, angleDeg: 0 };
const band = { minNm: 55.8, maxNm: 68.2, by: "shop" as const };

describe("the wrench", () => {
  // L/(L + e cos a): 420/(420 + 55) x 62 = 54.82; the lever law, as makers of torque wrenches print it.
  it("is set lower where an adapter adds to its lever arm, higher where it takes from it", () => {
    expect(wrenchSetting(62, null, crow).setNm).toBeCloseTo(54.821, 3);
    expect(wrenchSetting(62, null, { ...crow, angleDeg: 180 }).setNm).toBeCloseTo((62 * 420) / 365, 3);
  });
  it("is set as the bolt wants it with the adapter square to it, or with none", () => {
    expect(wrenchSetting(62, null, { ...crow, angleDeg: 90 }).setNm).toBeCloseTo(62, 9);
    expect(wrenchSetting(62, null, null)).toMatchObject({ factor: 1, setNm: 62, fits: null });
  });
  it("has no setting where the adapter leaves no lever", () => {
    expect(wrenchSetting(62, null, { handMm: 100, offsetMm: -90, angleDeg: 0 }).refused).toBe(true);
  });
  // From a fifth of the greatest value up; 4 % over 10 N m, 6 % up to it: ISO 6789-1.
  it("reaches from a fifth of its greatest value, and is off by the standard's limit where no certificate says less", () => {
    expect(wrenchSetting(62, tool(100), null)).toMatchObject({ fits: true, lowNm: 20, highNm: 100, deviationPct: 4 });
    expect(wrenchSetting(62, tool(400), null).fits).toBe(false);
    expect(wrenchSetting(62, tool(60), null).fits).toBe(false);
    expect(wrenchSetting(62, tool(60), crow).fits).toBe(true);
    expect(wrenchSetting(8, tool(10), null).deviationPct).toBe(6);
    expect(wrenchSetting(62, tool(100, { deviationPct: 3 }), null).deviationPct).toBe(3);
  });
  it("set to its mark leaves so much, which a narrow specification may not allow", () => {
    const narrow = { minNm: 139.7, maxNm: 142.4, by: "document" as const };
    // 141 Nm and 4 %: 135.4 to 146.6.
    expect(reachOf(141, narrow, wrenchSetting(141, tool(200), null))).toMatchObject({
      lowNm: expect.closeTo(135.36, 6),
      highNm: expect.closeTo(146.64, 6),
      verdict: "either",
    });
    expect(reachOf(62, band, wrenchSetting(62, tool(100), null))?.verdict).toBe("within");
    expect(reachOf(62, band, wrenchSetting(62, null, null))).toBeNull();
  });
  it("is chosen as the smallest that reaches", () => {
    const all = [tool(400), tool(200), tool(100), tool(25)];
    expect(toolsFor(62, all, null).map((t) => t.maxNm)).toEqual([100, 200]);
    expect(toolsFor(300, all, null).map((t) => t.maxNm)).toEqual([400]);
    expect(toolsFor(500, all, null)).toEqual([]);
  });
});

describe("a reading", () => {
  it("proves a torque only where the tool's own deviation stays inside the limits", () => {
    expect(proofOf(62, 62, band, tool(100), null)).toBe("in");
    expect(proofOf(67, 62, band, tool(100), null)).toBe("in, not proven");
    expect(proofOf(69, 62, band, tool(100), null)).toBe("out, not proven");
    expect(proofOf(80, 62, band, tool(100), null)).toBe("out");
  });
  it("is the bolt's only with the adapter taken into account", () => {
    expect(proofOf(54.8, 62, band, tool(100), crow)).toBe("in");
    expect(proofOf(54.8, 62, band, tool(100), null)).toBe("out, not proven");
  });
  it("proves nothing with a tool nobody named", () => {
    expect(proofOf(62, 62, band, null, null)).toBeNull();
  });
});

describe("the recheck", () => {
  it.each([
    [{ reuse: "reuse" as const, threadLocker: "" }, [], "torque", "plain"],
    [{ reuse: "reuse" as const, threadLocker: "" }, [90], "paint", "angle"],
    [{ reuse: "replace" as const, threadLocker: "" }, [], "paint", "singleUse"],
    [{ reuse: "reuse" as const, threadLocker: "medium" }, [], "paint", "locker"],
  ])("of %j after %j is by %s", (group, angles, how, why) => {
    expect(recheckOf(group, angles)).toEqual({ how, why });
  });
});
