import type { DesignBreak, DesignCell } from "../../../core";
import type { WishAnswer } from "../../../domain";
import type { useUnits } from "../../format/units";
import { formatNumber } from "../../../core";

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

/** The answer to a wish: what it takes, or what is possible and what stands in the way. */
export function wishSentence(
  wishPct: number,
  { best, most, hinders }: WishAnswer,
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
  const why = hinders ? `: ${REASON[hinders.limit](hinders.obstacle)}` : "";
  if (!most) return { lead: "No lever tried here will do", rest: `${why || ""}.`.replace(/^: /, "because ") };
  return {
    lead: `${pct(wishPct)} is not possible here${why}.`,
    rest: `${pct(most.targetPct)} is, with ${below(most.pinMm, units)}${most.effortFactor === null ? "" : ` and ${formatNumber(most.effortFactor, 2)} times the effort`}.`,
  };
}

/** The first limit that binds, and what else does. */
export const bindsFirst = (c: DesignCell): DesignBreak | null => c.breaks[0] ?? null;
