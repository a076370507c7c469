import type { LeverGeometry } from "../../core";

/** How far off each arm of a lever that was measured may be, mm: a tape held at its ends. Common practice, no source. */
const ARM_MM = 1;

/** A tape and a calculation that cannot both be right. */
export interface TapeConflict {
  tapedMm: number;
  calculatedMm: number;
  /** What both together may be off, mm. */
  uncertaintyMm: number;
}

/**
 * Whether a throw taped at a lever and the one calculated from its figures contradict each other: beyond what the tape
 * (expanded) and the arms' own measuring error, each `ARM_MM`, leave open. Null where they agree.
 */
export function tapeConflict(
  lever: LeverGeometry,
  calculatedMm: number,
  taped: { meanMm: number; expandedMm: number },
): TapeConflict | null {
  const arm = (p: { xMm: number; zMm: number }): number => ARM_MM / Math.max(ARM_MM, Math.hypot(p.xMm, p.zMm));
  const ofLever = calculatedMm * Math.hypot(arm(lever.knob), arm(lever.pin));
  const uncertaintyMm = Math.hypot(ofLever, taped.expandedMm);
  if (Math.abs(taped.meanMm - calculatedMm) <= uncertaintyMm + 1e-9) return null;
  return { tapedMm: taped.meanMm, calculatedMm, uncertaintyMm };
}
