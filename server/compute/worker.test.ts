import { describe, expect, it } from "vitest";
import { wavBytes } from "../../core";
import type { ReadRecording } from "./tasks";
import work from "./worker";

const RATE = 400;
const read = (samples: Float64Array): ReadRecording & { ok: true } => {
  const out = work({ bytes: wavBytes(samples, RATE) }) as ReadRecording;
  if (!out.ok) throw new Error(out.why);
  return out;
};

describe("a recording that is brought in", () => {
  it("keeps the peaks that stand out of its noise, and none of the noise's own", () => {
    // A shift register of 17 bits: noise that is the same everywhere (taps 17 and 14, e.g. Golomb 1967).
    let state = 1;
    const noise = Float64Array.from({ length: RATE * 20 }, () => {
      let sum = 0;
      for (let i = 0; i < 12; i++) {
        state = ((state << 1) | (((state >> 16) ^ (state >> 13)) & 1)) & 0x1ffff;
        sum += state / 0x20000;
      }
      return 0.05 * (sum - 6);
    });
    const shaken = noise.map((v, i) => v + 0.1 * Math.sin((2 * Math.PI * 24 * i) / RATE));
    expect(read(noise).peaks).toEqual([]);
    const { peaks } = read(shaken);
    expect(peaks).toHaveLength(1);
    expect(peaks[0].hz).toBeCloseTo(24, 1);
    expect(peaks[0].amplitude).toBeCloseTo(0.1, 2);
  });
});
