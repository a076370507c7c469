import { z } from "zod";
import type { Drive, Gearbox, LeverGeometry, LeverInput, Point } from "../../core";
import { list, num, text } from "../fields";
import { refusal, type Refusal } from "../refusal";

export const point = (limit: number) =>
  z.strictObject({ xMm: num(-limit, limit, "mm"), zMm: num(-limit, limit, "mm") }) satisfies z.ZodType<Point>;

const axis = num(-360, 360, "deg").default(0);

export const driveSchema = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({ kind: z.literal("direct"), axisDeg: axis }),
    z.strictObject({ kind: z.literal("rod"), joint: point(5000), axisDeg: axis }),
    z.strictObject({ kind: z.literal("arm"), joint: point(5000), armPivot: point(5000) }),
    z.strictObject({ kind: z.literal("cable"), anchor: point(5000), ratio: num(0.05, 20).default(1) }),
  ],
  {
    error: (issue) =>
      issue.code === "invalid_union" ? 'accepts: "direct", "rod", "arm" or "cable"' : "accepts: an object",
  },
) satisfies z.ZodType<Drive>;

export const leverSchema = z.strictObject({
  knob: point(3000),
  pin: point(2000),
  drive: driveSchema,
  cross: z
    .strictObject({
      knobArmMm: num(1, 3000, "mm").optional(),
      pinArmMm: num(1, 2000, "mm").optional(),
    })
    .prefault({}),
}) satisfies z.ZodType<LeverGeometry>;

export const gearboxSchema = z.strictObject({
  columns: list(z.strictObject({ column: text(), crossMm: num(-200, 200, "mm") }), 1, 12).optional(),
  gears: list(
    z.strictObject({
      gear: text(),
      column: text(),
      travelMm: num(-500, 500, "mm").optional(),
      travelDeg: num(-170, 170, "deg").optional(),
    }),
    1,
    24,
  ),
}) satisfies z.ZodType<Gearbox>;

export const leverInput = z.strictObject({
  gearbox: gearboxSchema,
  lever: leverSchema,
  selectorForceN: num(0, 100000, "N").optional(),
  selectorTorqueNm: num(0, 100000, "N m").optional(),
}) satisfies z.ZodType<LeverInput>;

/** Index of the first item whose name stood before; -1 where all differ. */
export const firstRepeat = (names: readonly string[]): number => names.findIndex((n, i) => names.indexOf(n) !== i);

/** Names that repeat, gears in no known column, travel of the kind the drive needs. */
export function checkGearbox(gearbox: Gearbox, kind: Drive["kind"], path = "gearbox"): Refusal | null {
  const columns = gearbox.columns?.map((c) => c.column);
  const repeat = columns ? firstRepeat(columns) : -1;
  if (columns && repeat >= 0) {
    return refusal("invalid_input", `${path}.columns[${repeat}].column`, columns[repeat], "a name not used before");
  }
  const names = gearbox.gears.map((g) => g.gear);
  const field = kind === "arm" ? "travelDeg" : "travelMm";
  for (const [i, gear] of gearbox.gears.entries()) {
    const at = `${path}.gears[${i}]`;
    if (names.indexOf(gear.gear) !== i) {
      return refusal("invalid_input", `${at}.gear`, gear.gear, "a name not used before");
    }
    if (columns && !columns.includes(gear.column)) {
      return refusal("invalid_input", `${at}.column`, gear.column, `one of the columns: ${columns.join(", ")}`);
    }
    if (gear[field] === undefined) {
      const range = kind === "arm" ? "degrees from -170 to 170" : "mm from -500 to 500";
      return refusal("invalid_input", `${at}.${field}`, null, `the selector's travel in ${range}`);
    }
  }
  return null;
}

const apart = (a: Point, b: Point): number => Math.hypot(a.xMm - b.xMm, a.zMm - b.zMm);
const PIVOT: Point = { xMm: 0, zMm: 0 };

/** Points that coincide, and a sideways arm that cannot be told from the geometry. */
export function checkLever(lever: LeverGeometry, gearbox: Gearbox, path = "lever"): Refusal | null {
  const tooNear = (field: string, a: Point, b: Point, from: string): Refusal | null =>
    apart(a, b) < 1 ? refusal("invalid_input", `${path}.${field}`, a, `a point 1 mm or more from the ${from}`) : null;
  const { drive } = lever;
  const near =
    tooNear("knob", lever.knob, PIVOT, "pivot") ??
    tooNear("pin", lever.pin, PIVOT, "pivot") ??
    (drive.kind === "rod" ? tooNear("drive.joint", drive.joint, lever.pin, "pin") : null) ??
    (drive.kind === "arm"
      ? (tooNear("drive.joint", drive.joint, lever.pin, "pin") ??
        tooNear("drive.armPivot", drive.armPivot, drive.joint, "joint"))
      : null) ??
    (drive.kind === "cable" ? tooNear("drive.anchor", drive.anchor, lever.pin, "pin") : null);
  if (near) return near;
  const sideways = gearbox.columns?.some((c) => c.crossMm !== 0) ?? false;
  if (lever.pin.zMm === 0 && lever.cross.pinArmMm === undefined && sideways) {
    return refusal(
      "invalid_input",
      `${path}.cross.pinArmMm`,
      null,
      "the pin's sideways arm, 1 to 2000 mm: the pin is level with the pivot and gives none",
    );
  }
  return null;
}

export const checkLeverInput = (input: LeverInput): Refusal | null =>
  checkGearbox(input.gearbox, input.lever.drive.kind) ?? checkLever(input.lever, input.gearbox);
