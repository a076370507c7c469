import { randomUUID } from "node:crypto";
import type { ErrorRequestHandler, RequestHandler } from "express";
import type { Logger } from "pino";
import { refusal, type Refusal } from "../../contract";
import { storageTrouble } from "../db";
import { HTTP_STATUS, Refused } from "../services";

/** An error of the libraries that read requests and send files: what the caller did wrong stands in its status. */
interface RequestError {
  status?: number;
  type?: string;
  limit?: number;
  length?: number;
  message: string;
  headers?: Record<string, string>;
}

/** What such an error means to its caller, with the status it goes out under; null where it is no caller's mistake. */
function fromRequest(error: RequestError): Refusal | null {
  const { status, message } = error;
  if (typeof status !== "number" || status < 400 || status >= 500) return null;
  switch (status) {
    case 404:
      return refusal("not_found", "path", null, "a path of the API; see /api");
    case 412:
      return refusal("conflict", "If-Match", null, "the version that is kept here, or no condition");
    case 413:
      return refusal("too_large", "", error.length ?? null, `a body of up to ${error.limit ?? 0} bytes`);
    case 416:
      return refusal("invalid_input", "Range", null, "a part of the file that exists");
    default:
      return error.type === undefined && /decode/i.test(message)
        ? refusal("invalid_input", "path", null, "a path with well-formed percent signs", "this address cannot be read")
        : refusal("invalid_json", "", null, "JSON text in UTF-8, packed as Content-Encoding says", message);
  }
}

export const noSuchEndpoint: RequestHandler = (req, _res, next) => {
  next(new Refused(refusal("not_found", "path", req.path, "a path of the API; see /api")));
};

/** Every error leaves in one form; what was not foreseen keeps its inside to the log. */
export function errorEndpoint(log: Logger, databaseFile: string): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    // What was set for the file that was to be sent does not hold for the refusal.
    for (const name of ["Cache-Control", "ETag", "Last-Modified"]) res.removeHeader(name);
    res.type("json");
    if (error instanceof Refused) {
      res.status(HTTP_STATUS[error.refusal.error.code]).json(error.refusal);
      return;
    }
    const mistake = fromRequest(error as RequestError);
    if (mistake) {
      const { status, headers } = error as RequestError;
      if (headers?.["Content-Range"]) res.set("Content-Range", headers["Content-Range"]);
      res.status(status ?? HTTP_STATUS[mistake.error.code]).json(mistake);
      return;
    }
    const trouble = storageTrouble(error, databaseFile);
    if (trouble) {
      log.error({ err: error }, trouble.what);
      const told = refusal("storage", "", null, trouble.toDo, `${trouble.what} ${trouble.toDo}`);
      res.status(HTTP_STATUS.storage).json(told);
      return;
    }
    const id = randomUUID();
    log.error({ id, err: error }, "unforeseen error");
    res
      .status(500)
      .json(refusal("internal", "", null, "the same request again", `something went wrong here; note ${id}`, { id }));
  };
}
