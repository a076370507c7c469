import type { SpecLine } from "../../contract";

const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((w) => w.length > 1 && !["the", "to", "of", "at", "in", "and", "bolts", "bolt", "nuts", "nut"].includes(w))
    .map((w) => w.replace(/(?<=[a-z]{2})(es|s)$/, ""));

/**
 * The line of the vehicle's book that a template's name means: of the same words, else the only one whose words hold
 * all of the name's or are all held by them. Null where several could be meant: nothing is guessed.
 */
export function lineFor(name: string, lines: readonly SpecLine[]): SpecLine | null {
  const asked = wordsOf(name);
  const rated = lines.map((line) => ({ line, words: wordsOf(line.name) }));
  const same = rated.filter(({ words }) => words.length === asked.length && words.every((w) => asked.includes(w)));
  if (same.length) return same.length === 1 ? same[0].line : null;
  const near = rated.filter(
    ({ words }) =>
      words.length > 1 &&
      asked.length > 1 &&
      (asked.every((w) => words.includes(w)) || words.every((w) => asked.includes(w))),
  );
  return near.length === 1 ? near[0].line : null;
}
