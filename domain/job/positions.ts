/** A place after the last one, for lists a person orders. */
export const nextPosition = (list: readonly { position: number }[]): number =>
  list.reduce((top, r) => Math.max(top, r.position), 0) + 1;

/** Order of two records of a list; those without a place come first, as they were. */
export const byPosition = (a: object, b: object): number =>
  ("position" in a ? Number(a.position) : 0) - ("position" in b ? Number(b.position) : 0);
