import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lever, poorestTransmission, railTravel, transmission, type LeverGeometry } from ".";

const direct: LeverGeometry = {
  knob: { xMm: 0, zMm: 360 },
  pin: { xMm: 0, zMm: -60 },
  drive: { kind: "direct", axisDeg: 0 },
  cross: {},
};

describe("rail travel from a taped throw", () => {
  // Closed form of a straight direct lever: throw = 2 H s / L.
  it("is the throw times L over 2 H for a straight direct lever", () => {
    const out = railTravel(direct, { pairMm: 133.35 });
    expect(out).toMatchObject({ reached: true });
    if (!out.reached) return;
    expect(out.positive).toBeCloseTo((133.35 * 60) / (2 * 360), 9);
    expect(out.negative).toBeCloseTo(-out.positive, 9);
    expect(out.perMm).toBeCloseTo(60 / (2 * 360), 6);
  });

  it("gives back the travel a throw was computed from, with every drive", () => {
    const drives: LeverGeometry["drive"][] = [
      { kind: "direct", axisDeg: 4 },
      { kind: "rod", joint: { xMm: 380, zMm: -80 }, axisDeg: -3 },
      { kind: "cable", anchor: { xMm: 300, zMm: -70 }, ratio: 1.2 },
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...drives),
        fc.double({ min: 2, max: 14, noNaN: true }),
        fc.double({ min: 2, max: 14, noNaN: true }),
        fc.double({ min: -40, max: 10, noNaN: true }),
        (drive, a, b, lean) => {
          const geometry = { ...direct, knob: { xMm: lean, zMm: 300 }, pin: { xMm: -6, zMm: -64 }, drive };
          const at = (up: number, down: number) =>
            lever({
              gearbox: {
                gears: [
                  { gear: "3", column: "a", travelMm: up },
                  { gear: "4", column: "a", travelMm: -down },
                ],
              },
              lever: geometry,
            });
          const pair = at(a, a);
          const back = railTravel(geometry, { pairMm: pair.throws[0].throwMm ?? 0 });
          expect(back.reached && back.positive).toBeCloseTo(a, 6);
          const [up, down] = at(a, b).gears;
          const halves = railTravel(geometry, { towardMm: up.halfThrowMm ?? 0, awayMm: down.halfThrowMm ?? 0 });
          expect(halves.reached && [halves.positive, -halves.negative]).toEqual([
            expect.closeTo(a, 6),
            expect.closeTo(b, 6),
          ]);
        },
      ),
      { seed: 20260307, numRuns: 120 },
    );
  });

  it("speaks of degrees where an arm turns", () => {
    const arm: LeverGeometry = {
      ...direct,
      drive: { kind: "arm", joint: { xMm: 300, zMm: -60 }, armPivot: { xMm: 300, zMm: -110 } },
    };
    const there = lever({
      gearbox: {
        gears: [
          { gear: "P", column: "a", travelDeg: 12 },
          { gear: "D", column: "a", travelDeg: -12 },
        ],
      },
      lever: arm,
    });
    const back = railTravel(arm, { pairMm: there.throws[0].throwMm ?? 0 });
    expect(back.reached && back.positive).toBeCloseTo(12, 6);
  });

  it("says how far the lever throws at most where the tape says more", () => {
    expect(railTravel(direct, { pairMm: 5000 })).toMatchObject({ reached: false });
    const out = railTravel(direct, { pairMm: 5000 });
    expect(!out.reached && out.mostMm).toBeCloseTo(2 * 360, 3);
  });
});

describe("transmission angle", () => {
  const gearbox = {
    gears: [
      { gear: "3", column: "a", travelMm: 10 },
      { gear: "R", column: "a", travelMm: 400 },
    ],
  };
  it("is square where the rod stands square to the arm, and gone where the gear is", () => {
    const rod: LeverGeometry = { ...direct, drive: { kind: "rod", joint: { xMm: 400, zMm: -60 }, axisDeg: 0 } };
    const [neutral, third, reverse] = transmission(rod, gearbox);
    expect(neutral).toMatchObject({ gear: "N", jointDeg: null });
    expect(neutral.pinDeg).toBeCloseTo(90, 9);
    expect(third.pinDeg).toBeLessThan(90);
    expect(reverse).toEqual({ gear: "R", pinDeg: null, jointDeg: null });
  });

  it("names the poorest place of all", () => {
    const arm: LeverGeometry = {
      ...direct,
      drive: { kind: "arm", joint: { xMm: 300, zMm: -60 }, armPivot: { xMm: 340, zMm: -68 } },
    };
    const all = transmission(arm, { gears: [{ gear: "P", column: "a", travelDeg: 5 }] });
    const poorest = poorestTransmission(all);
    expect(poorest?.at).toBe("joint");
    expect(poorest?.deg).toBeLessThan(20);
    expect(poorestTransmission(transmission(direct, gearbox))).toBeNull();
  });
});
