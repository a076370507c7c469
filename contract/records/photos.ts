import { z } from "zod";

/** Largest picture taken in, bytes. */
export const PHOTO_BYTES = 25 * 1024 * 1024;

/** Kinds of picture that are read. */
export const photoKinds = ["JPEG", "PNG", "WebP"] as const;

/** What an upload gives back: the name its file is kept under, and how large it became. */
export const photoAnswer = z.object({
  file: z.string(),
  widthPx: z.number(),
  heightPx: z.number(),
  bytes: z.number(),
  /** The camera had written where it was taken; that is not kept. */
  placeRemoved: z.boolean(),
});
export type PhotoAnswer = z.infer<typeof photoAnswer>;
