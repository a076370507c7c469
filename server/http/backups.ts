import { Router } from "express";
import { routes } from "../../contract";
import type { Backups } from "../backup";
import type { Papers } from "../papers";
import { endpoint, sendingEndpoint } from "./endpoint";
import { jsonBody } from "./json";
import { sendKept } from "./sendKept";

const BODY_LIMIT = "2kb";

/** Copies of the book: listed, made, sent and taken back; `restored` is told when another book is in place. */
export function backupEndpoints(backups: Backups, papers: Papers, restored: () => Promise<void>): Router {
  const router = Router();
  router.use("/api/backups", jsonBody(BODY_LIMIT));
  endpoint(router, routes.backups, async () => ({ backups: await backups.list() }));
  endpoint(router, routes.makeBackup, () => backups.make("hand"));
  endpoint(router, routes.restoreBackup, async ({ body }) => {
    const kept = await backups.restore(body.name);
    // What was printed may say more than the older book does.
    papers.clear();
    await restored();
    return { kept };
  });
  sendingEndpoint(router, routes.backupFile, ({ params }, _req, res, next) => {
    const path = backups.pathOf(params.name);
    res.attachment(params.name);
    sendKept(res, path, next);
  });
  return router;
}
