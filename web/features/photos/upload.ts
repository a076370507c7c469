import {
  isRefusal,
  PHOTO_BYTES,
  photoAnswer,
  refusal,
  routes,
  type PhotoAnswer,
  type Refusal,
} from "../../../contract";

/** Longest wait for a picture to be taken in, ms. */
const UPLOAD_MS = 60_000;

/** Sends one picture; says how much of it is on its way. Throws a refusal, or an AbortError when called off. */
export function sendPhoto(file: File, onPart: (part: number) => void, until: AbortSignal): Promise<PhotoAnswer> {
  if (file.size > PHOTO_BYTES) {
    return Promise.reject(
      refusal("too_large", "photo", file.size, `a picture of up to ${PHOTO_BYTES / 1024 / 1024} MB`),
    );
  }
  return new Promise((resolve, reject) => {
    // A plain request, not fetch: only this one tells how far it has come.
    const request = new XMLHttpRequest();
    request.open("POST", routes.photo.path);
    request.responseType = "json";
    request.timeout = UPLOAD_MS;
    request.upload.onprogress = (e) => e.lengthComputable && onPart(e.loaded / e.total);
    const lost = (): void =>
      reject(refusal("internal", "photo", file.name, "the same again", "the picture did not arrive"));
    request.onerror = lost;
    request.ontimeout = lost;
    request.onload = () => {
      const answer: unknown = request.response;
      const read = photoAnswer.safeParse(answer);
      if (request.status === 200 && read.success) resolve(read.data);
      else if (isRefusal(answer)) reject(answer);
      else lost();
    };
    until.addEventListener("abort", () => {
      request.abort();
      reject(new DOMException("called off", "AbortError"));
    });
    const form = new FormData();
    form.append("photo", file);
    request.send(form);
  });
}

export const refusedText = (error: unknown): string | null =>
  error instanceof DOMException && error.name === "AbortError"
    ? null
    : isRefusal(error)
      ? `${(error as Refusal).error.message}. Accepted: ${(error as Refusal).error.accepts}.`
      : "The picture was not taken in.";
