import { z } from "zod";
import type { Body, ClearanceInput, NotchInput, NotchLimits, Obstacle } from "../../core";
import { list, num, text } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";
import { checkGearbox, checkLever, firstRepeat, gearboxSchema, leverSchema, point } from "./lever";

const place = point(5000);
const named = { name: text() };

const circle = z.strictObject({
  ...named,
  kind: z.literal("circle"),
  xMm: num(-5000, 5000, "mm"),
  zMm: num(-5000, 5000, "mm"),
  radiusMm: num(0, 2000, "mm"),
});
const segment = z.strictObject({
  ...named,
  kind: z.literal("segment"),
  from: place,
  to: place,
  halfWidthMm: num(0, 2000, "mm"),
});
const polygon = z.strictObject({ ...named, kind: z.literal("polygon"), points: list(place, 3, 500) });

/** The kind may be left out: points make a polygon, from or to a segment, a radius a circle. */
const withKind = (value: unknown): unknown => {
  if (typeof value !== "object" || value === null || Array.isArray(value) || "kind" in value) return value;
  const kind =
    "points" in value
      ? "polygon"
      : "from" in value || "to" in value
        ? "segment"
        : "radiusMm" in value
          ? "circle"
          : null;
  return kind ? { ...value, kind } : value;
};

export const obstacleSchema = z.preprocess(
  withKind,
  z.discriminatedUnion("kind", [circle, segment, polygon], {
    error: (issue) =>
      issue.code === "invalid_union"
        ? `${ACCEPTS}"circle", "segment" or "polygon"`
        : `${ACCEPTS}a circle, a segment or a polygon`,
  }),
) as unknown as z.ZodType<Obstacle>;

export const bodySchema = z.strictObject({
  shaftRadiusMm: num(0, 200, "mm"),
  knobRadiusMm: num(0, 200, "mm"),
  tailRadiusMm: num(0, 200, "mm"),
  tailDepthMm: num(1, 3000, "mm").optional(),
}) satisfies z.ZodType<Body>;

const clearanceFields = {
  gearbox: gearboxSchema,
  lever: leverSchema,
  body: bodySchema,
  obstacles: list(obstacleSchema, 1, 200),
};

export const clearanceInput = z.strictObject(clearanceFields) satisfies z.ZodType<ClearanceInput>;

export const notchLimits = z
  .strictObject({
    minGapMm: num(-100, 1000, "mm").default(2),
    maxEffortFactor: num(0.1, 100).default(2),
    minThrowMm: num(0, 1000, "mm").default(40),
    maxReductionPct: num(0, 100, "%").default(50),
  })
  .prefault({}) satisfies z.ZodType<NotchLimits>;

export const notchInput = z.strictObject({
  ...clearanceFields,
  notchesMm: list(num(-200, 200, "mm"), 1, 60),
  limits: notchLimits,
  reference: leverSchema.optional(),
  rodAdjusted: z.boolean({ error: () => `${ACCEPTS}true or false` }).default(false),
}) satisfies z.ZodType<NotchInput>;

/** Most corners of polygons in one question, and most corners a row of notches may be tried against. */
const MOST_CORNERS = 20_000;
const MOST_NOTCH_WORK = 100_000;

const cornersOf = (obstacles: readonly Obstacle[]): number =>
  obstacles.reduce((n, o) => n + (o.kind === "polygon" ? o.points.length : 0), 0);

/** The gearbox, the lever, how large the question is, and that no two obstacles share a name. */
export function checkClearance(input: ClearanceInput): Refusal | null {
  const geometry = checkGearbox(input.gearbox, input.lever.drive.kind) ?? checkLever(input.lever, input.gearbox);
  return geometry ?? checkObstacles(input.obstacles);
}

/** How many corners they have in all, and that no two share a name. */
export function checkObstacles(obstacles: readonly Obstacle[]): Refusal | null {
  const corners = cornersOf(obstacles);
  if (corners > MOST_CORNERS) {
    return refusal("too_large", "obstacles", corners, `polygons with up to ${MOST_CORNERS} points in all`);
  }
  const names = obstacles.map((o) => o.name);
  const repeat = firstRepeat(names);
  return repeat < 0
    ? null
    : refusal("invalid_input", `obstacles[${repeat}].name`, names[repeat], "a name not used before");
}

/** Nearest that knob or pin may come to the pivot, mm. */
const NEAREST_TO_PIVOT = 1;

export function checkNotch(input: NotchInput): Refusal | null {
  const clearance = checkClearance(input);
  if (clearance) return clearance;
  const each = input.obstacles.length + cornersOf(input.obstacles);
  const work = input.notchesMm.length * each;
  if (work > MOST_NOTCH_WORK) {
    const most = `notches times obstacles and their polygon points up to ${MOST_NOTCH_WORK}: here up to ${Math.floor(MOST_NOTCH_WORK / each)} notches`;
    return refusal("too_large", "notchesMm", input.notchesMm.length, most);
  }
  for (const [i, d] of input.notchesMm.entries()) {
    const field = `notchesMm[${i}]`;
    if (input.notchesMm.indexOf(d) !== i) return refusal("invalid_input", field, d, "a notch not listed before");
    const near = [input.lever.knob, input.lever.pin].some((p) => Math.hypot(p.xMm, p.zMm - d) < NEAREST_TO_PIVOT);
    if (near) {
      return refusal("invalid_input", field, d, "a notch that leaves knob and pin 1 mm or more from the pivot");
    }
  }
  if (!input.reference) return null;
  const bad = checkLever(input.reference, input.gearbox, "reference");
  if (bad) return bad;
  const isArm = (kind: string): boolean => kind === "arm";
  const { kind } = input.reference.drive;
  return isArm(kind) === isArm(input.lever.drive.kind)
    ? null
    : refusal("invalid_input", "reference.drive.kind", kind, "a drive of the same travel: all in mm, or all of arms");
}
