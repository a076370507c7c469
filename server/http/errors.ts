import { randomUUID } from "node:crypto";
import type { ErrorRequestHandler, RequestHandler } from "express";
import type { Logger } from "pino";
import { refusal, type Refusal } from "../../contract";
import { HTTP_STATUS, Refused } from "../services";

interface BodyError {
  type?: string;
  limit?: number;
  length?: number;
  body?: unknown;
  message: string;
}

function fromBody(error: BodyError): Refusal | null {
  switch (error.type) {
    case "entity.too.large":
      return refusal("too_large", "", error.length ?? null, `a body of up to ${error.limit ?? 0} bytes`);
    case "entity.parse.failed":
      return refusal("invalid_json", "", String(error.body ?? "").slice(0, 80), "JSON text", error.message);
    case "encoding.unsupported":
    case "charset.unsupported":
    case "request.aborted":
    case "request.size.invalid":
    case "stream.encoding.set":
      return refusal("invalid_json", "", null, "JSON text in UTF-8", error.message);
    default:
      return null;
  }
}

export const noSuchDoor: RequestHandler = (req, _res, next) => {
  next(new Refused(refusal("not_found", "path", req.path, "a path of the API; see /api")));
};

/** Every error leaves in one form; what was not foreseen keeps its inside to the log. */
export function errorDoor(log: Logger): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    if (error instanceof Refused) {
      res.status(HTTP_STATUS[error.refusal.error.code]).json(error.refusal);
      return;
    }
    const body = fromBody(error as BodyError);
    if (body) {
      res.status(HTTP_STATUS[body.error.code]).json(body);
      return;
    }
    const id = randomUUID();
    log.error({ id, err: error }, "unforeseen error");
    res
      .status(500)
      .json(refusal("internal", "", null, "the same request again", `something went wrong here; note ${id}`, { id }));
  };
}
