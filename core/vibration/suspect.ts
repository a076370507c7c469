import type { MatchAnswer } from "./match";

/** What the strongest peak of a recording says. */
export type DominantPeak =
  | { kind: "nothing" }
  | { kind: "unknown"; peak: MatchAnswer["peaks"][number] }
  | {
      kind: "clear" | "ambiguous";
      peak: MatchAnswer["peaks"][number];
      sources: string[];
      tests: string[];
      /** How many times it is stronger than the next peak of another source; null where there is none. */
      timesNext: number | null;
    };

/** Slower than this, Hz, the body rocks on its springs: common practice, no source. */
export const BODY_HZ = 3;

/** The strongest peak above the body's own rocking, which sources explain it, and the tests that part them. */
export function dominantPeak(answer: MatchAnswer): DominantPeak {
  const peaks = answer.peaks.filter((p) => p.hz >= BODY_HZ).sort((a, b) => b.amplitude - a.amplitude);
  if (!peaks.length) return { kind: "nothing" };
  const [peak] = peaks;
  if (!peak.sources.length) return { kind: "unknown", peak };
  const sources = peak.sources.map((s) => s.id);
  const next = peaks.find((p) => p !== peak && !p.sources.some((s) => sources.includes(s.id)));
  return {
    kind: peak.ambiguous ? "ambiguous" : "clear",
    peak,
    sources,
    tests: peak.tests,
    timesNext: next && next.amplitude > 0 ? peak.amplitude / next.amplitude : null,
  };
}

/** One of two peaks that is this many times the other is the one that was meant. */
const CLEARLY = 2;

/** Engine speeds closer than this, as a part, are the same gear and part nothing. */
const OTHER_GEAR = 0.05;

/**
 * Whether a peak stays where it is when the same road speed is driven in another gear, or moves with the engine.
 *
 * `there` are the peaks of the other recording, `engineTimes` its engine speed over this one's. Null where the two
 * cannot part it: the same engine speed, no peak in either place, or two of a kind.
 */
export function acrossGears(
  peakHz: number,
  there: readonly { hz: number; amplitude: number }[],
  engineTimes: number,
  windowPct = 3,
): "road" | "engine" | null {
  if (Math.abs(engineTimes - 1) < OTHER_GEAR) return null;
  const near = (hz: number): number =>
    Math.max(0, ...there.filter((p) => Math.abs(p.hz - hz) <= (windowPct / 100) * hz).map((p) => p.amplitude));
  const [stays, moves] = [near(peakHz), near(peakHz * engineTimes)];
  // Something stands at either place in most vehicles: only what is much the stronger says which it was.
  if (Math.max(stays, moves) < CLEARLY * Math.min(stays, moves) || stays === moves) return null;
  return stays > moves ? "road" : "engine";
}
