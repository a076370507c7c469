import type { InstrumentBlock, InstrumentLine, InstrumentReading, RunCondition, Vehicle } from "../../contract";

/**
 * The plug an instrument fits into. A real device is one file beside this one: its line, and a stream of
 * readings in base units (mm, deg, N m) that ends when the caller no longer listens. The stream may stall or
 * throw: the screen says that the instrument stopped and goes on by hand.
 */
export interface Instrument extends InstrumentLine {
  rateHz: null;
  readings(about: ReadingRequest, until: AbortSignal): AsyncIterable<InstrumentReading>;
}

/**
 * The plug of an instrument that records: blocks of samples in m/s2 at its own even rate, a few blocks a second,
 * until the caller no longer listens. It may stall or throw as the others may.
 */
export interface Recorder extends InstrumentLine {
  rateHz: number;
  blocks(about: RecordingRequest, until: AbortSignal): AsyncIterable<InstrumentBlock>;
}

export type AnyInstrument = Instrument | Recorder;

/** What the screen tells an instrument; a real one may ignore it. */
export interface ReadingRequest {
  /** What is about to be measured, base unit: where a stand-in puts its jaws, and the torque a wrench is set to. */
  near: number | null;
  /** Readings after which a stand-in falls silent, to try what happens then. */
  silentAfter: number | null;
}

/** What the screen tells an instrument that records; a real one may ignore all of it. */
export interface RecordingRequest {
  vehicle: Vehicle | null;
  phase: "before" | "after";
  condition: RunCondition;
  /** Null: out of gear. */
  gear: string | null;
  speedKmh: number | null;
  engineRpm: number | null;
  /** The engine is run up from its speed to this one over ten seconds. */
  runUpTo: number | null;
  /** A stand-in need not wait between blocks: whoever asks takes them as fast as they come. */
  hurry: boolean;
  /** Blocks after which a stand-in falls silent. */
  silentAfter: number | null;
}
