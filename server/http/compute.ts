import { Router } from "express";
import { computeAddress } from "../../contract";
import { answerJson, isQuick, type HeavyModels } from "../compute";
import { HTTP_STATUS } from "../services";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { bytesBody } from "./json";

/** Largest input of a model over HTTP. */
const COMPUTE_LIMIT = "8mb";

/**
 * POST /api/compute/<model>: the same answers as the core function and the command line.
 *
 * All but small questions to quick models are read and answered in a thread, so that nobody's save waits for them;
 * a caller that disconnects ends the work.
 */
export function computeEndpoint(heavy: HeavyModels): Router {
  const router = Router();
  router.post(computeAddress(":model"), bytesBody(COMPUTE_LIMIT), async (req, res) => {
    const model = String(req.params.model);
    const body = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const until = abortOnDisconnect(res);
    let output;
    try {
      output = isQuick(model, body.length)
        ? answerJson(model, body)
        : await heavy.answer(model, body, { until, caller: req.ip ?? "" });
    } catch (error) {
      if (until.aborted) return;
      throw error;
    }
    res
      .status(output.refused ? HTTP_STATUS[output.refused] : 200)
      .type("json")
      .send(output.json);
  });
  return router;
}
