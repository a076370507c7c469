import { describe, expect, it } from "vitest";
import { tourBench, tourDone } from ".";

const with_ = (pin: number, knob: number, taken = {}) => {
  const bench = tourBench();
  const [old, short] = bench.setups;
  const lever = { ...short.lever, pin: { xMm: 0, zMm: pin }, knob: { xMm: 0, zMm: knob } };
  return tourDone({ ...bench, setups: [old, { ...short, lever, taken }] });
};

describe("the tour's example", () => {
  it("begins with nothing done, and every step can be done on it", () => {
    expect(tourDone(tourBench())).toEqual({ shorter: false, clears: false, surer: false });
    // 1 - (270/90)/(300/70) = 30 %, but the tail is down at the shaft.
    expect(with_(-92, 270)).toMatchObject({ shorter: true, clears: false });
    // A shorter lever in place of a deeper pin clears it: 1 - (225/76)/(300/70) = 31 %.
    expect(with_(-76, 225)).toMatchObject({ shorter: true, clears: true });
    expect(with_(-76, 225, { pin: "calliper" }).surer).toBe(true);
  });
});
