import type { z } from "zod";
import { refusal, refusalFromIssues, withoutNulls, type Refusal } from "./refusal";

/**
 * Ties a core function to its schema and the checks between its fields: shape first, then relations, then the
 * answer. Gives the answer or a refusal; never throws for anything a caller can send.
 */
export const validated =
  <S extends z.ZodType, A>(
    schema: S,
    check: ((input: z.output<S>) => Refusal | null) | null,
    compute: (input: z.output<S>) => A,
  ) =>
  (raw: unknown): A | Refusal => {
    if (typeof raw !== "object" || raw === null || Array.isArray(raw))
      return refusal("invalid_input", "", raw, "an object");
    const cleaned = withoutNulls(raw);
    const parsed = schema.safeParse(cleaned);
    if (!parsed.success) return refusalFromIssues(parsed.error.issues, cleaned);
    return check?.(parsed.data) ?? compute(parsed.data);
  };
