import { z } from "zod";
import { sheetKinds } from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { ACCEPTS } from "../refusal";
import { ulid } from "./fields";

export { sheetKinds };

/** What of a picture a point belongs to: a lever, or anything else that is measured on it. */
export const pictureParts = ["old", "new", "other"] as const;
export type PicturePart = (typeof pictureParts)[number];

/** Farthest a place in a picture may lie from its corner, px. */
const FAR_PX = 100_000;
const pixel = { xPx: num(-FAR_PX, FAR_PX, "px"), yPx: num(-FAR_PX, FAR_PX, "px") };

/** How a printed check bar may come out, mm: further off than this the sheet was not printed at full size. */
const barMm = num(80, 120, "mm");

export const figureKinds = ["length", "angle", "circle"] as const;
export type FigureKind = (typeof figureKinds)[number];

/** A photograph of parts on the printed measuring sheet, and what was taken from it. */
export const sheetPhoto = z.strictObject({
  jobId: ulid,
  /** The picture, one of the job's own. */
  photoId: ulid,
  sheet: word(sheetKinds).default("A4"),
  /** Of (0,0), (width,0), (width,height), (0,height); none where the marks were not found yet. */
  corners: list(z.strictObject(pixel), 0, 4)
    .refine((c) => c.length === 0 || c.length === 4, { error: () => `${ACCEPTS}four corners, or none` })
    .default([]),
  /** What the check bar measures on the printed sheet; null where nobody measured it. */
  barMm: barMm.nullable().default(null),
  /** The lens as the same view on a 36 mm wide picture; of the file, or typed. */
  focal35Mm: over(0, 2000, "mm").nullable().default(null),
  /** How high above the sheet the middle of each part lies. */
  heights: z
    .strictObject({ old: num(-500, 500, "mm"), new: num(-500, 500, "mm"), other: num(-500, 500, "mm") })
    .default({ old: 0, new: 0, other: 0 }),
  points: list(
    z.strictObject({
      part: word(pictureParts),
      name: text(30),
      ...pixel,
      /** How finely it was set, one standard uncertainty: on a screen that shows the picture smaller, more than 1. */
      offPx: num(0.1, 100, "px").default(1),
    }),
    0,
    60,
  ).default([]),
  /** A length in the picture that is known otherwise, between two points. */
  known: z
    .strictObject({ from: text(40), to: text(40), mm: over(0, 5000, "mm") })
    .nullable()
    .default(null),
  /** Between further points: a length of two, an angle of two lines, the circle through holes. */
  figures: list(z.strictObject({ kind: word(figureKinds), name: text(60), count: whole(2, 24) }), 0, 12).default([]),
  /** Which side of the levers points forward, looked at with the knob up. */
  front: word(["left", "right"]).default("left"),
  /** Levers on the throw bench that came out of it. */
  oldSetupId: ulid.nullable().default(null),
  newSetupId: ulid.nullable().default(null),
});

const place = z.object({ xPx: z.number(), yPx: z.number() });

/** What was seen of a measuring sheet in a picture. */
export const sheetSeen = z.discriminatedUnion("ok", [
  z.object({
    ok: z.literal(true),
    kind: z.enum(sheetKinds),
    corners: z.array(place),
    seen: z.array(z.boolean()),
    bars: z.array(z.object({ from: place, to: place })),
    offFlatMm: z.number().nullable(),
    noCamera: z.boolean(),
    widthPx: z.number(),
    heightPx: z.number(),
  }),
  z.object({
    ok: z.literal(false),
    why: z.enum(["none", "few", "mixed", "mirrored"]),
    marks: z.array(z.number()),
    widthPx: z.number(),
    heightPx: z.number(),
  }),
]);
export type SheetSeen = z.infer<typeof sheetSeen>;

const PAIRS = /^-?\d+(\.\d+)?(,-?\d+(\.\d+)?){7}$/;
const says = `${ACCEPTS}eight numbers: x and y of four corners, px`;

/** Four corners in an address. */
export const cornersInAddress = z
  .string({ error: () => says })
  .max(200, { error: () => says })
  .regex(PAIRS, { error: () => says })
  .transform((typed) => {
    const numbers = typed.split(",").map(Number);
    return [0, 2, 4, 6].map((i) => ({ xPx: numbers[i], yPx: numbers[i + 1] }));
  });
