import type { MeasurementAnswer } from "../../core";

export type ClaimVerdict = "met" | "not met" | "exceeded" | "cannot tell";

/** Whether a claimed reduction lies inside what was measured: below its lower end it was exceeded, above the upper not met. */
export function claimVerdict(reduction: MeasurementAnswer["reduction"], claimedPct: number): ClaimVerdict {
  if (!reduction) return "cannot tell";
  if (claimedPct > reduction.highPct) return "not met";
  if (claimedPct < reduction.lowPct) return "exceeded";
  return "met";
}

export const CLAIM_WORDS: Record<ClaimVerdict, string> = {
  met: "was met, within the measuring error",
  "not met": "was not met",
  exceeded: "was exceeded",
  "cannot tell": "cannot be judged",
};
