import fc from "fast-check";
import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { answer } from ".";

/** Inputs that are right, to be spoiled one place at a time. */
const worked = readdirSync(new URL("./worked/", import.meta.url)).flatMap(
  (file) =>
    JSON.parse(readFileSync(new URL(`./worked/${file}`, import.meta.url), "utf8")) as {
      id: string;
      model: string;
      input: object;
    }[],
);

const SEED = Number(process.env.SEED ?? 20251126);
const RUNS = Number(process.env.RUNS ?? 100);
const CODES = ["invalid_input", "too_large", "singular", "cycle", "parse"];

/** What a slip of the hand, another program or a broken file puts where a value should stand. */
const rubbish = fc.oneof(
  fc.constantFrom<unknown>(null, "", "ten", "12 mm", true, [], {}, [1], { a: 1 }, "\u0000", "__proto__"),
  fc.constantFrom<unknown>(0, -0, -1, 1e-50, 1e-300, 1e300, -1e300, Number.MAX_SAFE_INTEGER, 0.1 + 0.2),
  fc.double({ min: -1e4, max: 1e4, noNaN: true }),
);

type Path = (string | number)[];

/** Every place of a value, leaves and branches. */
function places(value: unknown, at: Path = []): Path[] {
  if (typeof value !== "object" || value === null) return [at];
  const below = Object.entries(value).flatMap(([k, v]) => places(v, [...at, Array.isArray(value) ? Number(k) : k]));
  return at.length ? [at, ...below] : below;
}

function spoiled(input: object, path: Path, what: (old: unknown) => unknown): object {
  const copy = structuredClone(input);
  let at = copy as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  const last = path[path.length - 1];
  const next = what(at[last]);
  if (next === undefined) delete at[last];
  else at[last] = next;
  return copy;
}

/** Numbers that JSON cannot carry, by their place. */
function unsayable(value: unknown, at = ""): string[] {
  if (typeof value === "number") return Number.isFinite(value) ? [] : [at];
  if (typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([k, v]) => unsayable(v, `${at}.${k}`));
}

function check(model: string, input: object): void {
  const out = answer(model, input) as { error?: { code: string; field: string; accepts: string; message: string } };
  expect(unsayable(out)).toEqual([]);
  if (out.error) {
    expect(CODES).toContain(out.error.code);
    expect(out.error.message.length).toBeGreaterThan(3);
    if (out.error.code === "invalid_input") {
      expect(typeof out.error.field).toBe("string");
      expect(out.error.accepts.length).toBeGreaterThan(1);
    }
  }
  // The same again says the same, and a journey as JSON changes nothing.
  expect(JSON.stringify(answer(model, JSON.parse(JSON.stringify(input))))).toBe(JSON.stringify(out));
}

const models = [...new Set(worked.map((w) => w.model))];

describe("nonsense in one place", () => {
  it.each(models)("of %s is answered or refused, never thrown, with numbers that can be written", (model) => {
    const own = worked.filter((w) => w.model === model).map((w) => ({ ...w, at: places(w.input) }));
    const spoil = fc
      .integer({ min: 0, max: own.length - 1 })
      .chain((i) => fc.tuple(fc.constant(own[i]), fc.integer({ min: 0, max: Math.max(0, own[i].at.length - 1) })));
    fc.assert(
      fc.property(spoil, fc.option(rubbish, { nil: undefined }), ([w, k], what) => {
        if (w.at.length)
          check(
            model,
            spoiled(w.input, w.at[k], () => what),
          );
      }),
      { seed: SEED, numRuns: RUNS },
    );
  });

  it.each(models)("of %s: a figure that is a little or very much other", (model) => {
    const own = worked
      .filter((w) => w.model === model)
      .flatMap((w) => {
        const at = places(w.input).filter((p) => typeof p.reduce<never>((v, k) => v[k], w.input as never) === "number");
        return at.length ? [{ ...w, at }] : [];
      });
    if (!own.length) return;
    const spoil = fc
      .integer({ min: 0, max: own.length - 1 })
      .chain((i) => fc.tuple(fc.constant(own[i]), fc.integer({ min: 0, max: own[i].at.length - 1 })));
    const factor = fc.oneof(fc.double({ min: 0.5, max: 2, noNaN: true }), fc.constantFrom(0, -1, 1e-9, 1e6));
    fc.assert(
      fc.property(spoil, factor, ([w, k], f) => {
        check(
          model,
          spoiled(w.input, w.at[k], (old) => (old as number) * f),
        );
      }),
      { seed: SEED, numRuns: RUNS },
    );
  });
});
