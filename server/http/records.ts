import { Router } from "express";
import { routes } from "../../contract";
import type { Changes, Views } from "../services";
import { calendar } from "../../core";
import { endpoint, sendingEndpoint } from "./endpoint";
import { jsonBody } from "./json";

/** Largest set of changes in one request. */
const RECORD_LIMIT = "2mb";

/** Endpoints of the records. */
export function recordEndpoints(views: Views, changes: Changes): Router {
  const router = Router();
  router.use("/api", jsonBody(RECORD_LIMIT));
  endpoint(router, routes.yard, ({ query }) => views.yard(query.search, query.limit, query.offset));
  endpoint(router, routes.vehicles, ({ query }) => views.vehicles(query.search, query.limit, query.offset));
  endpoint(router, routes.vehicle, ({ params }) => views.vehicle(params.id));
  endpoint(router, routes.sheets, () => views.sheets());
  endpoint(router, routes.sheet, ({ params }) => views.sheet(params.id));
  endpoint(router, routes.workshop, () => views.workshop());
  endpoint(router, routes.book, () => views.book());
  endpoint(router, routes.search, ({ query }) => views.search(query.words, query.limit));
  endpoint(router, routes.lists, () => views.lists());
  endpoint(router, routes.memory, () => views.memory());
  endpoint(router, routes.due, () => views.due());
  sendingEndpoint(router, routes.dueCalendar, async (_incoming, _req, res) => {
    const { today, due } = await views.due();
    const days = due.flatMap((d) =>
      d.dueDate === null ? [] : [{ uid: d.key, title: `${d.tag}: ${d.what}`, day: d.dueDate, text: d.title }],
    );
    res.type("text/calendar").send(calendar(today, days));
  });
  endpoint(router, routes.job, ({ params }) => views.job(params.id));
  endpoint(router, routes.shop, () => views.shop());
  endpoint(router, routes.bin, () => views.bin());
  endpoint(router, routes.history, ({ query }) => changes.history(query.scope, query.limit, query.offset));
  endpoint(router, routes.undoState, ({ query }) =>
    changes.undoState({ scope: query.scope, personId: query.personId ?? null, station: query.station ?? null }),
  );
  endpoint(router, routes.change, ({ body }) => changes.apply(body));
  endpoint(router, routes.undo, ({ body }) => changes.undo(body));
  endpoint(router, routes.redo, ({ body }) => changes.redo(body));
  return router;
}
