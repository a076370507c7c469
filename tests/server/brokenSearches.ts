import fc from "fast-check";

/** Words to search for, of any signs, many of them with signs that a query might trip over. */
export function brokenSearches(count: number, seed: number): string[] {
  const text = fc.string({ unit: "binary", maxLength: 40 });
  const broken = fc
    .tuple(text, fc.constantFrom("\0", "\u0001", '"', "*", "NEAR(", "a\0b", "\ud800"))
    .map((p) => p.join(""));
  return fc.sample(fc.oneof(text, broken), { numRuns: count, seed });
}
