import fc from "fast-check";
import { all, create } from "mathjs";
import { WaveFile } from "../testing/wave";
import { describe, expect, it } from "vitest";
import {
  closeWindow,
  match,
  orders,
  readCsv,
  readWav,
  spectrum,
  tyreDiameterMm,
  usualWindow,
  type OrdersInput,
} from ".";

const math = create(all, {});

const sine = (hz: number, amplitude: number, rateHz: number, count: number, phase = 0.3): Float64Array =>
  Float64Array.from({ length: count }, (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / rateHz + phase));

const look = (samples: Float64Array, rateHz: number, windowSamples?: number) =>
  spectrum({ samples, rateHz, channels: 1 }, { windowSamples, minRatio: 0.05, maxPeaks: 12, orders: [1, 2] });

describe("spectrum", () => {
  it("is what a general mathematics library makes of the same window", () => {
    const n = 64;
    const samples = Float64Array.from({ length: n }, (_, i) => Math.sin(i / 3) + 0.3 * Math.cos(i / 1.7) + 0.1);
    const out = look(samples, 64, n);
    const mean = samples.reduce((a, b) => a + b, 0) / n;
    const hann = Array.from({ length: n }, (_, i) => 0.5 * (1 - Math.cos((2 * Math.PI * i) / n)));
    const X = math.fft(hann.map((w, i) => w * (samples[i] - mean)) as never) as unknown as { re: number; im: number }[];
    const sum = hann.reduce((a, b) => a + b, 0);
    for (let k = 0; k <= n / 2; k++) {
      const size = (Math.hypot(X[k].re, X[k].im) * (k === 0 || k === n / 2 ? 1 : 2)) / sum;
      expect(out.amplitude[k]).toBeCloseTo(size, 10);
    }
    expect(out.windows).toBe(1);
  });

  // Closed form: a sine anywhere between bins reads within 0.5 % of its amplitude and 0.02 bin of its frequency.
  it("reads a sine between bins as it is", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 450, noNaN: true }),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        (hz, amplitude, phase) => {
          const [peak] = look(sine(hz, amplitude, 1024, 4096, phase), 1024, 1024).peaks;
          expect(Math.abs(peak.hz - hz)).toBeLessThan(0.02);
          expect(Math.abs(peak.amplitude / amplitude - 1)).toBeLessThan(0.005);
        },
      ),
      { seed: 20260320, numRuns: 60 },
    );
  });

  it("takes two seconds for a window, no longer than the record, and tells how far it has come", () => {
    expect([
      usualWindow(1024, 4096),
      usualWindow(48000, 4_000_000),
      usualWindow(100, 64),
      usualWindow(3, 5000),
    ]).toEqual([2048, 65536, 64, 16]);
    const parts: number[] = [];
    spectrum(
      { samples: sine(50, 1, 1024, 4096), rateHz: 1024, channels: 1 },
      { windowSamples: 1024, minRatio: 0, maxPeaks: 1, orders: [1] },
      (p) => parts.push(p),
    );
    expect(parts).toHaveLength(7);
    expect(parts[6]).toBe(1);
  });

  it("follows an order while the engine speeds up", () => {
    const rate = 2048;
    const count = rate * 8;
    let turn = 0;
    const samples = Float64Array.from({ length: count }, (_, i) => {
      turn += (1200 + (1800 * i) / count) / 60 / rate;
      return 0.6 * Math.sin(2 * Math.PI * 2 * turn);
    });
    const out = spectrum(
      { samples, rateHz: rate, channels: 1 },
      {
        windowSamples: 1024,
        minRatio: 0.1,
        maxPeaks: 5,
        rpmTrack: [
          { tS: 0, rpm: 1200 },
          { tS: 8, rpm: 3000 },
        ],
        orders: [1, 2, 3],
      },
    );
    for (const row of out.orderMap!.rows.slice(1, -1)) {
      expect(row.amplitude[1]).toBeGreaterThan(0.4);
      expect(row.amplitude[0] + row.amplitude[2]).toBeLessThan(0.2);
    }
    expect(out.orderMap!.rows[0].rpm).toBeCloseTo(1200 + 1800 * (512 / count), 6);
  });
});

describe("recordings", () => {
  const tone = sine(440, 0.5, 8000, 800);
  // Two lines are parted when they are a resolution apart: 1.5 bins of a Hann window (Harris 1978, from memory).
  it("parts two tones 0.6 Hz apart in twenty seconds, in the window of a close look", () => {
    const rateHz = 512;
    const tone = (hz: number) =>
      Float64Array.from({ length: 20 * rateHz }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rateHz));
    const [a, b] = [tone(42), tone(42.6)];
    const samples = a.map((v, i) => v + 0.8 * b[i]);
    const look = { minRatio: 0.2, maxPeaks: 10, orders: [] };
    const peaks = (windowSamples?: number) =>
      spectrum({ samples, rateHz, channels: 1 }, { ...look, windowSamples })
        .peaks.map((p) => p.hz)
        .sort((x, y) => x - y);
    expect(peaks()).toHaveLength(1);
    const [low, high] = peaks(closeWindow(rateHz, samples.length));
    expect(low).toBeCloseTo(42, 1);
    expect(high).toBeCloseTo(42.6, 1);
    // A short record keeps the window it has.
    expect(closeWindow(rateHz, 4 * rateHz)).toBe(usualWindow(rateHz, 4 * rateHz));
  });
  // The chunk of an odd number of bytes is filled up by one: Microsoft/IBM, Multimedia Programming Interface 1.0, 2.
  it("a WAV of 8 bits and an odd count has no sample of its filling byte", () => {
    const wav = new WaveFile();
    wav.fromScratch(1, 8000, "8", [128, 255, 128, 0, 128]);
    const written = wav.toBuffer();
    // The package leaves the filling byte out.
    expect(written.length % 2).toBe(1);
    const bytes = new Uint8Array([...written, 0]);
    new DataView(bytes.buffer).setUint32(4, bytes.length - 8, true);
    const read = readWav(bytes);
    expect(read.ok && Array.from(read.recording.samples)).toHaveLength(5);
    expect(read.ok && read.recording.samples[4]).toBe(0);
  });
  it.each(["8", "16", "24", "32", "32f"])("a WAV of %s bits reads back", (depth) => {
    const wav = new WaveFile();
    const scale: Record<string, number> = { "8": 127, "16": 32767, "24": 8388607, "32": 2147483647, "32f": 1 };
    wav.fromScratch(
      1,
      8000,
      depth,
      Array.from(tone, (v) => (depth === "32f" ? v : Math.round(v * scale[depth]) + (depth === "8" ? 128 : 0))),
    );
    const read = readWav(wav.toBuffer());
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    expect(read.recording.rateHz).toBe(8000);
    const worst = Math.max(...tone.map((v, i) => Math.abs(v - read.recording.samples[i])));
    expect(worst).toBeLessThan(depth === "8" ? 0.02 : 0.001);
  });

  it("averages channels and says so", () => {
    const wav = new WaveFile();
    wav.fromScratch(2, 8000, "16", [Array.from(tone, (v) => v * 32767), Array.from(tone, () => 0)]);
    const read = readWav(wav.toBuffer());
    expect(read.ok && read.recording.channels).toBe(2);
    if (!read.ok) return;
    expect(Math.max(...read.recording.samples)).toBeCloseTo(0.25, 2);
    const out = spectrum(read.recording, { minRatio: 0.05, maxPeaks: 3, orders: [1] });
    expect(out.notices.map((n) => n.code)).toEqual(["mixedDown"]);
  });

  it.each<[string, () => Uint8Array]>([
    ["nothing", () => new Uint8Array(0)],
    ["text", () => new TextEncoder().encode("not a recording at all, just words")],
  ])("is not %s", (_what, make) => expect(readWav(make()).ok).toBe(false));

  it("a CSV keeps its rate, and says at which line the spacing breaks", () => {
    const line = (i: number, t = i * 0.01): string => `${t.toFixed(4)},${Math.sin(i)}`;
    const even = readCsv(["time,value", ...Array.from({ length: 40 }, (_, i) => line(i))].join("\n"));
    expect(even.ok && even.recording.rateHz).toBeCloseTo(100, 9);
    const uneven = readCsv([...Array.from({ length: 20 }, (_, i) => line(i)), line(20, 0.26)].join("\r\n"));
    expect(uneven.ok ? "" : uneven.why).toContain("breaks the even spacing");
    const comma = readCsv("time;value\n0,0;1,5\n");
    expect(comma.ok ? "" : comma.why).toContain("line 2");
  });
});

const input = (over: Partial<OrdersInput> = {}): OrdersInput => ({
  layout: "northSouth",
  speedKmh: 70,
  gearRatio: 1,
  finalDrive: 4.1,
  transferRatio: 1,
  tyre: { size: "205/55R16", rollingFactor: 0.97 },
  cylinders: 4,
  strokes: 4,
  halfShaftJoint: "tripod",
  accessories: [],
  ...over,
});

describe("orders", () => {
  // Tyre size by its own definition: rim in inches, flank a part of the width.
  it("reads a tyre's size, and no other text", () => {
    expect(tyreDiameterMm("205/55R16")).toBeCloseTo(631.9, 9);
    expect(tyreDiameterMm(" 195/65 R 15 ")).toBeCloseTo(15 * 25.4 + 2 * 195 * 0.65, 9);
    for (const bad of ["", "205-55-16", "big", "205/55R"]) expect(tyreDiameterMm(bad)).toBeNull();
  });

  it("gives the third of engine speed, road speed and gear back", () => {
    const bySpeed = orders(input());
    const byRpm = orders(input({ speedKmh: undefined, engineRpm: bySpeed.engineRpm }));
    expect(byRpm.speedKmh).toBeCloseTo(70, 9);
    const byBoth = orders(input({ gearRatio: undefined, engineRpm: bySpeed.engineRpm }));
    expect(byBoth.gearRatio).toBeCloseTo(1, 12);
    expect(bySpeed.propRpm).toBeCloseTo(bySpeed.wheelRpm * 4.1, 9);
    expect(orders(input({ engineRpm: bySpeed.engineRpm * 1.1 })).notices.map((n) => n.code)).toEqual(["slip"]);
    expect(orders(input({ layout: "eastWest" })).sources.some((s) => s.id === "prop1")).toBe(false);
    expect(orders(input({ strokes: 2 })).sources[0].id).toBe("engine1");
  });
});

describe("match", () => {
  const sources = [
    { id: "engineFiring", hz: 50 },
    { id: "prop2", hz: 51 },
    { id: "wheel1", hz: 12 },
    { id: "halfShaft1", hz: 12 },
  ];
  const of = (hz: number) =>
    match({ peaks: [{ hz, amplitude: 1 }], sources, binHz: 0.5, windowPct: 3, windowBins: 1.5 });

  it("names the nearest first, and the test that parts what is ambiguous", () => {
    const both = of(50.6);
    expect(both.peaks[0].sources.map((s) => s.id)).toEqual(["prop2", "engineFiring"]);
    expect(both.peaks[0]).toMatchObject({ ambiguous: true, tests: ["otherGear", "coastNeutral"] });
    expect(of(12).peaks[0]).toMatchObject({ ambiguous: true, tests: ["swapWheels"] });
    expect(of(30)).toMatchObject({ unexplained: [0], peaks: [{ tests: [], ambiguous: false }] });
    expect(of(52.3).sources.find((s) => s.id === "prop2")?.peaks).toEqual([0]);
  });
});
