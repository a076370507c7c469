import { json, Router } from "express";
import { isRefusal } from "../../contract";
import { answer } from "../../models";
import { HTTP_STATUS } from "../services";

/** Largest input of a model over HTTP. */
const COMPUTE_LIMIT = "8mb";

/** POST /api/compute/<model>: the same answers as the core function and the command line. */
export function computeDoor(): Router {
  const router = Router();
  router.post("/api/compute/:model", json({ strict: false, limit: COMPUTE_LIMIT, type: () => true }), (req, res) => {
    const output = answer(String(req.params.model), req.body);
    res.status(isRefusal(output) ? HTTP_STATUS[output.error.code] : 200).json(output);
  });
  return router;
}
