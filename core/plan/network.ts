import type { OrderCounts, PlanInput, PlanStep, PlanWeights } from "./types";

/** Steps by their places in the list, with what needs what worked out once. */
export interface Network {
  steps: readonly PlanStep[];
  needs: number[][];
  /** Steps that need this one. */
  neededBy: number[][];
  /** Longest chain from the beginning of a step to the end of all that follows it, minutes. */
  tail: number[];
}

/**
 * The first circle of needs, in the order the work would have to go, from its lowest place in the list; null where
 * there is none.
 */
export function findCycle(steps: readonly Pick<PlanStep, "id" | "needs">[]): string[] | null {
  const at = new Map(steps.map((s, i) => [s.id, i]));
  const state = new Uint8Array(steps.length);
  for (let root = 0; root < steps.length; root += 1) {
    // Depth first along the needs, with a way kept by hand: 200 steps in a row are no reason to run out of stack.
    const way: { step: number; next: number }[] = state[root] ? [] : [{ step: root, next: 0 }];
    if (way.length) state[root] = 1;
    while (way.length) {
      const top = way[way.length - 1];
      const need = steps[top.step].needs[top.next];
      if (need === undefined) {
        state[top.step] = 2;
        way.pop();
        continue;
      }
      top.next += 1;
      const to = at.get(need);
      if (to === undefined || state[to] === 2) continue;
      if (state[to] === 1)
        return fromLowest(way.slice(way.findIndex((w) => w.step === to)).map((w) => w.step)).map((i) => steps[i].id);
      state[to] = 1;
      way.push({ step: to, next: 0 });
    }
  }
  return null;
}

/** A round along the needs, turned to the order of work and begun at its lowest. */
function fromLowest(needs: number[]): number[] {
  const round = needs.toReversed();
  const k = round.indexOf(Math.min(...round));
  return [...round.slice(k), ...round.slice(0, k)];
}

/** Needs before what needs them; ties by place in the list. */
function topological(needs: readonly number[][], neededBy: readonly number[][]): number[] {
  const open = needs.map((n) => new Set(n).size);
  const ready = open.flatMap((n, i) => (n === 0 ? [i] : []));
  const order: number[] = [];
  while (ready.length) {
    const next = ready.shift()!;
    order.push(next);
    for (const to of neededBy[next]) if ((open[to] -= 1) === 0) ready.push(to);
  }
  return order;
}

export function networkOf(steps: readonly PlanStep[]): Network {
  const at = new Map(steps.map((s, i) => [s.id, i]));
  const needs = steps.map((s) => [...new Set(s.needs.map((id) => at.get(id)!))]);
  const neededBy = steps.map((): number[] => []);
  needs.forEach((list, i) => list.forEach((n) => neededBy[n].push(i)));
  const tail = steps.map(() => 0);
  for (const i of topological(needs, neededBy).reverse()) {
    tail[i] = steps[i].minutes + steps[i].waitMin + Math.max(0, ...neededBy[i].map((j) => tail[j]));
  }
  return { steps, needs, neededBy, tail };
}

/** Longest chain through the needs, minutes and waits, whoever does the work; of equal ones the lowest in the list. */
export function criticalChain({ steps, neededBy, needs, tail }: Network): { path: string[]; minutes: number } {
  const path: string[] = [];
  const longest = (among: readonly number[]): number | null => {
    const sorted = [...among].sort((a, b) => a - b);
    return sorted.reduce<number | null>((best, i) => (best === null || tail[i] > tail[best] + 1e-9 ? i : best), null);
  };
  let next = longest(needs.flatMap((n, i) => (n.length ? [] : [i])));
  const minutes = next === null ? 0 : tail[next];
  while (next !== null) {
    path.push(steps[next].id);
    next = longest(neededBy[next]);
  }
  return { path, minutes };
}

export interface Timed {
  startMin: number;
  endMin: number;
  readyMin: number;
}

/** One mechanic, step after step: each begins when the one before is over and its needs are ready. */
export function timesOf({ steps, needs }: Network, order: readonly number[]): Timed[] {
  const times: (Timed | undefined)[] = steps.map(() => undefined);
  let now = 0;
  return order.map((i) => {
    const startMin = Math.max(now, ...needs[i].map((n) => times[n]?.readyMin ?? 0));
    const endMin = startMin + steps[i].minutes;
    const timed = { startMin, endMin, readyMin: endMin + steps[i].waitMin };
    times[i] = timed;
    now = endMin;
    return timed;
  });
}

export function isInOrder({ needs }: Network, order: readonly number[]): boolean {
  const done = new Set<number>();
  return order.every((i) => {
    const ok = needs[i].every((n) => done.has(n));
    done.add(i);
    return ok;
  });
}

type Neighbour = Pick<PlanStep, "place" | "loadState" | "hands">;

/** What it costs beside the time to do one step after another. */
export const between = (a: Neighbour | null, b: Neighbour, w: PlanWeights): number =>
  (a && a.place !== b.place ? w.placeChangeMin : 0) +
  (a?.loadState !== undefined && b.loadState !== undefined && a.loadState !== b.loadState ? w.loadChangeMin : 0) +
  (b.hands === 2 && a?.hands !== 2 ? w.helperSpellMin : 0);

export function countsOf(steps: readonly PlanStep[], order: readonly number[]): OrderCounts {
  const counts = { placeChanges: 0, loadChanges: 0, helperSpells: 0 };
  order.forEach((i, k) => {
    const a = k === 0 ? null : steps[order[k - 1]];
    const b = steps[i];
    counts.placeChanges += between(a, b, { placeChangeMin: 1, loadChangeMin: 0, helperSpellMin: 0 });
    counts.loadChanges += between(a, b, { placeChangeMin: 0, loadChangeMin: 1, helperSpellMin: 0 });
    counts.helperSpells += between(a, b, { placeChangeMin: 0, loadChangeMin: 0, helperSpellMin: 1 });
  });
  return counts;
}

export const costOf = (finishMin: number, counts: OrderCounts, w: PlanInput["weights"]): number =>
  finishMin +
  w.placeChangeMin * counts.placeChanges +
  w.loadChangeMin * counts.loadChanges +
  w.helperSpellMin * counts.helperSpells;
