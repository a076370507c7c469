import { json, Router } from "express";
import { isRefusal } from "../../contract";
import { answer } from "../../models";
import { HEAVY, type HeavyModels } from "../compute";
import { HTTP_STATUS } from "../services";
import { hungUp } from "./hungUp";

/** Largest input of a model over HTTP. */
const COMPUTE_LIMIT = "8mb";

/**
 * POST /api/compute/<model>: the same answers as the core function and the command line.
 *
 * Heavy models run in a thread; whoever hangs up ends the work.
 */
export function computeDoor(heavy: HeavyModels): Router {
  const router = Router();
  router.post(
    "/api/compute/:model",
    json({ strict: false, limit: COMPUTE_LIMIT, type: () => true }),
    async (req, res) => {
      const model = String(req.params.model);
      const until = hungUp(res);
      let output: unknown;
      try {
        output = HEAVY.has(model) ? await heavy.answer(model, req.body, until) : answer(model, req.body);
      } catch (error) {
        if (until.aborted) return;
        throw error;
      }
      res.status(isRefusal(output) ? HTTP_STATUS[output.error.code] : 200).json(output);
    },
  );
  return router;
}
