import type { LeverAnswer, NotchBreak, SetupAnswer, SweepGap } from "../../../core";
import type { BenchSetup } from "../../../domain";
import { gearWord } from "../../format/words";

export interface DoubtInput {
  lever: LeverAnswer;
  old: LeverAnswer | null;
  compared: SetupAnswer;
  pair: { from: string; to: string };
  /** The least gap over the lever's whole way; null where nothing stands near. */
  least: SweepGap | null;
  /** Least gap that is wanted, mm. */
  minGapMm: number;
  /** Limits of its own that the notch shown breaks. */
  broken?: readonly NotchBreak[];
  /** A length with its unit. */
  show: (mm: number) => string;
}

/** Less than this, in percent, no hand tells from the same throw. */
export const SAME_PCT = 0.5;

const at = (gear: string): string => (gear === "N" ? "in neutral" : `in ${gearWord(gear)}`);

type Unreached = Extract<LeverAnswer["gears"][number], { reached: false }>;

export const firstUnreached = (lever: LeverAnswer): Unreached | undefined =>
  lever.gears.find((g): g is Unreached => !g.reached);

/** What helps a gear that is not reached: a longer rod only where the rod is short. */
export function helpFor({ reason }: Unreached): string {
  switch (reason) {
    case "rod_short":
      return "Lengthen the rod, or move its joint nearer.";
    case "rod_long":
      return "Shorten the rod, or move its joint farther away.";
    case "swing_short":
      return "The pin is too near the pivot for this travel: lower it.";
    case "cross_short":
      return "The pin’s sideways arm is too short for this gate: lengthen it.";
    case "dead_centre":
      return "Move the pin or the joint, so that the lever pulls square to its arm in neutral.";
  }
}

/** A gear that lies on the other side of neutral than with the old lever: its driver would take the wrong one. */
function turnedOver(lever: LeverAnswer, old: LeverAnswer | null): string | null {
  for (const g of lever.gears) {
    const was = old?.gears.find((o) => o.gear === g.gear);
    if (g.reached && was?.reached && g.leverDeg * was.leverDeg < -1e-6) return g.gear;
  }
  return null;
}

/** What a lever has that nobody measured; null where somebody did, or where its maker says its figures. */
export function unmeasuredText({ origin, name }: Pick<BenchSetup, "origin" | "name">): string | null {
  switch (origin) {
    case "missing":
      return `nobody has measured ${name}, and it has no figures of its own yet`;
    case "estimated":
      return `nobody has measured ${name}: its figures are an estimate`;
    default:
      return null;
  }
}

/** What a broken limit of the list of notches comes to; the others are told with their figures. */
const BROKEN: Partial<Record<NotchBreak, string>> = {
  maxEffortFactor: "it needs more effort than the limit set for its notches",
  minThrowMm: "its throw is shorter than the limit set for its notches",
  maxReductionPct: "it shortens more than the limit set for its notches",
};

/** Everything that speaks against fitting a lever, the worst first; empty: all limits are met. */
export function doubtsOf({ lever, old, compared, pair, least, minGapMm, broken, show }: DoubtInput): string[] {
  const lost = firstUnreached(lever);
  const wrong = turnedOver(lever, old);
  const reduction =
    compared.throws.find((t) => t.from === pair.from && t.to === pair.to)?.reductionPct ?? compared.reductionPct;
  const tooNear = least && !least.touches && least.gapMm < minGapMm - 1e-9;
  return [
    lost ? `${gearWord(lost.gear)} is not reached` : "",
    least?.touches ? `it touches the ${least.obstacle} ${at(least.gear)}` : "",
    wrong ? `${gearWord(wrong)} is on the other side than before` : "",
    tooNear
      ? `it clears the ${least.obstacle} by only ${show(least.gapMm)} ${at(least.gear)}, and ${show(minGapMm)} is wanted`
      : "",
    reduction !== null && reduction < -SAME_PCT ? "its throw is longer than the old one’s" : "",
    ...compared.notices.filter((n) => n.code !== "cannot_reach").map((n) => n.message),
    ...(broken ?? []).map((b) => BROKEN[b] ?? ""),
  ].filter(Boolean);
}
