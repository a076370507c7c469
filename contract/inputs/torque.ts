import { z } from "zod";
import {
  exceeds,
  fastenerFinishes,
  fastenerGrades,
  isInchGrade,
  LARGEST_9_8_MM,
  LEAST_LEVER,
  leverMm,
  readThread,
  type FastenerInput,
  type TorqueSequenceInput,
  type TorqueTextInput,
  type TorqueToolInput,
} from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

export const torqueTextInput = z.strictObject({ text: text() }) satisfies z.ZodType<TorqueTextInput>;

/** Greatest size of a number that a model puts no bound on. */
const LIMIT = 1e9;

export const fastenerInput = z.strictObject({
  thread: text(),
  grade: word(fastenerGrades),
  finish: word(fastenerFinishes).default("zinc"),
  k: num(0.05, 0.6).optional(),
  preloadFraction: over(0, 1).default(0.75),
  specNm: over(0, 10000, "N m").optional(),
  engagementMm: over(0, 200, "mm").optional(),
  into: word(["steel", "aluminium"]).default("steel"),
}) satisfies z.ZodType<FastenerInput>;

/** The thread is one, and the grade is of its system. */
export function checkFastener(input: FastenerInput): Refusal | null {
  const thread = readThread(input.thread);
  if (!thread) {
    const accepts = 'a thread: "M10" or "3/8" with its coarse pitch, "M10x1.25" or "3/8-24" with its own';
    return refusal("invalid_input", "thread", input.thread, accepts);
  }
  if (input.grade === "9.8" && !thread.inch && exceeds(thread.diameterMm, LARGEST_9_8_MM)) {
    return refusal("invalid_input", "grade", input.grade, `9.8 up to M${LARGEST_9_8_MM}; above it 8.8 or 10.9`);
  }
  if (thread.inch === isInchGrade(input.grade)) return null;
  const accepts = thread.inch ? "2, 5 or 8 on an inch thread" : "4.6 to 12.9 on a metric thread";
  return refusal("invalid_input", "grade", input.grade, accepts);
}

export const torqueToolInput = z.strictObject({
  wantedNm: over(0, 10000, "N m"),
  tool: z.strictObject({
    maxNm: over(0, 10000, "N m"),
    minNm: num(-LIMIT, LIMIT, "N m").optional(),
    deviationPct: num(-LIMIT, LIMIT, "%").optional(),
  }),
  handMm: over(0, 2000, "mm").optional(),
  adapter: z.strictObject({ offsetMm: num(-1000, 1000, "mm"), angleDeg: num(-180, 180, "deg").default(0) }).optional(),
  readingNm: num(-LIMIT, LIMIT, "N m").optional(),
  spec: z
    .strictObject({
      minNm: num(-LIMIT, LIMIT, "N m").optional(),
      maxNm: num(-LIMIT, LIMIT, "N m").optional(),
      nm: num(-LIMIT, LIMIT, "N m").optional(),
      tolerancePct: num(0, 50, "%").optional(),
    })
    .optional(),
}) satisfies z.ZodType<TorqueToolInput>;

/** An adapter needs the hand's distance and leaves a lever; limits are a range or one value. */
export function checkTorqueTool({ handMm, adapter, spec }: TorqueToolInput): Refusal | null {
  if (adapter && handMm === undefined) {
    return refusal("invalid_input", "handMm", null, "over 0, up to 2000 mm: from the square drive to the hand");
  }
  if (adapter && handMm !== undefined && !exceeds(leverMm(handMm, adapter), LEAST_LEVER * handMm)) {
    const accepts = `an offset that leaves more than a fifth of the ${handMm} mm as a lever`;
    return refusal("invalid_input", "adapter.offsetMm", adapter.offsetMm, accepts);
  }
  return spec ? checkToolSpec(spec) : null;
}

function checkToolSpec(spec: NonNullable<TorqueToolInput["spec"]>): Refusal | null {
  const { minNm, maxNm, nm, tolerancePct } = spec;
  const range = minNm !== undefined || maxNm !== undefined;
  if (range && nm !== undefined) {
    return refusal("invalid_input", "spec.nm", nm, "either minNm and maxNm, or nm, not both");
  }
  if (nm !== undefined) return null;
  if (minNm === undefined) return refusal("invalid_input", "spec.minNm", null, "minNm and maxNm, or nm");
  if (maxNm === undefined) return refusal("invalid_input", "spec.maxNm", null, "a number, as minNm is given");
  if (tolerancePct !== undefined) {
    return refusal("invalid_input", "spec.tolerancePct", tolerancePct, "nothing with minNm and maxNm");
  }
  return maxNm < minNm ? refusal("invalid_input", "spec.maxNm", maxNm, `${minNm} N m or more, as minNm`) : null;
}

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
