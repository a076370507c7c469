import { describe, expect, it } from "vitest";
import {
  askFloorSlot,
  askGatedLinkage,
  askLockout,
  askPressFit,
  askRod,
  askShims,
  askStops,
  isRefusal,
  settingInputs,
  withoutNulls,
} from "../../contract";
import { FOUR_GEARS, straightLever } from "../../tests/domain/records";
import { beginCableMarks } from "./cableMarks";
import { beginGated } from "./gated";
import * as begin from "./begin";

const BEGUN = {
  stops: begin.beginStops(undefined),
  lockout: begin.beginLockout(null),
  release: begin.beginRelease(),
  shims: begin.beginShims(null),
  cableMarks: beginCableMarks(),
  rod: begin.beginRod(undefined),
  gatedLinkage: beginGated(),
  floorSlot: begin.beginFloorSlot(),
  pressFit: begin.beginPressFit(),
};

describe("what a setting tool begins with", () => {
  it.each(Object.keys(settingInputs) as (keyof typeof settingInputs)[])("%s is a question it takes", (tool) => {
    expect(settingInputs[tool].safeParse(withoutNulls(BEGUN[tool])).error).toBeUndefined();
  });

  it("is answered by every model there is for it", () => {
    const answers = [
      askStops(withoutNulls(BEGUN.stops)),
      askLockout(withoutNulls({ ...BEGUN.lockout, gates: null })),
      askShims(withoutNulls(BEGUN.shims)),
      askRod(withoutNulls(BEGUN.rod)),
      askGatedLinkage(withoutNulls(BEGUN.gatedLinkage)),
      askFloorSlot(withoutNulls(BEGUN.floorSlot)),
      askPressFit(withoutNulls(BEGUN.pressFit)),
    ];
    expect(answers.filter(isRefusal)).toEqual([]);
  });

  it("takes the arms of the lever at work, straight from its pivot", () => {
    // Pythagoras: 3, 4, 5.
    const bent = { ...straightLever(0, 0), knob: { xMm: 90, zMm: 120 }, pin: { xMm: -30, zMm: -40 } };
    expect(begin.beginStops(bent)).toMatchObject({ knobArmMm: 150, pinArmMm: 50 });
    expect(begin.beginStops(straightLever(270.4, 66.26))).toMatchObject({ knobArmMm: 270.4, pinArmMm: 66.26 });
    expect(begin.beginStops(undefined)).toMatchObject({ knobArmMm: 300, pinArmMm: 60 });
  });

  it("takes the rod as long as it lies between pin and joint, and a usual one where no rod drives", () => {
    const rod = {
      ...straightLever(300, 60),
      pin: { xMm: 10, zMm: -60 },
      drive: { kind: "rod" as const, joint: { xMm: -290, zMm: 340 }, axisDeg: 0 },
    };
    // 300 along and 400 up: 500, again by Pythagoras.
    expect(begin.beginRod(rod).targetMm).toBe(500);
    expect(begin.beginRod(straightLever(300, 60)).targetMm).toBe(312);
    expect(begin.beginRod(rod).ends.map((e) => e.hand)).toEqual(["right", "left"]);
  });

  it("takes the gates of the gearbox, and the usual three where none is known", () => {
    expect(begin.beginLockout(FOUR_GEARS).gates).toEqual([
      { gate: "1-2", gapMm: null },
      { gate: "3-4", gapMm: null },
    ]);
    expect(begin.beginLockout(undefined).gates.map((g) => g.gate)).toEqual(["1-2", "3-4", "5-R"]);
  });

  it("takes the shims on the shop's shelf, and a copy of the list", () => {
    const shelf = [{ thicknessMm: 0.3, count: 2, name: "thin" }];
    const begun = begin.beginShims(shelf);
    expect(begun.stock).toEqual(shelf);
    expect(begun.stock).not.toBe(shelf);
    // An empty shelf is not known yet rather than empty.
    expect(begin.beginShims([]).stock.map((s) => s.thicknessMm)).toEqual([0.1, 0.2, 0.5, 1]);
  });
});
