import { describe, expect, it } from "vitest";
import { isRefusal, type RoomUnit } from "../../contract";
import {
  changeOf,
  compareSets,
  idleCurve,
  MATERIALS,
  modesOf,
  sagOf,
  shaftsOf,
  shaftTrouble,
  type Height,
  type Material,
} from "./room";
import { PRESETS } from "./presets";

const unit = PRESETS.northSouth.unit;
const heights = (measured: Record<string, number | null>): Height[] =>
  unit.mounts.map((mount) => {
    const mm = measured[mount.name] ?? null;
    return {
      mount,
      measured: mm === null ? null : { meanMm: mm, expandedMm: 0.6, typed: `${mm} mm` },
      sagMm: mm === null || mount.nominalMm === null ? null : mount.nominalMm - mm,
    };
  });

describe("mount room", () => {
  it.each(Object.keys(PRESETS))("the usual arrangement %s is held", (name) => {
    const modes = modesOf(PRESETS[name].unit, {});
    expect(isRefusal(modes)).toBe(false);
    if (isRefusal(modes)) return;
    expect(modes.modes[0].hz).toBeGreaterThan(2);
    expect(modes.notices).toEqual([]);
  });

  it("says which shaft is not possible, and nothing where all have", () => {
    const bent = (i: number, sideDeg: number): RoomUnit => ({
      ...unit,
      shafts: unit.shafts.map((s, k) => (k === i ? { ...s, sideDeg } : s)),
    });
    expect(shaftTrouble(unit, null, null)).toBeNull();
    expect(shaftTrouble(PRESETS.eastWest.unit, null, null)).toBeNull();
    expect(shaftTrouble(bent(1, -40), null, null)).toContain("gearbox to prop shaft would be at 44.0°");
    expect(shaftTrouble(bent(2, 60), null, null)).toContain("The axle is not possible: 60.0 given");
    // A gearbox within range that a drop at the tail tips out of it.
    const tail = heights({ left: 62, right: 62, tail: 1 });
    const [now, then] = [sagOf(unit, tail, new Set(["tail"])), sagOf(unit, tail, new Set())];
    expect(shaftTrouble(bent(0, 44), now, then)).toContain("The gearbox is not possible");
  });

  it("a collapsed tail tilts the unit, and a new one brings the joints back", () => {
    const h = heights({ left: 62, right: 62, tail: 42.3 });
    const now = sagOf(unit, h, new Set());
    const then = sagOf(unit, h, new Set(["tail"]));
    // By hand: 12.7 mm over 1100 mm.
    expect(now?.tiltDeg).toBeCloseTo((Math.atan(12.7 / 1100) * 180) / Math.PI, 9);
    expect(then?.tiltDeg).toBeCloseTo(0, 12);
    const [before, after] = [shaftsOf(unit, null, null), shaftsOf(unit, now, then)];
    const flange = (12.7 * 1250) / 1100;
    const shaft = 1.5 + (Math.atan(flange / 1300) * 180) / Math.PI;
    expect(before?.joints[0].angleDeg).toBeCloseTo(2.5, 9);
    expect(after?.joints[0].angleDeg).toBeCloseTo(4 - 0.66147643 - shaft, 5);
    expect(after?.joints[1].angleDeg).toBeCloseTo(3.5 - shaft, 9);
  });

  it("says nothing of a tilt that two heights do not give", () => {
    expect(sagOf(unit, heights({ tail: 42 }), new Set())).toBeNull();
    expect(shaftsOf({ ...unit, shafts: [] }, null, null)).toBeNull();
  });

  it("a firmer set moves less, in the order of the materials", () => {
    const sets = (Object.keys(MATERIALS) as Material[]).map((m) => ({
      id: m,
      name: m,
      price: null,
      changes: Object.fromEntries(unit.mounts.map((x) => [x.name, changeOf(m)])),
    }));
    const answer = compareSets(unit, sets, 750, 4);
    if (isRefusal(answer)) throw new Error(answer.error.message);
    const moves = answer.sets.map((s) => s.shifter.totalMm);
    expect(moves[1]).toBeCloseTo(moves[0], 9);
    for (let i = 2; i < moves.length; i++) expect(moves[i]).toBeLessThan(moves[i - 1]);
    expect(answer.sets[3].idle.againstReferenceDb).toBeGreaterThan(answer.sets[2].idle.againstReferenceDb);
  });

  it("names the motion that nothing holds", () => {
    const loose: RoomUnit = {
      ...unit,
      mounts: unit.mounts.map((m) => (m.name === "tail" ? { ...m, kxNPerMm: 0, kyNPerMm: 0, kzNPerMm: 0 } : m)),
    };
    const answer = compareSets(loose, [], 750, 4);
    expect(isRefusal(answer) && answer.error.field).toBe("unit.mounts[2].kxNPerMm");
  });

  it("draws the idle curve to its peak at the roll mode", () => {
    const curve = idleCurve(20, 0.1, 2);
    const top = curve.reduce((a, b) => (b.dB > a.dB ? b : a));
    expect(top.rpm).toBe(600);
    expect(curve[0].rpm).toBe(500);
  });
});
