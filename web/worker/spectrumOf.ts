import { addressOf, refusal, type Refusal } from "../../contract";
import { LEAST_SAMPLES, readWav, spectrum, usualWindow, type Recording } from "../../core";
import type { SpectrumDrawn, SpectrumRequest } from "./protocol";

const PLAIN = { minRatio: 0.01, maxPeaks: 50, orders: [] };

/** The last record that was read: another look at it needs no second reading. */
let kept: { file: string; recording: Recording } | null = null;

async function recordOf(file: string, rateHz: number): Promise<Recording | Refusal> {
  if (kept?.file === file) return kept.recording;
  const response = await fetch(addressOf("recordingFile", { name: `${file}.wav` }));
  if (!response.ok) {
    return refusal("not_found", "file", file, "a recording kept here", "the recording is not where it was kept");
  }
  const read = readWav(new Uint8Array(await response.arrayBuffer()));
  if (!read.ok) return refusal("invalid_input", "file", file, "a WAV file that can be read", read.why);
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

/** Spectrum of a kept recording, of its halves, and its order map where an engine speed goes with it. */
export async function spectrumOf(
  request: SpectrumRequest,
  tell: (part: number) => void,
): Promise<SpectrumDrawn | Refusal> {
  const recording = await recordOf(request.file, request.rateHz);
  if ("error" in recording) return recording;
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
  return { ...whole, amplitude: Float32Array.from(whole.amplitude), halves, orderMap: map };
}
