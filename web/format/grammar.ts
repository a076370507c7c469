/** Text with its first letter as a capital, or as a small one. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
export const uncapital = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

const SMALL = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];

/** A small whole number as a word; larger ones as figures. */
export const numberWord = (n: number): string => SMALL[n] ?? String(n);

/** "one job", "3 jobs". */
export const count = (n: number, one: string, many = `${one}s`): string => (n === 1 ? `one ${one}` : `${n} ${many}`);

/** "two jobs", "12 jobs": the same inside a sentence. */
export const countInWords = (n: number, one: string, many = `${one}s`): string =>
  `${numberWord(n)} ${n === 1 ? one : many}`;

/** "a", "a and b", "a, b and c"; with `or` as the last word "a, b or c". Empty entries are left out. */
export function enumerate(items: readonly string[], last: "and" | "or" = "and"): string {
  const own = items.filter(Boolean);
  if (own.length < 2) return own[0] ?? "";
  return `${own.slice(0, -1).join(", ")} ${last} ${own[own.length - 1]}`;
}
