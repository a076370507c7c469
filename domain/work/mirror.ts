import type { PlainWork } from "../../contract";
import { findCycle } from "../../core";
import { edgesOf, withNeeds } from "./edges";

/** What is wrong with a template, at which step. */
export interface TemplateFault {
  kind:
    | "unknownNeed"
    | "circle"
    | "repeatedId"
    | "notFitted"
    | "fittedNotFreed"
    | "noGroup"
    | "notTorqued"
    | "unknownGroup"
    | "notPlugged"
    | "pluggedNotUnplugged"
    | "notAsked"
    | "askedNotMarked"
    | "unknownPart"
    | "wrongWay";
  step: string;
  what: string;
}

/** All steps a step stands on, through its needs. */
function standsOn(content: Pick<PlainWork, "steps">): Map<string, Set<string>> {
  const byId = new Map(withNeeds(content.steps, edgesOf(content.steps)).map((s) => [s.id, s]));
  const known = new Map<string, Set<string>>();
  const of = (id: string, way: readonly string[]): Set<string> => {
    const kept = known.get(id);
    if (kept) return kept;
    const all = new Set<string>();
    for (const need of byId.get(id)?.needs ?? []) {
      if (way.includes(need)) continue;
      all.add(need);
      for (const further of of(need, [...way, id])) all.add(further);
    }
    known.set(id, all);
    return all;
  };
  for (const s of content.steps) of(s.id, []);
  return known;
}

/**
 * Whether what comes apart goes back: every fastener taken out comes back in a later step and is tightened with its
 * group, everything unplugged is plugged in, everything marked is asked. Later means: reached through the needs, so
 * that no order of work can turn it round. Empty where nothing is wrong.
 */
export function faultsOf(content: PlainWork): TemplateFault[] {
  const faults: TemplateFault[] = [];
  const fault = (kind: TemplateFault["kind"], step: string, what: string): void =>
    void faults.push({ kind, step, what });
  const ids = new Set<string>();
  const groups = new Set(content.groups.map((g) => g.name));
  const parts = new Set(content.parts.map((p) => p.name));
  for (const s of content.steps) {
    if (ids.has(s.id)) fault("repeatedId", s.id, s.id);
    ids.add(s.id);
  }
  const before = standsOn(content);
  const round = findCycle(withNeeds(content.steps, edgesOf(content.steps)));
  if (round) fault("circle", round[0], round.join(", "));
  for (const s of content.steps) {
    for (const n of s.needs) if (!ids.has(n)) fault("unknownNeed", s.id, n);
    for (const p of s.facts.parts) if (!parts.has(p)) fault("unknownPart", s.id, p);
    for (const g of s.facts.torques) if (!groups.has(g)) fault("unknownGroup", s.id, g);
  }
  const opened = (pick: (s: PlainWork["steps"][number]) => string[]) => {
    const at = new Map<string, string>();
    for (const s of content.steps) {
      for (const key of pick(s)) {
        // What is loosened first and taken out later comes out twice and goes back after both.
        if (!at.has(key)) at.set(key, s.id);
      }
    }
    return at;
  };
  const closedBy = (pick: (s: PlainWork["steps"][number]) => string[], key: string) =>
    content.steps.filter((s) => pick(s).includes(key));
  const pairs = [
    ["notFitted", "fittedNotFreed", (s) => s.facts.frees.map((f) => f.key), (s) => s.facts.fits],
    ["notPlugged", "pluggedNotUnplugged", (s) => s.facts.unplugs.map((u) => u.key), (s) => s.facts.plugs],
    ["notAsked", "askedNotMarked", (s) => s.facts.marks.map((m) => m.key), (s) => s.facts.asks],
  ] as const satisfies readonly (readonly [
    TemplateFault["kind"],
    TemplateFault["kind"],
    (s: PlainWork["steps"][number]) => string[],
    (s: PlainWork["steps"][number]) => string[],
  ])[];
  for (const [never, unopened, opens, closes] of pairs) {
    const at = opened(opens);
    for (const [key, step] of at) {
      const closing = closedBy(closes, key);
      if (!closing.length) fault(never, step, key);
      for (const c of closing) if (!before.get(c.id)?.has(step)) fault("wrongWay", c.id, key);
    }
    // What is new comes out nowhere, and goes in by the name of its group.
    for (const s of content.steps) {
      for (const key of closes(s)) if (!at.has(key) && !groups.has(key)) fault(unopened, s.id, key);
    }
  }
  for (const s of content.steps) {
    for (const f of s.facts.frees) {
      if (f.clip) continue;
      if (!f.group) fault("noGroup", s.id, f.key);
      else if (!groups.has(f.group)) fault("unknownGroup", s.id, f.group);
      else {
        const torqued = content.steps.filter((t) => t.facts.torques.includes(f.group));
        if (
          !torqued.some(
            (t) =>
              t.facts.fits.includes(f.key) ||
              closedBy((x) => x.facts.fits, f.key).every((c) => before.get(t.id)?.has(c.id)),
          )
        )
          fault("notTorqued", s.id, f.group);
      }
    }
  }
  return faults;
}
