import { createWriteStream, rmSync } from "node:fs";
import { dirname } from "node:path";
import { pipeline } from "node:stream/promises";
import { Router } from "express";
import { ARCHIVE_BYTES, routes } from "../../contract";
import type { ArchiveDesk } from "../archive";
import { upTo } from "../papers";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { endpoint, sendingEndpoint } from "./endpoint";
import { jsonBody } from "./json";

/** As many choices as an archive may have conflicts. */
const BODY_LIMIT = "1mb";

/** Archives out as a stream, and in by way of a look at what they would do. */
export function archiveEndpoints(desk: ArchiveDesk): Router {
  const router = Router();
  sendingEndpoint(router, routes.archive, async ({ query }, _req, res) => {
    const { name, stream } = await desk.out({ kind: query.of, id: query.id ?? null }, abortOnDisconnect(res));
    res.type("zip").attachment(name);
    await pipeline(stream, res);
  });
  sendingEndpoint(router, routes.archiveIn, async (_incoming, req, res) => {
    const { token, path } = desk.place();
    try {
      await pipeline(req, upTo(ARCHIVE_BYTES, "archive", "an archive"), createWriteStream(path));
    } catch (error) {
      rmSync(dirname(path), { recursive: true, force: true });
      throw error;
    }
    res.json(await desk.look(token, abortOnDisconnect(res)));
  });
  // The archive itself is the body of the one above.
  router.use(["/api/archive/take", "/api/archive/leave"], jsonBody(BODY_LIMIT));
  endpoint(router, routes.archiveTake, ({ body }) => desk.take(body.token, body.theirs));
  endpoint(router, routes.archiveLeave, async ({ body }) => {
    desk.leave(body.token);
    return {};
  });
  return router;
}
