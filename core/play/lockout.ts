import { exceeds, fallsShort } from "../quantity";
export interface LockoutInput {
  /** Gap measured in the outermost forward gate, mm. */
  gapMm: number;
  targetMinMm: number;
  targetMaxMm: number;
  /** Travel left in the plate's slot toward and away from the lever, mm; absent: enough. */
  slot: { towardMm?: number; awayMm?: number };
}

export interface LockoutAnswer {
  moveMm: number;
  direction: "none" | "toward" | "away";
  gapAfterMm: number;
  reached: boolean;
  shortMm: number;
  checklist: string[];
}

/** What is looked at after a lockout plate was moved, in order. Common practice, no source. */
const CHECKLIST = [
  "Every forward gear: the lever passes without touching the plate.",
  "Reverse only with the lift or the push, never without.",
  "Fasteners snug. Drive it, every gear, hot and cold.",
  "Then the final torque.",
];

/**
 * How far a sliding reverse lockout plate is moved, and which way, so that the measured gap comes into its band.
 *
 * All in mm; "away" (from the lever) opens the gap. In the band nothing moves; outside it the plate goes to
 * the middle, or as far as its slot lets it. Common practice, no source.
 */
export function lockout(input: LockoutInput): LockoutAnswer {
  const { gapMm, targetMinMm, targetMaxMm, slot } = input;
  const checklist = [...CHECKLIST];
  if (!fallsShort(gapMm, targetMinMm) && !exceeds(gapMm, targetMaxMm)) {
    return { moveMm: 0, direction: "none", gapAfterMm: gapMm, reached: true, shortMm: 0, checklist };
  }
  const wanted = (targetMinMm + targetMaxMm) / 2 - gapMm;
  const direction = wanted > 0 ? "away" : "toward";
  const room = (wanted > 0 ? slot.awayMm : slot.towardMm) ?? Infinity;
  const moveMm = Math.min(Math.abs(wanted), room);
  const gapAfterMm = gapMm + Math.sign(wanted) * moveMm;
  const inBand = !fallsShort(gapAfterMm, targetMinMm) && !exceeds(gapAfterMm, targetMaxMm);
  const shortMm = inBand ? 0 : Math.max(targetMinMm - gapAfterMm, gapAfterMm - targetMaxMm);
  return {
    moveMm,
    direction: moveMm === 0 ? "none" : direction,
    gapAfterMm,
    reached: inBand,
    shortMm,
    checklist,
  };
}
