import type { SpectrumAnswer } from "../../core";

/** What is asked of a recording that is kept. */
export interface SpectrumRequest {
  file: string;
  rateHz: number;
  windowSamples?: number;
  /** For the order map: engine speed, and each source's turns to one of the engine. */
  rpmTrack?: { tS: number; rpm: number }[];
  orders?: number[];
  /** Window of the order map, samples: shorter, so that a run-up is followed. */
  mapWindow?: number;
}

/** A spectrum as the screen needs it: arrays as typed ones, the same of both halves of the record. */
export interface SpectrumDrawn extends Omit<SpectrumAnswer, "amplitude" | "orderMap"> {
  amplitude: Float32Array;
  /** First and second half by themselves: how far the same again would differ. Null of a record too short for it. */
  halves: { binHz: number; amplitude: [Float32Array, Float32Array] } | null;
  orderMap: SpectrumAnswer["orderMap"];
}

/** What the screen may call in the worker. Types only: both ends import it. */
export interface Vibrations {
  spectrum(request: SpectrumRequest, onPart: (part: number) => void): Promise<SpectrumDrawn | { why: string }>;
  /** A WAV file of samples that were recorded in the page. */
  wav(samples: Float32Array, rateHz: number): Uint8Array;
}
