import { refusal } from "../contract";
import { findModel, models } from "./registry";

/**
 * Answers one model: checks the input's shape, then the relations between its fields, then computes.
 * Returns the answer or a refusal and nothing beside it; never throws for anything a caller can send.
 */
export function answer(name: string, input: unknown): unknown {
  const found = findModel(name);
  if (!found) {
    return refusal("unknown_model", "model", name, models.map((m) => m.name).join(", "));
  }
  return tidy(found.ask(input));
}

/**
 * Writes -0 as 0, and null for what is too large for a number: it does not exist as one. NaN is a fault of a model
 * and not of its caller, and does not pass.
 */
function tidy(value: unknown): unknown {
  if (typeof value === "number") {
    if (Number.isNaN(value)) throw new RangeError("a model answered NaN; answers are finite or null");
    return Number.isFinite(value) ? (value === 0 ? 0 : value) : null;
  }
  if (Array.isArray(value)) return value.map(tidy);
  if (typeof value === "object" && value !== null) {
    const out: Record<string, unknown> = {};
    for (const [k, v] of Object.entries(value)) if (v !== undefined) out[k] = tidy(v);
    return out;
  }
  return value;
}
