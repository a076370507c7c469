import { exceeds, fallsShort } from "../quantity";
import { driveSolver } from "./drives";
import { lever, neutralGain, type Throw } from "./lever";
import type { Gearbox, LeverGeometry } from "./types";

/** Two levers on one gearbox, as they were measured. */
export interface MeasuredLevers {
  gearbox: Gearbox;
  old: LeverGeometry;
  candidate: LeverGeometry;
}

/** One measure and how unsure it is. Its places move together: one tape, one joint both levers hang on. */
export interface UnsureMeasure {
  name: string;
  /** Places of numbers below gearbox, old and candidate, as `candidate.pin.zMm` or `gearbox.gears[0].travelMm`. */
  paths: string[];
  /** In the unit of its places, or with `relative` as a share of their values. */
  u: number;
  relative: boolean;
  /** `normal`: u is a standard uncertainty. `rectangular`: u is the half width, as a tape read to a whole mm. */
  distribution: "normal" | "rectangular";
}

export interface UncertaintyInput extends MeasuredLevers {
  inputs: UnsureMeasure[];
  /** The two gears whose throw is asked; absent: the first two reached by both levers. */
  pair?: { column: string; from: string; to: string };
  /** Coverage factor: 2 stands for about 95 %. */
  k: number;
  claimedReductionPct?: number;
}

export interface Doubtful {
  value: number;
  standard: number;
  expanded: number;
  low: number;
  high: number;
}

export type ClaimVerdict = "met" | "not met" | "could be either";

export interface UncertaintyAnswer {
  pair: { column: string; from: string; to: string };
  oldThrowMm: Doubtful | null;
  candidateThrowMm: Doubtful | null;
  reductionPct: Doubtful | null;
  effortFactor: Doubtful | null;
  knobUpMm: Doubtful | null;
  /** What each measure adds to the doubt about the reduction, the greatest share first. */
  budget: { name: string; sharePct: number; contribution: number; expandedIfHalved: number }[];
  claim: { claimedPct: number; verdict: ClaimVerdict } | null;
  notices: { code: "cannot_reach"; field: string; message: string }[];
}

const QUANTITIES = ["oldThrowMm", "candidateThrowMm", "reductionPct", "effortFactor", "knobUpMm"] as const;
type Values = Record<(typeof QUANTITIES)[number], number | null>;

/** The step of a central difference, as a share of the measure's standard uncertainty. */
const STEP = 1e-3;
/** What a measure moves less than this is rounding, not doubt. */
const ROUNDING = 1e-9;

type Tree = { [key: string]: Tree | number };

/** A place such as `gearbox.gears[0].travelMm` as its keys; null: not written as a place. */
export function keysOf(path: string): string[] | null {
  if (!/^[A-Za-z]+(\.[A-Za-z]+|\[(0|[1-9]\d*)\])*$/.test(path)) return null;
  return path.split(/[.[\]]+/).filter(Boolean);
}

/** The number that stands at a place; null where there is none. */
export function numberAt(root: object, path: string): number | null {
  let here: unknown = root;
  for (const key of keysOf(path) ?? [""]) {
    if (typeof here !== "object" || here === null || !Object.hasOwn(here, key)) return null;
    if (Array.isArray(here) && !/^\d+$/.test(key)) return null;
    here = (here as Tree)[key];
  }
  return typeof here === "number" ? here : null;
}

/** The same levers with every place of one measure moved by `by` times its uncertainty. */
function moved(levers: MeasuredLevers, measure: UnsureMeasure, by: number): MeasuredLevers {
  const copy = structuredClone(levers);
  for (const path of measure.paths) {
    const keys = keysOf(path) ?? [];
    const last = keys.pop() ?? "";
    const parent = keys.reduce((at, key) => at[key] as Tree, copy as unknown as Tree);
    const value = parent[last] as number;
    parent[last] = value + by * standardOf(measure) * (measure.relative ? value : 1);
  }
  return copy;
}

/** Half a rectangle's width counts as 1/sqrt(3) [JCGM 100:2008, 4.3.7]. */
const standardOf = ({ u, distribution }: UnsureMeasure): number =>
  distribution === "rectangular" ? u / Math.sqrt(3) : u;

const samePair = (a: Throw, b: { column: string; from: string; to: string }): boolean =>
  a.column === b.column && a.from === b.from && a.to === b.to;

function valuesAt(
  { gearbox, old, candidate }: MeasuredLevers,
  pair: { column: string; from: string; to: string },
): Values {
  const throwOf = (geometry: LeverGeometry): number | null =>
    lever({ gearbox, lever: geometry }).throws.find((t) => samePair(t, pair))?.throwMm ?? null;
  const [oldThrowMm, candidateThrowMm] = [throwOf(old), throwOf(candidate)];
  const [before, after] = [old, candidate].map((l) => neutralGain(l, driveSolver(l)));
  return {
    oldThrowMm,
    candidateThrowMm,
    reductionPct: oldThrowMm && candidateThrowMm !== null ? 100 * (1 - candidateThrowMm / oldThrowMm) : null,
    effortFactor: before && after ? before / after : null,
    knobUpMm: candidate.knob.zMm - old.knob.zMm,
  };
}

/** The throws of both levers, for whoever names a pair. */
export const sharedThrows = ({ gearbox, old, candidate }: MeasuredLevers): { both: boolean; pair: Throw }[] => {
  const other = lever({ gearbox, lever: candidate }).throws;
  return lever({ gearbox, lever: old }).throws.map((pair, i) => ({
    pair,
    both: pair.throwMm !== null && other[i].throwMm !== null,
  }));
};

/**
 * How sure a comparison of two levers is, and which measure should be taken again.
 *
 * Law of propagation of uncertainty [JCGM 100:2008, 5.1.2]: each measure's standard uncertainty times how much the
 * answer moves with it (central difference), added as squares; what one tape makes wrong in several places moves
 * together [5.2.2]. Throws and the knob's height in mm, reduction in percent, effort as a factor; `expanded` is k
 * times the standard uncertainty. Contributions are signed, in percentage points of the reduction. A quantity that
 * does not exist, at the values or a step beside them, is null with a notice.
 *
 * Expects input that was checked: places that hold numbers, a pair the gearbox has. Cost: four levers a measure.
 */
export function uncertainty(input: UncertaintyInput): UncertaintyAnswer {
  const { k } = input;
  const levers: MeasuredLevers = { gearbox: input.gearbox, old: input.old, candidate: input.candidate };
  const throws = sharedThrows(levers);
  const named = input.pair ?? (throws.find((t) => t.both) ?? throws[0]).pair;
  const pair = { column: named.column, from: named.from, to: named.to };
  const at = valuesAt(levers, pair);
  const steps = input.inputs.map((m) => [1, -1].map((side) => valuesAt(moved(levers, m, side * STEP), pair)));

  const notices: UncertaintyAnswer["notices"] = [];
  if (QUANTITIES.some((q) => at[q] === null)) {
    notices.push({ code: "cannot_reach", field: "pair", message: `${pair.from} and ${pair.to} are not both reached` });
  }
  input.inputs.forEach((m, i) => {
    if (QUANTITIES.some((q) => at[q] !== null && steps[i].some((s) => s[q] === null))) {
      const message = `${pair.from} and ${pair.to} are not both reached once "${m.name}" is a little off`;
      notices.push({ code: "cannot_reach", field: `inputs[${i}]`, message });
    }
  });

  const contributions = (q: (typeof QUANTITIES)[number]): number[] | null => {
    const out: number[] = [];
    for (const [up, down] of steps) {
      const [high, low] = [up[q], down[q]];
      if (high === null || low === null) return null;
      const c = (high - low) / (2 * STEP);
      out.push(Math.abs(c) < ROUNDING ? 0 : c);
    }
    return out;
  };
  const doubtful = (q: (typeof QUANTITIES)[number]): Doubtful | null => {
    const value = at[q];
    const parts = value === null ? null : contributions(q);
    if (value === null || !parts) return null;
    const standard = Math.hypot(...parts);
    return { value, standard, expanded: k * standard, low: value - k * standard, high: value + k * standard };
  };

  const reduction = doubtful("reductionPct");
  const parts = (reduction && contributions("reductionPct")) ?? [];
  const variance = parts.reduce((sum, c) => sum + c * c, 0);
  const budget = parts
    .map((contribution, i) => ({
      name: input.inputs[i].name,
      sharePct: variance === 0 ? 0 : (100 * contribution * contribution) / variance,
      contribution,
      expandedIfHalved: k * Math.sqrt(Math.max(0, variance - 0.75 * contribution * contribution)),
    }))
    .sort((a, b) => Number(b.sharePct.toFixed(9)) - Number(a.sharePct.toFixed(9)));

  const claimed = input.claimedReductionPct;
  return {
    pair,
    oldThrowMm: doubtful("oldThrowMm"),
    candidateThrowMm: doubtful("candidateThrowMm"),
    reductionPct: reduction,
    effortFactor: doubtful("effortFactor"),
    knobUpMm: doubtful("knobUpMm"),
    budget,
    claim: reduction && claimed !== undefined ? { claimedPct: claimed, verdict: verdictOf(reduction, claimed) } : null,
    notices,
  };
}

/** Whether a claim holds, as far as the measures tell. */
function verdictOf({ low, high }: Doubtful, claimedPct: number): ClaimVerdict {
  if (!fallsShort(low, claimedPct)) return "met";
  return exceeds(claimedPct, high) ? "not met" : "could be either";
}
