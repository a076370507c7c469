import {
  addressOf,
  archivePreview,
  routes,
  type ArchivePreview,
  type ArchiveTaken,
  type PaperKind,
} from "../../contract";
import type { ApiError } from "../format/apiError";
import { saidBy, sendJson } from "./sendJson";

/** Where an archive is fetched from: the browser keeps it as a file. */
export const archiveAddress = (of: "job" | "vehicle" | "shop", id?: string): string =>
  addressOf("archive", {}, { of, id });

/** Sends a printed sheet of a job, to be kept for its archive; throws ApiError. */
export async function keepPaper(jobId: string, which: PaperKind, bytes: Uint8Array): Promise<void> {
  const headers = { "Content-Type": "application/pdf" };
  const body = new Blob([bytes as BlobPart]);
  const response = await fetch(addressOf("paper", { jobId, which }), { method: "POST", body, headers }).catch(() => {
    throw { offline: true } satisfies ApiError;
  });
  await saidBy(response);
}

/** Sends an archive to be looked at; throws ApiError, or what the abort throws. */
export async function lookAtArchive(file: Blob, signal: AbortSignal): Promise<ArchivePreview> {
  const headers = { "Content-Type": "application/zip" };
  const response = await fetch(routes.archiveIn.path, { method: "POST", body: file, headers, signal }).catch(
    (error: unknown) => {
      throw error instanceof DOMException && error.name === "AbortError"
        ? error
        : ({ offline: true } satisfies ApiError);
    },
  );
  return archivePreview.parse(await saidBy(response));
}

/** Takes in an archive that was looked at, of its conflicts those that are named. Throws ApiError. */
export const takeArchive = (token: string, theirs: string[]): Promise<ArchiveTaken> =>
  sendJson("archiveTake", { token, theirs });

/** Leaves it; nobody waits for the answer. */
export const leaveArchive = (token: string): void => void sendJson("archiveLeave", { token }).catch(() => undefined);
