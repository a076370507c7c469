import { once } from "node:events";
import { Router, type Response } from "express";
import { routes } from "../../contract";
import type { AnyInstrument } from "../instruments";
import { refuse, type Views } from "../services";
import { endpoint, sendingEndpoint } from "./endpoint";

/** Sends what comes as server-sent events until it ends or nobody listens. */
async function stream(res: Response, of: (until: AbortSignal) => AsyncIterable<unknown>): Promise<void> {
  const gone = new AbortController();
  res.on("close", () => gone.abort());
  // no-transform: a stream that is compressed is held back until there is enough of it.
  res.set({ "Content-Type": "text/event-stream", "Cache-Control": "no-cache, no-transform" });
  res.flushHeaders();
  try {
    for await (const item of of(gone.signal)) {
      if (gone.signal.aborted) break;
      // A caller that does not read must not fill the memory: nothing more is made until it has taken what there is.
      if (!res.write(`data: ${JSON.stringify(item)}\n\n`)) await once(res, "drain", { signal: gone.signal });
    }
  } catch (error) {
    if (!gone.signal.aborted) throw error;
  }
  res.end();
}

/** The instruments there are, and a stream of readings or of samples of each as server-sent events. */
export function instrumentEndpoints(instruments: readonly AnyInstrument[], views: Views): Router {
  const router = Router();
  const plugged = (id: string): AnyInstrument =>
    instruments.find((i) => i.id === id) ?? refuse("not_found", "id", id, instruments.map((i) => i.id).join(", "));
  endpoint(router, routes.instruments, () =>
    Promise.resolve({
      instruments: instruments.map(({ id, name, kind, measures, resolution, rateHz, standIn }) => ({
        id,
        name,
        kind,
        measures,
        resolution,
        rateHz,
        standIn,
      })),
    }),
  );
  sendingEndpoint(router, routes.instrumentReadings, async ({ params: { id }, query }, _req, res) => {
    const instrument = plugged(id);
    if (!("readings" in instrument)) return refuse("not_found", "id", id, "an instrument of single readings");
    await stream(res, (until) => instrument.readings(query, until));
  });
  sendingEndpoint(router, routes.instrumentSamples, async ({ params: { id }, query }, _req, res) => {
    const instrument = plugged(id);
    if (!("blocks" in instrument)) return refuse("not_found", "id", id, "an instrument that records");
    const { vehicle: of, ...about } = query;
    const vehicle = of === null ? null : (await views.vehicle(of)).vehicle;
    await stream(res, (until) => instrument.blocks({ ...about, vehicle }, until));
  });
  return router;
}
