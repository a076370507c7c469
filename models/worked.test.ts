import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { describe, expect, it } from "vitest";
import { answer } from ".";

/**
 * Worked examples with their results, by hand or by an independent program. A note's mark says from where:
 * [S] a published source, [C] closed form, [P] common practice, no source.
 */
interface Worked {
  id: string;
  model: string;
  note?: string;
  input: unknown;
  expect: Record<string, unknown>;
  absTol?: number;
  relTol?: number;
}

const read = (name: string): Worked[] =>
  JSON.parse(readFileSync(fileURLToPath(new URL(`./worked/${name}.json`, import.meta.url)), "utf8")) as Worked[];

/** "gears[0].knob.xMm" of an answer; `length` of a list is its number of items. */
const at = (value: unknown, path: string): unknown =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .reduce<unknown>(
      (v, key) => (v === null || v === undefined ? undefined : (v as Record<string, unknown>)[key]),
      value,
    );

describe.each(["shifter", "judgement", "powerunit", "vibration", "more"])("worked examples, %s", (name) => {
  it.each(read(name).map((w) => [w.id, w.note ?? "", w] as const))("%s %s", (_id, _note, worked) => {
    const out = answer(worked.model, worked.input);
    for (const [path, want] of Object.entries(worked.expect)) {
      const got = at(out, path);
      if (typeof want === "number") {
        const bound = (worked.absTol ?? 1e-6) + (worked.relTol ?? 1e-6) * Math.abs(want);
        expect(typeof got, path).toBe("number");
        expect(Math.abs((got as number) - want), path).toBeLessThanOrEqual(bound);
      } else expect(got, path).toEqual(want);
    }
  });
});
