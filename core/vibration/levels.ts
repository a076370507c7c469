import { exceeds } from "../quantity";
import { lineAt } from "./spectrum";

/** How strong one source is in a spectrum. */
export interface SourceLevel {
  id: string;
  /** Where it should be, Hz, and where the strongest line near it stands. */
  hz: number;
  atHz: number;
  amplitude: number;
  /** What lies round it where nothing turns: half of the bins there are below. */
  floor: number;
  /** Strong enough over what lies round it to be a line and no noise. */
  standsOut: boolean;
  /** Other sources whose strongest line is this same one: the spectrum alone does not say whose it is. */
  sharedWith: string[];
}

/** Two lines closer than this, bins, are one: a window's main lobe is no narrower. */
const SAME_LINE_BINS = 1;

/** A line this many times over what lies round it is no noise: noise has Rayleigh amplitudes, so by chance under one in a thousand bands. */
const STANDS_OUT = 4;

/** The surroundings of a line reach this part of its frequency to both sides, and this many bins at least. */
const ROUND = { part: 0.35, bins: 12 };

const median = (list: number[]): number => {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted.length ? sorted[Math.floor(sorted.length / 2)] : 0;
};

/**
 * The level of each source in an amplitude spectrum: the strongest line within the larger of 1.5 bins and 3 per
 * cent of where it should stand, read with the window's own shape, against the noise round it.
 */
export function sourceLevels(
  amplitude: ArrayLike<number>,
  binHz: number,
  sources: readonly { id: string; hz: number }[],
  window = { pct: 3, bins: 1.5 },
): SourceLevel[] {
  const last = amplitude.length - 2;
  const levels = sources.flatMap(({ id, hz }) => {
    const reach = Math.max(window.bins * binHz, (window.pct / 100) * hz);
    const from = Math.max(1, Math.round((hz - reach) / binHz));
    const to = Math.min(last, Math.round((hz + reach) / binHz));
    if (from > to) return [];
    let k = from;
    for (let i = from; i <= to; i++) if (amplitude[i] > amplitude[k]) k = i;
    const peak = amplitude[k] > amplitude[k - 1] && amplitude[k] >= amplitude[k + 1];
    const line = peak ? lineAt(amplitude, k, binHz) : { hz: k * binHz, amplitude: amplitude[k] };
    const wide = Math.max(ROUND.bins, Math.round((hz * ROUND.part) / binHz));
    const round: number[] = [];
    for (let i = Math.max(1, from - wide); i <= Math.min(last, to + wide); i++) {
      if (i < from || i > to) round.push(amplitude[i]);
    }
    const floor = median(round);
    return [
      {
        id,
        hz,
        atHz: line.hz,
        amplitude: line.amplitude,
        floor,
        // The skirt of a peak beside the band is no line of this source.
        standsOut: peak && !exceeds(Math.abs(line.hz - hz), reach) && line.amplitude > STANDS_OUT * floor,
      },
    ];
  });
  return levels.map((l) => ({
    ...l,
    sharedWith: levels.filter((o) => o !== l && Math.abs(o.atHz - l.atHz) < SAME_LINE_BINS * binHz).map((o) => o.id),
  }));
}

export interface LevelChange {
  id: string;
  before: SourceLevel;
  after: SourceLevel;
  /** 20 log10(after / before); negative is quieter. */
  dB: number;
  /** It stood out in neither: what changed is noise. */
  onlyNoise: boolean;
  /** Sources that share the line in one of the two and not in the other: the difference may be theirs. */
  mixed: { before: string[]; after: string[] };
}

/** Two sources whose places stand to each other as before, within this part, have not moved apart. */
const SAME_RATIO = 0.01;

/**
 * The change of every source that both hold, dB; lines are taken at their own frequency in each.
 *
 * Another gear moves the engine's sources past those of the road. A line that two of them share in one recording
 * and not in the other is marked: its level in the one may be the other source's.
 */
export function levelChanges(before: readonly SourceLevel[], after: readonly SourceLevel[]): LevelChange[] {
  const placeOf = (list: readonly SourceLevel[], id: string): number => list.find((l) => l.id === id)?.hz ?? NaN;
  return before.flatMap((b) => {
    const a = after.find((l) => l.id === b.id);
    if (!a || !(b.amplitude > 0) || !(a.amplitude > 0)) return [];
    const movedApart = (id: string): boolean =>
      Math.abs((placeOf(before, id) * a.hz) / (placeOf(after, id) * b.hz) - 1) > SAME_RATIO;
    const lost = (from: SourceLevel, to: SourceLevel): string[] =>
      from.standsOut ? from.sharedWith.filter((id) => !to.sharedWith.includes(id) && movedApart(id)) : [];
    return [
      {
        id: b.id,
        before: b,
        after: a,
        dB: 20 * Math.log10(a.amplitude / b.amplitude),
        onlyNoise: !b.standsOut && !a.standsOut,
        mixed: { before: lost(b, a), after: lost(a, b) },
      },
    ];
  });
}

/** Spread of each source's level between two halves of a record, dB: what the same again would differ by. */
export function repeatabilityDb(first: readonly SourceLevel[], second: readonly SourceLevel[]): Map<string, number> {
  return new Map(levelChanges(first, second).map((c) => [c.id, Math.abs(c.dB)]));
}
