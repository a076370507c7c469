import type { JobView } from "../../contract";
import { findReading, resultOf, type Phase } from "../readings";
import { DEFAULT_LIMITS, solveBench, type BenchSetup } from "./bench";
import { tapeConflict, type TapeConflict } from "./tape";

/** Where a throw comes from: the tape, the lever's own figures, or figures that are typical of such levers. */
export type ThrowFrom = "tape" | "computed" | "typical";

export interface KnownThrow {
  mm: number;
  from: ThrowFrom;
  /** What the lever's figures make, whatever the tape says; null where they do not reach. */
  computedMm: number | null;
  /** Tape and figures that cannot both be right. */
  conflict: TapeConflict | null;
}

/** Whether a lever's figures are nobody's measures. */
export const isGuessed = (s: Pick<BenchSetup, "origin">): boolean => s.origin === "estimated" || s.origin === "missing";

/** What is known of a lever's throw between two gears: the tape before its own figures, these before typical ones. */
export function knownThrow(
  lever: Pick<BenchSetup, "lever" | "origin"> | null,
  computedMm: number | null,
  taped: { meanMm: number; expandedMm: number } | null,
): KnownThrow | null {
  const conflict = lever && taped && computedMm !== null ? tapeConflict(lever.lever, computedMm, taped) : null;
  if (taped) return { mm: taped.meanMm, from: "tape", computedMm, conflict };
  if (!lever || computedMm === null) return null;
  return { mm: computedMm, from: isGuessed(lever) ? "typical" : "computed", computedMm, conflict };
}

/** The same of a job's old lever. */
export function throwOfOld(
  view: JobView,
  pair: { from: string; to: string },
  phase: Phase = "before",
): KnownThrow | null {
  const old = (view.setup.find((s) => s.role === "old") ?? null) as BenchSetup | null;
  const { gearbox } = view.vehicle;
  const answer = old && gearbox ? solveBench(gearbox, [old], DEFAULT_LIMITS).levers.get(old.id) : undefined;
  const computedMm = answer?.throws.find((t) => t.from === pair.from && t.to === pair.to)?.throwMm ?? null;
  const reading = findReading(view.reading, { quantity: "throw", fromGear: pair.from, toGear: pair.to }, phase);
  const taped = reading && resultOf(reading);
  return knownThrow(old, computedMm, taped ? { meanMm: taped.mean, expandedMm: taped.expanded } : null);
}
