import { Router, type RequestHandler } from "express";
import type { MulterError } from "multer";
import { PHOTO_BYTES, photoKinds } from "../../contract";
import type { Photos, PhotoSize } from "../photos";
import { refuse } from "../services";

const HASH = /^[0-9a-f]{64}$/;

let reader: RequestHandler | null = null;

/** One file in a field called photo, in memory: it is packed anew before anything is written. Loaded when it is first needed. */
async function oneFile(): Promise<RequestHandler> {
  if (!reader) {
    const { default: multer } = await import("multer");
    const limits = { fileSize: PHOTO_BYTES, files: 1, fields: 0 };
    reader = multer({ storage: multer.memoryStorage(), limits }).single("photo");
  }
  return reader;
}

const isMulterError = (error: unknown): error is MulterError =>
  error instanceof Error && error.name === "MulterError" && "code" in error;

const received: RequestHandler = async (req, res, next) => {
  (await oneFile())(req, res, (error: unknown) => {
    if (error === undefined) return next();
    try {
      if (isMulterError(error) && error.code === "LIMIT_FILE_SIZE") {
        const most = `${PHOTO_BYTES / 1024 / 1024} MB`;
        refuse("too_large", "photo", Number(req.headers["content-length"]) || null, `a picture of up to ${most}`);
      }
      const got = isMulterError(error) ? (error.field ?? error.code) : null;
      refuse("invalid_input", "photo", got, `one file in the field photo: ${photoKinds.join(", ")}`);
    } catch (refused) {
      next(refused);
    }
  });
};

/** Pictures in and out. */
export function photoDoors(photos: Photos): Router {
  const router = Router();
  router.post("/api/photos", received, async (req, res, next) => {
    try {
      if (!req.file) refuse("invalid_input", "photo", null, `one file in the field photo: ${photoKinds.join(", ")}`);
      res.json(await photos.store(req.file!.buffer));
    } catch (error) {
      next(error);
    }
  });
  router.get("/api/photos/:file", async (req, res, next) => {
    try {
      const { file } = req.params;
      if (!HASH.test(file) || !(await photos.has(file)))
        refuse("not_found", "file", file, "the hash of a picture kept here");
      const size: PhotoSize = req.query.size === "small" ? "small" : "whole";
      // The name is the hash of the contents: what it names never changes.
      res.set("Cache-Control", "private, max-age=31536000, immutable");
      res.type("jpeg").sendFile(photos.pathOf(file, size));
    } catch (error) {
      next(error);
    }
  });
  return router;
}
