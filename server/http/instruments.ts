import { once } from "node:events";
import { Router, type Response } from "express";
import { z } from "zod";
import { ACCEPTS, gearName, refusalFromIssues, routes, runConditions, ulid, word, over } from "../../contract";
import type { AnyInstrument } from "../instruments";
import { refuse, Refused, type Views } from "../services";
import { endpoint } from "./endpoint";

const number = (text: unknown): number | null => {
  const value = Number(text);
  return typeof text === "string" && text !== "" && Number.isFinite(value) ? value : null;
};

const figure = (max: number, unit: string) =>
  z.coerce
    .number({ error: () => `${ACCEPTS}a number over 0, up to ${max} ${unit}` })
    .pipe(over(0, max, unit))
    .nullable()
    .default(null);

/** What a recording is to be of. */
const request = z.strictObject({
  vehicle: ulid.nullable().default(null),
  phase: word(["before", "after"]).default("before"),
  condition: word(runConditions).default("roadSpeed"),
  gear: gearName.nullable().default(null),
  speedKmh: figure(500, "km/h"),
  engineRpm: figure(20000, "rpm"),
  runUpTo: figure(20000, "rpm"),
  hurry: z.stringbool({ error: () => `${ACCEPTS}true or false` }).default(false),
  silentAfter: z.coerce.number().int().min(0).nullable().default(null),
});

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
  router.get("/api/instruments/:id/readings", async (req, res, next) => {
    try {
      const instrument = plugged(req.params.id);
      if (!("readings" in instrument))
        return refuse("not_found", "id", req.params.id, "an instrument of single readings");
      const about = { near: number(req.query.near), silentAfter: number(req.query.silentAfter) };
      await stream(res, (until) => instrument.readings(about, until));
    } catch (error) {
      next(error);
    }
  });
  router.get("/api/instruments/:id/samples", async (req, res, next) => {
    try {
      const instrument = plugged(req.params.id);
      if (!("blocks" in instrument)) return refuse("not_found", "id", req.params.id, "an instrument that records");
      const read = request.safeParse(req.query);
      if (!read.success) throw new Refused(refusalFromIssues(read.error.issues, req.query));
      const { vehicle: id, ...about } = read.data;
      const vehicle = id === null ? null : (await views.vehicle(id)).vehicle;
      await stream(res, (until) => instrument.blocks({ ...about, vehicle }, until));
    } catch (error) {
      next(error);
    }
  });
  return router;
}
