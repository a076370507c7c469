import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { clearance, nearestGear, piecesOf, type Body, type Gearbox, type LeverGeometry, type Obstacle } from ".";
import { gapAt, leastGapOver, solidOf } from "./obstacles";
import { outline } from "../../tests/core/questions";

const gearbox: Gearbox = {
  gears: [
    { gear: "3", column: "a", travelMm: 10 },
    { gear: "4", column: "a", travelMm: -10 },
  ],
};
const lever: LeverGeometry = {
  knob: { xMm: 0, zMm: 300 },
  pin: { xMm: 0, zMm: -60 },
  drive: { kind: "direct", axisDeg: 0 },
  cross: {},
};
const body: Body = { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 10, tailDepthMm: 75 };

/** The least gap by looking everywhere: an independent, slow answer. */
function dense(
  pieces: ReturnType<typeof piecesOf>,
  obstacle: Obstacle,
  from: number,
  to: number,
  looks: number,
): number {
  const solid = solidOf(obstacle);
  let least = Infinity;
  for (let i = 0; i <= looks; i++)
    least = Math.min(least, gapAt(pieces, from + ((to - from) * i) / looks, solid).gapMm);
  return least;
}

const at = fc.record({
  xMm: fc.double({ min: -400, max: 400, noNaN: true }),
  zMm: fc.double({ min: -400, max: 400, noNaN: true }),
});
const radius = fc.double({ min: 0, max: 60, noNaN: true });
const obstacle: fc.Arbitrary<Obstacle> = fc.oneof(
  fc
    .record({ name: fc.constant("o"), kind: fc.constant("circle" as const), radiusMm: radius, at })
    .map(({ at: p, ...o }) => ({ ...o, ...p })),
  fc.record({ name: fc.constant("o"), kind: fc.constant("segment" as const), from: at, to: at, halfWidthMm: radius }),
  fc.record({
    name: fc.constant("o"),
    kind: fc.constant("polygon" as const),
    points: fc.array(at, { minLength: 3, maxLength: 6 }),
  }),
);

describe("least gap", () => {
  it("is never more than looking everywhere finds, and less only by what lies between the looks", () => {
    const looks = 600;
    fc.assert(
      fc.property(obstacle, at, at, fc.double({ min: 0.01, max: 1.2, noNaN: true }), (o, knob, pin, reach) => {
        fc.pre(Math.hypot(knob.xMm, knob.zMm) > 5 && Math.hypot(pin.xMm, pin.zMm) > 5);
        const pieces = piecesOf({ knob, pin }, { ...body, tailDepthMm: undefined });
        const [from, to] = [-reach, reach * 0.7];
        const exact = leastGapOver(pieces, solidOf(o), from, to);
        const looked = dense(pieces, o, from, to, looks);
        // A turning point moves at most its reach times the angle between two looks.
        const between = (Math.max(...pieces.map((p) => p.reach)) * (to - from)) / looks;
        expect(exact.gapMm).toBeLessThanOrEqual(looked + 1e-9);
        expect(exact.gapMm).toBeGreaterThanOrEqual(looked - between);
        expect(gapAt(pieces, exact.angleRad, solidOf(o)).gapMm).toBeCloseTo(exact.gapMm, 9);
      }),
      { seed: 20260301, numRuns: 150 },
    );
  });

  it("counts a filled outline as touched where the knob lies wholly inside, and from where it is entered", () => {
    const box: Obstacle = {
      name: "console",
      kind: "polygon",
      points: outline([40, 200], [400, 200], [400, 420], [40, 420]),
    };
    const out = clearance({ gearbox, lever, body, obstacles: [box] });
    expect(out.least).toMatchObject({ gapMm: 0, touches: true, gear: "N", part: "knob" });
    // By hand: the knob's edge meets x = 40 where 300 sin t = 40 - 22.
    expect(out.least.leverDeg).toBeCloseTo((-Math.asin(18 / 300) * 180) / Math.PI, 5);
  });

  it("says nothing of a gear it cannot reach, and goes on with the others", () => {
    const far: Gearbox = { gears: [...gearbox.gears, { gear: "R", column: "a", travelMm: 80 }] };
    const out = clearance({
      gearbox: far,
      lever,
      body,
      obstacles: [{ name: "o", kind: "circle", xMm: 0, zMm: -120, radiusMm: 20 }],
    });
    expect(out.gears[2]).toMatchObject({ reached: false, gaps: [], reason: "swing_short", missingMm: 20 });
    expect(out.toDeg).toBeCloseTo(9.594068, 5);
  });

  it("names the nearer gear, the first of two equally near, and neutral last", () => {
    const gears = [
      { gear: "3", leverDeg: 10 },
      { gear: "4", leverDeg: -10 },
    ] as Parameters<typeof nearestGear>[0];
    expect([nearestGear(gears, 4), nearestGear(gears, 5), nearestGear(gears, 6), nearestGear(gears, -9)]).toEqual([
      "N",
      "3",
      "3",
      "4",
    ]);
  });
});
