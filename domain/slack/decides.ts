import type { Joint } from "../../contract";
import type { ReplacePlan } from "../../core";
import { solveChain, type ChainContext } from "./chain";

/** How far off the play of a joint may be: measured, so much either way; estimated, a share of it. Common practice, no source. */
const MEASURED_OFF_MM = 0.1;
const ESTIMATED_SHARE = 0.5;

/** A joint whose play is not known well enough: at the end of its range another set would be the cheapest. */
export interface Deciding {
  joint: Joint;
  /** The end of the range at which it is so, mm. */
  atMm: number;
  /** The cheapest set there; null where none reaches the target. */
  instead: ReplacePlan | null;
}

const off = (j: Joint): number =>
  j.origin === "measured" ? MEASURED_OFF_MM : Math.max(MEASURED_OFF_MM, ESTIMATED_SHARE * j.play.base);

const sameSet = (a: ReplacePlan | null, b: ReplacePlan | null): boolean =>
  (a === null) === (b === null) && (a?.replace ?? []).join() === (b?.replace ?? []).join();

/**
 * Which joints' plays decide what is bought: each is taken at both ends of its range with the others as they are, and
 * named where the cheapest set that reaches the target changes. What is estimated comes first, then what changes the
 * price most. Empty without a target.
 */
export function whatDecides(c: ChainContext): Deciding[] {
  if (c.targetMm === null) return [];
  const now = solveChain(c)?.cheapest ?? null;
  const price = (p: ReplacePlan | null): number => p?.cost ?? Infinity;
  const found = c.joints
    .filter((j) => j.direction === c.direction)
    .flatMap((joint): Deciding[] => {
      const ends = [-1, 1].map((sign) => Math.max(0, joint.play.base + sign * off(joint)));
      for (const atMm of ends) {
        const changed = c.joints.map((j) => (j.id === joint.id ? { ...j, play: { ...j.play, base: atMm } } : j));
        const instead = solveChain(c, changed)?.cheapest ?? null;
        if (!sameSet(instead, now)) return [{ joint, atMm, instead }];
      }
      return [];
    });
  const changes = (d: Deciding): number => Math.abs(price(d.instead) - price(now)) || 0;
  return found.sort(
    (a, b) => Number(a.joint.origin === "measured") - Number(b.joint.origin === "measured") || changes(b) - changes(a),
  );
}
