import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { askDesign, isRefusal } from "../../contract";
import { clearance, compare, design, designedLever, type DesignInput, type LeverGeometry } from "..";

const limits = { minGapMm: 2, maxEffortFactor: 2, minThrowMm: 40, maxKnobShiftMm: 60, minKnobMm: 50, maxKnobMm: 1000 };
const reference: LeverGeometry = {
  knob: { xMm: 18, zMm: 236 },
  pin: { xMm: 4, zMm: -55 },
  drive: { kind: "rod", joint: { xMm: -170, zMm: -38 }, axisDeg: 3 },
  cross: { knobArmMm: 230, pinArmMm: 50 },
};
const gearbox = {
  gears: [
    { gear: "1", column: "1-2", travelMm: 8.5 },
    { gear: "2", column: "1-2", travelMm: -8 },
    { gear: "3", column: "3-4", travelMm: 9 },
    { gear: "4", column: "3-4", travelMm: -9 },
  ],
};
const body = { shaftRadiusMm: 6, knobRadiusMm: 22, tailRadiusMm: 9, tailDepthMm: 62 };
const obstacles = [
  { name: "prop shaft", kind: "circle" as const, xMm: 10, zMm: -112, radiusMm: 20 },
  { name: "dash", kind: "circle" as const, xMm: 112, zMm: 236, radiusMm: 10 },
];
const input = (change: Partial<DesignInput> = {}): DesignInput => ({
  gearbox,
  lever: reference,
  body,
  obstacles,
  pinsMm: [-55, -62, -70, -78],
  targetsPct: [10, 20, 30, 45],
  limits,
  ...change,
});

describe("design", () => {
  it("gives levers that do what is asked, as the comparison and the clearance see them", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: -30, noNaN: true }),
        fc.double({ min: -20, max: 60, noNaN: true }),
        (pinMm, targetPct) => {
          const own = input({ pinsMm: [pinMm], targetsPct: [targetPct] });
          const [cell] = design(own).cells;
          if (cell.scale === null) return expect(cell.breaks).toEqual(["cannotReach"]);
          const made = designedLever(own, pinMm, cell.scale);
          const pivot = { xMm: 0, zMm: 0 };
          const [, new_] = compare({
            gearbox,
            setups: [
              { name: "old", lever: reference, pivot },
              { name: "new", lever: made, pivot },
            ],
            limits: { maxReductionPct: 50, maxEffortFactor: 2, maxKnobRaiseMm: 60, minThrowMm: 40 },
          }).setups;
          expect(new_.reductionPct).toBeCloseTo(targetPct, 6);
          expect(new_.effortFactor).toBeCloseTo(cell.effortFactor ?? NaN, 9);
          expect(new_.knobShift.upMm).toBeCloseTo(cell.knobShift?.upMm ?? NaN, 9);
          expect(new_.knobShift.rearwardMm).toBeCloseTo(cell.knobShift?.rearwardMm ?? NaN, 9);
          const depth = (z: number) => Math.hypot(reference.pin.xMm, z);
          const grown = { ...body, tailDepthMm: Math.max(1, body.tailDepthMm + depth(pinMm) - depth(-55)) };
          const { least } = clearance({ gearbox, lever: made, body: grown, obstacles });
          expect(least.gapMm).toBeCloseTo(cell.gapMm ?? NaN, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("says what is possible where the wish is not, and what stands in the way", () => {
    const out = design(input());
    expect(out.best.at(-1)).toEqual({ targetPct: 45, pinMm: null, knobMm: null });
    expect(out.most?.targetPct).toBe(30);
    expect(out.sentence).toMatch(
      /^45 % shorter is not possible here\. 30 % is, with the pin \d+ mm below the pivot: beyond that /,
    );
    expect(design(input({ targetsPct: [10, 20] })).sentence).toMatch(/^20 % shorter is possible/);
    const none = design(input({ targetsPct: [80], pinsMm: [-55] }));
    expect(none.most).toBeNull();
    expect(none.sentence).toMatch(/^No lever tried here will do: /);
  });

  it("counts being out of reach against what the reference reaches only", () => {
    const direct: LeverGeometry = { ...reference, drive: { kind: "direct", axisDeg: 0 }, pin: { xMm: 0, zMm: -55 } };
    const out = design(input({ lever: direct, obstacles: [], body: undefined, pinsMm: [-8, -60], targetsPct: [5] }));
    expect(out.cells.map((c) => c.breaks)).toEqual([["cannotReach"], []]);
    expect(out.cells[1].gapMm).toBeNull();
  });

  it.each([
    ["body", { body: undefined }],
    ["obstacles[1].name", { obstacles: [obstacles[0], obstacles[0]] }],
    ["pinsMm[0]", { lever: { ...reference, pin: { xMm: -170, zMm: -55 } }, pinsMm: [-38.2] }],
    ["limits.maxKnobShiftMm", { limits: { maxKnobShiftMm: -1 } }],
    [
      "targetsPct",
      {
        pinsMm: Array.from({ length: 60 }, (_, i) => -50 - i),
        targetsPct: Array.from({ length: 60 }, (_, i) => i),
        obstacles: Array.from({ length: 60 }, (_, i) => ({ ...obstacles[0], name: `o${i}` })),
      },
    ],
  ])("refuses at %s", (field, change) => {
    const out = askDesign({ ...input(), ...change });
    expect(isRefusal(out) && out.error.field).toBe(field);
  });
});
