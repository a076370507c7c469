import { describe, expect, it } from "vitest";
import { askDesign, isRefusal } from "../../contract";
import type { DesignAnswer } from "../../core";
import { exampleGearbox, exampleSetups } from "./example";
import { NO_OBSTACLES } from "./surroundings";
import { answerOf, mapInput, USUAL_WISH, type Wish } from "./wish";

const gearbox = exampleGearbox("rod");
const [old] = exampleSetups("rod");
const ask = (wish: Wish, surroundings = NO_OBSTACLES): { map: DesignAnswer; wish: Wish } => {
  const map = askDesign(mapInput(gearbox, old, surroundings, wish));
  if (isRefusal(map)) throw new Error(map.error.message);
  return { map, wish };
};

describe("a wish for a lever", () => {
  it("is answered with the lever that leaves the knob nearest its height", () => {
    const { map, wish } = ask({ ...USUAL_WISH, reductionPct: 20 });
    const { best, hinders } = answerOf(map, wish);
    expect(best).toMatchObject({ targetPct: 20, pass: true });
    expect(hinders).toBeNull();
    const others = map.cells.filter((c) => c.targetPct === 20 && c.pass);
    const up = (c: (typeof others)[number]) => Math.abs(c.knobShift?.upMm ?? NaN);
    expect(up(best!)).toBe(Math.min(...others.map(up)));
  });

  it("that cannot be had says what most stands in the way, and what can be had", () => {
    const limits = { ...USUAL_WISH.limits, maxEffortFactor: 1.3 };
    const { map, wish } = ask({ reductionPct: 45, limits });
    const said = answerOf(map, wish);
    expect(said.best).toBeNull();
    expect(said.hinders?.limit).toBe("maxEffortFactor");
    expect(said.most?.effortFactor).toBeLessThanOrEqual(1.3 + 1e-9);
    expect(said.most?.targetPct).toBeLessThan(45);
  });

  it("without any solution has neither", () => {
    const limits = { ...USUAL_WISH.limits, minThrowMm: 1000 };
    const { map, wish } = ask({ reductionPct: 30, limits });
    expect(answerOf(map, wish)).toMatchObject({ best: null, most: null, hinders: { limit: "minThrowMm" } });
  });

  it("minds what stands round the lever, and is a row of the map itself", () => {
    const obstacles = [
      { name: "prop shaft", kind: "circle" as const, xMm: 0, zMm: old.lever.pin.zMm - 40, radiusMm: 20 },
    ];
    const { map } = ask({ ...USUAL_WISH, reductionPct: 33.3 }, { ...NO_OBSTACLES, obstacles });
    expect(map.cells.some((c) => c.targetPct === 33.3)).toBe(true);
    expect(map.cells.some((c) => c.obstacle === "prop shaft" && c.breaks.includes("minGapMm"))).toBe(true);
  });
});
