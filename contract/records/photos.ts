import { z } from "zod";
import { over, whole } from "../fields";
import { ACCEPTS } from "../refusal";
import { line, moment, ulid } from "./fields";

/** Largest picture taken in, bytes. */
export const PHOTO_BYTES = 25 * 1024 * 1024;

/** Longest side a picture is kept at, px: enough to read a worn edge; to measure by, nearly all a camera gives. */
export const KEPT_PX = 2400;
export const FINE_PX = 4096;

/** Kinds of picture that are read. */
export const photoKinds = ["JPEG", "PNG", "WebP"] as const;

/** What an upload gives back: the name its file is kept under, and how large it became. */
export const photoAnswer = z.object({
  file: z.string(),
  widthPx: z.number(),
  heightPx: z.number(),
  bytes: z.number(),
  /** Focal length as on a 36 mm wide picture, where the camera had written it. */
  focal35Mm: z.number().nullable(),
  /** The camera had written where it was taken; that is not kept. */
  placeRemoved: z.boolean(),
});
export type PhotoAnswer = z.infer<typeof photoAnswer>;

const HASH = /^[0-9a-f]{64}$/;

/** The name a picture is kept under. */
export const photoFile = z
  .string({ error: () => `${ACCEPTS}the hash the upload gave` })
  .regex(HASH, { error: () => `${ACCEPTS}the hash the upload gave` });

/** A picture of a job; the file itself is kept beside the database under its hash. */
export const photo = z.strictObject({
  jobId: ulid,
  readingId: ulid.nullable().default(null),
  file: photoFile,
  name: line.default(""),
  widthPx: whole(1, 20000),
  heightPx: whole(1, 20000),
  takenBy: ulid.nullable().default(null),
  takenAt: moment.nullable().default(null),
  /** The lens as the same view on a 36 mm wide picture, where the camera had written it. */
  focal35Mm: over(0, 2000, "mm").nullable().default(null),
});
