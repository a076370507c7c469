import { Router } from "express";
import { routes } from "../../contract";
import type { Changes, Views } from "../services";
import { door } from "./door";
import { jsonBody } from "./json";

/** Largest set of changes in one request. */
const RECORD_LIMIT = "2mb";

/** The doors to the records. */
export function recordDoors(views: Views, changes: Changes): Router {
  const router = Router();
  router.use("/api", jsonBody(RECORD_LIMIT));
  door(router, routes.yard, ({ query }) => views.yard(query.search, query.limit, query.offset));
  door(router, routes.vehicles, ({ query }) => views.vehicles(query.search, query.limit, query.offset));
  door(router, routes.vehicle, ({ params }) => views.vehicle(params.id));
  door(router, routes.job, ({ params }) => views.job(params.id));
  door(router, routes.shop, () => views.shop());
  door(router, routes.bin, () => views.bin());
  door(router, routes.history, ({ query }) => changes.history(query.scope, query.limit, query.offset));
  door(router, routes.undoState, ({ query }) =>
    changes.undoState({ scope: query.scope, personId: query.personId ?? null, station: query.station ?? null }),
  );
  door(router, routes.change, ({ body }) => changes.apply(body));
  door(router, routes.undo, ({ body }) => changes.undo(body));
  door(router, routes.redo, ({ body }) => changes.redo(body));
  return router;
}
