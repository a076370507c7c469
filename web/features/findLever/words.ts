import type { DesignBreak, DesignCell } from "../../../core";
import type { Binding, WishAnswer } from "../../../domain";
import type { useUnits } from "../../format/units";
import { formatNumber } from "../../../core";
import { enumerate } from "../../format/grammar";

type Units = ReturnType<typeof useUnits>;

/** Why a part of the map is closed, as its region is named. */
export const REGION: Record<DesignBreak, string> = {
  cannotReach: "out of reach",
  minGapMm: "too near",
  maxEffortFactor: "too heavy",
  minThrowMm: "throw too short",
  maxKnobShiftMm: "knob moves too far",
  knobRange: "lever too long or short",
};

const pct = (v: number): string => `${formatNumber(v, Number.isInteger(v) ? 0 : 1)}\u202f%`;
const below = (pinMm: number, units: Units): string =>
  `the pin ${units.show(Math.abs(pinMm), "length")} ${pinMm < 0 ? "below" : "above"} the pivot`;

const REASON: Record<DesignBreak, (obstacle: string | null) => string> = {
  cannotReach: () => "a gear is out of reach",
  minGapMm: (o) => (o ? `the lever comes too near the ${o}` : "the lever comes too near"),
  maxEffortFactor: () => "it needs more effort than the limit",
  minThrowMm: () => "the throw is under its limit",
  maxKnobShiftMm: () => "the knob moves farther than its limit",
  knobRange: () => "the lever is longer or shorter than its limits",
};

/** What is had once limits are lifted: "without the prop shaft in the way 36.2 %". */
const LIFTED: Record<DesignBreak, (obstacle: string | null) => string> = {
  cannotReach: () => "every gear in reach",
  minGapMm: (o) => (o ? `the ${o} out of the way` : "more room"),
  maxEffortFactor: () => "more effort allowed",
  minThrowMm: () => "a shorter throw allowed",
  maxKnobShiftMm: () => "the knob allowed farther up or down",
  knobRange: () => "a longer or shorter lever allowed",
};

const liftedText = ({ limits, obstacle, targetPct }: Binding): string =>
  `with ${limits.map((l) => LIFTED[l](obstacle)).join(" and ")}, ${pct(targetPct)}`;

/** The answer to a wish: what it takes, or what is possible and what stands in the way. */
export function wishSentence(
  wishPct: number,
  { best, most, binds }: WishAnswer,
  units: Units,
): { lead: string; rest: string } {
  if (best) {
    const effort = best.effortFactor === null ? "" : `, ${formatNumber(best.effortFactor, 2)} times the effort`;
    const up = best.knobShift?.upMm ?? 0;
    const knob =
      Math.abs(up) < 0.5
        ? "the knob where it is"
        : `the knob ${units.show(Math.abs(up), "length")} ${up > 0 ? "higher" : "lower"}`;
    return { lead: `${pct(wishPct)} shorter is possible:`, rest: `${below(best.pinMm, units)}, ${knob}${effort}.` };
  }
  const why = enumerate([...new Set(binds.flatMap((b) => b.limits.map((l) => REASON[l](b.obstacle))))]);
  if (!most) return { lead: "No lever tried here will do", rest: why ? `because ${why}.` : "." };
  const lifted = binds.filter((b) => !b.limits.includes("cannotReach")).map(liftedText);
  const more = lifted.length ? ` ${lifted.join("; ").replace(/^w/, "W")}.` : "";
  return {
    lead: `${pct(wishPct)} is not possible here${why && `: ${why}`}.`,
    rest: `${pct(most.targetPct)} is, with ${below(most.pinMm, units)}${most.effortFactor === null ? "" : ` and ${formatNumber(most.effortFactor, 2)} times the effort`}.${more}`,
  };
}

/** The first limit that binds, and what else does. */
export const bindsFirst = (c: DesignCell): DesignBreak | null => c.breaks[0] ?? null;
