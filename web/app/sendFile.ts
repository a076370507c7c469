import type { z } from "zod";
import { isRefusal, refusal, type Refusal } from "../../contract";

/** Longest wait for a file to be taken in, ms. */
const UPLOAD_MS = 60_000;

/** Where a file goes: the door, the field, how large it may be, how it is called, and what comes back. */
export interface FileDoor<T> {
  path: string;
  field: string;
  bytes: number;
  called: string;
  answer: z.ZodType<T>;
}

/** Sends one file; says how much of it is on its way. Throws a refusal, or an AbortError when called off. */
export function sendFile<T>(
  door: FileDoor<T>,
  file: Blob,
  name: string,
  onPart: (part: number) => void,
  until: AbortSignal,
): Promise<T> {
  const { field } = door;
  if (file.size > door.bytes) {
    const most = `${door.called} of up to ${door.bytes / 1024 / 1024} MB`;
    return Promise.reject(refusal("too_large", field, file.size, most));
  }
  return new Promise((resolve, reject) => {
    // A plain request, not fetch: only this one tells how far it has come.
    const request = new XMLHttpRequest();
    request.open("POST", door.path);
    request.responseType = "json";
    request.timeout = UPLOAD_MS;
    request.upload.onprogress = (e) => e.lengthComputable && onPart(e.loaded / e.total);
    const lost = (): void =>
      reject(refusal("internal", field, name, "the same again", `${door.called} did not arrive`));
    request.onerror = lost;
    request.ontimeout = lost;
    request.onload = () => {
      const answer: unknown = request.response;
      const read = door.answer.safeParse(answer);
      if (request.status === 200 && read.success) resolve(read.data);
      else if (isRefusal(answer)) reject(answer);
      else lost();
    };
    until.addEventListener("abort", () => {
      request.abort();
      reject(new DOMException("called off", "AbortError"));
    });
    const form = new FormData();
    form.append(field, file, name);
    request.send(form);
  });
}

/** Why a file was not taken in, in words; null when the person called it off. */
export const refusedText = (error: unknown, called: string): string | null =>
  error instanceof DOMException && error.name === "AbortError"
    ? null
    : isRefusal(error)
      ? `${(error as Refusal).error.message}. Accepted: ${(error as Refusal).error.accepts}.`
      : `${called} was not taken in.`;
