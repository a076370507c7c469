import { fallsShort, type MeasurementAnswer, type UncertaintyAnswer } from "../../core";

export type ClaimVerdict = UncertaintyClaim["verdict"] | "cannot tell";

type UncertaintyClaim = NonNullable<UncertaintyAnswer["claim"]>;

/** Whether a claimed reduction was reached, in the words of the comparison itself: inside the interval it could be either. */
export function claimVerdict(reduction: MeasurementAnswer["reduction"], claimedPct: number): ClaimVerdict {
  if (!reduction) return "cannot tell";
  if (fallsShort(reduction.highPct, claimedPct)) return "not met";
  return fallsShort(reduction.lowPct, claimedPct) ? "could be either" : "met";
}

export const CLAIM_WORDS: Record<ClaimVerdict, string> = {
  met: "was met",
  "not met": "was not met",
  "could be either": "may be met or not: it is within the measuring error",
  "cannot tell": "cannot be judged",
};
