import type { LineFields } from "./value";
import { stateOf, valueOf } from "./value";

/** What tells one line of a sheet from another: kind, name, feature and for what it is. */
export const lineKey = (l: LineFields): string =>
  [l.kind, l.name, l.feature, l.option, l.builtFrom, l.builtTo, l.chassisFrom, l.chassisTo]
    .map((x) =>
      String(x ?? "")
        .trim()
        .toLowerCase(),
    )
    .join("|");

/** The facts of a line beside its value and sources, as one thing to compare. */
const factsOf = (l: LineFields): unknown => [l.torque, l.part, l.setting, l.fluid, l.interval, l.place, l.note];

/** Facts read out of JSON and facts made here may name their fields in another order. */
const same = (a: unknown, b: unknown): boolean => JSON.stringify(ordered(a)) === JSON.stringify(ordered(b));
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, ordered(v)]),
  );
}

export interface LinePair<L extends LineFields = LineFields> {
  key: string;
  left: L | null;
  right: L | null;
  /** "value": they say different things; "facts": the same value, but something about it differs. */
  differs: "leftOnly" | "rightOnly" | "value" | "facts" | "same";
}

/** Two lists side by side, line by line in the order of the first, what only the second has at the end. */
export function compareLines<L extends LineFields>(left: readonly L[], right: readonly L[]): LinePair<L>[] {
  const other = new Map(right.map((l) => [lineKey(l), l]));
  const pairs = left.map((l): LinePair<L> => {
    const key = lineKey(l);
    const r = other.get(key) ?? null;
    other.delete(key);
    if (!r) return { key, left: l, right: null, differs: "leftOnly" };
    const [a, b] = [stateOf(l), stateOf(r)];
    const alike =
      a.kind === b.kind && valueOf(l) === valueOf(r) && (a.kind !== "conflict" || same(l.sources, r.sources));
    return { key, left: l, right: r, differs: !alike ? "value" : same(factsOf(l), factsOf(r)) ? "same" : "facts" };
  });
  return [
    ...pairs,
    ...[...other].map(([key, r]): LinePair<L> => ({ key, left: null, right: r, differs: "rightOnly" })),
  ];
}
