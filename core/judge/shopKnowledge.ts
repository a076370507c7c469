import type { BenchTest, Fault, HowTo, Knowledge, Likelihood, LikelihoodWord, Observable } from "./knowledge";

/** What a shop changed against the standard table. Small, so that each change can stand in the history whole. */
export interface KnowledgeChanges {
  words?: Partial<Record<LikelihoodWord, number>>;
  /** Items that replace the standard one of the same id, or are new. */
  faults?: Fault[];
  observations?: Observable[];
  tests?: BenchTest[];
  /** Ids of standard items the shop does without. */
  removed?: string[];
  /** Cells; null: the pair takes the observation's own rate. */
  table?: Record<string, Record<string, Likelihood | null>>;
  /** Cells; empty text takes a standard reason away. */
  reasons?: Record<string, Record<string, string>>;
  howTos?: Record<string, HowTo>;
  nothing?: number;
}

type Cells<T> = Record<string, Record<string, T>>;

const overlay = <T extends { id: string }>(
  standard: readonly T[],
  own: readonly T[] = [],
  removed: Set<string>,
): T[] => {
  const changed = new Map(own.map((item) => [item.id, item]));
  const known = new Set(standard.map((item) => item.id));
  return [...standard.map((item) => changed.get(item.id) ?? item), ...own.filter((item) => !known.has(item.id))].filter(
    (item) => !removed.has(item.id),
  );
};

function overlayCells<T>(
  standard: Cells<T>,
  own: Record<string, Record<string, T | null>> = {},
  keep: (fault: string, observation: string) => boolean,
  empty: (value: T | null) => boolean,
): Cells<T> {
  const out: Cells<T> = {};
  for (const fault of new Set([...Object.keys(standard), ...Object.keys(own)])) {
    const row = Object.entries({ ...standard[fault], ...own[fault] }).filter(
      ([observation, value]) => keep(fault, observation) && !empty(value),
    );
    if (row.length) out[fault] = Object.fromEntries(row) as Record<string, T>;
  }
  return out;
}

/** The standard table with a shop's changes laid over it; whatever refers to a removed item goes with it. */
export function withChanges(standard: Knowledge, changes: KnowledgeChanges | null | undefined): Knowledge {
  if (!changes) return standard;
  const removed = new Set(changes.removed);
  const faults = overlay(standard.faults, changes.faults, removed);
  const observations = overlay(standard.observations, changes.observations, removed);
  const known = new Set(observations.map((o) => o.id));
  const suspects = new Set(faults.map((f) => f.id));
  const keep = (fault: string, observation: string): boolean => suspects.has(fault) && known.has(observation);
  const tests = overlay(standard.tests, changes.tests, removed)
    .map((t) => ({ ...t, results: t.results.filter((r) => known.has(r)) }))
    .filter((t) => t.results.length > 0);
  const done = new Set(tests.map((t) => t.id));
  const howTos = Object.entries({ ...standard.howTos, ...changes.howTos }).filter(([id]) => done.has(id));
  return {
    ...standard,
    words: { ...standard.words, ...changes.words },
    faults,
    observations,
    tests,
    table: overlayCells<Likelihood>(standard.table, changes.table, keep, (v) => v === null),
    reasons: overlayCells<string>(standard.reasons ?? {}, changes.reasons, keep, (v) => !v),
    ...(standard.together && { together: standard.together.filter((t) => t.faults.every((f) => suspects.has(f))) }),
    ...(howTos.length > 0 && { howTos: Object.fromEntries(howTos) }),
    ...(changes.nothing !== undefined && { nothing: changes.nothing }),
  };
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** Objects with their keys in order, so that two that say the same read the same. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, sorted(v)]),
  );
}

function cellChanges<T>(standard: Cells<T>, own: Cells<T>, gone: T | null): Record<string, Record<string, T | null>> {
  const out: Record<string, Record<string, T | null>> = {};
  for (const fault of new Set([...Object.keys(standard), ...Object.keys(own)])) {
    for (const observation of new Set([...Object.keys(standard[fault] ?? {}), ...Object.keys(own[fault] ?? {})])) {
      const [was, is] = [standard[fault]?.[observation], own[fault]?.[observation]];
      if (was !== is) (out[fault] ??= {})[observation] = is ?? gone;
    }
  }
  return out;
}

/** What makes `own` of the standard table: the inverse of `withChanges`. */
export function changesBetween(standard: Knowledge, own: Knowledge): KnowledgeChanges {
  const differing = <T extends { id: string }>(from: readonly T[], to: readonly T[]): T[] =>
    to.filter(
      (item) =>
        !same(
          item,
          from.find((f) => f.id === item.id),
        ),
    );
  const missing = <T extends { id: string }>(from: readonly T[], to: readonly T[]): string[] =>
    from.filter((item) => !to.some((t) => t.id === item.id)).map((item) => item.id);
  const words = Object.fromEntries(
    (Object.keys(own.words) as LikelihoodWord[])
      .filter((w) => own.words[w] !== standard.words[w])
      .map((w) => [w, own.words[w]]),
  );
  return {
    words,
    faults: differing(standard.faults, own.faults),
    observations: differing(standard.observations, own.observations),
    tests: differing(standard.tests, own.tests),
    removed: [
      ...missing(standard.faults, own.faults),
      ...missing(standard.observations, own.observations),
      ...missing(standard.tests, own.tests),
    ],
    table: cellChanges<Likelihood>(standard.table, own.table, null),
    reasons: cellChanges<string>(standard.reasons ?? {}, own.reasons ?? {}, "") as Record<
      string,
      Record<string, string>
    >,
    ...(own.howTos && Object.keys(own.howTos).length > 0 && { howTos: own.howTos }),
    ...(own.nothing !== undefined && own.nothing !== standard.nothing && { nothing: own.nothing }),
  };
}

/** How many things a shop changed. */
export function countChanges(changes: KnowledgeChanges | null | undefined): number {
  if (!changes) return 0;
  const cells = (rows: Record<string, Record<string, unknown>> = {}): number =>
    Object.values(rows).reduce((n, row) => n + Object.keys(row).length, 0);
  return (
    Object.keys(changes.words ?? {}).length +
    (changes.nothing === undefined ? 0 : 1) +
    [changes.faults, changes.observations, changes.tests, changes.removed].reduce((n, l) => n + (l?.length ?? 0), 0) +
    Object.keys(changes.howTos ?? {}).length +
    cells(changes.table) +
    cells(changes.reasons)
  );
}
