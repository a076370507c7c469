import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isRefusal } from "../../contract";
import type { DesignLimits } from "../../core";
import { exampleGearbox, exampleSetups } from "./example";
import { NO_OBSTACLES } from "./surroundings";
import { answerWish, mapInput, USUAL_WISH, type Wish, type WishAnswer } from "./wish";

const gearbox = exampleGearbox("rod");
const [old] = exampleSetups("rod");
const ask = (wish: Wish, surroundings = NO_OBSTACLES): WishAnswer => {
  const said = answerWish(mapInput(gearbox, old, surroundings, wish), wish);
  if (isRefusal(said)) throw new Error(said.error.message);
  return said;
};
/** The same question with every limit of one kind taken away. */
const NONE: DesignLimits = {
  minGapMm: 0,
  maxEffortFactor: 100,
  minThrowMm: 1,
  maxKnobShiftMm: 1000,
  minKnobMm: 1,
  maxKnobMm: 3000,
};

describe("a wish for a lever", () => {
  it("is answered with the lever that leaves the knob nearest its height, between the pins of the map too", () => {
    const { map, best, binds } = ask({ ...USUAL_WISH, reductionPct: 20 });
    expect(best).toMatchObject({ targetPct: 20, pass: true });
    expect(binds).toEqual([]);
    const up = (c: { knobShift: { upMm: number } | null }) => Math.abs(c.knobShift?.upMm ?? NaN);
    const onMap = map.cells.filter((c) => c.targetPct === 20 && c.pass).map(up);
    expect(up(best!)).toBeLessThanOrEqual(Math.min(...onMap));
    expect(up(best!)).toBeLessThan(0.05);
  });

  it("that cannot be had says the most that can, to a tenth of a percent", () => {
    const limits = { ...USUAL_WISH.limits, maxEffortFactor: 1.3 };
    const { best, most } = ask({ reductionPct: 45, limits });
    expect(best).toBeNull();
    // Effort is inverse to the throw: 1 - 1/1.3 = 23.08 % where nothing else binds (handbook: leverage of a lever).
    expect(most).toMatchObject({ targetPct: 23, pass: true });
    const finer = ask({ reductionPct: 23.2, limits });
    expect([finer.best, finer.most?.targetPct]).toEqual([null, 23]);
    expect(ask({ reductionPct: 23.05, limits }).best).toMatchObject({ targetPct: 23.05, pass: true });
  });

  it("names a limit only where lifting it alone gives more, and says what then could be had", () => {
    fc.assert(
      fc.property(
        fc.record({
          maxEffortFactor: fc.double({ min: 1.05, max: 2.5, noNaN: true }),
          minThrowMm: fc.integer({ min: 20, max: 110 }),
          maxKnobShiftMm: fc.integer({ min: 0, max: 80 }),
          maxKnobMm: fc.integer({ min: 100, max: 500 }),
        }),
        (some) => {
          const wish = { reductionPct: 60, limits: { ...USUAL_WISH.limits, ...some } };
          const { best, most, binds } = ask(wish);
          if (best) return;
          const floor = most?.targetPct ?? -Infinity;
          for (const { limits: lifted, targetPct } of binds) {
            if (lifted.includes("cannotReach")) continue;
            expect(targetPct).toBeGreaterThan(floor);
            const free = Object.fromEntries(
              lifted
                .flatMap((l) => (l === "knobRange" ? ["minKnobMm", "maxKnobMm"] : [l]))
                .map((k) => [k, NONE[k as keyof DesignLimits]]),
            );
            const again = ask({ ...wish, limits: { ...wish.limits, ...free } });
            expect(again.best?.targetPct ?? again.most?.targetPct).toBeGreaterThanOrEqual(
              Math.floor(targetPct * 10) / 10 - 1e-9,
            );
          }
          // Every other limit alone gives nothing that the map or the look between its points can tell.
          for (const key of ["maxEffortFactor", "minThrowMm", "maxKnobShiftMm"] as const) {
            if (binds.some((b) => b.limits.includes(key)) || !most) continue;
            const again = ask({ ...wish, limits: { ...wish.limits, [key]: NONE[key] } });
            expect(again.best).toBeNull();
            expect(again.most!.targetPct).toBeLessThan(most.targetPct + 1.6);
          }
        },
      ),
      { numRuns: 12, seed: 31 },
    );
  });

  it("without any solution has neither, and names the fewest limits that forbid it", () => {
    const limits = { ...USUAL_WISH.limits, minThrowMm: 1000 };
    const alone = ask({ reductionPct: 30, limits });
    expect(alone).toMatchObject({ best: null, most: null });
    expect(alone.binds.map((b) => b.limits)).toEqual([["minThrowMm"]]);
    const two = ask({ reductionPct: 30, limits: { ...limits, minKnobMm: 2000, maxKnobMm: 2001 } });
    expect(two.binds[0].limits).toEqual(["minThrowMm", "knobRange"]);
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
