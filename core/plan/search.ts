import { between, type Network } from "./network";
import type { PlanWeights } from "./types";

/** Costs nearer than this, minutes, are one cost: sums of typed decimals differ in their last places. */
const SAME = 1e-9;

/** A way of having done a set of steps. */
interface Label {
  /** Steps done, 16 to a character. */
  done: string;
  last: number;
  /** Changes and calls so far, minutes. */
  extra: number;
  time: number;
  /** When each step with a wait is ready, while others still wait for it; -1 of all others. */
  ready: Float64Array;
  /** Latest end of any wait so far. */
  until: number;
  /** What any end of it costs at least. */
  atLeast: number;
  before: Label | null;
}

export interface Found {
  /** Null where no order costs less than was asked for. */
  best: { order: number[]; costMin: number } | null;
  /** Least that anything dropped unfinished could have come to; null where nothing was dropped. */
  leastDropped: number | null;
}

export interface SearchLimits {
  /** Labels kept after each step; the cheapest by their bounds. */
  width: number;
  /** An order of this cost is known: nothing that cannot be cheaper is followed. */
  below: number;
  tell?: (part: number) => void;
}

const has = (done: string, i: number): boolean => (done.charCodeAt(i >> 4) & (1 << (i & 15))) !== 0;
const and = (done: string, i: number): string =>
  done.slice(0, i >> 4) + String.fromCharCode(done.charCodeAt(i >> 4) | (1 << (i & 15))) + done.slice((i >> 4) + 1);

/**
 * The cheapest order by labels, one more step done at a time.
 *
 * Two ways of having done the same steps, the last of them alike in place, load and hands, go on alike but for times.
 * One is dropped where the other is so much cheaper in changes that its being later, in the time or in any wait
 * that is still out, cannot make it dearer: what begins later by d ends later by d at most. The set of steps alone
 * would not do, nor would its least time: a wait that began early is worth minutes.
 */
export function search(net: Network, weights: PlanWeights, limits: SearchLimits): Found {
  const { steps, needs, neededBy } = net;
  const n = steps.length;
  const waiting = steps.flatMap((s, i) => (s.waitMin > 0 && neededBy[i].length > 0 ? [i] : []));
  const slot = steps.map((_s, i) => waiting.indexOf(i));
  const look = lookAhead(net, weights, slot);
  let leastDropped: number | null = null;
  let layer: Label[] = [
    {
      done: "\0".repeat((n >> 4) + 1),
      last: -1,
      extra: 0,
      time: 0,
      ready: new Float64Array(waiting.length).fill(-1),
      until: 0,
      atLeast: 0,
      before: null,
    },
  ];
  for (let count = 0; count < n; count += 1) {
    const kept = new Map<string, Label[]>();
    for (const label of layer) {
      for (const i of look.worthDoing(label)) {
        const start = Math.max(label.time, ...needs[i].map((k) => label.ready[slot[k]] ?? 0));
        const time = start + steps[i].minutes;
        const ready = label.ready.slice();
        if (slot[i] >= 0) ready[slot[i]] = time + steps[i].waitMin;
        const done = and(label.done, i);
        // A wait nobody waits for any more, or that is over, is no longer anything to tell two ways apart by.
        for (let w = 0; w < ready.length; w += 1) {
          if (ready[w] >= 0 && (ready[w] <= time || neededBy[waiting[w]].every((j) => has(done, j)))) ready[w] = -1;
        }
        const next: Label = {
          done,
          last: i,
          extra: label.extra + between(label.last < 0 ? null : steps[label.last], steps[i], weights),
          time,
          ready,
          until: Math.max(label.until, time + steps[i].waitMin),
          atLeast: 0,
          before: label,
        };
        next.atLeast = next.extra + look.leastEnd(next);
        if (next.atLeast >= limits.below - SAME) continue;
        keep(kept, `${look.classOf[i]} ${done}`, next);
      }
    }
    layer = [...kept.values()].flat();
    if (layer.length > limits.width) {
      layer.sort((a, b) => a.atLeast - b.atLeast);
      for (const l of layer.slice(limits.width)) leastDropped = Math.min(leastDropped ?? Infinity, l.atLeast);
      layer.length = limits.width;
    }
    limits.tell?.((count + 1) / n);
  }
  const best = layer.reduce<Label | null>((b, l) => (b === null || l.atLeast < b.atLeast - SAME ? l : b), null);
  if (!best) return { best: null, leastDropped };
  const order: number[] = [];
  for (let l: Label = best; l.before; l = l.before) order.unshift(l.last);
  return { best: { order, costMin: best.atLeast }, leastDropped };
}

/** Puts a label among those of its kind, unless one of them is as good; drops those it is better than. */
function keep(kept: Map<string, Label[]>, key: string, next: Label): void {
  const others = kept.get(key);
  if (!others) {
    kept.set(key, [next]);
    return;
  }
  if (others.some((o) => isNoDearer(o, next))) return;
  const stay = others.filter((o) => !isNoDearer(next, o));
  stay.push(next);
  kept.set(key, stay);
}

/** Whether, however both go on, `a` ends no dearer than `b`. */
function isNoDearer(a: Label, b: Label): boolean {
  const room = b.extra - a.extra + SAME;
  if (a.time - b.time > room || Math.max(a.until, a.time) - Math.max(b.until, b.time) > room) return false;
  for (let k = 0; k < a.ready.length; k += 1) {
    const late = Math.max(a.ready[k], a.time) - Math.max(b.ready[k], b.time);
    if (late > room) return false;
  }
  return true;
}

/** What is worked out once of a network: which steps to try after a label, and how little it can end with. */
function lookAhead({ steps, needs, tail }: Network, weights: PlanWeights, slot: readonly number[]) {
  const classes = new Map<string, number>();
  const classOf = steps.map((s) => {
    const name = `${s.place} ${s.hands} ${s.loadState ?? ""} ${s.loadState === undefined ? "any" : "is"}`;
    if (!classes.has(name)) classes.set(name, classes.size);
    return classes.get(name)!;
  });
  // From the end of a step to the end of all that follows it.
  const delivery = steps.map((s, i) => tail[i] - s.minutes);
  const byDelivery = steps.map((_s, i) => i).sort((a, b) => delivery[b] - delivery[a] || a - b);
  const noLoads = new Set(steps.map((s) => s.loadState).filter((l) => l !== undefined)).size < 2;
  const placeAt = steps.map((s) => ["cabin", "engineBay", "under", "bench"].indexOf(s.place));

  /** Steps that can be done next; only one where doing it now cannot be wrong. */
  const worthDoing = (label: Label): number[] => {
    const can: number[] = [];
    let alone = -1;
    let waiting = 0;
    for (let i = 0; i < steps.length; i += 1) {
      if (has(label.done, i)) continue;
      if (steps[i].waitMin > 0) waiting += 1;
      if (needs[i].every((k) => has(label.done, k))) can.push(i);
    }
    if (label.last < 0) return can;
    for (const i of can) {
      // Alike in place, hands and load, ready now, and no other wait to be begun: bringing it forward moves nothing
      // else by more than it takes and adds no change.
      if (classOf[i] !== classOf[label.last]) continue;
      if (steps[i].loadState === undefined && !noLoads) continue;
      if (waiting - (steps[i].waitMin > 0 ? 1 : 0) > 0) continue;
      if (needs[i].some((k) => label.ready[slot[k]] > label.time)) continue;
      alone = i;
      break;
    }
    return alone >= 0 ? [alone] : can;
  };

  /**
   * Least finish and changes still to come: a bound, never more than the truth. Whatever the order, the steps of any
   * set are over no sooner than all their minutes from now, and the last of them has its own delivery still before
   * it; with longest delivery first that is least [Jackson 1955].
   */
  const leastEnd = (label: Label): number => {
    const here = steps[label.last];
    let end = label.time;
    let chain = label.until;
    let placesOpen = 0;
    let helper = false;
    for (const i of byDelivery) {
      if (has(label.done, i)) continue;
      end += steps[i].minutes;
      if (end + delivery[i] > chain) chain = end + delivery[i];
      placesOpen |= 1 << placeAt[i];
      if (steps[i].hands === 2) helper = true;
      let from = label.time;
      let first = true;
      for (const k of needs[i]) {
        if (!has(label.done, k)) first = false;
        else if (label.ready[slot[k]] > from) from = label.ready[slot[k]];
      }
      if (first && from + tail[i] > chain) chain = from + tail[i];
    }
    placesOpen &= ~(1 << placeAt[label.last]);
    let changes = 0;
    for (; placesOpen; placesOpen &= placesOpen - 1) changes += 1;
    return (
      Math.max(chain, end) +
      changes * weights.placeChangeMin +
      (helper && here.hands !== 2 ? weights.helperSpellMin : 0)
    );
  };
  return { classOf, worthDoing, leastEnd };
}
