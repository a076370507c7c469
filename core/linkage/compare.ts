import { exceeds, fallsShort } from "../quantity";
import { driveSolver } from "./drives";
import { lever, neutralGain, type Throw } from "./lever";
import type { Gearbox, LeverGeometry, Point } from "./types";

export interface CompareLimits {
  maxReductionPct: number;
  maxEffortFactor: number;
  maxKnobRaiseMm: number;
  minThrowMm: number;
}

export interface CompareSetup {
  name: string;
  lever: LeverGeometry;
  pivot: Point;
  claimedReductionPct?: number;
}

export interface CompareInput {
  gearbox: Gearbox;
  setups: CompareSetup[];
  limits: CompareLimits;
}

export interface CompareNotice {
  code: "reduction_over" | "effort_over" | "knob_raised" | "throw_under" | "cannot_reach";
  value: number | null;
  limit: number | null;
  message: string;
  gear?: string;
}

export interface SetupAnswer {
  name: string;
  throws: (Throw & { reductionPct: number | null })[];
  reductionPct: number | null;
  effortFactor: number | null;
  knobShift: { upMm: number; rearwardMm: number };
  claim: null | { claimedPct: number; computedPct: number | null; differencePct: number | null };
  notices: CompareNotice[];
}

export interface CompareAnswer {
  setups: SetupAnswer[];
}

/** Percentage by which a throw is shorter than the reference, where both exist and the reference is not nil. */
export const reductionPct = (value: number | null, reference: number | null): number | null =>
  value === null || reference === null || reference === 0 ? null : 100 * (1 - value / reference);

/**
 * Two or more shifters on one gearbox: how much shorter, how much harder, where the knob goes,
 * and whether the maker's claim holds. The first setup is the reference.
 *
 * A reduction is 100 (1 - new/old) in percent; the effort factor is the reference's gain over this
 * one's, both at neutral; the knob's shift counts the pivot's place. Limits compare strictly.
 * Defaults of the limits are common practice of the trade, no source; they are the user's to change.
 */
export function compare(input: CompareInput): CompareAnswer {
  const { limits } = input;
  const answers = input.setups.map((s) => lever({ gearbox: input.gearbox, lever: s.lever }));
  const gains = input.setups.map((s) => neutralGain(s.lever, driveSolver(s.lever)));
  const reference = answers[0];
  const first = input.setups[0];

  const setups = input.setups.map((setup, i): SetupAnswer => {
    const throws = answers[i].throws.map((t, k) => ({
      ...t,
      reductionPct: i === 0 ? (t.throwMm === null ? null : 0) : reductionPct(t.throwMm, reference.throws[k].throwMm),
    }));
    const known = throws.flatMap((t) => (t.reductionPct === null ? [] : [t.reductionPct]));
    const mean = known.length ? known.reduce((a, b) => a + b, 0) / known.length : null;
    const [gain0, gain] = [gains[0], gains[i]];
    const effortFactor = gain0 && gain ? gain0 / gain : null;
    const knobShift = {
      upMm: setup.pivot.zMm + setup.lever.knob.zMm - first.pivot.zMm - first.lever.knob.zMm,
      rearwardMm: first.pivot.xMm + first.lever.knob.xMm - setup.pivot.xMm - setup.lever.knob.xMm,
    };
    const claimed = setup.claimedReductionPct;
    return {
      name: setup.name,
      throws,
      reductionPct: mean,
      effortFactor,
      knobShift,
      claim:
        i === 0 || claimed === undefined
          ? null
          : {
              claimedPct: claimed,
              computedPct: mean,
              differencePct: mean === null ? null : mean - claimed,
            },
      notices: noticesOf(i, throws, effortFactor, knobShift.upMm, limits).concat(
        answers[i].gears.flatMap((g) =>
          g.reached
            ? []
            : [
                {
                  code: "cannot_reach" as const,
                  value: g.missingMm,
                  limit: null,
                  message: g.message,
                  gear: g.gear,
                },
              ],
        ),
      ),
    };
  });
  return { setups };
}

function noticesOf(
  index: number,
  throws: SetupAnswer["throws"],
  effort: number | null,
  raisedMm: number,
  limits: CompareLimits,
): CompareNotice[] {
  const notices: CompareNotice[] = [];
  const reductions = throws.flatMap((t) => (t.reductionPct === null ? [] : [t.reductionPct]));
  const lengths = throws.flatMap((t) => (t.throwMm === null ? [] : [t.throwMm]));
  const greatest = Math.max(...reductions);
  const least = Math.min(...lengths);
  if (index > 0) {
    if (reductions.length && exceeds(greatest, limits.maxReductionPct)) {
      notices.push({
        code: "reduction_over",
        value: greatest,
        limit: limits.maxReductionPct,
        message: `${greatest.toFixed(1)} % shorter: notchy, and it can outrun the synchronizers`,
      });
    }
    if (effort !== null && exceeds(effort, limits.maxEffortFactor)) {
      notices.push({
        code: "effort_over",
        value: effort,
        limit: limits.maxEffortFactor,
        message: `${effort.toFixed(2)} times the effort at the knob`,
      });
    }
    if (exceeds(raisedMm, limits.maxKnobRaiseMm)) {
      notices.push({
        code: "knob_raised",
        value: raisedMm,
        limit: limits.maxKnobRaiseMm,
        message: `knob ${raisedMm.toFixed(0)} mm higher: check reach and console`,
      });
    }
  }
  if (lengths.length && fallsShort(least, limits.minThrowMm)) {
    notices.push({
      code: "throw_under",
      value: least,
      limit: limits.minThrowMm,
      message: `throw of only ${least.toFixed(1)} mm`,
    });
  }
  return notices;
}
