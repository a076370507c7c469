import { z } from "zod";
import { numberAt, sharedThrows, type UncertaintyInput } from "../../core";
import { list, num, over, text, word } from "../fields";
import { ACCEPTS, refusal, withoutNulls, type Refusal } from "../refusal";
import { checkGearbox, checkLever, firstRepeat, gearboxSchema, leverSchema } from "./lever";

export const uncertaintyInput = z.strictObject({
  gearbox: gearboxSchema,
  old: leverSchema,
  candidate: leverSchema,
  inputs: list(
    z.strictObject({
      name: text(),
      paths: list(z.string({ error: () => `${ACCEPTS}the place of a number, as candidate.pin.zMm` }), 1, 24),
      u: over(0, 1000),
      relative: z.boolean({ error: () => `${ACCEPTS}true or false` }).default(false),
      distribution: word(["normal", "rectangular"]).default("normal"),
    }),
    1,
    60,
  ),
  pair: z.strictObject({ column: text(), from: text(), to: text() }).optional(),
  k: num(1, 4).default(2),
  claimedReductionPct: num(-100, 100, "%").optional(),
}) satisfies z.ZodType<UncertaintyInput>;

const ROOTS = ["gearbox", "old", "candidate"];

/**
 * Gearbox and levers, then places that hold no number or stand twice, then the pair. `raw` is the question as it
 * was asked: a default that was left out is no measure anybody took.
 */
export function checkUncertainty(input: UncertaintyInput, raw: unknown): Refusal | null {
  const kind = input.old.drive.kind;
  const geometry =
    checkGearbox(input.gearbox, kind) ??
    checkLever(input.old, input.gearbox, "old") ??
    checkLever(input.candidate, input.gearbox, "candidate");
  if (geometry) return geometry;
  const own = input.candidate.drive.kind;
  if ((own === "arm") !== (kind === "arm")) {
    const accepts = kind === "arm" ? '"arm", as the old lever' : '"direct", "rod" or "cable", as the old lever';
    return refusal("invalid_input", "candidate.drive.kind", own, accepts);
  }
  const asked = withoutNulls(raw) as object;
  const repeat = firstRepeat(input.inputs.map((m) => m.name));
  for (const [i, measure] of input.inputs.entries()) {
    if (i === repeat) return refusal("invalid_input", `inputs[${i}].name`, measure.name, "a name not used before");
    for (const [j, path] of measure.paths.entries()) {
      const field = `inputs[${i}].paths[${j}]`;
      if (!ROOTS.includes(/^[a-z]*/.exec(path)?.[0] ?? "") || numberAt(asked, path) === null) {
        return refusal("invalid_input", field, path, "the place of a number in gearbox, old or candidate");
      }
      if (measure.paths.indexOf(path) !== j) {
        return refusal("invalid_input", field, path, "a place this measure did not name before");
      }
    }
  }
  const pairs = sharedThrows(input).map((t) => t.pair);
  const { pair } = input;
  if (
    pairs.length > 0 &&
    (!pair || pairs.some((p) => p.column === pair.column && p.from === pair.from && p.to === pair.to))
  )
    return null;
  const known = pairs.map((p) => `${p.from} to ${p.to}`);
  const accepts = known.length
    ? `two gears of one column as listed: ${known.join(", ")}`
    : "a gearbox with two gears opposite each other";
  return refusal("invalid_input", "pair", pair ?? null, accepts);
}
