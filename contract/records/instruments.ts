import { z } from "zod";

export const instrumentKinds = ["calliper", "dial", "angleGauge", "torqueWrench", "accelerometer"] as const;

/** An instrument that sends by itself; a real one and a stand-in look the same from here. */
export const instrumentLine = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(instrumentKinds),
  measures: z.enum(["length", "angle", "torque", "acceleration"]),
  /** Finest step it shows, base unit of what it measures. */
  resolution: z.number(),
  /** Samples a second of an instrument that records; null where it gives single readings. */
  rateHz: z.number().nullable(),
  standIn: z.boolean(),
});
export type InstrumentLine = z.infer<typeof instrumentLine>;

export const instrumentList = z.object({ instruments: z.array(instrumentLine) });

/** One reading on the stream, base unit: mm, deg or N m. A wrench also sends the peak of the pull. */
export const instrumentReading = z.object({
  value: z.number(),
  peak: z.number().nullable(),
  /** The last few readings agree within two steps of the instrument. */
  steady: z.boolean(),
});
export type InstrumentReading = z.infer<typeof instrumentReading>;

/** What a recording instrument sends a few times a second: samples in m/s2, and the engine's speed where it has it. */
export const instrumentBlock = z.object({
  rateHz: z.number(),
  rpm: z.number().nullable(),
  samples: z.array(z.number()),
});
export type InstrumentBlock = z.infer<typeof instrumentBlock>;

/** Longest silence, ms, before an instrument counts as gone. */
export const INSTRUMENT_SILENCE_MS = 3000;
