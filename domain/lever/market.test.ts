import { describe, expect, it } from "vitest";
import { record } from "../../tests/domain/records";
import {
  exampleGearbox,
  exampleSetups,
  type KnownKit,
  NO_OBSTACLES,
  USUAL_BODY,
  USUAL_WISH,
  nearestKit,
  onMarket,
  onSpacer,
  isKnown,
} from ".";

const kit = (name: string, pin: number, knob: number, claim: number | null = null) =>
  record("kit", {
    name,
    pin: { xMm: 0, zMm: pin },
    knob: { xMm: 0, zMm: knob },
    claimedReductionPct: claim,
  }) as KnownKit;
const gearbox = exampleGearbox("direct");
const [old] = exampleSetups("direct");
const shaft = {
  obstacles: [
    {
      name: "prop shaft",
      kind: "segment" as const,
      from: { xMm: 260, zMm: -150 },
      to: { xMm: -420, zMm: -150 },
      halfWidthMm: 38,
    },
  ],
  body: USUAL_BODY,
  hand: null,
};

describe("levers that can be bought, in this vehicle", () => {
  it("can be tried only with knob and pin entered", () => {
    expect(isKnown(record("kit", { name: "Bare" }))).toBe(false);
    expect(isKnown(record("kit", { name: "Half", pin: { xMm: 0, zMm: -70 } }))).toBe(false);
    expect(isKnown(kit("Whole", -70, 250))).toBe(true);
  });

  it("are worked out against the old one, and told what they break", () => {
    // Old 312 over 60 = 5.2. 290 over 75 = 3.867: 25.6 % shorter; 190 over 60 = 3.167: the knob 122 mm lower.
    const list = onMarket(gearbox, old, [kit("Good", -75, 290, 40), kit("Low", -60, 190)], USUAL_WISH, NO_OBSTACLES);
    expect(list[0]).toMatchObject({ breaks: [], gapMm: null, upMm: -22 });
    expect(list[0].reductionPct).toBeCloseTo(100 * (1 - 290 / 75 / (312 / 60)), 1);
    expect(list[0].effortFactor).toBeCloseTo(312 / 60 / (290 / 75), 6);
    expect(list[1].breaks).toEqual(["maxKnobShiftMm"]);
    expect(nearestKit(list, 30)?.kit.name).toBe("Good");
    expect(nearestKit(list.slice(1), 30)).toBeNull();
  });

  it("come too near what stands there, and clear it on a spacer by as much", () => {
    const [deep] = onMarket(gearbox, old, [kit("Deep", -96, 300)], USUAL_WISH, shaft);
    expect(deep.breaks).toContain("minGapMm");
    expect(deep.obstacle).toBe("prop shaft");
    const raised = onSpacer(gearbox, deep.setup, shaft, 10);
    expect(raised!.gapMm - deep.gapMm!).toBeCloseTo(10, 6);
    expect(onSpacer(gearbox, deep.setup, NO_OBSTACLES, 10)).toBeNull();
  });

  it.each(["rod", "arm", "cable"] as const)(
    "of a %s drive the joint stays in the vehicle when the pivot is lifted",
    (kind) => {
      const [own] = exampleSetups(kind);
      const raised = onSpacer(exampleGearbox(kind), own, shaft, 6);
      const before = onSpacer(exampleGearbox(kind), own, shaft, 0);
      expect(raised!.gapMm).toBeGreaterThan(before!.gapMm);
    },
  );
});
