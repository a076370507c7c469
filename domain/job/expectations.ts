import { askCompare, isRefusal, type JobView } from "../../contract";
import { comparisonOf, findReading, mainPair, resultOf } from "../readings";
import { contextOf, solveChain, triedSum } from "../slack";

export type ExpectationVerdict = "met" | "not met" | "within measuring error";

/** What was expected in Compare, beside what was measured when the work was done. */
export interface Expectation {
  what: "reduction" | "knobUp" | "playForeAft" | "playCross";
  /** Percent for a reduction, else mm. */
  expected: number;
  measured: { mean: number; expanded: number } | null;
  verdict: ExpectationVerdict | null;
}

/** At most so much (a play), at least so much (a reduction), or just so much. */
type Wanted = "atMost" | "atLeast" | "equal";

function verdictOf(
  expected: number,
  { mean, expanded }: { mean: number; expanded: number },
  wanted: Wanted,
): ExpectationVerdict {
  if (Math.abs(mean - expected) <= expanded) return wanted === "equal" ? "met" : "within measuring error";
  if (wanted === "equal") return "not met";
  return (wanted === "atMost") === mean < expected ? "met" : "not met";
}

const expectation = (
  what: Expectation["what"],
  expected: number,
  measured: Expectation["measured"],
  wanted: Wanted,
): Expectation => ({ what, expected, measured, verdict: measured && verdictOf(expected, measured, wanted) });

const none = { fromGear: "", toGear: "" };

/** Every expectation of the chosen lever and of the parts tried in the slack chain, with what was measured of it. */
export function expectationsOf(view: JobView): Expectation[] {
  const { gearbox } = view.vehicle;
  const old = view.setup.find((s) => s.role === "old");
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  const out: Expectation[] = [];
  if (gearbox && old && chosen && chosen !== old) {
    const setups = [old, chosen].map((s, i) => ({ name: String(i), lever: s.lever, pivot: s.pivot }));
    const answer = askCompare({ gearbox, setups });
    if (!isRefusal(answer)) {
      const pair = mainPair(gearbox);
      const expected = answer.setups[1].throws.find((t) => t.from === pair.from && t.to === pair.to)?.reductionPct;
      const m = { quantity: "throw" as const, fromGear: pair.from, toGear: pair.to };
      const [before, after] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
      const real = before && after ? comparisonOf(before, after).reduction : null;
      if (expected !== null && expected !== undefined) {
        const measured = real && { mean: real.pct, expanded: (real.highPct - real.lowPct) / 2 };
        out.push(expectation("reduction", expected, measured, "atLeast"));
      }
      const height = (phase: "before" | "after") =>
        findReading(view.reading, { quantity: "knobHeight", ...none }, phase);
      const [was, is] = [height("before"), height("after")];
      const { upMm } = answer.setups[1].knobShift;
      if (was || is) {
        const rise = was && is ? riseOf(was, is) : null;
        out.push(expectation("knobUp", upMm, rise, "equal"));
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
      out.push(expectation(what, triedSum(answer, view.joint, direction), measured, "atMost"));
    }
  }
  return out;
}

function riseOf(was: Parameters<typeof resultOf>[0], is: Parameters<typeof resultOf>[0]): Expectation["measured"] {
  const { change } = comparisonOf(was, is);
  return change && { mean: -change.difference, expanded: change.expanded };
}
