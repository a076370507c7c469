import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { gearTravel, isArm, lever, pairOf, byTravel, poseAt, poseAtAngle, type Point } from "../../core";
import { exampleGearbox, exampleSetups } from "./example";
import { DEFAULT_LIMITS, pointsOf, solveBench, withPoint, withTravel, type PointName } from "./bench";
import { tapeConflict } from "./tape";

const KINDS = ["direct", "rod", "arm", "cable"] as const;

describe.each(KINDS)("a bench of %s levers", (kind) => {
  const gearbox = exampleGearbox(kind);
  const setups = exampleSetups(kind);
  const [old, candidate] = setups;

  it("solves each lever as the model does, and compares with the first", () => {
    const { levers, compared, refused } = solveBench(gearbox, setups, DEFAULT_LIMITS);
    expect(refused.size).toBe(0);
    expect(levers.get(old.id)?.throws).toEqual(lever({ gearbox, lever: old.lever }).throws);
    expect(compared?.map((c) => c.name)).toEqual(setups.map((s) => s.id));
    expect(compared?.[0].reductionPct ?? 0).toBeCloseTo(0, 9);
  });

  it("compares only the lever in hand while it is dragged", () => {
    const three = [old, candidate, { ...candidate, id: "third" }];
    const { compared } = solveBench(gearbox, three, DEFAULT_LIMITS, "third");
    expect(compared?.map((c) => c.name)).toEqual([old.id, "third"]);
  });

  it("names the lever that cannot be one, and goes on with the others", () => {
    const broken = { ...candidate, lever: { ...candidate.lever, pin: { xMm: 0, zMm: 0 } } };
    const { levers, compared, refused } = solveBench(gearbox, [old, broken], DEFAULT_LIMITS);
    expect([...levers.keys()]).toEqual([old.id]);
    expect([...refused.keys()]).toEqual([broken.id]);
    expect(compared).toBeNull();
  });

  it("holds every point where a lever is still one, wherever it is dragged", () => {
    const names = pointsOf(candidate.lever).map((p) => p.name);
    const place = fc.record({
      xMm: fc.double({ min: -5000, max: 5000, noNaN: true }),
      zMm: fc.double({ min: -5000, max: 5000, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.constantFrom(...names), place, (name: PointName, to: Point) => {
        const { lever: next, held } = withPoint(candidate.lever, name, to);
        const at = pointsOf(next).find((p) => p.name === name)?.at;
        if (held === null) expect(at).toEqual(to);
        const { refused } = solveBench(gearbox, [{ ...candidate, lever: next }], DEFAULT_LIMITS);
        expect([...refused.values()].map((e) => e.field)).toEqual([]);
      }),
      { numRuns: 60, seed: 7 },
    );
  });

  it("stands in each gear where the model says the knob is", () => {
    const answer = lever({ gearbox, lever: old.lever });
    for (const g of answer.gears) {
      if (!g.reached) continue;
      const gear = gearbox.gears.find((x) => x.gear === g.gear) ?? null;
      const pose = poseAt(old.lever, gearTravel(old.lever, gear));
      expect(pose.knob.xMm).toBeCloseTo(g.knob.xMm, 6);
      expect(pose.knob.zMm).toBeCloseTo(g.knob.zMm, 6);
      expect(pose.shortBy).toBeNull();
    }
    expect(gearTravel(old.lever, null)).toBe(0);
  });
});

describe("a lever out of reach", () => {
  it("stands as far as it goes, and says by how much its rod is short", () => {
    const [old] = exampleSetups("rod");
    const pose = poseAt(old.lever, 4000);
    expect(pose.shortBy).not.toBeNull();
    const rod = old.lever.drive.kind === "rod" ? old.lever.drive.joint : { xMm: 0, zMm: 0 };
    const length = Math.hypot(rod.xMm - old.lever.pin.xMm, rod.zMm - old.lever.pin.zMm);
    const from = pose.shortBy?.from ?? { xMm: 0, zMm: 0 };
    // The rod hangs at its own length from the pin.
    expect(Math.hypot(from.xMm - pose.pin.xMm, from.zMm - pose.pin.zMm)).toBeCloseTo(length, 3);
  });

  it("turned by hand keeps its arms", () => {
    const [old] = exampleSetups("rod");
    const pose = poseAtAngle(old.lever, Math.PI / 2);
    expect(Math.hypot(pose.knob.xMm, pose.knob.zMm)).toBeCloseTo(Math.hypot(old.lever.knob.xMm, old.lever.knob.zMm), 9);
    // A quarter turn back, counter-clockwise seen with the front to the right: what pointed up points back.
    expect(pose.knob.xMm).toBeCloseTo(-old.lever.knob.zMm, 9);
    expect([isArm(old.lever), isArm(exampleSetups("arm")[0].lever)]).toEqual([false, true]);
  });
});

describe("pairs of gears", () => {
  const gearbox = exampleGearbox("rod");
  it("are across the gate, in the order of the gearbox, and the usual ones where a gear stands alone", () => {
    const usual = { from: "3", to: "4" };
    expect(pairOf(gearbox, "2", usual)).toEqual({ from: "1", to: "2" });
    expect(pairOf(gearbox, "no such gear", usual)).toEqual(usual);
    const alone = { ...gearbox, gears: gearbox.gears.filter((g) => g.gear !== "1") };
    expect(pairOf(alone, "2", usual)).toEqual(usual);
  });

  it("lie on one side of neutral and on the other, and take a travel that was found", () => {
    const pair = byTravel(gearbox, { from: "3", to: "4" });
    expect(byTravel(gearbox, { from: "4", to: "3" })).toEqual(pair);
    const found = withTravel(gearbox, pair, { positive: 8.12345678, negative: 7 });
    const travel = (name: string) => found.gears.find((g) => g.gear === name)?.travelMm;
    expect([travel(pair.positive), travel(pair.negative)]).toEqual([8.1235, -7]);
    expect(travel("1")).toBe(gearbox.gears.find((g) => g.gear === "1")?.travelMm);
    const arm = exampleGearbox("arm");
    const turned = withTravel(arm, byTravel(arm, { from: "3", to: "4" }), { positive: 9, negative: 9 });
    expect(turned.gears.filter((g) => Math.abs(g.travelDeg ?? 0) === 9)).toHaveLength(2);
  });
});

describe("a tape beside a calculation", () => {
  const geometry = exampleSetups("rod")[0].lever;
  it("agrees within what both may be off, and is a conflict beyond", () => {
    const taped = (meanMm: number) => tapeConflict(geometry, 100, { meanMm, expandedMm: 1.5 });
    expect(taped(100)).toBeNull();
    expect(taped(101.4)).toBeNull();
    const conflict = taped(130);
    expect(conflict).toMatchObject({ tapedMm: 130, calculatedMm: 100 });
    // Tape 1.5 mm, and a millimetre on each arm: root of the sum of squares.
    const arm = (p: Point) => 1 / Math.hypot(p.xMm, p.zMm);
    expect(conflict?.uncertaintyMm).toBeCloseTo(
      Math.hypot(100 * Math.hypot(arm(geometry.knob), arm(geometry.pin)), 1.5),
      9,
    );
  });
});
