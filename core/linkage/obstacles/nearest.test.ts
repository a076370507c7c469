import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { nearestPoints, piecesOf, solidOf, type Body, type Obstacle } from ".";
import { turned } from "../plane";

const body: Body = { widthMm: 12, knobRadiusMm: 22, tailMm: 6 } as unknown as Body;
const lever = { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct", axisDeg: 0 } } as const;
const circle = (xMm: number, zMm: number, radiusMm: number): Obstacle => ({
  name: "tube",
  kind: "circle",
  xMm,
  zMm,
  radiusMm,
});

describe("where lever and obstacle come nearest", () => {
  const pieces = piecesOf(lever as never, body);

  it("is on the line between them, on the surface of each", () => {
    const solid = solidOf(circle(100, 150, 10));
    for (const piece of pieces) {
      const at = nearestPoints(piece, 0, solid);
      if (!at) continue;
      // Its far side lies a radius from the tube's centre.
      expect(Math.hypot(at.solid.x - 100, at.solid.z - 150)).toBeCloseTo(10, 6);
    }
  });

  it("is nowhere where their centre lines cross", () => {
    const band: Obstacle = {
      name: "shelf",
      kind: "segment",
      from: { xMm: -50, zMm: 100 },
      to: { xMm: 50, zMm: 100 },
      halfWidthMm: 2,
    };
    const shaft = pieces.find((p) => !p.disc)!;
    expect(nearestPoints(shaft, 0, solidOf(band))).toBeNull();
  });

  it("is no farther than any two points that are tried", () => {
    const place = fc.record({
      x: fc.integer({ min: -400, max: 400 }),
      z: fc.integer({ min: -200, max: 500 }),
      r: fc.integer({ min: 1, max: 40 }),
    });
    fc.assert(
      fc.property(place, fc.double({ min: -0.5, max: 0.5, noNaN: true }), ({ x, z, r }, t) => {
        const solid = solidOf(circle(x, z, r));
        for (const piece of pieces) {
          const at = nearestPoints(piece, t, solid);
          if (!at) continue;
          const tip = turned(piece.tip, t);
          // By plain trial: the centre line walked in a hundred steps.
          let least = Infinity;
          for (let i = 0; i <= 100; i++) {
            const k = piece.disc ? 1 : i / 100;
            least = Math.min(least, Math.hypot(tip.x * k - x, tip.z * k - z));
          }
          const gap = least - piece.radius - r;
          const found = Math.hypot(at.solid.x - at.lever.x, at.solid.z - at.lever.z);
          if (gap > 0) expect(found).toBeLessThanOrEqual(gap + 1e-6);
        }
      }),
      { numRuns: 60, seed: 5 },
    );
  });
});
