import { existsSync } from "node:fs";
import { join } from "node:path";
import express, { Router } from "express";
import { sendKept } from "./sendKept";

const A_YEAR = "365d";

/** The built application: hashed assets may be kept for ever, the page itself is asked for anew. */
export function pageDoor(folder: string): Router {
  const router = Router();
  if (!existsSync(folder)) return router;
  router.use("/assets", express.static(join(folder, "assets"), { immutable: true, maxAge: A_YEAR, index: false }));
  router.use(express.static(folder, { index: false, maxAge: 0 }));
  router.get("/{*path}", (req, res, next) => {
    if (req.path.startsWith("/api") || req.path.startsWith("/assets")) return next();
    sendKept(res.set("Cache-Control", "no-cache"), join(folder, "index.html"), next);
  });
  return router;
}
