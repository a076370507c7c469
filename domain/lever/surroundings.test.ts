import { describe, expect, it } from "vitest";
import type { Obstacle } from "../../core";
import { withTravel } from "./bench";
import { exampleGearbox, exampleSetups } from "./example";
import { readLevers, writeLevers } from "./files";
import {
  bodyOf,
  freeName,
  gripsOf,
  movedObstacle,
  clearanceOf,
  NO_OBSTACLES,
  OBSTACLE_PRESETS,
  seenFrom,
  USUAL_BODY,
  withGrip,
} from "./surroundings";
import { outline } from "../../tests/core/questions";

const tube: Obstacle = { name: "tube", kind: "circle", xMm: 10, zMm: -120, radiusMm: 20 };
const box: Obstacle = {
  name: "box",
  kind: "polygon",
  points: outline([0, 0], [10, 0], [10, 10]),
};

describe("what stands near", () => {
  it("moves as a whole or by its grips, and stays on the sheet", () => {
    for (const preset of OBSTACLE_PRESETS) {
      const o = preset.make("x");
      const moved = movedObstacle(o, { xMm: 5, zMm: -7 });
      gripsOf(o).forEach((g, i) => {
        expect(gripsOf(moved)[i].at).toEqual({ xMm: g.at.xMm + 5, zMm: g.at.zMm - 7 });
      });
      const [first] = gripsOf(o);
      expect(gripsOf(withGrip(o, first.key, { xMm: 1e6, zMm: -1e6 }))[0].at).toEqual({ xMm: 4900, zMm: -4900 });
      expect(movedObstacle(moved, { xMm: 5, zMm: -7 }, -1)).toEqual(o);
    }
    expect(gripsOf(box)).toHaveLength(3);
  });

  it("gets a name of its own", () => {
    expect(freeName("prop shaft, with its whirl", [])).toBe("prop shaft");
    expect(freeName("prop shaft, with its whirl", [{ ...tube, name: "prop shaft" }])).toBe("prop shaft 2");
    expect(freeName("console, rear edge", [])).toBe("console, rear edge");
  });

  it("is seen from each lever's own pivot, whose tail stands out past its own pin", () => {
    expect(seenFrom({ xMm: 10, zMm: 20 }, [tube])[0]).toMatchObject({ xMm: 0, zMm: -140 });
    const [old] = exampleSetups("direct");
    expect(bodyOf(old, USUAL_BODY).tailDepthMm).toBeCloseTo(Math.hypot(old.lever.pin.xMm, old.lever.pin.zMm) + 10, 9);
  });

  it("has no gap where nothing stands, and the same from a raised pivot as from a lowered tube", () => {
    const gearbox = exampleGearbox("direct");
    const [old] = exampleSetups("direct");
    expect(clearanceOf(gearbox, old, NO_OBSTACLES)).toBeNull();
    const surroundings = { ...NO_OBSTACLES, obstacles: [tube] };
    const raised = clearanceOf(gearbox, { ...old, pivot: { xMm: 0, zMm: 15 } }, surroundings);
    const lowered = clearanceOf(gearbox, old, { ...surroundings, obstacles: [{ ...tube, zMm: -135 }] });
    expect(raised?.least.gapMm).toBeCloseTo(lowered?.least.gapMm ?? 0, 9);
  });
});

describe("levers as a file", () => {
  const gearbox = exampleGearbox("rod");
  const setups = exampleSetups("rod");

  it("comes back as it was written", () => {
    const read = readLevers(writeLevers(gearbox, setups));
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    expect(read.file.gearbox).toEqual(gearbox);
    expect(read.file.levers.map((l) => l.lever)).toEqual(setups.map((s) => s.lever));
  });

  it.each<[string, (file: Record<string, unknown>) => unknown, string]>([
    ["a field it does not know", (f) => ({ ...f, colour: "red" }), "colour"],
    ["no levers", (f) => ({ ...f, levers: [] }), "levers"],
    [
      "a knob on the pivot",
      (f) => ({ ...f, levers: [{ name: "x", lever: { ...setups[0].lever, knob: { xMm: 0, zMm: 0 } } }] }),
      "levers[0].lever.knob",
    ],
    [
      "a gear in no column",
      (f) => ({ ...f, gearbox: { ...gearbox, gears: [{ gear: "1", column: "?", travelMm: 3 }] } }),
      "gearbox.gears[0].column",
    ],
  ])("refuses %s at its path", (_what, change, path) => {
    const read = readLevers(
      JSON.stringify(change(JSON.parse(writeLevers(gearbox, setups)) as Record<string, unknown>)),
    );
    expect(read.ok ? "" : read.why).toContain(path);
  });

  it("refuses what is not JSON", () =>
    expect(readLevers("{")).toEqual({ ok: false, why: "This file is not JSON text." }));
});

describe("rail travel found", () => {
  it("goes to the two gears that were taped, each on its own side, and to no other", () => {
    const moved = withTravel(
      exampleGearbox("direct"),
      { positive: "4", negative: "3" },
      { positive: 11.1125, negative: 10.5 },
    );
    const travels = Object.fromEntries(moved.gears.map((g) => [g.gear, g.travelMm]));
    expect(travels).toEqual({ "1": -10, "2": 10, "3": -10.5, "4": 11.1125, "5": -10, R: 10 });
    const arm = withTravel(exampleGearbox("arm"), { positive: "3", negative: "4" }, { positive: 20, negative: 18 });
    expect(arm.gears.map((g) => g.travelDeg)).toEqual([11, -11, 20, -18, 11, -11]);
    expect(arm.gears.every((g) => g.travelMm === undefined)).toBe(true);
  });
});
