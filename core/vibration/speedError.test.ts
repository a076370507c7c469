import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { speedThatFits } from ".";

// Closed form: everything behind the gearbox turns in proportion to the road speed.
const at = (kmh: number) => [
  { id: "wheel1", hz: 0.14 * kmh },
  { id: "prop1", hz: 0.6 * kmh },
  { id: "prop2", hz: 1.2 * kmh },
  { id: "engineFiring", hz: 60 },
];

describe("a speedometer that is off", () => {
  it("is offered as the speed at which the peak would fit", () => {
    const fits = speedThatFits({ hz: 1.2 * 76 }, [{ hz: 1.2 * 76 }, { hz: 0.14 * 76 }], at(70), 70);
    expect(fits?.source).toBe("prop2");
    expect(fits?.speedKmh).toBeCloseTo(76, 9);
    expect(fits?.explains).toBe(2);
  });

  it("is not offered beyond what a speedometer may be off, nor for what follows the engine", () => {
    expect(speedThatFits({ hz: 1.2 * 85 }, [], at(70), 70)).toBeNull();
    expect(speedThatFits({ hz: 61 }, [], [{ id: "engineFiring", hz: 60 }], 70)).toBeNull();
  });

  it("finds every true speed within the error, whichever part shakes", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 120, noNaN: true }),
        fc.double({ min: -0.1, max: 0.1, noNaN: true }),
        fc.constantFrom("wheel1", "prop1", "prop2"),
        (told, off, id) => {
          const truth = told * (1 + off);
          const peaks = at(truth).filter((s) => s.id !== "engineFiring");
          const own = peaks.find((p) => p.id === id)!;
          const fits = speedThatFits(own, peaks, at(told), told);
          return fits !== null && fits.explains === 3 && Math.abs(fits.speedKmh - truth) < 1e-6 * truth;
        },
      ),
      { seed: 20261127 },
    );
  });
});
