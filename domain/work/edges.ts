import type { LoadWord, StepFacts } from "../../contract";
import { findCycle } from "../../core";
import { factsOf } from "./facts";

/** What an order of work is derived from; a step of a plan or of a template. */
export interface OfOrder {
  id: string;
  needs: readonly string[];
  load: readonly LoadWord[];
  facts: StepFacts | null;
}

/** Why one step comes before another. */
export type EdgeWhy =
  | { by: "need" }
  | { by: "fastener" | "tighten" | "plug" | "mark"; name: string }
  | { by: "off" | "whileOff" | "backOn" | "beforeOff" | "afterOn"; name: string }
  | { by: "gate"; why: string }
  | { by: "side"; name: string }
  | { by: "load" };

export interface Edge {
  before: string;
  after: string;
  why: EdgeWhy;
}

const sameSide = (a: OfOrder, b: OfOrder): boolean => !a.facts?.side || !b.facts?.side || a.facts.side === b.facts.side;

/** Whether a vehicle that is held so may be worked on by a step that asks for that. */
export function isHeld(now: readonly LoadWord[], asked: readonly LoadWord[]): boolean {
  return asked.every(
    (w) =>
      now.includes(w) || (w === "onWheels" && now.includes("overPit")) || (w === "onStands" && now.includes("onLift")),
  );
}

/** Steps that come after each one, through others too. */
class Reach {
  private readonly next = new Map<string, Set<string>>();

  constructor(ids: readonly string[]) {
    for (const id of ids) this.next.set(id, new Set());
  }

  add(before: string, after: string): void {
    this.next.get(before)?.add(after);
  }

  has(before: string, after: string): boolean {
    const seen = new Set<string>();
    const look = [before];
    for (let at = look.pop(); at !== undefined; at = look.pop()) {
      for (const n of this.next.get(at) ?? []) {
        if (n === after) return true;
        if (!seen.has(n)) {
          seen.add(n);
          look.push(n);
        }
      }
    }
    return false;
  }
}

/**
 * Which step comes before which: said by a person, or following from what comes off and on, what must be off or on
 * meanwhile, which check comes before which closing, how the vehicle is held, and that one side is finished before the
 * other is begun. A thing that two kinds of work take off comes off once.
 */
export const edgesOf = (steps: readonly OfOrder[]): Edge[] => derive(steps).edges;

/** Whether there is an order of the steps at all, and every order that the edges allow holds the vehicle as it must. */
export function canBeOrdered(steps: readonly OfOrder[]): boolean {
  const { edges, unheld } = derive(steps);
  return !unheld && findCycle(withNeeds(steps, edges)) === null;
}

/** Steps with all that comes before each of them as its needs. */
export function withNeeds<S extends Pick<OfOrder, "id">>(
  steps: readonly S[],
  edges: readonly Edge[],
): (S & { needs: string[] })[] {
  const needs = new Map(steps.map((s) => [s.id, new Set<string>()]));
  for (const e of edges) needs.get(e.after)?.add(e.before);
  return steps.map((s) => ({ ...s, needs: [...(needs.get(s.id) ?? [])] }));
}

function derive(given: readonly OfOrder[]): { edges: Edge[]; unheld: boolean } {
  // A page that was kept by a browser may hold steps that say less than those of today.
  const steps = given.map((s) => (s.facts ? { ...s, facts: factsOf(s.facts) } : s));
  const edges: Edge[] = [];
  const reach = new Reach(steps.map((s) => s.id));
  const known = new Set<string>();
  const ids = new Set(steps.map((s) => s.id));
  const edge = (a: OfOrder | string, b: OfOrder | string, why: EdgeWhy): void => {
    const [before, after] = [typeof a === "string" ? a : a.id, typeof b === "string" ? b : b.id];
    if (before === after || known.has(`${before} ${after}`)) return;
    known.add(`${before} ${after}`);
    reach.add(before, after);
    edges.push({ before, after, why });
  };
  for (const s of steps) for (const n of s.needs) if (ids.has(n)) edge(n, s, { by: "need" });

  const pairs = (
    opens: (f: StepFacts) => readonly { key: string; name: string }[],
    closes: (f: StepFacts) => readonly string[],
    by: "fastener" | "plug" | "mark",
  ): void => {
    for (const a of steps) {
      for (const { key, name } of a.facts ? opens(a.facts) : []) {
        for (const b of steps) if (b.facts && closes(b.facts).includes(key) && sameSide(a, b)) edge(a, b, { by, name });
      }
    }
  };
  pairs(
    (f) => f.frees,
    (f) => f.fits,
    "fastener",
  );
  pairs(
    (f) => f.unplugs,
    (f) => f.plugs,
    "plug",
  );
  pairs(
    (f) => f.marks.map((m) => ({ key: m.key, name: m.text })),
    (f) => f.asks,
    "mark",
  );
  const groupOf = new Map(steps.flatMap((s) => (s.facts?.frees ?? []).map((f) => [f.key, f.group] as const)));
  for (const a of steps) {
    for (const key of a.facts?.fits ?? []) {
      const group = groupOf.get(key) ?? key;
      for (const b of steps) {
        if (!b.facts?.torques.includes(group) || !sameSide(a, b) || a.facts?.torques.includes(group)) continue;
        // Fitted once more in a later work: that is not before the tightening of the first.
        if (!reach.has(b.id, a.id)) {
          edge(a, b, { by: "tighten", name: group });
        }
      }
    }
  }

  const nameOf = new Map(steps.flatMap((s) => (s.facts?.off ?? []).map((t) => [t.key, t.name] as const)));
  const offs = (key: string): OfOrder[] => steps.filter((s) => s.facts?.off.some((t) => t.key === key));
  const ons = (key: string): OfOrder[] => steps.filter((s) => s.facts?.on.includes(key));
  for (const [key, name] of nameOf) {
    const [off, on] = [offs(key), ons(key)];
    for (const a of off) for (const b of on) if (sameSide(a, b)) edge(a, b, { by: "off", name });
    for (const s of steps) {
      if (s.facts?.whileOff.includes(key)) {
        for (const a of off) if (sameSide(a, s)) edge(a, s, { by: "whileOff", name });
        for (const b of on) if (sameSide(b, s)) edge(s, b, { by: "backOn", name });
      }
      const when = s.facts?.whileOn.find((w) => w.key === key)?.when;
      if (when === "before") for (const a of off) edge(s, a, { by: "beforeOff", name });
      if (when === "after") for (const b of on) edge(b, s, { by: "afterOn", name });
    }
  }
  for (const s of steps)
    for (const g of s.facts?.gates ?? []) if (ids.has(g.check)) edge(g.check, s, { by: "gate", why: g.why });

  const order = [...new Set(steps.map((s) => s.facts?.side).filter(Boolean))] as string[];
  if (order.length === 2) {
    const of = (side: string): OfOrder[] => steps.filter((s) => s.facts?.side === side);
    for (const a of of(order[0])) for (const b of of(order[1])) edge(a, b, { by: "side", name: order[0] });
  }

  // What may be before it comes off or after it is on again goes where the rest has put it, else before.
  for (const s of steps) {
    for (const { key, when } of s.facts?.whileOn ?? []) {
      if (when !== "any") continue;
      const name = nameOf.get(key) ?? key;
      const [off, on] = [offs(key), ons(key)];
      for (const a of off) {
        if (reach.has(s.id, a.id) || on.some((b) => reach.has(b.id, s.id))) continue;
        if (reach.has(a.id, s.id)) for (const b of on) edge(b, s, { by: "afterOn", name });
        else edge(s, a, { by: "beforeOff", name });
      }
    }
  }
  const setters = steps.filter((s) => s.facts?.brings.length);
  for (const s of steps) {
    if (!s.load.length) continue;
    const holds = (t: OfOrder): boolean => isHeld(t.facts?.brings ?? [], s.load);
    const others = setters.filter((t) => t.id !== s.id);
    const good = others.filter(holds);
    // A step that brings about itself what it asks for.
    const self = Boolean(s.facts?.brings.length) && isHeld(s.facts!.brings, s.load);
    if (!isHeld(["onWheels"], s.load) && !self && good.length && !good.some((g) => reach.has(g.id, s.id))) {
      const first = good.find((g) => !reach.has(s.id, g.id));
      if (first) edge(first, s, { by: "load" });
    }
    for (const t of others.filter((x) => !holds(x))) {
      if (reach.has(s.id, t.id)) continue;
      if (good.some((g) => reach.has(t.id, g.id) && reach.has(g.id, s.id)) || (self && reach.has(t.id, s.id))) continue;
      if (!reach.has(t.id, s.id)) edge(s, t, { by: "load" });
      else {
        const between = good.find((g) => reach.has(g.id, s.id) && !reach.has(g.id, t.id));
        if (between) edge(t, between, { by: "load" });
      }
    }
  }
  // Nothing was left that puts the vehicle so between what held it otherwise and the step.
  const unheld = steps.some((s) => {
    if (!s.load.length) return false;
    const holds = (t: OfOrder): boolean => isHeld(t.facts?.brings ?? [], s.load);
    const others = setters.filter((t) => t.id !== s.id);
    return others.some(
      (t) =>
        !holds(t) &&
        !reach.has(s.id, t.id) &&
        !others.some((g) => holds(g) && reach.has(t.id, g.id) && reach.has(g.id, s.id)) &&
        !(s.facts?.brings.length && isHeld(s.facts.brings, s.load) && reach.has(t.id, s.id)),
    );
  });
  return { edges, unheld };
}

/** Steps with what they stand on in front of them, otherwise in the order they came in; a circle keeps its order. */
export function ordered<S extends OfOrder>(steps: readonly S[]): S[] {
  const needs = new Map(withNeeds(steps, edgesOf(steps)).map((s) => [s.id, s.needs]));
  const left = [...steps];
  const done = new Set<string>();
  const order: S[] = [];
  while (left.length) {
    const k = left.findIndex((s) => needs.get(s.id)!.every((n) => done.has(n)));
    const [next] = left.splice(Math.max(0, k), 1);
    done.add(next.id);
    order.push(next);
  }
  return order;
}

/** A state that a step meets and must not: found by doing the steps one after the other. */
export interface Impossible {
  step: string;
  what:
    | "alreadyOff"
    | "notOff"
    | "isOff"
    | "notYetOn"
    | "load"
    | "notFitted"
    | "notFreed"
    | "gate"
    | "need"
    | "side"
    | "leftOff";
  name: string;
}

/** Does the steps in this order in thought, and says where one meets a state that it must not. */
export function impossibleIn(order: readonly OfOrder[]): Impossible[] {
  const found: Impossible[] = [];
  const off = new Map<string, string>();
  const wasOff = new Set<string>();
  const done = new Set<string>();
  const ids = new Set(order.map((s) => s.id));
  const comesOff = new Set(order.flatMap((s) => s.facts?.off.map((t) => t.key) ?? []));
  const freed = new Set<string>();
  const fitted = new Set<string>();
  let load: readonly LoadWord[] = ["onWheels"];
  const at = (key: string, side: string): string => (side ? `${key}@${side}` : key);
  const lastOf = new Map<string, number>();
  const firstOf = new Map<string, number>();
  order.forEach((s, i) => {
    const side = s.facts?.side;
    if (!side) return;
    lastOf.set(side, i);
    if (!firstOf.has(side)) firstOf.set(side, i);
  });
  const [a, b] = [...firstOf].sort((x, y) => x[1] - y[1]);
  if (a && b && lastOf.get(a[0])! > b[1]) found.push({ step: order[b[1]].id, what: "side", name: a[0] });
  for (const s of order) {
    const say = (what: Impossible["what"], name: string): void => void found.push({ step: s.id, what, name });
    const f = s.facts;
    const side = f?.side ?? "";
    const isOff = (key: string): boolean =>
      off.has(key) || off.has(at(key, side)) || (!side && [...off.keys()].some((k) => k.startsWith(`${key}@`)));
    for (const n of s.needs) if (ids.has(n) && !done.has(n)) say("need", n);
    if (s.load.length && !isHeld(f?.brings.length ? f.brings : load, s.load) && !isHeld(load, s.load))
      say("load", s.load.join(" "));
    for (const g of f?.gates ?? []) if (ids.has(g.check) && !done.has(g.check)) say("gate", g.check);
    for (const key of f?.whileOff ?? []) if (!isOff(key)) say("notOff", key);
    for (const { key, when } of f?.whileOn ?? []) {
      if (isOff(key)) say("isOff", key);
      else if (when === "before" && wasOff.has(key)) say("isOff", key);
      // What no step takes off was on all the time.
      else if (when === "after" && comesOff.has(key) && !wasOff.has(key)) say("notYetOn", key);
    }
    for (const t of f?.off ?? []) {
      if (off.has(at(t.key, side))) say("alreadyOff", t.key);
      off.set(at(t.key, side), t.name);
      wasOff.add(t.key);
    }
    for (const x of f?.frees ?? []) freed.add(x.key);
    for (const key of f?.fits ?? []) {
      if (order.some((o) => o.facts?.frees.some((x) => x.key === key)) && !freed.has(key)) say("notFreed", key);
      fitted.add(key);
    }
    for (const key of f?.on ?? []) {
      if (!isOff(key)) say("notOff", key);
      off.delete(at(key, side));
      if (!side) for (const k of [...off.keys()]) if (k === key || k.startsWith(`${key}@`)) off.delete(k);
    }
    if (f?.brings.length) load = f.brings;
    done.add(s.id);
  }
  for (const name of off.keys()) found.push({ step: order.at(-1)?.id ?? "", what: "leftOff", name });
  return found;
}
