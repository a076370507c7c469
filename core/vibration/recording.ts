import * as wavefile from "wavefile";
import type { Recording } from "./spectrum";

export type Read = { ok: true; recording: Recording } | { ok: false; why: string };

/** Spacing of a time column may be off by this part before the record is uneven. */
const EVEN = 0.01;

/** A record of time and value, comma between, a header allowed; the spacing must be even within one per cent. */
export function readCsv(text: string): Read {
  const times: number[] = [];
  const values: number[] = [];
  const lineOf: number[] = [];
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    if (!line.trim()) continue;
    const cells = line.split(",").map((c) => c.trim());
    const [t, v] = cells.map(Number);
    const figures = cells.length === 2 && cells.every((c) => c !== "" && Number.isFinite(Number(c)));
    if (!figures) {
      if (times.length === 0 && i === 0) continue;
      return { ok: false, why: `line ${i + 1} is not "time,value" with points for decimals` };
    }
    times.push(t);
    values.push(v);
    lineOf.push(i + 1);
  }
  const count = times.length;
  if (count < 2) return { ok: false, why: "two lines of time,value at least" };
  const step = (times[count - 1] - times[0]) / (count - 1);
  if (!(step > 0)) return { ok: false, why: "the time must rise from line to line" };
  for (let k = 1; k < count; k++) {
    if (Math.abs(times[k] - times[k - 1] - step) > EVEN * step) {
      return { ok: false, why: `line ${lineOf[k]} breaks the even spacing of ${step.toPrecision(4)} s by over 1 %` };
    }
  }
  return { ok: true, recording: { samples: Float64Array.from(values), rateHz: 1 / step, channels: 1 } };
}

const FULL_SCALE: Record<string, number> = {
  "8": 128,
  "16": 32768,
  "24": 8388608,
  "32": 2147483648,
  "32f": 1,
  "64": 1,
};

/** A WAV file: PCM of 8 to 32 bits or float, several channels averaged; full scale is one. */
export function readWav(bytes: Uint8Array): Read {
  // Under Node the package hands over its module, in a bundle its names.
  const names = { ...wavefile } as typeof wavefile & { default?: typeof wavefile };
  const { WaveFile } = names.default ?? names;
  let wav: InstanceType<typeof WaveFile>;
  try {
    wav = new WaveFile(bytes);
  } catch {
    return { ok: false, why: "this is not a WAV file that can be read to its end" };
  }
  const { bitDepth } = wav;
  const scale = FULL_SCALE[bitDepth];
  if (!scale) return { ok: false, why: `${bitDepth} is compressed or unknown; PCM of 8, 16, 24 or 32 bits, or float` };
  const format = wav.fmt as { numChannels: number; sampleRate: number };
  const raw = wav.getSamples(false, Float64Array) as unknown as Float64Array | Float64Array[];
  const channels = Array.isArray(raw) ? raw : [raw];
  const samples = new Float64Array(channels[0]?.length ?? 0);
  // Eight bits are stored without a sign, round 128.
  const zero = bitDepth === "8" ? 128 : 0;
  for (const channel of channels) {
    for (let i = 0; i < samples.length; i++) samples[i] += (channel[i] - zero) / scale / channels.length;
  }
  if (!samples.every(Number.isFinite)) return { ok: false, why: "the file holds samples that are no numbers" };
  return { ok: true, recording: { samples, rateHz: format.sampleRate, channels: channels.length } };
}
