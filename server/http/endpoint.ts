import type { NextFunction, Request, Response, Router } from "express";
import type { z } from "zod";
import { refusalFromIssues, type Route } from "../../contract";
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

/** Hangs one route of the contract on the router: parses what comes in, calls the service, sends its answer. */
export function endpoint<R extends Route>(
  router: Router,
  route: R,
  serve: (incoming: Incoming<R>) => Promise<z.input<R["response"]>>,
): void {
  router[route.method](route.path, async (req: Request, res: Response, next: NextFunction) => {
    try {
      const incoming = Object.fromEntries(
        (["params", "query", "body"] as Part[]).map((part) => [part, parse(route[part], req[part])]),
      ) as unknown as Incoming<R>;
      res.json(await serve(incoming));
    } catch (error) {
      next(error);
    }
  });
}
