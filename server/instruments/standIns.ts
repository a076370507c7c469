import { setTimeout as wait } from "node:timers/promises";
import type { InstrumentLine, InstrumentReading } from "../../contract";
import type { Instrument, ReadingRequest } from "./instrument";
import { noiseFrom } from "./noise";

/** Readings a second, as a data cable of the usual kind gives. */
const A_SECOND = 8;

/** Readings until jaws that close on a piece stand still. */
const SETTLES_IN = 6;

/** Readings of one pull of a wrench: up, the click, down. */
const PULL = 14;

/** A steady reading agrees over this many readings within two steps. */
const STEADY_OVER = 4;

interface StandIn extends Omit<InstrumentLine, "standIn" | "rateHz"> {
  /** Standard deviation of a reading, base unit. */
  noise: number;
  /** What it shows where nobody said what lies under it. */
  usual: number;
}

const standIns: readonly StandIn[] = [
  {
    id: "calliper",
    name: "Bench calliper",
    kind: "calliper",
    measures: "length",
    resolution: 0.01,
    noise: 0.015,
    usual: 24.6,
  },
  { id: "dial", name: "Dial indicator", kind: "dial", measures: "length", resolution: 0.01, noise: 0.006, usual: 0.42 },
  {
    id: "angle",
    name: "Angle gauge",
    kind: "angleGauge",
    measures: "angle",
    resolution: 0.05,
    noise: 0.06,
    usual: 2.4,
  },
  {
    id: "wrench",
    name: "Torque wrench",
    kind: "torqueWrench",
    measures: "torque",
    resolution: 0.1,
    noise: 0.35,
    usual: 40,
  },
  {
    id: "angleWrench",
    name: "Torque wrench, degrees turned",
    kind: "torqueWrench",
    measures: "angle",
    resolution: 0.5,
    noise: 0.6,
    usual: 90,
  },
];

const stepped = (value: number, step: number): number => Number((Math.round(value / step) * step).toFixed(4));

/** The readings of a stand-in, one after the other, without waiting. */
export function* standInReadings(kind: StandIn, about: ReadingRequest): Generator<InstrumentReading> {
  const noise = noiseFrom(Math.round((about.near ?? kind.usual) * 1000) + kind.id.length * 7919);
  const piece = about.near ?? kind.usual;
  const recent: number[] = [];
  let peak: number | null = null;
  for (let i = 0; ; i++) {
    let ideal = piece;
    if (kind.kind === "torqueWrench") {
      const at = i % (PULL + SETTLES_IN);
      ideal = at < PULL - 3 ? (piece * (at + 1)) / (PULL - 3) : at < PULL ? piece * 0.3 : 0;
      if (at === 0) peak = null;
    } else if (i < SETTLES_IN) ideal = piece * (1 + 0.25 * (1 - i / SETTLES_IN) ** 2);
    const value = stepped(ideal === 0 ? 0 : ideal + kind.noise * noise(), kind.resolution);
    if (kind.kind === "torqueWrench" && value > (peak ?? 0)) peak = value;
    recent.push(value);
    if (recent.length > STEADY_OVER) recent.shift();
    const spread = Math.max(...recent) - Math.min(...recent);
    const still = recent.length === STEADY_OVER && spread <= 6 * Math.max(kind.resolution, kind.noise);
    const released = kind.kind === "torqueWrench" && value === 0 && peak !== null;
    yield { value, peak, steady: kind.kind === "torqueWrench" ? released : still };
  }
}

/** The instruments that ship with the program, so that everything can be tried without any. */
export const standInInstruments: readonly Instrument[] = standIns.map((kind) => ({
  id: kind.id,
  name: kind.name,
  kind: kind.kind,
  measures: kind.measures,
  resolution: kind.resolution,
  standIn: true,
  rateHz: null,
  async *readings(about, until) {
    let sent = 0;
    for (const reading of standInReadings(kind, about)) {
      if (until.aborted) return;
      if (about.silentAfter !== null && sent >= about.silentAfter) {
        // Silent, not gone: a cable that came off sends nothing and says nothing.
        await new Promise<void>((resolve) => until.addEventListener("abort", () => resolve(), { once: true }));
        return;
      }
      yield reading;
      sent += 1;
      await wait(1000 / A_SECOND, undefined, { signal: until }).catch(() => undefined);
    }
  },
}));
