import type { z } from "zod";

/** What a field may hold, as a screen asks for it: ends of a figure, or the most characters of a text. */
export interface Bounds {
  min: number;
  max: number;
  /** The lower end itself is not accepted. */
  over?: true;
  whole?: true;
}

interface Definition {
  type: string;
  innerType?: z.ZodType;
  in?: z.ZodType;
  out?: z.ZodType;
  element?: z.ZodType;
  options?: readonly z.ZodType[];
  valueType?: z.ZodType;
  checks?: readonly { _zod: { def: { check: string; inclusive?: boolean } } }[];
}

const WRAPPERS = new Set(["default", "prefault", "optional", "nullable", "readonly", "nonoptional", "catch"]);

const defOf = (schema: z.ZodType): Definition => schema.def as unknown as Definition;

function unwrapped(schema: z.ZodType): z.ZodType {
  const def = defOf(schema);
  if (def.innerType && WRAPPERS.has(def.type)) return unwrapped(def.innerType);
  if (def.type === "pipe") return unwrapped((defOf(def.out!).type === "transform" ? def.in : def.out)!);
  return schema;
}

/** Where a path leads in a shape; of alternatives the first that has it. */
function at(schema: z.ZodType, steps: readonly string[]): z.ZodType | null {
  const here = unwrapped(schema);
  const def = defOf(here);
  if (def.type === "union") {
    for (const option of def.options ?? []) {
      const found = at(option, steps);
      if (found) return found;
    }
    return null;
  }
  const [step, ...rest] = steps;
  if (step === undefined) return here;
  if (step === "[]") return def.element ? at(def.element, rest) : null;
  if (step === "{}") return def.valueType ? at(def.valueType, rest) : null;
  const next = (here as z.ZodObject).shape?.[step];
  return next ? at(next as z.ZodType, rest) : null;
}

const known = new WeakMap<z.ZodType, Map<string, Bounds>>();

/**
 * The bounds that a shape sets a field, so that no screen repeats them. `path` names the field from the shape's top:
 * "mounts[].rxDeg" is the angle of each mount.
 *
 * Throws where the shape has no such field, or one without two ends: that is a fault of the program.
 */
export function boundsOf(schema: z.ZodType, path: string): Bounds {
  const paths = known.get(schema) ?? new Map<string, Bounds>();
  known.set(schema, paths);
  let bounds = paths.get(path);
  if (!bounds) {
    bounds = read(schema, path);
    paths.set(path, bounds);
  }
  return bounds;
}

function read(schema: z.ZodType, path: string): Bounds {
  const found = at(schema, path.match(/\[\]|\{\}|[^.[\]{}]+/g) ?? []);
  const type = found ? defOf(found).type : "";
  if (found && type === "string") {
    const max = (found as z.ZodString).maxLength;
    if (max !== null) return { min: (found as z.ZodString).minLength ?? 0, max };
  }
  if (found && type === "number") {
    const { minValue, maxValue, isInt } = found as z.ZodNumber;
    const open = defOf(found).checks?.some((c) => c._zod.def.check === "greater_than" && !c._zod.def.inclusive);
    if (minValue !== null && maxValue !== null && Number.isFinite(minValue) && Number.isFinite(maxValue)) {
      return { min: minValue, max: maxValue, ...(open && { over: true }), ...(isInt && { whole: true }) };
    }
  }
  throw new RangeError(`no bounds at ${path}`);
}
