import type { LoadWord, PlainStep, PlainWork, StepFacts } from "../../contract";
import { canBeOrdered, edgesOf, ordered, withNeeds } from "./edges";

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
export const stepSource = (template: string, s: Pick<PlainStep, "id" | "common">): string =>
  `${template}/${s.id}${s.common ? "*" : ""}`;

type Work = Pick<PlainStep, "minutes" | "hands" | "waitMin" | "needs" | "load" | "facts">;

/** Longest caution a step keeps. */
const CAUTION_MAX = 200;

/** One caution of every danger; of two the one that says more. */
function everyDanger(a: StepFacts["cautions"], b: StepFacts["cautions"]): StepFacts["cautions"] {
  const all = new Map<string, StepFacts["cautions"][number]>();
  for (const c of [...a, ...b]) {
    const known = all.get(c.kind);
    if (!known || c.text.length > known.text.length) all.set(c.kind, c);
  }
  return [...all.values()];
}

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
      cautions: everyDanger(f.cautions, g.cautions),
      off: union(f.off, g.off, (t) => t.key),
      on: union(f.on, g.on, own),
      whileOff: union(f.whileOff, g.whileOff, own),
      whileOn: union(f.whileOn, g.whileOn, (w) => w.key),
      brings: f.brings.length ? f.brings : g.brings,
      gates: union(f.gates, g.gates, (x) => x.check),
      check: f.check || g.check,
      closes: f.closes || g.closes,
      side: f.side || g.side,
    },
  };
}

const openedBy = (s: PlainStep): string[] => [...s.facts.frees, ...s.facts.unplugs, ...s.facts.marks].map((x) => x.key);

/**
 * A template with names of its own beside other steps: of two steps that are called alike and are not the same one,
 * and of two bags, marks or plugs, each is meant by its own name.
 */
export function besideOf(content: PlainWork, others: readonly Pick<PlainStep, "id" | "common" | "facts">[]): PlainWork {
  const common = new Set(content.steps.filter((s) => s.common).map((s) => s.id));
  const stepIds = new Set(others.filter((s) => !s.common || !common.has(s.id)).map((s) => s.id));
  const keys = new Set(others.filter((s) => !s.common || !common.has(s.id)).flatMap((s) => openedBy(s as PlainStep)));
  const step = (id: string): string => (stepIds.has(id) ? `${content.id}.${id}`.slice(-60) : id);
  // A thing of the same key is the same only where it is called the same.
  const things = new Map(others.flatMap((s) => s.facts.off.map((t) => [t.key, t.name] as const)));
  const mine = new Map(content.steps.flatMap((s) => s.facts.off.map((t) => [t.key, t.name] as const)));
  const thing = (k: string): string =>
    things.has(k) && mine.has(k) && things.get(k) !== mine.get(k) ? `${content.id}.${k}`.slice(-60) : k;
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
        gates: s.facts.gates.map((g) => ({ ...g, check: step(g.check) })),
        off: s.facts.off.map((t) => ({ ...t, key: thing(t.key) })),
        on: s.facts.on.map(thing),
        whileOff: s.facts.whileOff.map(thing),
        whileOn: s.facts.whileOn.map((w) => ({ ...w, key: thing(w.key) })),
      },
    })),
  };
}

/**
 * A kind of work beside steps that take the same things off: each thing comes off and goes back once, by the others'
 * steps. A step that does nothing else goes, with its fasteners; one that does more is done while the thing is off.
 */
export function sharingThings(
  content: PlainWork,
  others: readonly Pick<PlainStep, "id" | "common" | "facts">[],
): PlainWork {
  const common = new Set(others.filter((s) => s.common).map((s) => s.id));
  const isShared = (s: PlainStep): boolean => s.common && common.has(s.id);
  const theirs = new Set(others.flatMap((s) => s.facts.off.map((t) => t.key)));
  const own = content.steps.filter((s) => !isShared(s));
  const twice = new Set(own.flatMap((s) => s.facts.off.map((t) => t.key)).filter((k) => theirs.has(k)));
  if (!twice.size) return content;
  const takes = (s: PlainStep): boolean => s.facts.off.some((t) => twice.has(t.key));
  const puts = (s: PlainStep): boolean => s.facts.on.some((k) => twice.has(k));
  /** Nothing but that thing, with its fasteners. */
  const only = ({ facts: f }: PlainStep): boolean =>
    f.off.every((t) => twice.has(t.key)) &&
    f.on.every((k) => twice.has(k)) &&
    f.unplugs.length + f.plugs.length + f.marks.length + f.asks.length + f.measure.length + f.parts.length === 0 &&
    !f.check &&
    !f.sets &&
    !f.brings.length;
  const keysOf = (list: readonly PlainStep[]): string[] =>
    list.flatMap((s) => [...s.facts.frees.map((x) => x.key), ...s.facts.fits]);
  const moot = own.filter((s) => (takes(s) || puts(s)) && only(s));
  const stay = content.steps.filter((s) => !moot.includes(s));
  // A fastener that another step has too keeps its steps.
  const used = new Set([...keysOf(stay), ...stay.flatMap((s) => s.facts.torques)]);
  const gone = new Set(
    moot
      .filter((s) => !keysOf([s]).some((k) => used.has(k)) && !s.facts.torques.some((t) => used.has(t)))
      .map((s) => s.id),
  );
  const needsOf = new Map(content.steps.map((s) => [s.id, s.needs]));
  const handedOn = (id: string, seen: Set<string>): string[] => {
    if (seen.has(id)) return [];
    seen.add(id);
    return gone.has(id) ? (needsOf.get(id) ?? []).flatMap((n) => handedOn(n, seen)) : [id];
  };
  const groups = new Set(
    content.steps
      .filter((s) => !gone.has(s.id))
      .flatMap((s) => [...s.facts.torques, ...s.facts.frees.map((f) => f.group)]),
  );
  const dropped = new Set(content.steps.filter((s) => gone.has(s.id)).flatMap((s) => s.facts.torques));
  return {
    ...content,
    groups: content.groups.filter((g) => groups.has(g.name) || !dropped.has(g.name)),
    steps: content.steps
      .filter((s) => !gone.has(s.id))
      .map((s) => {
        const { off, on, whileOff } = s.facts;
        const meanwhile = isShared(s)
          ? []
          : [...off.map((t) => t.key), ...on].filter((k, i, all) => twice.has(k) && all.indexOf(k) === i);
        return {
          ...s,
          needs: [...new Set(s.needs.flatMap((n) => handedOn(n, new Set())))],
          facts: {
            ...s.facts,
            off: isShared(s) ? off : off.filter((t) => !twice.has(t.key)),
            on: isShared(s) ? on : on.filter((k) => !twice.has(k)),
            whileOff: union(whileOff, meanwhile, (k) => k),
            gates: s.facts.gates.filter((g) => !gone.has(g.check)),
          },
        };
      }),
  };
}

/** A kind of work as it stands beside other steps. */
export interface Beside {
  content: PlainWork;
  /** The kind's own step behind each name it has here. */
  names: Map<string, PlainStep>;
  /** Steps of the others that are its own too. */
  shared: string[];
  /** They cannot be done together: all of it follows on the others. */
  apart: boolean;
}

/**
 * A kind of work beside others: steps that both have are one, a thing comes off once. Where no order would do for both,
 * it follows on the others, and what is off and on again there is off and on once more here.
 */
export function beside(given: PlainWork, others: readonly PlainStep[]): Beside {
  const prepare = (content: PlainWork): { named: PlainWork; names: Map<string, PlainStep> } => {
    const named = besideOf(content, others);
    return { named, names: new Map(named.steps.map((s, k) => [s.id, given.steps[k]])) };
  };
  const { named, names } = prepare(given);
  const content = sharingThings(named, others);
  const theirs = new Map(others.filter((s) => s.common).map((s) => [s.id, s]));
  const shared = content.steps.filter((s) => s.common && theirs.has(s.id)).map((s) => s.id);
  const own = new Map(content.steps.map((s) => [s.id, s]));
  const all = [
    ...others.map((s) => (shared.includes(s.id) ? { ...s, ...both(s, own.get(s.id)!) } : s)),
    ...content.steps.filter((s) => !shared.includes(s.id)),
  ];
  if (!others.length || canBeOrdered(all)) return { content, names, shared, apart: false };

  const alone = prepare({ ...given, steps: given.steps.map((s) => ({ ...s, common: false })) });
  const key = (k: string): string => `${given.id}.${k}`.slice(-60);
  const needed = new Set(withNeeds(others, edgesOf(others)).flatMap((s) => s.needs));
  const last = others.filter((s) => !needed.has(s.id)).map((s) => s.id);
  const inside = new Set(alone.named.steps.map((s) => s.id));
  return {
    names: alone.names,
    shared: [],
    apart: true,
    content: {
      ...alone.named,
      steps: alone.named.steps.map((s) => ({
        ...s,
        needs: s.needs.some((n) => inside.has(n)) ? s.needs : [...s.needs, ...last].slice(0, 40),
        facts: {
          ...s.facts,
          off: s.facts.off.map((t) => ({ ...t, key: key(t.key) })),
          on: s.facts.on.map(key),
          whileOff: s.facts.whileOff.map(key),
          whileOn: s.facts.whileOn.map((w) => ({ ...w, key: key(w.key) })),
        },
      })),
    },
  };
}

/**
 * Two kinds of work in one visit: steps that both have are done once, with all that both say of them. Where they
 * want a step at another place or with the vehicle held otherwise, the first one's way is kept and the conflict said.
 */
export function mergeTemplates(
  a: PlainWork,
  second: PlainWork,
): {
  content: PlainWork;
  shared: string[];
  conflicts: MergeConflict[];
  sources: Map<string, string>;
  /** The second follows on the first: no order would do for both at once. */
  apart: boolean;
} {
  const { content: b, names, shared, apart } = beside(second, a.steps);
  // By each template's own name, so that what a step took elsewhere counts here; a shared one is the first's.
  const sources = new Map([
    ...[...names].map(([id, s]) => [id, stepSource(second.id, s)] as const),
    ...a.steps.map((s) => [s.id, stepSource(a.id, s)] as const),
  ]);
  const theirs = new Map(b.steps.map((s) => [s.id, s]));
  const conflicts = a.steps.flatMap((s): MergeConflict[] => {
    const t = shared.includes(s.id) ? theirs.get(s.id) : undefined;
    if (!t) return [];
    const of = (what: "place" | "load", first: string, other: string): MergeConflict[] =>
      first && other && first !== other ? [{ step: s.id, text: s.text, what, first, second: other }] : [];
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
    apart,
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
      steps: ordered(steps),
    },
  };
}
