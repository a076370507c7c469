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

/** How one sample of a kind is read: its length in bytes, and its value with full scale at one. */
const SAMPLES: Record<string, { bytes: number; at: (view: DataView, from: number) => number }> = {
  // Eight bits are stored without a sign, round 128.
  "8": { bytes: 1, at: (v, i) => (v.getUint8(i) - 128) / 128 },
  "16": { bytes: 2, at: (v, i) => v.getInt16(i, true) / 32768 },
  "24": { bytes: 3, at: (v, i) => (v.getUint8(i) | (v.getInt16(i + 1, true) << 8)) / 8388608 },
  "32": { bytes: 4, at: (v, i) => v.getInt32(i, true) / 2147483648 },
  "32f": { bytes: 4, at: (v, i) => v.getFloat32(i, true) },
  "64": { bytes: 8, at: (v, i) => v.getFloat64(i, true) },
};

/** Under Node the package hands over its module, in a bundle its names. */
const waveFile = (): typeof wavefile.WaveFile => {
  const names = { ...wavefile } as typeof wavefile & { default?: typeof wavefile };
  return (names.default ?? names).WaveFile;
};

/** Formats of a WAV file's head: floats, and the extensible one, whose sub-format begins with the number of the real. */
const FLOAT = 3;
const EXTENSIBLE = 65_534;

/** How the samples are written. The package takes the floats of an extensible file for whole numbers. */
function depthOf(wav: wavefile.WaveFile): string {
  const { audioFormat, subformat, bitsPerSample } = wav.fmt as {
    audioFormat: number;
    subformat?: number[];
    bitsPerSample: number;
  };
  if (audioFormat !== EXTENSIBLE || subformat?.[0] !== FLOAT) return wav.bitDepth;
  return bitsPerSample === 32 ? "32f" : String(bitsPerSample);
}

/** Reading that goes on where a file has been cut short; `missing` is the part of it that is not there. */
export type WavRead = { ok: true; recording: Recording; missing: number; comment: string } | { ok: false; why: string };

/**
 * A WAV file as far as it goes: PCM of 8 to 32 bits or float, several channels averaged; full scale is one.
 *
 * The package reads the container. The samples are taken from its bytes here: its own way takes three seconds
 * for a minute of sound.
 */
export function readWavSoFar(bytes: Uint8Array): WavRead {
  let wav: wavefile.WaveFile;
  try {
    wav = new (waveFile())(bytes);
  } catch {
    return { ok: false, why: "this is not a WAV file that can be read to its end" };
  }
  const depth = depthOf(wav);
  const kind = Object.hasOwn(SAMPLES, depth) ? SAMPLES[depth] : null;
  if (!kind) {
    return { ok: false, why: `${depth} is compressed or unknown; PCM of 8, 16, 24 or 32 bits, or float` };
  }
  const format = wav.fmt as { numChannels: number; sampleRate: number };
  const data = wav.data as { chunkSize: number; samples: Uint8Array };
  const channels = format.numChannels;
  if (!(channels >= 1) || !(format.sampleRate > 0)) return { ok: false, why: "its head names no channel or no rate" };
  const frame = kind.bytes * channels;
  const view = new DataView(data.samples.buffer, data.samples.byteOffset, data.samples.byteLength);
  // A chunk of an odd length is filled up by a byte that is no sample.
  const length = Math.min(view.byteLength, data.chunkSize);
  const count = Math.floor(length / frame);
  const samples = new Float64Array(count);
  for (let i = 0, from = 0; i < count; i++) {
    let sum = 0;
    for (let c = 0; c < channels; c++, from += kind.bytes) sum += kind.at(view, from);
    samples[i] = sum / channels;
  }
  if (!samples.every(Number.isFinite)) return { ok: false, why: "the file holds samples that are no numbers" };
  const told = Math.floor(data.chunkSize / frame);
  return {
    ok: true,
    recording: { samples, rateHz: format.sampleRate, channels },
    missing: told > count ? (told - count) / told : 0,
    comment: wav.getTag("ICMT") ?? "",
  };
}

/** A WAV file that is whole; one that was cut short is refused. */
export function readWav(bytes: Uint8Array): Read {
  const read = readWavSoFar(bytes);
  if (!read.ok) return read;
  return read.missing > 0
    ? { ok: false, why: `the file was cut short: ${(read.missing * 100).toFixed(0)} % of it is missing` }
    : { ok: true, recording: read.recording };
}

/** A record as a WAV file of 32-bit floats, one channel: values beyond full scale are kept as they are. */
export function wavBytes(samples: Float64Array | Float32Array, rateHz: number): Uint8Array {
  const wav = new (waveFile())();
  // The package packs sample by sample; an empty file of its making is filled with the bytes of a typed array.
  wav.fromScratch(1, Math.round(rateHz), "32f", []);
  const floats = Float32Array.from(samples);
  const data = wav.data as { chunkSize: number; samples: Uint8Array };
  data.samples = new Uint8Array(floats.buffer);
  data.chunkSize = data.samples.length;
  return wav.toBuffer();
}

/** The same file with a comment in it, where such files carry one. */
export function withComment(wavFile: Uint8Array, comment: string): Uint8Array {
  const wav = new (waveFile())(wavFile);
  wav.setTag("ICMT", comment);
  return wav.toBuffer();
}

/** A record as lines of time in seconds and value, with a header: what `readCsv` reads back. */
export function csvText(samples: ArrayLike<number>, rateHz: number, called = "value"): string {
  const lines = [`time,${called}`];
  for (let i = 0; i < samples.length; i++)
    lines.push(`${(i / rateHz).toFixed(6)},${Number(samples[i].toPrecision(7))}`);
  return `${lines.join("\n")}\n`;
}
