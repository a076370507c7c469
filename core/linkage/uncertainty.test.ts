import { describe, expect, it } from "vitest";
import { askUncertainty, isRefusal } from "../../contract";
import { lever, seededRandom, uncertainty, type LeverGeometry, type UncertaintyInput } from "..";

const rod = (knobZ: number, pinZ: number): LeverGeometry => ({
  knob: { xMm: 22, zMm: knobZ },
  pin: { xMm: 5, zMm: pinZ },
  drive: { kind: "rod", joint: { xMm: -185, zMm: -32 }, axisDeg: 4 },
  cross: {},
});
const gearbox = {
  gears: [
    { gear: "3", column: "a", travelMm: 9 },
    { gear: "4", column: "a", travelMm: -8.5 },
  ],
};
const measure = (name: string, u: number, ...paths: string[]) => ({
  name,
  paths,
  u,
  relative: false,
  distribution: "normal" as const,
});
const input: UncertaintyInput = {
  gearbox,
  old: rod(248, -54),
  candidate: rod(262, -73),
  inputs: [
    measure("old knob", 2, "old.knob.zMm"),
    measure("old pin", 0.6, "old.pin.zMm"),
    measure("new pin", 0.4, "candidate.pin.zMm"),
    measure("joint", 3, "old.drive.joint.zMm", "candidate.drive.joint.zMm"),
  ],
  k: 2,
};

/** Two independent draws of a normal distribution [Box and Muller 1958]. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

describe("uncertainty", () => {
  // [S] JCGM 101:2008: the law of propagation against drawing every measure from its distribution.
  it("agrees with drawing the measures ten thousand times", () => {
    const random = seededRandom(4711);
    const throwOf = (geometry: LeverGeometry) => lever({ gearbox, lever: geometry }).throws[0].throwMm ?? NaN;
    const draws = Array.from({ length: 10_000 }, () => {
      const [knob, oldPin, newPin, joint] = [2, 0.6, 0.4, 3].map((u) => u * normal(random));
      const [old, candidate] = [rod(248 + knob, -54 + oldPin), rod(262, -73 + newPin)];
      for (const l of [old, candidate]) if (l.drive.kind === "rod") l.drive.joint.zMm += joint;
      return 100 * (1 - throwOf(candidate) / throwOf(old));
    });
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const spread = Math.sqrt(draws.reduce((sum, d) => sum + (d - mean) ** 2, 0) / (draws.length - 1));
    const { reductionPct } = uncertainty(input);
    expect(reductionPct?.value).toBeCloseTo(mean, 1);
    expect((reductionPct?.standard ?? 0) / spread).toBeGreaterThan(0.97);
    expect((reductionPct?.standard ?? 0) / spread).toBeLessThan(1.03);
  });

  it("names the measure that makes most of the doubt, and what taking it again would bring", () => {
    const { budget, reductionPct } = uncertainty(input);
    expect(budget.reduce((sum, b) => sum + b.sharePct, 0)).toBeCloseTo(100, 9);
    expect(budget.map((b) => b.sharePct)).toEqual(budget.map((b) => b.sharePct).sort((a, b) => b - a));
    const halved = uncertainty({
      ...input,
      inputs: input.inputs.map((m) => (m.name === budget[0].name ? { ...m, u: m.u / 2 } : m)),
    });
    expect(halved.reductionPct?.expanded).toBeCloseTo(budget[0].expandedIfHalved, 6);
    expect(halved.reductionPct?.expanded).toBeLessThan(reductionPct?.expanded ?? 0);
  });

  it("says which quantity a measure a little off would take away", () => {
    const edge = { ...rod(262, -73), drive: { kind: "direct" as const, axisDeg: 0 }, pin: { xMm: 0, zMm: -9 } };
    const out = uncertainty({
      ...input,
      old: { ...edge, pin: { xMm: 0, zMm: -54 } },
      candidate: edge,
      inputs: [measure("pin", 3, "candidate.pin.zMm"), measure("rail", 1, "gearbox.gears[0].travelMm")],
    });
    expect(out.candidateThrowMm).toBeNull();
    expect(out.oldThrowMm).not.toBeNull();
    expect(out.budget).toEqual([]);
    expect(out.notices.map((n) => n.field)).toEqual(["inputs[0]", "inputs[1]"]);
  });

  it.each([
    ["inputs[0].paths[0]", { inputs: [{ name: "a", paths: ["old.drive.axisDeg"], u: 1 }] }],
    ["inputs[0].paths[0]", { inputs: [{ name: "a", paths: ["constructor"], u: 1 }] }],
    ["inputs[0].paths[0]", { inputs: [{ name: "a", paths: ["gearbox.gears.length"], u: 1 }] }],
    ["inputs[0].paths[1]", { inputs: [{ name: "a", paths: ["old.pin.zMm", "old.pin.zMm"], u: 1 }] }],
    ["inputs[1].name", { inputs: [input.inputs[0], { ...input.inputs[1], name: "old knob" }] }],
    [
      "candidate.drive.kind",
      {
        candidate: {
          ...rod(262, -73),
          drive: { kind: "arm", joint: { xMm: 5, zMm: 9 }, armPivot: { xMm: 9, zMm: 99 } },
        },
      },
    ],
    ["pair", { gearbox: { gears: [gearbox.gears[0]] } }],
  ])("refuses at %s", (field, change) => {
    const raw = {
      ...input,
      old: { ...input.old, drive: { kind: "direct" } },
      candidate: { ...input.candidate, drive: { kind: "direct" } },
      ...change,
    };
    const out = askUncertainty({ ...raw, inputs: (change as { inputs?: unknown }).inputs ?? input.inputs.slice(0, 3) });
    expect(isRefusal(out) && out.error.field).toBe(field);
  });
});
