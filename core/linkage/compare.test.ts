import { describe, expect, it } from "vitest";
import { compare, type CompareInput, type LeverGeometry } from "..";

const straight = (knobZ: number, pinZ: number): LeverGeometry => ({
  knob: { xMm: 0, zMm: knobZ },
  pin: { xMm: 0, zMm: pinZ },
  drive: { kind: "direct", axisDeg: 0 },
  cross: {},
});
const limits = { maxReductionPct: 50, maxEffortFactor: 2, maxKnobRaiseMm: 60, minThrowMm: 40 };
const pivot = { xMm: 0, zMm: 0 };
const input = (a: LeverGeometry, b: LeverGeometry, claimedReductionPct?: number): CompareInput => ({
  gearbox: {
    gears: [
      { gear: "3", column: "a", travelMm: 10 },
      { gear: "4", column: "a", travelMm: -10 },
    ],
  },
  setups: [
    { name: "old", lever: a, pivot },
    { name: "new", lever: b, pivot, claimedReductionPct },
  ],
  limits,
});

describe("compare", () => {
  // Closed form for direct levers: throw 2 H s / L, so 100 mm to 75 mm is 25 % and 4/3 of the effort.
  it("gives reduction, effort and the claim's difference in percentage points", () => {
    const [, setup] = compare(input(straight(300, -60), straight(300, -80), 45)).setups;
    expect(setup.reductionPct).toBeCloseTo(25, 10);
    expect(setup.effortFactor).toBeCloseTo(4 / 3, 10);
    expect(setup.claim?.differencePct).toBeCloseTo(-20, 10);
    expect(setup.notices).toEqual([]);
  });

  it("holds its limits strictly: exactly at a limit is no notice", () => {
    const at = compare(input(straight(300, -60), straight(250, -100))).setups[1];
    expect(at.reductionPct).toBeCloseTo(50, 10);
    const codes = compare(input(straight(300, -60), straight(240, -125))).setups[1].notices.map((n) => n.code);
    expect(codes).toEqual(["reduction_over", "effort_over", "throw_under"]);
  });

  it("keeps the other pairs when one gear is out of reach", () => {
    const out = input(straight(300, -60), straight(120, -25));
    out.gearbox.gears = [
      { gear: "1", column: "a", travelMm: 30 },
      { gear: "2", column: "a", travelMm: -8 },
      { gear: "3", column: "b", travelMm: 8 },
      { gear: "4", column: "b", travelMm: -8 },
    ];
    const setup = compare(out).setups[1];
    expect(setup.throws.map((t) => t.throwMm)).toEqual([null, expect.closeTo(76.8, 9)]);
    expect(setup.notices.at(-1)).toMatchObject({ code: "cannot_reach", gear: "1", value: 5 });
  });
});
