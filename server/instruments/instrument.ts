import type { InstrumentLine, InstrumentReading } from "../../contract";

/**
 * The plug an instrument fits into. A real device is one file beside this one: its line, and a stream of
 * readings in base units (mm, deg, N m) that ends when the caller no longer listens. The stream may stall or
 * throw: the screen says that the instrument stopped and goes on by hand.
 */
export interface Instrument extends InstrumentLine {
  readings(about: ReadingWish, until: AbortSignal): AsyncIterable<InstrumentReading>;
}

/** What the screen tells an instrument; a real one may ignore it. */
export interface ReadingWish {
  /** What is about to be measured, base unit: where a stand-in puts its jaws, and the torque a wrench is set to. */
  near: number | null;
  /** Readings after which a stand-in falls silent, to try what happens then. */
  silentAfter: number | null;
}
