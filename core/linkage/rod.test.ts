import { describe, expect, it } from "vitest";
import { floorSlot, rod, usualEngagement, type RodEnd } from ".";
import { throughTheFloor } from "../../tests/core/questions";

const end = (over: Partial<RodEnd> = {}): RodEnd => ({
  shankLengthMm: 36,
  threadDepthMm: 20,
  threadDiameterMm: 8,
  pitchMm: 1.25,
  jamNutMm: 4,
  hand: "right",
  ...over,
});

describe("rod", () => {
  it("is the centre distance when put together again", () => {
    const ends = [end({ engagementMm: 13 }), end({ threadDiameterMm: 6, pitchMm: 1, engagementMm: 11 })];
    const out = rod({ targetMm: 300, ends });
    expect((out.cutMm ?? 0) + (36 - 13) + (36 - 11)).toBeCloseTo(300, 9);
  });

  it("screws in half the thread or one and a half diameters, whichever is more, and never too much", () => {
    expect(usualEngagement(end())).toBe(12);
    expect(usualEngagement(end({ threadDepthMm: 30 }))).toBe(15);
    expect(usualEngagement(end({ threadDepthMm: 9 }))).toBe(9);
  });

  it("speaks of every weakness end by end, in the order of its kind", () => {
    const out = rod({
      targetMm: 110,
      ends: [end({ threadDepthMm: 10, engagementMm: 9, witnessMm: 9.5 }), end({ engagementMm: 7 })],
    });
    expect(out.notices.map((n) => [n.code, n.end])).toEqual([
      ["shallow_thread", 1],
      ["engagement_warn", 1],
      ["witness_hole", 1],
      ["engagement_unsafe", 2],
    ]);
    const short = rod({ targetMm: 90, ends: [end({ engagementMm: 12 }), end({ engagementMm: 12 })] });
    expect(short.notices.map((n) => n.code)).toEqual(["thread_throughout"]);
  });

  it("turns nothing where nothing shall change, and cannot turn a rod with two like threads", () => {
    const out = rod({ targetMm: 300, ends: [end(), end()], changeMm: 0 });
    expect(out).toMatchObject({ direction: "none", turns: { end1: 0, end2: 0, rodTurned: null } });
    expect(rod({ targetMm: 300, ends: [end(), end({ pitchMm: 1 })], changeMm: 1 }).turns?.rodTurned).toBeCloseTo(4, 9);
    expect(rod({ targetMm: 300, ends: [end(), end()] })).toMatchObject({ direction: null, turns: null });
  });
});

describe("floor slot", () => {
  const input = throughTheFloor({
    holes: [{ name: "1", xMm: 0, yMm: 30, diameterMm: 8 }],
    pivot: { xMm: 0, yMm: 0, zMm: 40 },
    armBelowMm: 60,
    swing: { firstDeg: -100, lastDeg: -60 },
    floorThicknessMm: 4,
    armWidthMm: 18,
    armThicknessMm: undefined,
    clearanceMm: 3,
  });

  it("holds the arm's corners at every lean of the swing, on both faces", () => {
    const { slot } = floorSlot(input);
    for (let deg = -100; deg <= -60; deg += 0.5) {
      const lean = ((deg + 90) * Math.PI) / 180;
      for (const h of [40, 44]) {
        const middle = h * Math.tan(lean);
        const half = 9 / Math.cos(lean);
        expect(middle - half).toBeGreaterThanOrEqual(slot.fromXMm + 3 - 1e-9);
        expect(middle + half).toBeLessThanOrEqual(slot.toXMm - 3 + 1e-9);
      }
    }
    expect(slot.widthMm).toBe(18 + 6);
  });

  it("measures a hole to the slot's edge, nothing where it lies inside", () => {
    expect(floorSlot(input).holes[0].edgeMm).toBeCloseTo(30 - 12, 9);
    expect(floorSlot({ ...input, holes: [{ ...input.holes[0], yMm: 0 }] })).toMatchObject({
      edgesOk: false,
      holes: [{ edgeMm: 0 }],
    });
  });

  it("hangs deepest where the arm stands squarest", () => {
    expect(floorSlot(input).below.depthMm).toBeCloseTo(60, 9);
    const leaning = floorSlot({ ...input, swing: { firstDeg: -80, lastDeg: -60 } });
    expect(leaning.below.depthMm).toBeCloseTo(104 * Math.cos(Math.PI / 18) - 44, 9);
  });
});
