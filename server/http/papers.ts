import { Router } from "express";
import { PAPER_BYTES, routes } from "../../contract";
import type { UnitOfWork } from "../db";
import type { Papers } from "../papers";
import { standing } from "../services/readJob";
import { sendingEndpoint } from "./endpoint";
import { bytesBody } from "./json";

/** Printed sheets in, to be kept with their job. */
export function paperEndpoints(papers: Papers, unit: UnitOfWork): Router {
  const router = Router();
  sendingEndpoint(
    router,
    routes.paper,
    async ({ params: { jobId, which } }, req, res) => {
      await unit.read((m) => standing(m, "job", jobId));
      await papers.keep(jobId, which, Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0));
      res.json({});
    },
    bytesBody(`${PAPER_BYTES}b`),
  );
  return router;
}
