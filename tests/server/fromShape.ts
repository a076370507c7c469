import fc from "fast-check";
import type { z } from "zod";

interface Definition {
  type: string;
  innerType?: z.ZodType;
  in?: z.ZodType;
  element?: z.ZodType;
  options?: readonly z.ZodType[];
  shape?: Record<string, z.ZodType>;
  entries?: Record<string, string>;
  values?: readonly unknown[];
}

/** Values that belong to no shape in particular: what a careless caller sends. */
const stray = fc.oneof(
  fc.constantFrom<unknown>(null, "", "x", -1, 1e308, 0.5, true, [], {}, [null], { a: 1 }),
  fc.string({ maxLength: 8 }),
);

/**
 * Values of a Zod shape: most as it wants them, some fields of them replaced by something else, some left out. For
 * asking an endpoint everything its shape allows, and a little more.
 */
export function fromShape(schema: z.ZodType, spoilt = 0.06): fc.Arbitrary<unknown> {
  const own = wanted(schema, spoilt);
  return spoilt > 0
    ? fc.oneof({ weight: Math.round(1 / spoilt), arbitrary: own }, { weight: 1, arbitrary: stray })
    : own;
}

function wanted(schema: z.ZodType, spoilt: number): fc.Arbitrary<unknown> {
  const def = schema.def as unknown as Definition;
  switch (def.type) {
    case "default":
    case "prefault":
    case "optional":
    case "catch":
      return fc.option(wanted(def.innerType!, spoilt), { nil: undefined });
    case "nullable":
      return fc.option(wanted(def.innerType!, spoilt), { nil: null });
    case "readonly":
    case "nonoptional":
      return wanted(def.innerType!, spoilt);
    case "pipe":
      return wanted(def.in!, spoilt);
    case "object":
      return fc.record(Object.fromEntries(Object.entries(def.shape!).map(([k, v]) => [k, fromShape(v, spoilt)])));
    case "array":
      return fc.array(fromShape(def.element!, spoilt), { maxLength: 4 });
    case "union":
      return fc.oneof(...def.options!.map((o) => wanted(o, spoilt)));
    case "enum":
      return fc.constantFrom(...Object.values(def.entries!));
    case "literal":
      return fc.constantFrom(...def.values!);
    case "boolean":
      return fc.boolean();
    case "number": {
      const { minValue, maxValue, isInt } = schema as z.ZodNumber;
      const [min, max] = [Math.max(minValue ?? -1e6, -1e6), Math.min(maxValue ?? 1e6, 1e6)];
      return isInt ? fc.integer({ min: Math.ceil(min), max: Math.floor(max) }) : fc.double({ min, max, noNaN: true });
    }
    case "string":
      return fc.oneof(
        fc.constantFrom(
          "01ARZ3NDEKTSV4RRFFQ69G5FAV",
          "2026-01-02",
          "2026-01-02T08:00:00Z",
          "9 mm",
          "22 Nm",
          "3",
          "shop",
        ),
        fc.string({ maxLength: 12 }),
      );
    default:
      return stray;
  }
}
