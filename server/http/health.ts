import { stat, statfs } from "node:fs/promises";
import { dirname } from "node:path";
import { Router } from "express";
import { routes } from "../../contract";
import type { Backups } from "../backup";
import type { UnitOfWork } from "../db";
import { VERSION } from "../version";
import { endpoint } from "./endpoint";

/** Whether the program answers and reaches its book (refused with `storage` where it does not), and what state it is in. */
export function healthEndpoint(unit: UnitOfWork, databaseFile: string, backups: Backups): Router {
  const router = Router();
  endpoint(router, routes.health, async () => {
    await unit.read((m) => m.query("SELECT 1"));
    return { status: "ok" as const, version: VERSION };
  });
  endpoint(router, routes.condition, async () => {
    const { bsize, bavail, blocks } = await statfs(dirname(databaseFile));
    return {
      version: VERSION,
      disk: { freeBytes: bavail * bsize, totalBytes: blocks * bsize },
      bookBytes: (await stat(databaseFile)).size,
      lastBackup: backups.newest(),
    };
  });
  return router;
}
