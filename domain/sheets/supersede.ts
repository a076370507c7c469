import type { LineFields } from "./value";
import { valueOf } from "./value";

/** Part numbers from one to what took its place last. `loop`: they name each other in a circle. */
export interface Chain {
  numbers: string[];
  loop: boolean;
}

/** Follows "superseded by" from a part number through the lines of a sheet. */
export function supersededChain(number: string, lines: readonly LineFields[]): Chain {
  const next = new Map<string, string>();
  for (const l of lines) {
    const own = l.kind === "part" ? valueOf(l) : null;
    if (own && l.part?.supersededBy.trim()) next.set(own.trim(), l.part.supersededBy.trim());
  }
  const numbers = [number.trim()];
  const seen = new Set(numbers);
  for (let to = next.get(numbers[0]); to !== undefined; to = next.get(to)) {
    if (seen.has(to)) return { numbers, loop: true };
    seen.add(to);
    numbers.push(to);
  }
  return { numbers, loop: false };
}
