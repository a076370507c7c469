import { z } from "zod";

export const backupKinds = ["hand", "schedule", "beforeRestore"] as const;
export type BackupKind = (typeof backupKinds)[number];

/** One copy of the book. */
export const backupLine = z.object({
  name: z.string(),
  /** Made by hand, by the schedule, or kept before another was restored. */
  kind: z.enum(backupKinds),
  at: z.string(),
  bytes: z.number(),
  /** It was read through from end to end. */
  ok: z.boolean(),
  jobs: z.number().nullable(),
  vehicles: z.number().nullable(),
});
export type BackupLine = z.infer<typeof backupLine>;
export const backupList = z.object({ backups: z.array(backupLine) });
/** What was kept of the book as it was before. */
export const restored = z.object({ kept: backupLine });
export const restoreRequest = z.strictObject({ name: z.string().max(80) });
