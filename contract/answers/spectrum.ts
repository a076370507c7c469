import type { SpectrumInput } from "../inputs";
import { refusal, type Refusal } from "../refusal";
import { LEAST_SAMPLES, MOST_SAMPLES, readCsv, readWav, spectrum, type Read, type SpectrumAnswer } from "../../core";

const INPUTS = ["samples", "csv", "wavBase64"] as const;
const BASE64 = /^[A-Za-z0-9+/\s]*={0,2}\s*$/;

/** Bytes of base64 text, by what both a browser and a server have; null where it is none. */
function bytesOf(base64: string): Uint8Array | null {
  try {
    return Uint8Array.from(atob(base64.replace(/\s/g, "")), (c) => c.charCodeAt(0));
  } catch {
    // Letters of the alphabet, but not in fours.
    return null;
  }
}

/** The record itself, or why it cannot be taken. */
export function recordingOf(i: SpectrumInput): Read | Refusal {
  const given = INPUTS.filter((k) => i[k] !== undefined);
  if (!given.length) return refusal("invalid_input", "samples", null, "samples with rateHz, csv, or wavBase64");
  if (given.length > 1)
    return refusal("invalid_input", given[1], "two recordings", "one of samples, csv and wavBase64");
  if (i.samples) {
    const bad = i.samples.findIndex((v) => typeof v !== "number" || !Number.isFinite(v));
    if (i.samples.length > MOST_SAMPLES) {
      return refusal("too_large", "samples", i.samples.length, `${LEAST_SAMPLES} to ${MOST_SAMPLES} samples`);
    }
    if (bad >= 0) return refusal("invalid_input", `samples[${bad}]`, i.samples[bad], "a number");
    if (i.rateHz === undefined) return refusal("invalid_input", "rateHz", null, "a rate over 0, up to 1000000 Hz");
    return { ok: true, recording: { samples: Float64Array.from(i.samples), rateHz: i.rateHz, channels: 1 } };
  }
  if (i.csv !== undefined) return readCsv(i.csv);
  const base64 = i.wavBase64 ?? "";
  const bytes = BASE64.test(base64) ? bytesOf(base64) : null;
  return bytes ? readWav(bytes) : { ok: false, why: "this is not base64 text" };
}

/** Reads the record, checks window and track against it, and answers. */
export function answerSpectrum(i: SpectrumInput): SpectrumAnswer | Refusal {
  const read = recordingOf(i);
  if ("error" in read) return read;
  const field = INPUTS.find((k) => i[k] !== undefined) ?? "samples";
  if (!read.ok) return refusal("invalid_input", field, "a recording", "an even record that can be read", read.why);
  const { recording } = read;
  const count = recording.samples.length;
  if (count > MOST_SAMPLES) return refusal("too_large", field, count, `${LEAST_SAMPLES} to ${MOST_SAMPLES} samples`);
  if (count < LEAST_SAMPLES) {
    return refusal("invalid_input", field, count, `${LEAST_SAMPLES} to ${MOST_SAMPLES} samples`);
  }
  const n = i.windowSamples;
  if (n !== undefined && (n & (n - 1)) !== 0) {
    return refusal("invalid_input", "windowSamples", n, "a power of two from 16 to 65536");
  }
  if (n !== undefined && n > count) {
    return refusal("invalid_input", "windowSamples", n, `a power of two up to the record's ${count} samples`);
  }
  const late = i.rpmTrack?.findIndex((p, k, all) => k > 0 && p.tS <= all[k - 1].tS) ?? -1;
  if (late >= 0) {
    return refusal("invalid_input", `rpmTrack[${late}].tS`, i.rpmTrack?.[late].tS, "a time after the one before it");
  }
  return spectrum(recording, i);
}
