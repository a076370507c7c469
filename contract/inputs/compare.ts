import { z } from "zod";
import type { CompareInput, CompareLimits } from "../../core";
import { list, num, text } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { checkGearbox, checkLever, firstRepeat, gearboxSchema, leverSchema, point } from "./lever";

export const compareLimits = z
  .strictObject({
    maxReductionPct: num(0, 100, "%").default(50),
    maxEffortFactor: num(0.1, 100).default(2),
    maxKnobRaiseMm: num(-1000, 1000, "mm").default(60),
    minThrowMm: num(0, 1000, "mm").default(40),
  })
  .prefault({}) satisfies z.ZodType<CompareLimits>;

export const compareInput = z.strictObject({
  gearbox: gearboxSchema,
  setups: list(
    z.strictObject({
      name: text(),
      lever: leverSchema,
      pivot: point(5000).prefault({ xMm: 0, zMm: 0 }),
      claimedReductionPct: num(-100, 100, "%").optional(),
    }),
    2,
    12,
  ),
  limits: compareLimits,
}) satisfies z.ZodType<CompareInput>;

/** Names, the gearbox, each lever, and that all setups take their travel in the same unit. */
export function checkCompare(input: CompareInput): Refusal | null {
  const kind = input.setups[0].lever.drive.kind;
  const gearbox = checkGearbox(input.gearbox, kind);
  if (gearbox) return gearbox;
  const repeat = firstRepeat(input.setups.map((s) => s.name));
  for (const [i, setup] of input.setups.entries()) {
    if (i === repeat) {
      return refusal("invalid_input", `setups[${i}].name`, setup.name, "a name not used before");
    }
    const offence = checkLever(setup.lever, input.gearbox, `setups[${i}].lever`);
    if (offence) return offence;
    const own = setup.lever.drive.kind;
    if ((own === "arm") !== (kind === "arm")) {
      return refusal(
        "invalid_input",
        `setups[${i}].lever.drive.kind`,
        own,
        kind === "arm" ? '"arm", as the first setup' : '"direct", "rod" or "cable", as the first setup',
      );
    }
  }
  return null;
}
