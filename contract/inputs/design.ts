import { z } from "zod";
import type { DesignInput, DesignLimits } from "../../core";
import { list, num } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { bodySchema, checkObstacles, obstacleSchema } from "./clearance";
import { checkGearbox, checkLever, gearboxSchema, leverSchema } from "./lever";

export const designLimits = z
  .strictObject({
    minGapMm: num(-100, 1000, "mm").default(2),
    maxEffortFactor: num(0.1, 100).default(2),
    minThrowMm: num(0, 1000, "mm").default(40),
    maxKnobShiftMm: num(0, 1000, "mm").default(60),
    minKnobMm: num(1, 3000, "mm").default(50),
    maxKnobMm: num(1, 3000, "mm").default(1000),
  })
  .prefault({}) satisfies z.ZodType<DesignLimits>;

export const designInput = z.strictObject({
  gearbox: gearboxSchema,
  lever: leverSchema,
  body: bodySchema.optional(),
  obstacles: list(obstacleSchema, 0, 200).default([]),
  pinsMm: list(num(-2000, 2000, "mm"), 1, 60),
  targetsPct: list(num(-100, 90, "%"), 1, 60),
  limits: designLimits,
}) satisfies z.ZodType<DesignInput>;

/** Most cells times obstacles of one map. */
const MOST_WORK = 200_000;
const NEAREST_MM = 1;

/** The gearbox and lever, a body where something stands in the way, pins too near, and how large the map is. */
export function checkDesign(input: DesignInput): Refusal | null {
  const { lever, obstacles, pinsMm, targetsPct } = input;
  const geometry = checkGearbox(input.gearbox, lever.drive.kind) ?? checkLever(lever, input.gearbox);
  if (geometry) return geometry;
  if (obstacles.length && !input.body) {
    return refusal("invalid_input", "body", null, "the lever's thickness, as obstacles are given");
  }
  const crowded = checkObstacles(obstacles);
  if (crowded) return crowded;
  const { drive } = lever;
  const far = drive.kind === "direct" ? null : drive.kind === "cable" ? drive.anchor : drive.joint;
  for (const [i, z] of pinsMm.entries()) {
    const near = (xMm: number, zMm: number): boolean => Math.hypot(lever.pin.xMm - xMm, z - zMm) < NEAREST_MM;
    if (near(0, 0) || (far && near(far.xMm, far.zMm))) {
      return refusal("invalid_input", `pinsMm[${i}]`, z, "a pin 1 mm or more from the pivot and from the rod's end");
    }
  }
  const work = pinsMm.length * targetsPct.length * obstacles.length;
  return work > MOST_WORK
    ? refusal("too_large", "targetsPct", targetsPct.length, `cells times obstacles up to ${MOST_WORK}`)
    : null;
}
