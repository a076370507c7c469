import type { NextFunction, Request, RequestHandler, Response, Router } from "express";
import type { z } from "zod";
import { refusalFromIssues, type JsonRoute, type Route } from "../../contract";
import { Refused } from "../services";

type Out<S> = S extends z.ZodType ? z.output<S> : undefined;

type Part = "params" | "query" | "body";

interface Incoming<R extends Route> {
  params: Out<R["params"]>;
  query: Out<R["query"]>;
  body: Out<R["body"]>;
}

function parse(schema: z.ZodType | undefined, value: unknown): unknown {
  if (!schema) return undefined;
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new Refused(refusalFromIssues(parsed.error.issues, value));
  return parsed.data;
}

/** What came in by a route, by its schemas; a Refused is thrown where it is not as they say. */
const incomingOf = <R extends Route>(route: R, req: Request): Incoming<R> =>
  Object.fromEntries(
    (["params", "query", "body"] as Part[]).map((part) => [part, parse(route[part], req[part])]),
  ) as unknown as Incoming<R>;

/** Hangs one route of the contract on the router: parses what comes in, calls the service, sends its answer. */
export function endpoint<R extends JsonRoute>(
  router: Router,
  route: R,
  serve: (incoming: Incoming<R>) => Promise<z.input<R["response"]>>,
): void {
  sendingEndpoint(router, route, async (incoming, _req, res) => void res.json(await serve(incoming)));
}

/** The same for a route that takes a file in, or whose answer is no JSON: it writes the answer itself. */
export function sendingEndpoint<R extends Route>(
  router: Router,
  route: R,
  serve: (incoming: Incoming<R>, req: Request, res: Response, next: NextFunction) => Promise<void> | void,
  ...before: RequestHandler[]
): void {
  router[route.method](route.path, ...before, async (req: Request, res: Response, next: NextFunction) => {
    try {
      await serve(incomingOf(route, req), req, res, next);
    } catch (error) {
      // Nobody is told who has gone.
      if (!res.closed) next(error);
    }
  });
}
