import { askCompare, isRefusal, type JobView, type Setup } from "../../contract";
import { exceeds } from "../../core";
import { howSure } from "../lever";
import { comparisonOf, findReading, mainPair, resultOf } from "../readings";
import { contextOf, solveChain, triedSum } from "../slack";

export type ExpectationVerdict = "met" | "not met";

/** What was expected in Compare, beside what was measured when the work was done. */
export interface Expectation {
  what: "reduction" | "knobUp" | "playForeAft" | "playCross";
  /** Percent for a reduction, else mm. */
  expected: number;
  /** How far off the expectation itself may be, expanded, in the same unit. */
  expectedOff: number;
  measured: { mean: number; expanded: number } | null;
  verdict: ExpectationVerdict | null;
}

/** At most so much (a play), at least so much (a reduction), or just so much. */
type Wanted = "atMost" | "atLeast" | "equal";

/** Not met only where what was measured differs from it by more than both can be off, to the wrong side. */
function verdictOf(
  expected: number,
  off: number,
  { mean, expanded }: { mean: number; expanded: number },
  wanted: Wanted,
): ExpectationVerdict {
  const over = mean - expected;
  if (!exceeds(Math.abs(over), Math.hypot(off, expanded))) return "met";
  if (wanted === "equal") return "not met";
  return (wanted === "atMost") === over < 0 ? "met" : "not met";
}

/** Nobody entered the figures of this lever. */
const isGuessed = (s: Setup): boolean => s.origin === "estimated" || s.origin === "missing";

/** The same figures as the other's, and nobody said how they were taken: a copy that was not measured yet. */
const isCopy = (s: Setup, of: Setup): boolean =>
  JSON.stringify([s.lever, s.pivot]) === JSON.stringify([of.lever, of.pivot]) && !Object.keys(s.taken).length;

/**
 * What one tape reading adds to a slack chain that was worked out of joints: the chain itself is believed to half a
 * millimetre or a fifth, as where it is compared with what was measured.
 */
const chainOff = (sumMm: number): number => Math.max(0.5, 0.2 * sumMm);

const expectation = (
  what: Expectation["what"],
  expected: number,
  expectedOff: number,
  measured: Expectation["measured"],
  wanted: Wanted,
): Expectation => ({
  what,
  expected,
  expectedOff,
  measured,
  verdict: measured && verdictOf(expected, expectedOff, measured, wanted),
});

const none = { fromGear: "", toGear: "" };

/** Every expectation of the chosen lever and of the parts tried in the slack chain, with what was measured of it. */
export function expectationsOf(view: JobView): Expectation[] {
  const { gearbox } = view.vehicle;
  const old = view.setup.find((s) => s.role === "old");
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  const out: Expectation[] = [];
  if (gearbox && old && chosen && chosen !== old && ![old, chosen].some(isGuessed) && !isCopy(chosen, old)) {
    const setups = [old, chosen].map((s, i) => ({ name: String(i), lever: s.lever, pivot: s.pivot }));
    const answer = askCompare({ gearbox, setups });
    if (!isRefusal(answer)) {
      const pair = mainPair(gearbox);
      const sure = howSure(gearbox, old, chosen, pair, true)?.answer;
      const expected = answer.setups[1].throws.find((t) => t.from === pair.from && t.to === pair.to)?.reductionPct;
      const m = { quantity: "throw" as const, fromGear: pair.from, toGear: pair.to };
      const [before, after] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
      const real = before && after ? comparisonOf(before, after).reduction : null;
      if (expected !== null && expected !== undefined) {
        const measured = real && { mean: real.pct, expanded: (real.highPct - real.lowPct) / 2 };
        out.push(expectation("reduction", expected, sure?.reductionPct?.expanded ?? 0, measured, "atLeast"));
      }
      const height = (phase: "before" | "after") =>
        findReading(view.reading, { quantity: "knobHeight", ...none }, phase);
      const [was, is] = [height("before"), height("after")];
      const { upMm } = answer.setups[1].knobShift;
      if (was || is) {
        const rise = was && is ? riseOf(was, is) : null;
        out.push(expectation("knobUp", upMm, sure?.knobUpMm?.expanded ?? 0, rise, "equal"));
      }
    }
  }
  const lever = chosen ?? old ?? null;
  for (const [direction, quantity, what] of [
    ["foreAft", "freePlayForeAft", "playForeAft"],
    ["cross", "freePlayCross", "playCross"],
  ] as const) {
    if (!view.joint.some((j) => j.tryNew && j.direction === direction)) continue;
    const answer = solveChain(contextOf(view, direction, lever));
    const after = findReading(view.reading, { quantity, ...none }, "after");
    const is = after && resultOf(after);
    if (answer) {
      const measured = is ? { mean: is.mean, expanded: is.expanded } : null;
      const sum = triedSum(answer, view.joint, direction);
      out.push(expectation(what, sum, chainOff(sum), measured, "atMost"));
    }
  }
  return out;
}

function riseOf(was: Parameters<typeof resultOf>[0], is: Parameters<typeof resultOf>[0]): Expectation["measured"] {
  const { change } = comparisonOf(was, is);
  return change && { mean: -change.difference, expanded: change.expanded };
}
