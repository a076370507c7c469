import { z } from "zod";
import { list } from "../fields";
import { ulid } from "./fields";
import { resourceNames } from "./resources";

/** Version of the form archives are written in; one of a newer form is refused. */
export const ARCHIVE_VERSION = 1;
export const ARCHIVE_FORMAT = "ash-lever-archive";
/** Largest archive that is taken in. */
export const ARCHIVE_BYTES = 2 * 1024 * 1024 * 1024;

/** Printed sheets of a job that are kept as PDF: the full record, and the customer's one page. */
export const paperKinds = ["record", "customer"] as const;
export type PaperKind = (typeof paperKinds)[number];
/** Largest sheet that is kept. */
export const PAPER_BYTES = 60 * 1024 * 1024;

export const archiveScopes = ["job", "vehicle", "shop"] as const;

export const archiveManifest = z.object({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.number().int().min(1),
  scope: z.enum(archiveScopes),
  title: z.string().max(200),
  shop: z.string().max(200),
  made: z.string(),
  counts: z.partialRecord(z.enum(resourceNames), z.number()),
});
export type ArchiveManifest = z.infer<typeof archiveManifest>;

const difference = z.object({ field: z.string(), here: z.unknown(), there: z.unknown() });

/** What taking an archive in would do, line by line; nothing is written yet. */
export const archivePreview = z.object({
  /** Names the archive until it is taken in or left. */
  token: z.string(),
  manifest: archiveManifest,
  fresh: z.partialRecord(z.enum(resourceNames), z.number()),
  same: z.number(),
  conflicts: z.array(
    z.object({
      resource: z.enum(resourceNames),
      id: z.string(),
      title: z.string(),
      /** It is in the bin here: it stays there. */
      binned: z.boolean(),
      fields: z.array(difference),
    }),
  ),
  photos: z.number(),
  recordings: z.number(),
  /** Pictures and recordings that are damaged in the archive and are left out, by what their records call them. */
  damaged: z.array(z.string()),
  /** Pictures and recordings that records name and the archive does not hold. */
  missing: z.number(),
});
export type ArchivePreview = z.infer<typeof archivePreview>;

export const archiveTake = z.strictObject({
  token: z.string().max(60),
  /** Records in conflict that are taken as the archive has them; the others stay as they are here. */
  theirs: list(ulid, 0, 20_000).default([]),
});
export const archiveLeave = z.strictObject({ token: z.string().max(60) });
export const archiveTaken = z.object({
  created: z.number(),
  updated: z.number(),
  refused: z.array(z.object({ resource: z.enum(resourceNames), title: z.string(), why: z.string() })),
});
export type ArchiveTaken = z.infer<typeof archiveTaken>;
