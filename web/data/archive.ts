import {
  addressOf,
  archivePreview,
  isRefusal,
  refusal,
  routes,
  type ArchivePreview,
  type ArchiveTaken,
} from "../../contract";
import type { ApiError } from "../format/apiError";

async function answerOf(response: Response): Promise<unknown> {
  const data: unknown = await response.json().catch(() => null);
  if (isRefusal(data)) throw { offline: false, refusal: data } satisfies ApiError;
  if (!response.ok)
    throw { offline: false, refusal: refusal("internal", "", null, "the same again") } satisfies ApiError;
  return data;
}

const sent = (path: string, init: RequestInit): Promise<Response> =>
  fetch(path, { method: "POST", ...init }).catch((error: unknown) => {
    throw error instanceof DOMException && error.name === "AbortError" ? error : ({ offline: true } satisfies ApiError);
  });

/** Where an archive is fetched from: the browser keeps it as a file. */
export const archiveAddress = (of: "job" | "vehicle" | "shop", id?: string): string =>
  addressOf("archive", {}, { of, id });

/** Sends an archive to be looked at; throws ApiError, or what the abort throws. */
export async function lookAtArchive(file: Blob, signal: AbortSignal): Promise<ArchivePreview> {
  const headers = { "Content-Type": "application/zip" };
  return archivePreview.parse(await answerOf(await sent(routes.archiveIn.path, { body: file, headers, signal })));
}

const json = (body: object): RequestInit => ({
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify(body),
});

/** Takes in an archive that was looked at, of its conflicts those that are named. Throws ApiError. */
export async function takeArchive(token: string, theirs: string[]): Promise<ArchiveTaken> {
  const data = await answerOf(await sent(routes.archiveTake.path, json({ token, theirs })));
  return routes.archiveTake.response.parse(data);
}

/** Leaves it; nobody waits for the answer. */
export const leaveArchive = (token: string): void =>
  void sent(routes.archiveLeave.path, json({ token })).catch(() => undefined);
