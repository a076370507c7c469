/** One thing that can be bought: the joints it renews (input positions), its price, and the play it takes away. */
export interface Replaceable {
  members: number[];
  cost: number;
  minutes: number;
  saving: number;
}

/** A set of things to buy, by their positions, rising. */
export interface PlanSet {
  picks: number[];
  cost: number;
  minutes: number;
  worst: number;
  joints: number;
}

/** Costs and plays closer than this are the same: rounding must not order sets. */
const SAME = 1e-9;

/** Total order of sets: cost, then play, minutes, number of joints, then the earlier positions. */
function before(a: PlanSet, b: PlanSet): boolean {
  if (Math.abs(a.cost - b.cost) > SAME) return a.cost < b.cost;
  if (Math.abs(a.worst - b.worst) > SAME) return a.worst < b.worst;
  if (Math.abs(a.minutes - b.minutes) > SAME) return a.minutes < b.minutes;
  if (a.joints !== b.joints) return a.joints < b.joints;
  for (let i = 0; i < Math.min(a.picks.length, b.picks.length); i++) {
    if (a.picks[i] !== b.picks[i]) return a.picks[i] < b.picks[i];
  }
  return a.picks.length < b.picks.length;
}

/**
 * The sets worth considering: each costs more and leaves less play than the one before; exact.
 *
 * Parts are taken in one after the other. Cost and play are sums, so a set that is beaten now is beaten whatever
 * is added to both, and only the front has to be kept: 2^20 sets at the very worst, a few hundred as a rule.
 */
export function paretoPlans(playMm: number, parts: readonly Replaceable[]): PlanSet[] {
  let front: PlanSet[] = [{ picks: [], cost: 0, minutes: 0, worst: playMm, joints: 0 }];
  parts.forEach((part, p) => {
    const added = front.map((s) => ({
      picks: [...s.picks, p],
      cost: s.cost + part.cost,
      minutes: s.minutes + part.minutes,
      worst: s.worst - part.saving,
      joints: s.joints + part.members.length,
    }));
    front = merged(front, added);
  });
  return front;
}

/** Two fronts in order, and of both only what leaves less play than everything before it. */
function merged(a: readonly PlanSet[], b: readonly PlanSet[]): PlanSet[] {
  const out: PlanSet[] = [];
  let least = Infinity;
  let [i, k] = [0, 0];
  while (i < a.length || k < b.length) {
    const takeA = k >= b.length || (i < a.length && before(a[i], b[k]));
    const next = takeA ? a[i++] : b[k++];
    if (next.worst < least - SAME) {
      out.push(next);
      least = next.worst;
    }
  }
  return out;
}
