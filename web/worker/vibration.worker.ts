import { expose, transfer } from "comlink";
import { LEAST_SAMPLES, readWav, spectrum, usualWindow, wavBytes, type Recording } from "../../core";
import type { SpectrumDrawn, SpectrumRequest, Vibrations } from "./vibrationProtocol";

const PLAIN = { minRatio: 0.01, maxPeaks: 50, orders: [] };

/** How often the screen hears how far it has come, ms: more would keep it busy. */
const TELL_EVERY_MS = 80;

/** The last record that was read: another look at it needs no second reading. */
let kept: { file: string; recording: Recording } | null = null;

async function recordOf(file: string, rateHz: number): Promise<Recording | { why: string }> {
  if (kept?.file === file) return kept.recording;
  const response = await fetch(`/api/recordings/${file}.wav`);
  if (!response.ok) return { why: "the recording is not where it was kept" };
  const read = readWav(new Uint8Array(await response.arrayBuffer()));
  if (!read.ok) return { why: read.why };
  // The file's own rate is a whole number; what the job keeps is exact.
  kept = { file, recording: { ...read.recording, rateHz } };
  return kept.recording;
}

/** Halves of a record, each with the whole one's mean taken out by its own spectrum. */
function halvesOf(recording: Recording, windowSamples: number): SpectrumDrawn["halves"] {
  const half = Math.floor(recording.samples.length / 2);
  if (half < LEAST_SAMPLES * 4) return null;
  const n = Math.min(windowSamples, usualWindow(recording.rateHz, half));
  const [a, b] = [0, half].map((from) => {
    const samples = recording.samples.subarray(from, from + half);
    return spectrum({ ...recording, samples }, { ...PLAIN, windowSamples: n });
  });
  return { binHz: a.binHz, amplitude: [Float32Array.from(a.amplitude), Float32Array.from(b.amplitude)] };
}

const vibrations: Vibrations = {
  async spectrum(request: SpectrumRequest, onPart) {
    const recording = await recordOf(request.file, request.rateHz);
    if ("why" in recording) return recording;
    let told = 0;
    const tell = (part: number): void => {
      const now = performance.now();
      if (now - told < TELL_EVERY_MS) return;
      told = now;
      onPart(part);
    };
    const whole = spectrum(recording, { ...PLAIN, windowSamples: request.windowSamples }, (part) => tell(part / 2));
    const map =
      request.rpmTrack && request.orders?.length
        ? spectrum(
            recording,
            { ...PLAIN, windowSamples: request.mapWindow, rpmTrack: request.rpmTrack, orders: request.orders },
            (part) => tell(0.5 + part / 4),
          ).orderMap
        : null;
    const halves = halvesOf(recording, whole.windowSamples);
    const amplitude = Float32Array.from(whole.amplitude);
    const drawn: SpectrumDrawn = { ...whole, amplitude, halves, orderMap: map };
    return transfer(drawn, [amplitude.buffer, ...(halves?.amplitude.map((a) => a.buffer) ?? [])]);
  },
  wav(samples, rateHz) {
    const bytes = wavBytes(samples, rateHz);
    return transfer(bytes, [bytes.buffer]);
  },
};

expose(vibrations);
