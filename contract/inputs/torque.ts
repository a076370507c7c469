import { z } from "zod";
import type { TorqueSequenceInput, TorqueTextInput } from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

export const torqueTextInput = z.strictObject({ text: text() }) satisfies z.ZodType<TorqueTextInput>;

export const boltPattern = word(["circle", "line", "box"]);

const passesSchema = list(z.strictObject({ name: text().optional(), pct: over(0, 100, "%").optional() }), 1, 20)
  .prefault([{ name: "snug" }, { pct: 60 }, { pct: 100 }])
  .transform((passes) => passes.map((p, i) => ({ ...p, name: p.name ?? String(i + 1) })));

export const torqueSequenceInput = z.strictObject({
  pattern: boltPattern,
  count: whole(1, 64),
  targetNm: num(0, 100000, "N m").optional(),
  angleDeg: over(0, 360, "deg").optional(),
  passes: passesSchema,
}) satisfies z.ZodType<TorqueSequenceInput>;

/** A box has four bolts, a line at most twelve; pass names differ. */
export function checkTorqueSequence(input: TorqueSequenceInput): Refusal | null {
  if (input.pattern === "box" && input.count !== 4) {
    return refusal("invalid_input", "count", input.count, "4 for a box");
  }
  if (input.pattern === "line" && input.count > 12) {
    return refusal("invalid_input", "count", input.count, "1 to 12 for a line");
  }
  const names = input.passes.map((p) => p.name);
  const repeat = firstRepeat(names);
  return repeat < 0
    ? null
    : refusal("invalid_input", `passes[${repeat}].name`, names[repeat], "a name not used before");
}
