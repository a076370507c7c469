import type { RequestHandler } from "express";
import type { MulterError } from "multer";
import { refuse } from "../services";

const isMulterError = (error: unknown): error is MulterError =>
  error instanceof Error && error.name === "MulterError" && "code" in error;

/** What a door takes in: one file in this field, up to a size, and how it and its kinds are called. */
export interface FileWish {
  field: string;
  bytes: number;
  called: string;
  accepts: string;
}

/**
 * Reads one file of a form into memory: it is looked through and packed anew before anything is written. The
 * reader is loaded when it is first needed.
 */
export function oneFile({ field, bytes, called, accepts }: FileWish): RequestHandler {
  let reader: RequestHandler | null = null;
  const read = async (): Promise<RequestHandler> => {
    if (!reader) {
      const { default: multer } = await import("multer");
      const limits = { fileSize: bytes, files: 1, fields: 0 };
      reader = multer({ storage: multer.memoryStorage(), limits }).single(field);
    }
    return reader;
  };
  return async (req, res, next) => {
    (await read())(req, res, (error: unknown) => {
      try {
        if (isMulterError(error) && error.code === "LIMIT_FILE_SIZE") {
          const most = `${bytes / 1024 / 1024} MB`;
          refuse("too_large", field, Number(req.headers["content-length"]) || null, `${called} of up to ${most}`);
        }
        if (error !== undefined || !req.file) {
          const got = isMulterError(error) ? (error.field ?? error.code) : null;
          refuse("invalid_input", field, got, `one file in the field ${field}: ${accepts}`);
        }
        next();
      } catch (refused) {
        next(refused);
      }
    });
  };
}
