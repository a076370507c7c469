import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { noiseReach, spectrum, standingOut } from "..";

/** Even numbers in [0, 1) from a seed: mulberry32, public domain. */
function even(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
/** Normal numbers: Box and Muller (1958). */
function noise(seed: number, count: number): Float64Array {
  const r = even(seed);
  return Float64Array.from({ length: count }, () => Math.sqrt(-2 * Math.log(1 - r())) * Math.cos(2 * Math.PI * r()));
}

const RATE = 500;
const named = (samples: Float64Array): number[] =>
  standingOut(spectrum({ samples, rateHz: RATE, channels: 1 }, { minRatio: 0.01, maxPeaks: 200, orders: [] })).map(
    (p) => p.hz,
  );

/** How many seeds may bring up a peak: one in a thousand, and what chance makes of it (Poisson, six deviations). */
const allowed = (runs: number): number => Math.ceil(runs * 1e-3 + 6 * Math.sqrt(runs * 1e-3));

const count = (runs: number, make: (seed: number) => Float64Array): number => {
  let wrong = 0;
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      if (named(make(seed)).length) wrong++;
    }),
    { seed: 20261131, numRuns: runs },
  );
  return wrong;
};

describe("peaks against the noise around them", () => {
  it.each([
    ["long", 12],
    ["short", 3],
  ])("white noise of a %s recording names nothing", (_, seconds) => {
    expect(count(250, (seed) => noise(seed, RATE * seconds))).toBeLessThanOrEqual(allowed(250));
  });

  it("broad road noise names nothing", () => {
    // White noise through a pole: 12 dB from 5 to 50 Hz, as a road's falls. And through a damped pair at 30 Hz.
    const road = (seed: number): Float64Array => {
      const white = noise(seed, RATE * 12);
      let [low, a, b] = [0, 0, 0];
      const [r, w] = [0.9, (2 * Math.PI * 30) / RATE];
      return white.map((v) => {
        low = 0.9 * low + v;
        const out = 2 * r * Math.cos(w) * a - r * r * b + v;
        [a, b] = [out, a];
        return low + out;
      });
    };
    expect(count(250, road)).toBeLessThanOrEqual(allowed(250));
  });

  it("silence names nothing, and neither does the last digit of it", () => {
    expect(named(new Float64Array(4000))).toEqual([]);
    expect(named(new Float64Array(4000).fill(0.25))).toEqual([]);
    expect(count(100, (seed) => noise(seed, 4000).map((v) => Math.round(v) / 32768))).toBeLessThanOrEqual(allowed(100));
  });

  it("a shake is named in noise of its own size, and beside a stronger one", () => {
    fc.assert(
      fc.property(fc.integer(), fc.double({ min: 8, max: 120, noNaN: true }), (seed, hz) => {
        const samples = noise(seed, RATE * 12).map(
          (v, i) => v + Math.sin((2 * Math.PI * hz * i) / RATE) + 3 * Math.sin((2 * Math.PI * 180 * i) / RATE),
        );
        const found = named(samples);
        expect(Math.abs(found[0] - 180)).toBeLessThan(0.3);
        expect(found.some((f) => Math.abs(f - hz) < 0.5)).toBe(true);
      }),
      { seed: 20261132, numRuns: 100 },
    );
  });

  it("reaches what the chi-square says of one window: exactly -ln of the chance over ln 2", () => {
    const bins = 1000;
    const exact = -Math.log(1e-4 / bins) / Math.log(2);
    expect(noiseReach(1, bins) / exact).toBeGreaterThan(0.97);
    expect(noiseReach(1, bins) / exact).toBeLessThan(1.15);
    expect(noiseReach(50, bins)).toBeLessThan(noiseReach(5, bins));
  });
});
