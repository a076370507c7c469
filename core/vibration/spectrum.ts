import { powers } from "../numerics";

export interface Recording {
  samples: Float64Array;
  rateHz: number;
  /** Channels that were averaged into one. */
  channels: number;
}

export interface SpectrumOptions {
  windowSamples?: number;
  minRatio: number;
  maxPeaks: number;
  rpmTrack?: { tS: number; rpm: number }[];
  orders: number[];
}

export interface SpectrumAnswer {
  rateHz: number;
  count: number;
  windowSamples: number;
  windows: number;
  binHz: number;
  resolutionHz: number;
  mean: number;
  amplitude: number[];
  peaks: { hz: number; amplitude: number; bin: number }[];
  orderMap: { orders: number[]; rows: { tS: number; rpm: number; amplitude: number[] }[] } | null;
  notices: { code: "mixedDown"; field: string; message: string }[];
}

/** Least and greatest window, samples. */
export const WINDOW_RANGE: readonly [number, number] = [16, 65536];

export const MOST_SAMPLES = 4_000_000;
export const LEAST_SAMPLES = 16;

/** Main lobe of the Hann window against a bin, for resolution and for the sum of its three bins. */
const HANN = { resolutionBins: 1.5, threeBins: 1.5 };

/** Window when none is wished: two seconds or less, a power of two no longer than the record. */
export function usualWindow(rateHz: number, count: number): number {
  const wanted = 2 ** Math.ceil(Math.log2(2 * rateHz));
  const longest = 2 ** Math.floor(Math.log2(count));
  return Math.min(Math.max(WINDOW_RANGE[0], wanted), WINDOW_RANGE[1], longest);
}

/** Longest window of a record that is looked at closely, samples: five seconds of a phone's. */
const CLOSEST = 2 ** 18;

/**
 * Window for a record as long as this, where lines that stand close are to be parted: twice the usual one, which
 * takes the resolution to 0.4 Hz, where at least seven of them that overlap by half can still be averaged.
 */
export function closeWindow(rateHz: number, count: number): number {
  const four = Math.min(CLOSEST, 2 ** Math.ceil(Math.log2(4 * rateHz)));
  return count >= 4 * four ? four : usualWindow(rateHz, count);
}

const shapes = new Map<number, { hann: Float64Array; sum: number }>();

/** The Hann window of a length and its sum, made once. */
function windowOf(n: number) {
  let known = shapes.get(n);
  if (!known) {
    const hann = new Float64Array(n);
    let sum = 0;
    for (let i = 0; i < n; i++) {
      hann[i] = 0.5 * (1 - Math.cos((2 * Math.PI * i) / n));
      sum += hann[i];
    }
    known = { hann, sum };
    shapes.set(n, known);
  }
  return known;
}

const rpmAt = (track: readonly { tS: number; rpm: number }[], t: number): number => {
  const after = track.findIndex((p) => p.tS >= t);
  if (after === 0) return track[0].rpm;
  if (after < 0) return track[track.length - 1].rpm;
  const [a, b] = [track[after - 1], track[after]];
  return a.rpm + ((t - a.tS) / (b.tS - a.tS)) * (b.rpm - a.rpm);
};

/**
 * One-sided amplitude spectrum of a recording, its peaks, and how the amplitude of each order runs with the engine's
 * speed.
 *
 * The mean of the whole record is removed; Hann windows overlap by half and are averaged as powers; a sine of
 * full scale reads its peak amplitude. Peaks are interpolated by the window's own shape: a parabola would read
 * up to 6.6 per cent low. `step` is told the part done, between windows. Common practice, no source.
 */
export function spectrum(
  recording: Recording,
  options: SpectrumOptions,
  step?: (part: number) => void,
): SpectrumAnswer {
  const { samples, rateHz } = recording;
  const count = samples.length;
  const n = options.windowSamples ?? usualWindow(rateHz, count);
  const binHz = rateHz / n;
  let mean = 0;
  for (let i = 0; i < count; i++) mean += samples[i];
  mean /= count;

  const { hann, sum } = windowOf(n);
  const hop = n / 2;
  const windows = Math.floor((count - n) / hop) + 1;
  const half = n / 2;
  const part = new Float64Array(n);
  const sizes = new Float64Array(half + 1);
  const power = new Float64Array(half + 1);
  const rows: NonNullable<SpectrumAnswer["orderMap"]>["rows"] = [];
  // Twice the size for the side that is not kept; the steady part and the half rate have no such side.
  const [two, one] = [(2 / sum) ** 2, (1 / sum) ** 2];
  for (let w = 0; w < windows; w++) {
    const from = w * hop;
    for (let i = 0; i < n; i++) part[i] = (samples[from + i] - mean) * hann[i];
    powers(part, sizes, power);
    if (options.rpmTrack) {
      const tS = (from + half) / rateHz;
      const rpm = rpmAt(options.rpmTrack, tS);
      const at = (k: number): number => sizes[k] * (k === 0 || k === half ? one : two);
      rows.push({ tS, rpm, amplitude: options.orders.map((o) => orderAmplitude(at, half, (o * rpm) / 60 / binHz)) });
    }
    step?.((w + 1) / windows);
  }
  for (let k = 0; k <= half; k++) power[k] *= k === 0 || k === half ? one : two;
  const amplitude = Array.from(power, (p) => Math.sqrt(p / windows));
  return {
    rateHz,
    count,
    windowSamples: n,
    windows,
    binHz,
    resolutionHz: HANN.resolutionBins * binHz,
    mean,
    amplitude,
    peaks: peaksOf(amplitude, binHz, options.minRatio).slice(0, options.maxPeaks),
    orderMap: options.rpmTrack ? { orders: options.orders, rows } : null,
    notices:
      recording.channels > 1
        ? [{ code: "mixedDown", field: "wavBase64", message: `${recording.channels} channels were averaged into one` }]
        : [],
  };
}

/** Amplitude at a place of the spectrum: the three bins of a Hann line, put together. */
function orderAmplitude(power: (k: number) => number, last: number, bin: number): number {
  const k = Math.round(bin);
  let sum = 0;
  for (const i of [k - 1, k, k + 1]) if (i >= 0 && i <= last) sum += power(i);
  return Math.sqrt(sum / HANN.threeBins);
}

/** Frequency and amplitude of the line whose highest bin is `k`, by the Hann window's own shape. */
export function lineAt(a: ArrayLike<number>, k: number, binHz: number): { hz: number; amplitude: number } {
  const right = a[k + 1] >= a[k - 1];
  const q = (right ? a[k + 1] : a[k - 1]) / a[k];
  const d = (2 * q - 1) / (1 + q);
  const lobe = d === 0 ? 1 : (Math.PI * d) / Math.sin(Math.PI * d);
  return { hz: (k + (right ? d : -d)) * binHz, amplitude: a[k] * (1 - d * d) * lobe };
}

function peaksOf(a: readonly number[], binHz: number, minRatio: number): SpectrumAnswer["peaks"] {
  let largest = 0;
  for (const v of a) largest = Math.max(largest, v);
  const out: SpectrumAnswer["peaks"] = [];
  for (let k = 1; k < a.length - 1; k++) {
    if (!(a[k] > a[k - 1] && a[k] >= a[k + 1] && a[k] >= minRatio * largest) || a[k] === 0) continue;
    out.push({ ...lineAt(a, k, binHz), bin: k });
  }
  return out.sort((x, y) => y.amplitude - x.amplitude);
}
