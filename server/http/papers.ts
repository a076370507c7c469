import { Router } from "express";
import { routes } from "../../contract";
import type { UnitOfWork } from "../db";
import type { Papers } from "../papers";
import { standing } from "../services/readJob";
import { sendingEndpoint } from "./endpoint";

/** Printed sheets in, to be kept with their job. */
export function paperEndpoints(papers: Papers, unit: UnitOfWork): Router {
  const router = Router();
  sendingEndpoint(router, routes.paper, async ({ params: { jobId, which } }, req, res) => {
    await unit.read((m) => standing(m, "job", jobId));
    await papers.keep(jobId, which, req);
    res.json({});
  });
  return router;
}
