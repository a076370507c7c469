import { z } from "zod";
import { isSheet, seesPlane, sheetCamera, type PhotoInput } from "../../core";
import { list, num, over, text } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

const pixel = { xPx: num(-100_000, 100_000, "px"), yPx: num(-100_000, 100_000, "px") };
const between = { from: text(), to: text() };

export const photoInput = z.strictObject({
  target: z.strictObject({ widthMm: over(0, 5000, "mm"), heightMm: over(0, 5000, "mm") }),
  corners: list(z.strictObject(pixel), 4, 4),
  points: list(z.strictObject({ name: text(), ...pixel, heightMm: num(-500, 500, "mm").default(0) }), 1, 60),
  pickPx: num(0, 100, "px").default(1),
  cornerPx: num(0, 100, "px").default(0.5),
  image: z.strictObject({ widthPx: over(0, 100_000, "px"), heightPx: over(0, 100_000, "px") }).optional(),
  focalPx: over(0, 100_000, "px").optional(),
  lengths: list(z.strictObject(between), 0, 200).default([]),
  known: z.strictObject({ ...between, mm: over(0, 5000, "mm") }).optional(),
  k: num(1, 4).default(2),
}) satisfies z.ZodType<PhotoInput>;

/** Corners that are no sheet, names, picks beyond the horizon, the camera heights need, then names of lengths. */
export function checkPhoto(input: PhotoInput): Refusal | null {
  const { points } = input;
  if (!isSheet(input.corners)) {
    const accepts = "upper left, upper right, lower right, lower left of the sheet, in this order, not mirrored";
    return refusal("invalid_input", "corners", input.corners, accepts);
  }
  const names = points.map((p) => p.name);
  const repeat = firstRepeat(names);
  if (repeat >= 0) {
    return refusal("invalid_input", `points[${repeat}].name`, names[repeat], "a name not used before");
  }
  const beyond = points.findIndex((p) => !seesPlane(input, p));
  if (beyond >= 0) {
    const { xPx, yPx } = points[beyond];
    return refusal("invalid_input", `points[${beyond}]`, { xPx, yPx }, "a place short of the sheet's horizon");
  }
  if (points.some((p) => p.heightMm !== 0)) {
    if (!input.image) return refusal("invalid_input", "image", null, "the picture's size, as heights are given");
    if (!input.focalPx) return refusal("invalid_input", "focalPx", null, "the focal length, as heights are given");
  }
  const camera = sheetCamera(input);
  const above = camera ? points.findIndex((p) => p.heightMm !== 0 && camera.heightMm <= p.heightMm) : -1;
  if (camera && above >= 0) {
    const accepts = `a height below the camera's, ${camera.heightMm.toFixed(0)} mm`;
    return refusal("invalid_input", `points[${above}].heightMm`, points[above].heightMm, accepts);
  }
  const ends = [
    ...input.lengths.map((l, i) => [`lengths[${i}]`, l] as const),
    ...(input.known ? [["known", input.known] as const] : []),
  ];
  for (const [path, length] of ends) {
    for (const end of ["from", "to"] as const) {
      if (!names.includes(length[end])) {
        return refusal("invalid_input", `${path}.${end}`, length[end], `one of the points: ${names.join(", ")}`);
      }
    }
  }
  return null;
}
