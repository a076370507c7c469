import type { LoadWord, TemplateContent, TemplateStep } from "../../contract";

/** Two templates that want one step done in two ways. */
export interface MergeConflict {
  step: string;
  text: string;
  what: "place" | "load";
  first: string;
  second: string;
}

const union = <T>(a: readonly T[], b: readonly T[], keyOf: (t: T) => string): T[] => {
  const known = new Set(a.map(keyOf));
  return [...a, ...b.filter((t) => !known.has(keyOf(t)))];
};
const own = (t: string): string => t;

const loadText = (load: readonly LoadWord[]): string => [...load].sort().join(" ");

/** Where a record says it came from: by this its minutes are learned. */
export const stepSource = (template: string, s: Pick<TemplateStep, "id" | "common">): string =>
  `${template}/${s.id}${s.common ? "*" : ""}`;

type Work = Pick<TemplateStep, "minutes" | "hands" | "waitMin" | "needs" | "load" | "facts">;

/** Longest caution a step keeps. */
const CAUTION_MAX = 200;

/** One step done for two kinds of work: all that both say of it. */
export function both(a: Work, b: Work): Work {
  const [f, g] = [a.facts, b.facts];
  return {
    minutes: Math.max(a.minutes, b.minutes),
    hands: Math.max(a.hands, b.hands),
    waitMin: Math.max(a.waitMin, b.waitMin),
    needs: union(a.needs, b.needs, own),
    load: a.load.length ? a.load : b.load,
    facts: {
      caution: [...new Set([f.caution, g.caution].filter(Boolean))].join(" ").slice(0, CAUTION_MAX),
      tools: union(f.tools, g.tools, own),
      frees: union(f.frees, g.frees, (x) => x.key),
      fits: union(f.fits, g.fits, own),
      torques: union(f.torques, g.torques, own),
      unplugs: union(f.unplugs, g.unplugs, (x) => x.key),
      plugs: union(f.plugs, g.plugs, own),
      marks: union(f.marks, g.marks, (x) => x.key),
      asks: union(f.asks, g.asks, own),
      carry: union(f.carry, g.carry, own),
      orientation: union(f.orientation, g.orientation, own),
      drawing: f.drawing || g.drawing,
      look: union(f.look, g.look, own),
      measure: union(f.measure, g.measure, (m) => JSON.stringify(m)),
      sets: f.sets ?? g.sets,
      waitFor: f.waitFor || g.waitFor,
      parts: union(f.parts, g.parts, own),
    },
  };
}

/** Needs before what needs them, otherwise in the order they came in. */
export function needsFirst<T extends Pick<TemplateStep, "id" | "needs">>(steps: readonly T[]): T[] {
  const left = [...steps];
  const done = new Set<string>();
  const known = new Set(steps.map((s) => s.id));
  const order: T[] = [];
  while (left.length) {
    const k = left.findIndex((s) => s.needs.every((n) => done.has(n) || !known.has(n)));
    // A circle: what is left keeps its order, and the check of the template names it.
    const [next] = left.splice(Math.max(0, k), 1);
    done.add(next.id);
    order.push(next);
  }
  return order;
}

const openedBy = (s: TemplateStep): string[] =>
  [...s.facts.frees, ...s.facts.unplugs, ...s.facts.marks].map((x) => x.key);

/**
 * A template with names of its own beside other steps: of two steps that are called alike and are not the same one,
 * and of two bags, marks or plugs, each is meant by its own name.
 */
export function besideOf(
  content: TemplateContent,
  others: readonly Pick<TemplateStep, "id" | "common" | "facts">[],
): TemplateContent {
  const common = new Set(content.steps.filter((s) => s.common).map((s) => s.id));
  const stepIds = new Set(others.filter((s) => !s.common || !common.has(s.id)).map((s) => s.id));
  const keys = new Set(
    others.filter((s) => !s.common || !common.has(s.id)).flatMap((s) => openedBy(s as TemplateStep)),
  );
  const step = (id: string): string => (stepIds.has(id) && !common.has(id) ? `${content.id}.${id}`.slice(-60) : id);
  const own = new Set(content.steps.filter((s) => !s.common).flatMap(openedBy));
  const key = (k: string): string => (own.has(k) && keys.has(k) ? `${content.id}.${k}`.slice(-60) : k);
  return {
    ...content,
    steps: content.steps.map((s) => ({
      ...s,
      id: step(s.id),
      needs: s.needs.map(step),
      facts: {
        ...s.facts,
        frees: s.facts.frees.map((f) => ({ ...f, key: key(f.key) })),
        unplugs: s.facts.unplugs.map((u) => ({ ...u, key: key(u.key) })),
        marks: s.facts.marks.map((m) => ({ ...m, key: key(m.key) })),
        fits: s.facts.fits.map(key),
        plugs: s.facts.plugs.map(key),
        asks: s.facts.asks.map(key),
      },
    })),
  };
}

/**
 * Two kinds of work in one visit: steps that both have are done once, with all that both say of them. Where they
 * want a step at another place or with the vehicle held otherwise, the first one's way is kept and the conflict said.
 */
export function mergeTemplates(
  a: TemplateContent,
  second: TemplateContent,
): { content: TemplateContent; shared: string[]; conflicts: MergeConflict[]; sources: Map<string, string> } {
  const b = besideOf(second, a.steps);
  // By each template's own name, so that what a step took elsewhere counts here; a shared one is the first's.
  const sources = new Map([
    ...b.steps.map((s, k) => [s.id, stepSource(second.id, second.steps[k])] as const),
    ...a.steps.map((s) => [s.id, stepSource(a.id, s)] as const),
  ]);
  const theirs = new Map(b.steps.filter((s) => s.common).map((s) => [s.id, s]));
  const shared = a.steps.filter((s) => s.common && theirs.has(s.id)).map((s) => s.id);
  const conflicts = a.steps.flatMap((s): MergeConflict[] => {
    const t = s.common ? theirs.get(s.id) : undefined;
    if (!t) return [];
    const of = (what: "place" | "load", first: string, second: string): MergeConflict[] =>
      first && second && first !== second ? [{ step: s.id, text: s.text, what, first, second }] : [];
    return [...of("place", s.place, t.place), ...of("load", loadText(s.load), loadText(t.load))];
  });
  const mine = new Set(shared);
  const steps = [
    ...a.steps.map((s) => (mine.has(s.id) ? { ...s, ...both(s, theirs.get(s.id)!) } : s)),
    ...b.steps.filter((s) => !mine.has(s.id)),
  ];
  return {
    shared,
    conflicts,
    sources,
    content: {
      ...a,
      id: `${a.id}+${b.id}`.slice(0, 60),
      kind: null,
      title: `${a.title}; ${b.title}`.slice(0, 80),
      shifterKinds: union(a.shifterKinds, b.shifterKinds, own),
      faults: union(a.faults, b.faults, own),
      observations: union(a.observations, b.observations, own),
      words: union(a.words, b.words, own),
      groups: union(a.groups, b.groups, (g) => g.name),
      parts: union(a.parts, b.parts, (p) => p.name),
      decisions: union(a.decisions, b.decisions, (d) => d.key),
      proves: union(a.proves, b.proves, own),
      steps: needsFirst(steps),
    },
  };
}
