import { exceeds } from "../quantity";
export interface MatchInput {
  peaks: { hz: number; amplitude: number }[];
  sources: { id: string; hz: number }[];
  binHz: number;
  windowPct: number;
  windowBins: number;
}

export interface MatchAnswer {
  peaks: {
    hz: number;
    amplitude: number;
    sources: { id: string; offHz: number; offPct: number }[];
    ambiguous: boolean;
    tests: string[];
  }[];
  sources: { id: string; peaks: number[] }[];
  unexplained: number[];
  notices: never[];
}

type Group = "engine" | "torque" | "road";

/** What a source goes with: the engine's speed, torque through the shafts, or the road's speed. */
const groupOf = (id: string): Group =>
  id.startsWith("engine") || id.startsWith("accessory")
    ? "engine"
    : id === "prop2" || id === "halfShaftJoint"
      ? "torque"
      : "road";

/** Tests that part the groups a peak may belong to; a single group is proved by its own. */
function testsFor(groups: ReadonlySet<Group>): string[] {
  if (groups.size === 0) return [];
  if (groups.size === 1) {
    const [only] = groups;
    return { engine: ["idleInPlace"], road: ["swapWheels"], torque: ["otherSpeed"] }[only];
  }
  return groups.has("engine") ? ["otherGear", "coastNeutral"] : ["coastNeutral"];
}

/**
 * Which source explains which peak of a spectrum, which peaks are ambiguous, and which test parts them.
 * A source explains a peak within the larger of `windowBins` bins and `windowPct` per cent of its frequency.
 */
export function match(input: MatchInput): MatchAnswer {
  const { binHz, windowPct, windowBins } = input;
  const peaks = input.peaks.map(({ hz, amplitude }) => {
    const sources = input.sources
      .map((s) => ({ id: s.id, offHz: hz - s.hz, offPct: (100 * (hz - s.hz)) / s.hz, hz: s.hz }))
      .filter((s) => !exceeds(Math.abs(s.offHz), Math.max(windowBins * binHz, (windowPct / 100) * s.hz)))
      .sort((a, b) => Math.abs(a.offHz) - Math.abs(b.offHz))
      .map(({ id, offHz, offPct }) => ({ id, offHz, offPct }));
    const groups = new Set(sources.map((s) => groupOf(s.id)));
    return { hz, amplitude, sources, ambiguous: sources.length > 1, tests: testsFor(groups) };
  });
  return {
    peaks,
    sources: input.sources.map(({ id }) => ({
      id,
      peaks: peaks.flatMap((p, i) => (p.sources.some((s) => s.id === id) ? [i] : [])),
    })),
    unexplained: peaks.flatMap((p, i) => (p.sources.length ? [] : [i])),
    notices: [],
  };
}
