import { z } from "zod";

export const instrumentKinds = ["calliper", "dial", "angleGauge", "torqueWrench"] as const;

/** An instrument that sends by itself; a real one and a stand-in look the same from here. */
export const instrumentLine = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(instrumentKinds),
  measures: z.enum(["length", "angle", "torque"]),
  /** Finest step it shows, base unit of what it measures. */
  resolution: z.number(),
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

/** Longest silence, ms, before an instrument counts as gone. */
export const INSTRUMENT_SILENCE_MS = 3000;
