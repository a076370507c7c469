import type { z } from "zod";
import { isRefusal, refusal, type Refusal } from "../../contract";
import { NotUnderstood, Unreachable } from "./api";

/** Longest wait for a file to be taken in, ms. */
const UPLOAD_MS = 60_000;

/** Where a file goes: the path, the field, how large it may be, how it is called, and what comes back. */
export interface Upload<T> {
  path: string;
  field: string;
  bytes: number;
  called: string;
  answer: z.ZodType<T>;
}

/**
 * Sends one file; says how much of it is on its way. Throws a refusal, Unreachable where the server does not answer,
 * NotUnderstood where its answer is none, or an AbortError when called off.
 */
export function sendFile<T>(
  to: Upload<T>,
  file: Blob,
  name: string,
  onPart: (part: number) => void,
  until: AbortSignal,
): Promise<T> {
  const { field } = to;
  if (file.size > to.bytes) {
    const most = `${to.called} of up to ${to.bytes / 1024 / 1024} MB`;
    return Promise.reject(refusal("too_large", field, file.size, most));
  }
  return new Promise((resolve, reject) => {
    // A plain request, not fetch: only this one tells how far it has come.
    const request = new XMLHttpRequest();
    request.open("POST", to.path);
    request.responseType = "json";
    request.timeout = UPLOAD_MS;
    request.upload.onprogress = (e) => e.lengthComputable && onPart(e.loaded / e.total);
    const lost = (): void => reject(new Unreachable(`${to.called} did not arrive`));
    request.onerror = lost;
    request.ontimeout = lost;
    request.onload = () => {
      const answer: unknown = request.response;
      const read = to.answer.safeParse(answer);
      if (request.status === 200 && read.success) resolve(read.data);
      else if (isRefusal(answer)) reject(answer);
      // Arrived and answered: to send it again would be answered so again.
      else if (request.status === 200) reject(new NotUnderstood(`the answer to ${to.called} is not what it should be`));
      else lost();
    };
    const callOff = (): void => {
      request.abort();
      reject(new DOMException("called off", "AbortError"));
    };
    if (until.aborted) return callOff();
    until.addEventListener("abort", callOff);
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
