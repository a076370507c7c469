import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { loweredLever, neutralTurn, notch, type LeverGeometry, type NotchInput } from ".";
import { turned } from "./plane";

const limits = { minGapMm: 2, maxEffortFactor: 2, minThrowMm: 40, maxReductionPct: 50 };
const base: NotchInput = {
  gearbox: {
    gears: [
      { gear: "3", column: "a", travelMm: 10 },
      { gear: "4", column: "a", travelMm: -10 },
    ],
  },
  lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  body: { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 10, tailDepthMm: 70 },
  obstacles: [{ name: "far", kind: "circle", xMm: 900, zMm: 0, radiusMm: 1 }],
  notchesMm: [0, 20],
  limits,
  rodAdjusted: false,
};

describe("notch", () => {
  it("shortens a straight direct lever by the closed form 1 - (H-d)L / (H(L+d))", () => {
    const [, second] = notch(base).notches;
    expect(second.reductionPct).toBeCloseTo(100 * (1 - (280 * 60) / (300 * 80)), 9);
    expect(second.effortFactor).toBeCloseTo(300 / 60 / (280 / 80), 9);
    expect(second.neutralDeg).toBe(0);
  });

  it("leans the lever so that the rod keeps its length", () => {
    const point = (low: number, high: number) =>
      fc.record({
        xMm: fc.double({ min: -60, max: 60, noNaN: true }),
        zMm: fc.double({ min: low, max: high, noNaN: true }),
      });
    fc.assert(
      fc.property(point(-120, -40), point(-140, -60), fc.double({ min: 0, max: 15, noNaN: true }), (pin, j, d) => {
        const joint = { xMm: 400, zMm: j.zMm };
        const lever: LeverGeometry = { ...base.lever, pin, drive: { kind: "rod", joint, axisDeg: 0 } };
        const out = loweredLever(lever, d, false);
        fc.pre(out !== null);
        const rod = (p: { xMm: number; zMm: number }): number => Math.hypot(p.xMm - joint.xMm, p.zMm - joint.zMm);
        expect(rod(out!.lever.pin)).toBeCloseTo(rod(pin), 7);
        // The turn itself, done here by hand, gives the same pin.
        const again = turned({ x: pin.xMm, z: pin.zMm - d }, (out!.neutralDeg * Math.PI) / 180);
        expect(again.x).toBeCloseTo(out!.lever.pin.xMm, 7);
      }),
      { seed: 20260302, numRuns: 200 },
    );
  });

  it("has no neutral where the pin cannot come back, and says so", () => {
    const lever: LeverGeometry = {
      ...base.lever,
      pin: { xMm: 0, zMm: -60 },
      drive: { kind: "rod", joint: { xMm: 20, zMm: -60 }, axisDeg: 0 },
    };
    expect(neutralTurn(lever.drive, lever.pin, { xMm: 0, zMm: -200 })).toBeNull();
    const out = notch({ ...base, lever, notchesMm: [140] });
    expect(out.notches[0]).toMatchObject({
      neutralDeg: null,
      throws: [],
      gapMm: null,
      breaks: ["cannotReach"],
      pass: false,
    });
    expect(out.best).toBeNull();
    expect(out.sentence).toContain("out of reach");
  });

  it("adjusting the rod keeps the lever upright and changes the throw alone", () => {
    const lever: LeverGeometry = { ...base.lever, drive: { kind: "rod", joint: { xMm: 400, zMm: -40 }, axisDeg: 0 } };
    const [asIs] = notch({ ...base, lever, notchesMm: [12] }).notches;
    const [reset] = notch({ ...base, lever, notchesMm: [12], rodAdjusted: true }).notches;
    expect(asIs.neutralDeg).not.toBe(0);
    expect(reset.neutralDeg).toBe(0);
    expect(Math.abs((asIs.reductionPct ?? 0) - (reset.reductionPct ?? 0))).toBeLessThan(3);
  });

  it("takes the deepest of the notches that keep every limit, whatever their order", () => {
    const out = notch({ ...base, notchesMm: [30, 10, 20, 200] });
    expect(out.notches.map((n) => n.pass)).toEqual([true, true, true, false]);
    expect(out.best).toBe(1);
    expect(out.sentence).toMatch(
      /^Notch 1: \d+ % shorter, [\d.]+ times the effort, clears far by [\d.]+ mm in (3|4|N)\.$/,
    );
  });
});
