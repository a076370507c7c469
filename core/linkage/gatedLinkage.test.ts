import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fourPositions } from "../../tests/core/questions";
import { gatedLinkage, type GatedInput } from ".";

const input = fourPositions;

/** Gearbox arm angle by intersecting two circles, both solutions, deg; independent of the code under test. */
function arms(i: GatedInput, shifterDeg: number, rod: number): number[] {
  const s = (shifterDeg * Math.PI) / 180;
  const tip = {
    x: i.shifter.pivot.xMm + i.shifter.armMm[0] * Math.cos(s),
    z: i.shifter.pivot.zMm + i.shifter.armMm[0] * Math.sin(s),
  };
  const [g, q] = [i.gearbox.armMm[0], i.gearbox.pivot];
  const [dx, dz] = [tip.x - q.xMm, tip.z - q.zMm];
  const d = Math.hypot(dx, dz);
  const along = (g * g - rod * rod + d * d) / (2 * d);
  const across = Math.sqrt(Math.max(0, g * g - along * along));
  return [1, -1].map(
    (k) => (Math.atan2((along * dz + k * across * dx) / d, (along * dx - k * across * dz) / d) * 180) / Math.PI,
  );
}
const off = (a: number, b: number): number => Math.abs(((((a - b + 180) % 360) + 360) % 360) - 180);

describe("gated linkage", () => {
  it("finds no worse rod than trying every tenth of a millimetre, on either branch", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 90, noNaN: true }),
        fc.double({ min: 30, max: 90, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: 0.6, max: 1.4, noNaN: true }),
        (s, g, turn, ratio) => {
          const i = input();
          i.shifter.armMm = [s];
          i.gearbox.armMm = [g];
          i.gearbox.detents = i.shifter.positions.map(({ name }, k) => ({ name, deg: 250 + turn + 10 * ratio * k }));
          const out = gatedLinkage(i);
          let least = Infinity;
          for (let rod = 300; rod <= 700; rod += 0.1) {
            for (const branch of [0, 1]) {
              const errors = i.shifter.positions.map((p, k) =>
                off(arms(i, p.deg, rod)[branch], i.gearbox.detents[k].deg),
              );
              const joins = i.shifter.positions.every((p) => {
                const a = (p.deg * Math.PI) / 180;
                const d = Math.hypot(s * Math.cos(a) + 500, s * Math.sin(a) + 100);
                return rod <= d + g && rod >= Math.abs(d - g);
              });
              if (joins) least = Math.min(least, Math.max(...errors));
            }
          }
          expect(out.best?.largestErrorDeg ?? Infinity).toBeLessThanOrEqual(least + 1e-6);
          for (const p of out.best?.positions ?? []) {
            const both = arms(i, p.shifterDeg, out.best?.rodMm ?? 0);
            expect(Math.min(...both.map((a) => off(a, p.gearboxDeg)))).toBeLessThan(1e-5);
          }
        },
      ),
      { seed: 20260303, numRuns: 25 },
    );
  });

  it("says which way the present rod goes and how many turns", () => {
    const { best } = gatedLinkage(input());
    const rodMm = (best?.rodMm ?? 0) - 3;
    const { present } = gatedLinkage(
      input({ present: { shifterArmMm: 50, gearboxArmMm: 60, rodMm, changePerTurnMm: 1.25 } }),
    );
    expect(present).toMatchObject({ reached: true, direction: "lengthen" });
    expect(present?.adjustMm).toBeCloseTo(3, 6);
    expect(present?.turns).toBeCloseTo(2.4, 6);
    expect(present?.largestErrorDeg).toBeGreaterThan(best?.largestErrorDeg ?? 0);
  });

  it("cannot reach where no rod in the range joins the arms over the whole swing", () => {
    const out = gatedLinkage(
      input({ rodMm: { min: 10, max: 200 }, present: { shifterArmMm: 50, gearboxArmMm: 60, rodMm: 100 } }),
    );
    expect(out).toMatchObject({ reached: false, best: null, next: [] });
    expect(out.message).toContain("10 to 200 mm");
    expect(out.present).toMatchObject({ reached: false, positions: [], bestRodMm: null, adjustMm: null, turns: null });
  });

  it("says when the best rod stands at an end of its range", () => {
    const free = gatedLinkage(input()).best?.rodMm ?? 0;
    expect(gatedLinkage(input({ rodMm: { min: 300, max: free - 5 } })).best).toMatchObject({
      atRodLimit: true,
      rodMm: free - 5,
    });
  });
});
