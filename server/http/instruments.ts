import { Router } from "express";
import { routes } from "../../contract";
import type { Instrument } from "../instruments";
import { refuse } from "../services";
import { door } from "./door";

const number = (text: unknown): number | null => {
  const value = Number(text);
  return typeof text === "string" && text !== "" && Number.isFinite(value) ? value : null;
};

/** The instruments there are, and a stream of readings of each as server-sent events. */
export function instrumentDoors(instruments: readonly Instrument[]): Router {
  const router = Router();
  door(router, routes.instruments, () =>
    Promise.resolve({
      instruments: instruments.map(({ id, name, kind, measures, resolution, standIn }) => ({
        id,
        name,
        kind,
        measures,
        resolution,
        standIn,
      })),
    }),
  );
  router.get("/api/instruments/:id/readings", async (req, res, next) => {
    const instrument = instruments.find((i) => i.id === req.params.id);
    const gone = new AbortController();
    req.on("close", () => gone.abort());
    try {
      if (!instrument) {
        return refuse("not_found", "id", req.params.id, instruments.map((i) => i.id).join(", "));
      }
      // no-transform: a stream that is compressed is held back until there is enough of it.
      res.set({ "Content-Type": "text/event-stream", "Cache-Control": "no-cache, no-transform" });
      res.flushHeaders();
      const about = { near: number(req.query.near), silentAfter: number(req.query.silentAfter) };
      for await (const reading of instrument.readings(about, gone.signal)) {
        if (gone.signal.aborted) break;
        res.write(`data: ${JSON.stringify(reading)}\n\n`);
      }
      res.end();
    } catch (error) {
      if (gone.signal.aborted) return;
      next(error);
    }
  });
  return router;
}
