import { Router, type Request, type Response } from "express";
import { PHOTO_BYTES, isFileHash, photoKinds, routes } from "../../contract";
import { isSheet } from "../../core";
import { measuringSheetPdf, measuringSheetSvg } from "../../drawing";
import type { HeavyModels, Job } from "../compute";
import type { Photos } from "../photos";
import { refuse } from "../services";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { sendingEndpoint } from "./endpoint";
import { oneFile } from "./oneFile";
import { sendKept } from "./sendKept";

/** The name is the hash of the contents: what it names never changes. */
const NEVER_CHANGES = "private, max-age=31536000, immutable";

/** Pictures in and out; the measuring sheet, and pictures of it laid flat. */
export function photoEndpoints(photos: Photos, heavy: HeavyModels): Router {
  const router = Router();
  const { file: field } = routes.photo;
  const received = oneFile({ field, bytes: PHOTO_BYTES, called: "a picture", accepts: photoKinds.join(", ") });
  const kept = (file: string): string => {
    if (!isFileHash(file) || !photos.has(file)) refuse("not_found", "file", file, "the hash of a picture kept here");
    return file;
  };
  const asked = (req: Request, res: Response): Job => ({ until: abortOnDisconnect(res), caller: req.ip ?? "" });
  sendingEndpoint(
    router,
    routes.photo,
    async ({ query }, req, res) => void res.json(await photos.store(req.file!.buffer, query.use)),
    received,
  );
  sendingEndpoint(router, routes.photoFile, ({ params: { file }, query }, _req, res, next) => {
    const path = photos.pathOf(kept(file), query.size);
    res.set("Cache-Control", NEVER_CHANGES);
    sendKept(res.type("jpeg"), path, next);
  });
  sendingEndpoint(router, routes.photoSheet, async ({ params: { file } }, req, res) => {
    res.json(await heavy.sheetIn(photos.pathOf(kept(file), "whole"), asked(req, res)));
  });
  sendingEndpoint(router, routes.photoFlat, async ({ params: { file }, query }, req, res) => {
    const path = photos.pathOf(kept(file), "whole");
    const { corners, sheet } = query;
    if (!isSheet(corners)) {
      const accepts = "four corners of the sheet, clockwise, no three in line";
      refuse(
        "invalid_input",
        "corners",
        JSON.stringify(corners),
        accepts,
        "these corners make no sheet seen from its front",
      );
    }
    const jpeg = await heavy.flat(path, corners, sheet, asked(req, res));
    res.set("Cache-Control", NEVER_CHANGES).type("jpeg").send(Buffer.from(jpeg));
  });
  sendingEndpoint(router, routes.measuringSheet, ({ params: { sheet }, query }, _req, res) => {
    if (query.as === "svg") return void res.type("svg").send(measuringSheetSvg(sheet));
    res
      .type("pdf")
      .set("Content-Disposition", `inline; filename="measuring-sheet-${sheet}.pdf"`)
      .send(measuringSheetPdf(sheet));
  });
  return router;
}
