import * as wavefile from "wavefile";
import { describe, expect, it } from "vitest";
import { csvText, importRecording, readCsv, readWav, spectrum, wavBytes, withComment, type Imported } from "../index";

const names = { ...wavefile } as typeof wavefile & { default?: typeof wavefile };
const { WaveFile } = names.default ?? names;

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const sine = (hz: number, rateHz: number, count: number, size = 1): Float64Array =>
  Float64Array.from({ length: count }, (_, i) => size * Math.sin((2 * Math.PI * hz * i) / rateHz));

const good = (read: Imported): Imported & { ok: true } => {
  if (!read.ok) throw new Error(read.why);
  return read;
};
const why = (read: Imported): string => (read.ok ? "it was read" : read.why);
const lead = ({ recording }: Imported & { ok: true }): number =>
  spectrum(recording, { minRatio: 0.1, maxPeaks: 1, orders: [] }).peaks[0].hz;

/** A log of a 21 Hz shake at 200 lines a second, as text. */
function log(line: (t: number, v: number, i: number) => string, head = "", count = 800, jitter = 0): Uint8Array {
  const lines = Array.from({ length: count }, (_, i) => {
    // Shifted to and fro by a known amount: a logger that is not quite steady.
    const t = i / 200 + (i % 2 ? (jitter * 0.5) / 200 : 0);
    return line(t, Math.sin(2 * Math.PI * 21 * t), i);
  });
  return bytes([...(head ? [head] : []), ...lines].join("\n"));
}

describe("recordings as they come", () => {
  it.each<[string, Uint8Array]>([
    ["time and value with a header", log((t, v) => `${t.toFixed(5)},${v}`, "time,value")],
    ["no header", log((t, v) => `${t.toFixed(5)},${v}`)],
    ["the columns the other way round", log((t, v) => `${v},${t.toFixed(5)}`, "acceleration,time")],
    [
      "semicolons and decimal commas",
      log((t, v) => `${t.toFixed(5)};${v.toFixed(6)}`.replaceAll(".", ","), "Zeit;Wert"),
    ],
    ["tabs", log((t, v) => `${t.toFixed(5)}\t${v}`, "t\tg")],
    ["microseconds", log((t, v) => `${(t * 1e6).toFixed(0)},${v}`, "time us,value")],
    ["microseconds by their sign", log((t, v) => `${(t * 1e6).toFixed(0)},${v}`, "time (µs),value")],
    ["nanoseconds", log((t, v) => `${(t * 1e9).toFixed(0)},${v}`, "timestamp_ns,value")],
    ["minutes", log((t, v) => `${(t / 60).toFixed(9)},${v}`, "time [min],value")],
    ["milliseconds", log((t, v) => `${(t * 1000).toFixed(2)},${v}`, "time ms,value")],
    ["quotes and blank lines", log((t, v, i) => `"${t.toFixed(5)}","${v}"${i % 9 ? "" : "\n"}`, '"time","value"')],
    [
      "Windows line ends",
      bytes(new TextDecoder().decode(log((t, v) => `${t.toFixed(5)},${v}`, "time,value")).replaceAll("\n", "\r\n")),
    ],
  ])("a CSV with %s reads as the same shake", (_what, file) => {
    const read = good(importRecording(file));
    expect(read.recording.rateHz).toBeCloseTo(200, 3);
    expect(lead(read)).toBeCloseTo(21, 1);
    expect(read.notes).toEqual([]);
  });

  it.each([
    ["slower than once a second", 3],
    ["in microseconds under a name that says seconds", 5000],
    ["faster than any logger", 1e-7],
  ])("that is %s is refused with what it came to", (_what, step) => {
    const lines = Array.from({ length: 40 }, (_, i) => `${i * step},${i % 3}`);
    expect(why(importRecording(bytes(["time,value", ...lines].join("\n"))))).toContain("samples a second");
  });

  it("takes the axis that moves most of a telephone's three, and says so", () => {
    const read = good(
      importRecording(
        log((t, v) => `${t.toFixed(5)},${0.01 * v},${v},${9.81}`, "time,ax (m/s^2),ay (m/s^2),az (m/s^2)"),
      ),
    );
    expect(lead(read)).toBeCloseTo(21, 1);
    expect(read.unit).toBe("m/s2");
    expect(read.notes.join()).toContain("moves most was taken: ay");
  });

  it("keeps the engine's speed where a column has it", () => {
    const read = good(
      importRecording(log((t, v) => `${t.toFixed(5)},${v},${900 + 500 * t}`, "time,value g,engine rpm")),
    );
    expect(read.unit).toBe("g");
    expect(read.rpmTrack?.length).toBeLessThanOrEqual(600);
    expect(read.rpmTrack?.[0]).toEqual({ tS: 0, rpm: 900 });
    expect(read.rpmTrack!.at(-1)!.rpm).toBeGreaterThan(2800);
  });

  it("resamples what is up to 5 % uneven and says so; the strict reader refuses the same", () => {
    const file = log((t, v) => `${t.toFixed(7)},${v}`, "", 800, 0.04);
    const read = good(importRecording(file));
    expect(read.notes.join()).toMatch(/% uneven; it was resampled to 199\.99 Hz/);
    expect(lead(read)).toBeCloseTo(21, 1);
    expect(readCsv(new TextDecoder().decode(file)).ok).toBe(false);
    expect(why(importRecording(log((t, v) => `${t.toFixed(7)},${v}`, "", 800, 0.16)))).toContain(
      "there is a gap, or the logger was not steady",
    );
  });

  it.each<[string, Uint8Array, RegExp]>([
    ["nothing", new Uint8Array(0), /empty/],
    [
      "a picture",
      Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0xff, 0xfe, 0x00, 0x80]),
      /neither a WAV file nor lines of figures/,
    ],
    ["a gap", bytes("time,value\n0,1\n0.01,2\n0.02,1\n0.09,2\n0.10,1\n"), /before line 5 the time steps by 0\.0700 s/],
    ["an empty cell", bytes("time,value\n0,1\n0.01,\n"), /line 3 has "" where a figure belongs/],
    ["a word among figures", bytes("time,value\n0,1\n0.01,fast\n"), /line 3 has "fast"/],
    ["decimal commas between commas", bytes("time,value\n0,00,1,5\n0,01,1,6\n"), /a comma cannot stand both/],
    ["no time", bytes("speed,value\n0,1\n0.01,2\n"), /no column is called time/],
    ["time alone", bytes("time\n0\n0.01\n"), /no figure beside the time/],
    ["time that falls", bytes("1,0\n0.9,1\n0.8,0\n"), /the time must rise/],
    ["one line", bytes("0,1\n"), /two lines of time and value/],
    ["six samples", bytes("0,1\n1,2\n2,1\n3,2\n4,1\n5,2\n"), /it holds 6 samples; accepted: 16 to 4000000/],
  ])("a file of %s is refused with the reason", (_what, file, reason) => {
    expect(why(importRecording(file))).toMatch(reason);
  });

  it("a WAV that was cut short is taken as far as it goes, and the strict reader refuses it", () => {
    const whole = wavBytes(sine(40, 1000, 8000), 1000);
    const cut = whole.slice(0, whole.length - 3 * 4000);
    const read = good(importRecording(cut));
    expect(read.recording.samples.length).toBe(5000);
    expect(read.notes).toEqual(["the file was cut short: 5.0 s of 8.0 s are there"]);
    expect(lead(read)).toBeCloseTo(40, 1);
    const strict = readWav(cut);
    expect(strict.ok ? "" : strict.why).toContain("cut short: 38 % of it is missing");
  });

  it("a compressed WAV, an empty one and one of three channels", () => {
    const law = new WaveFile();
    law.fromScratch(
      1,
      8000,
      "16",
      Array.from(sine(40, 8000, 4000), (v) => Math.round(v * 30000)),
    );
    law.toALaw();
    expect(why(importRecording(law.toBuffer()))).toContain("compressed or unknown");
    const empty = new WaveFile();
    empty.fromScratch(1, 8000, "16", []);
    expect(why(importRecording(empty.toBuffer()))).toContain("it holds 0 samples");
    const three = new WaveFile();
    const tone = Array.from(sine(40, 1000, 2000), (v) => Math.round(v * 30000));
    three.fromScratch(3, 1000, "16", [tone, tone, tone]);
    expect(good(importRecording(three.toBuffer())).notes).toEqual(["3 channels were averaged into one"]);
  });

  it("what was written is read back: WAV of floats beyond full scale, CSV, and a comment beside it", () => {
    const shake = sine(30, 512, 2048, 7.5);
    const back = good(importRecording(withComment(wavBytes(shake, 512), "on the seat rail")));
    expect(back.comment).toBe("on the seat rail");
    expect(back.recording.rateHz).toBe(512);
    expect(Math.max(...back.recording.samples.map((v, i) => Math.abs(v - shake[i])))).toBeLessThan(1e-6);
    const text = good(importRecording(bytes(csvText(shake, 512, "value m/s2"))));
    expect([text.unit, text.recording.samples.length]).toEqual(["m/s2", 2048]);
    expect(text.recording.rateHz).toBeCloseTo(512, 1);
  });
});
