/** A place after the last one, for lists a person orders. */
export const nextPosition = (list: readonly { position: number }[]): number =>
  list.reduce((top, r) => Math.max(top, r.position), 0) + 1;

/**
 * The position that puts a record of an ordered list at another place of it: between its new neighbours, so that no
 * other record changes.
 */
export function positionAt<T extends { id: string; position: number }>(
  list: readonly T[],
  id: string,
  to: number,
): number {
  const others = list.filter((r) => r.id !== id);
  const before = others[to - 1]?.position;
  const after = others[to]?.position;
  if (before === undefined) return after === undefined ? 1 : after / 2;
  return after === undefined ? before + 1 : (before + after) / 2;
}

/** Order of two records of a list; those without a place come first, as they were. */
export const byPosition = (a: object, b: object): number =>
  ("position" in a ? Number(a.position) : 0) - ("position" in b ? Number(b.position) : 0);

const ordered = new WeakMap<readonly object[], object[]>();

/** A list in a person's order. The same list gives the same answer, so that what hangs on it is not done again. */
export function inOrder<T extends object>(list: readonly T[]): T[] {
  const known = ordered.get(list);
  if (known) return known as T[];
  const sorted = list.toSorted(byPosition);
  ordered.set(list, sorted);
  return sorted;
}
