import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Signature, TorqueGroup } from "../../contract";
import { typedAs, typedMeans, type UnitSystem } from "../../core";
import { PARENT, record } from "../../tests/domain/records";
import {
  boltsText,
  judgeSigned,
  lacksSource,
  passesOf,
  readSpecText,
  sameRounded,
  signedRuns,
  wasOutside,
  withSpec,
} from ".";

const group = (data: object): TorqueGroup => record("torqueGroup", { jobId: PARENT, name: "Flange", ...data });
const signed = (of: TorqueGroup, bolt: number, pass: string, more: object = {}): Signature =>
  record("signature", { jobId: PARENT, groupId: of.id, bolt, pass, at: "2026-11-27T09:00:00Z", ...more });

describe("the key for a wrench that clicked", () => {
  const systems: UnitSystem[] = ["metric", "inch"];

  it("signs what its text says, for every whole value in both units at every percentage", () => {
    for (const unit of ["Nm", "lb ft"])
      for (let value = 5; value <= 120; value++)
        for (let pct = 10; pct <= 100; pct += 10) {
          const [pass] = passesOf(group({ specTyped: `${value} ${unit}`, passes: [{ name: `${pct} %`, pct }] }));
          for (const system of systems) {
            const setTo = typedAs(pass.targetNm!, "torque", system);
            expect(typedMeans(setTo.typed, setTo.base), setTo.typed).toBe(true);
            expect(judgeSigned(pass, { reading: null, setTo })?.judgement, `${value} ${unit} ${pct} %`).toBe("inside");
          }
        }
  });

  it("is inside a band of no width too: the figure is as round as the key shows it", () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 400, noNaN: true }), fc.constantFrom(...systems), (nm, system) => {
        const limits = { minNm: nm, maxNm: nm, by: "document" } as const;
        const setTo = typedAs(nm, "torque", system);
        return judgeSigned({ limits, turn: null }, { reading: null, setTo })?.judgement === "inside";
      }),
    );
  });

  it("has no such grace for what a wrench read", () => {
    const [pass] = passesOf(group({ specTyped: "44-46 Nm", passes: [{ name: "100 %", pct: 100 }] }));
    expect(judgeSigned(pass, { reading: { typed: "46.1 Nm", base: 46.1 }, setTo: null })?.judgement).toBe("over");
  });
});

describe("an angle that was counted", () => {
  const g = group({ specTyped: "20 Nm + 90°", tolerancePct: 10 });
  const turn = passesOf(g).at(-1)!;
  it.each<[number, string]>([
    [60, "under"],
    [81, "inside"],
    [90, "inside"],
    [99, "inside"],
    [100, "over"],
  ])("of %s° on a pass of 90° is %s", (turnedDeg, judgement) => {
    expect(judgeSigned(turn, { reading: null, setTo: null, turnedDeg })).toMatchObject({ of: "angle", judgement });
    expect(wasOutside(g, signed(g, 1, turn.name, { turnedDeg }))).toBe(judgement !== "inside");
  });
  it("is not judged where nobody counted it", () => {
    expect(judgeSigned(turn, { reading: null, setTo: null, turnedDeg: null })).toBeNull();
  });
});

describe("limits", () => {
  it("of a pass before the last are the document's only in proportion: no document gives a 60 %", () => {
    const bands = (specTyped: string) => passesOf(group({ specTyped })).flatMap((p) => p.limits?.by ?? []);
    expect(bands("25-28 Nm")).toEqual(["share", "document"]);
    expect(bands("25 Nm")).toEqual(["shop", "shop"]);
  });
});

describe("a self-locking nut", () => {
  // Its own torque is felt at the wrench from the first turn on: it comes whole on top of each share.
  it("adds what it takes to every pass and its limits", () => {
    const g = group({ specTyped: "20-24 Nm", prevailing: { typed: "3 Nm", base: 3 } });
    const [, sixty, full] = passesOf(g);
    expect(sixty.targetNm).toBeCloseTo(0.6 * 22 + 3, 9);
    expect(sixty.limits).toMatchObject({ minNm: expect.closeTo(15, 9), maxNm: expect.closeTo(17.4, 9), by: "share" });
    expect(full).toMatchObject({ targetNm: 25, limits: { minNm: 23, maxNm: 27, by: "document" } });
    const staged = passesOf(group({ specTyped: "10 then 20 Nm", prevailing: { typed: "3 Nm", base: 3 } }));
    expect(staged.map((p) => p.targetNm)).toEqual([null, 13, 23]);
  });
});

describe("two units of one torque", () => {
  const of = (typed: string) => {
    const read = readSpecText(typed);
    if (!read.ok || read.value.kind !== "torque") throw new Error(typed);
    return { ...read.value.stages[0], unit: read.value.unit, typed };
  };
  it.each<[string, string, boolean]>([
    ["17 Nm", "13 ft-lb", true],
    ["22 Nm", "16.2 lb ft", true],
    ["50 Nm", "37 ft-lb", true],
    ["2 Nm", "2 ft-lb", false],
    ["40 Nm", "13 ft-lb", false],
    ["22 Nm", "22.4 Nm", false],
    ["140-142 Nm", "103-105 lb ft", true],
  ])("%s and %s", (a, b, same) => {
    expect([sameRounded(of(a), of(b)), sameRounded(of(b), of(a))]).toEqual([same, same]);
  });
});

describe("a specification", () => {
  const none = { specTyped: "", specSource: "", specOrigin: "missing" } as const;
  it("is specified with its source, in whichever order they are typed, and never an estimate by itself", () => {
    expect(withSpec(none, { specTyped: "22 Nm" })).toEqual({ specTyped: "22 Nm" });
    expect(lacksSource({ ...none, specTyped: "22 Nm" })).toBe(true);
    expect(withSpec({ ...none, specTyped: "22 Nm" }, { specSource: "p. 15" })).toMatchObject({
      specOrigin: "specified",
    });
    expect(withSpec({ ...none, specSource: "p. 15" }, { specTyped: "22 Nm" })).toMatchObject({
      specOrigin: "specified",
    });
  });
  it("goes from an estimate to specified and back, and loses it with its source", () => {
    const estimated = { specTyped: "22 Nm", specSource: "", specOrigin: "estimated" } as const;
    expect(withSpec(estimated, { specSource: "p. 15" })).toMatchObject({ specOrigin: "specified" });
    expect(withSpec(estimated, { specOrigin: "specified" })).toEqual({ specOrigin: "missing" });
    const specified = { specTyped: "22 Nm", specSource: "p. 15", specOrigin: "specified" } as const;
    expect(withSpec(specified, { specOrigin: "estimated" })).toEqual({ specOrigin: "estimated" });
    expect(withSpec(specified, { specSource: "" })).toEqual({ specSource: "", specOrigin: "missing" });
    expect(withSpec(specified, { specTyped: "" })).toEqual({ specTyped: "", specOrigin: "missing" });
  });
  it("keeps what was chosen for its source", () => {
    const claimed = { specTyped: "5 Nm", specSource: "leaflet", specOrigin: "claimed" } as const;
    expect(withSpec(claimed, { specTyped: "6 Nm" })).toEqual({ specTyped: "6 Nm" });
  });
});

describe("what a record says of a group", () => {
  const g = group({ specTyped: "44-46 Nm", count: 4, passes: [{ name: "100 %", pct: 100 }] });
  const read = (nm: number) => ({ reading: { typed: `${nm} Nm`, base: nm } });
  const [ec, jt] = ["01DEMSKERR000000000000EC00", "01DEMSKERR000000000000JT00"];

  it("is what each person did at each bolt", () => {
    const { runs, unsigned } = signedRuns(g, [
      signed(g, 1, "100 %", { ...read(45), personId: ec, tool: "Wrench 20 to 100", load: ["onWheels"] }),
      signed(g, 2, "100 %", { ...read(45), personId: ec, tool: "Wrench 20 to 100", load: ["onWheels"] }),
      signed(g, 3, "100 %", { ...read(45), personId: jt, load: ["onStands"] }),
    ]);
    expect(runs.map((r) => [r.of.personId, r.of.tool, r.of.load, r.figures.map((f) => f.bolts)])).toEqual([
      [ec, "Wrench 20 to 100", ["onWheels"], [[1, 2]]],
      [jt, "", ["onStands"], [[3]]],
    ]);
    expect(unsigned).toEqual([{ pass: "100 %", bolts: [4] }]);
  });

  it("keeps a pull that was too far with what was done about it beside the one that counts", () => {
    const { runs } = signedRuns(g, [
      signed(g, 1, "100 %", { ...read(52), outcome: "redo" }),
      signed(g, 1, "100 %", { ...read(45), at: "2026-11-27T09:05:00Z" }),
    ]);
    expect(runs.map((r) => [r.of.outcome, r.counts, r.figures[0].judged?.judgement])).toEqual([
      ["redo", false, "over"],
      ["held", true, "inside"],
    ]);
  });

  it("tells clicked, read, simulated and by hand apart", () => {
    const { runs } = signedRuns(g, [
      signed(g, 1, "100 %", read(45)),
      signed(g, 2, "100 %", { setTo: { typed: "45.0 N m", base: 45 } }),
      signed(g, 3, "100 %", { ...read(45), simulated: true }),
      signed(g, 4, "100 %"),
    ]);
    expect(runs.map((r) => [r.how, r.of.simulated])).toEqual([
      ["read", false],
      ["clicked", false],
      ["read", true],
      ["byHand", false],
    ]);
  });

  it("of many bolts is short", () => {
    expect(boltsText([1, 2, 3, 4, 6, 8, 9])).toBe("1 to 4, 6, 8, 9");
    const six = group({ specTyped: "62 Nm", count: 6 });
    const all = passesOf(six).flatMap((p) =>
      [1, 2, 3, 4, 5, 6].map((b) =>
        signed(six, b, p.name, p.targetNm ? { setTo: { typed: "x", base: p.targetNm } } : {}),
      ),
    );
    expect(signedRuns(six, all).runs.map((r) => [r.pass, boltsText(r.figures[0].bolts)])).toEqual([
      ["snug", "1 to 6"],
      ["60 %", "1 to 6"],
      ["100 %", "1 to 6"],
    ]);
  });
});
