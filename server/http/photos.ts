import { Router } from "express";
import { PHOTO_BYTES, isFileHash, photoKinds, routes } from "../../contract";
import type { Photos } from "../photos";
import { refuse } from "../services";
import { sendingEndpoint } from "./endpoint";
import { oneFile } from "./oneFile";
import { sendKept } from "./sendKept";

/** Pictures in and out. */
export function photoEndpoints(photos: Photos): Router {
  const router = Router();
  const { file: field } = routes.photo;
  const received = oneFile({ field, bytes: PHOTO_BYTES, called: "a picture", accepts: photoKinds.join(", ") });
  const taken = async (bytes: Buffer) => photos.store(bytes);
  sendingEndpoint(
    router,
    routes.photo,
    async (_in, req, res) => void res.json(await taken(req.file!.buffer)),
    received,
  );
  sendingEndpoint(router, routes.photoFile, ({ params: { file }, query }, _req, res, next) => {
    if (!isFileHash(file) || !photos.has(file)) refuse("not_found", "file", file, "the hash of a picture kept here");
    // The name is the hash of the contents: what it names never changes.
    res.set("Cache-Control", "private, max-age=31536000, immutable");
    sendKept(res.type("jpeg"), photos.pathOf(file, query.size), next);
  });
  return router;
}
