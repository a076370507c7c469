import { Router } from "express";
import { PHOTO_BYTES, photoKinds } from "../../contract";
import type { Photos, PhotoSize } from "../photos";
import { refuse } from "../services";
import { oneFile } from "./oneFile";
import { sendKept } from "./sendKept";

const HASH = /^[0-9a-f]{64}$/;

/** Pictures in and out. */
export function photoEndpoints(photos: Photos): Router {
  const router = Router();
  const received = oneFile({ field: "photo", bytes: PHOTO_BYTES, called: "a picture", accepts: photoKinds.join(", ") });
  router.post("/api/photos", received, async (req, res, next) => {
    try {
      res.json(await photos.store(req.file!.buffer));
    } catch (error) {
      next(error);
    }
  });
  router.get("/api/photos/:file", async (req, res, next) => {
    try {
      const { file } = req.params;
      if (!HASH.test(file) || !photos.has(file)) refuse("not_found", "file", file, "the hash of a picture kept here");
      const size: PhotoSize = req.query.size === "small" ? "small" : "whole";
      // The name is the hash of the contents: what it names never changes.
      res.set("Cache-Control", "private, max-age=31536000, immutable");
      sendKept(res.type("jpeg"), photos.pathOf(file, size), next);
    } catch (error) {
      next(error);
    }
  });
  return router;
}
