import { Router } from "express";
import { routes, type DueView, type JsonRoute } from "../../contract";
import type { Changes, Views } from "../services";
import type { ShopView } from "../snapshot";
import { calendar } from "../../core";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { endpoint, sendingEndpoint } from "./endpoint";
import { jsonBody } from "./json";

/** Largest set of changes in one request. */
const RECORD_LIMIT = "2mb";

/** Reads a view over the whole shop, as JSON in UTF-8. */
export type ReadShopView = (view: ShopView, until?: AbortSignal) => Promise<Uint8Array>;

/** Endpoints of the records. */
export function recordEndpoints(views: Views, changes: Changes, shopView: ReadShopView): Router {
  const router = Router();
  /** A view over the whole shop: it comes from the reader as JSON, and is sent as it is. */
  const wholeShop = (route: JsonRoute, view: ShopView): void =>
    sendingEndpoint(router, route, async (_incoming, _req, res) => {
      res.type("json").send(Buffer.from(await shopView(view, abortOnDisconnect(res))));
    });
  router.use("/api", jsonBody(RECORD_LIMIT));
  endpoint(router, routes.yard, ({ query }) => views.yard(query.search, query.limit, query.offset));
  endpoint(router, routes.vehicles, ({ query }) => views.vehicles(query.search, query.limit, query.offset));
  endpoint(router, routes.vehicle, ({ params }) => views.vehicle(params.id));
  wholeShop(routes.sheets, "sheets");
  endpoint(router, routes.sheet, ({ params }) => views.sheet(params.id));
  endpoint(router, routes.workshop, () => views.workshop());
  wholeShop(routes.book, "book");
  endpoint(router, routes.search, ({ query }) => views.search(query.words, query.limit));
  wholeShop(routes.lists, "lists");
  wholeShop(routes.memory, "memory");
  wholeShop(routes.due, "due");
  sendingEndpoint(router, routes.dueCalendar, async (_incoming, _req, res) => {
    const { today, due } = JSON.parse(Buffer.from(await shopView("due")).toString()) as DueView;
    const days = due.flatMap((d) =>
      d.dueDate === null ? [] : [{ uid: d.key, title: `${d.tag}: ${d.what}`, day: d.dueDate, text: d.title }],
    );
    res.type("text/calendar").send(calendar(today, days));
  });
  endpoint(router, routes.job, ({ params }) => views.job(params.id));
  endpoint(router, routes.shop, () => views.shop());
  wholeShop(routes.bin, "bin");
  endpoint(router, routes.history, ({ query }) => changes.history(query.scope, query.limit, query.offset));
  endpoint(router, routes.undoState, ({ query }) =>
    changes.undoState({ scope: query.scope, personId: query.personId ?? null, station: query.station ?? null }),
  );
  endpoint(router, routes.change, ({ body }) => changes.apply(body));
  endpoint(router, routes.undo, ({ body }) => changes.undo(body));
  endpoint(router, routes.redo, ({ body }) => changes.redo(body));
  return router;
}
