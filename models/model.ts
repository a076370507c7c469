import type { z } from "zod";
import type { Refusal } from "../contract";

/** One model behind all doors: its schema, the checks between its fields, its core function. */
export interface Model {
  name: string;
  /** One line for lists and the API page. */
  asks: string;
  input: z.ZodType;
  run(input: unknown): unknown;
}

/** Ties a core function to its schema; the compiler insists that they agree. */
export function model<S extends z.ZodType>(definition: {
  name: string;
  asks: string;
  input: S;
  check?: (input: z.output<S>) => Refusal | null;
  compute: (input: z.output<S>) => unknown;
}): Model {
  return {
    name: definition.name,
    asks: definition.asks,
    input: definition.input,
    run: (raw) => {
      const input = raw as z.output<S>;
      return definition.check?.(input) ?? definition.compute(input);
    },
  };
}
