import { Router } from "express";
import { computeAddress, readJsonBytes, vehicleOfTable } from "../../contract";
import type { Knowledge, VehicleKind } from "../../core";
import { asOfShop } from "../../domain";
import { answerJson, isQuick, type HeavyModels } from "../compute";
import { HTTP_STATUS } from "../services";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { bytesBody } from "./json";

/** Largest input of a model over HTTP. */
const COMPUTE_LIMIT = "8mb";

/**
 * `"knowledge": "shop"` asks with the shop's own table, and what is not said as the screen asks it. Without it the
 * model's own table is asked, by this door as by every other.
 */
async function withShopTable(body: Buffer, shopTable: () => Promise<Knowledge>): Promise<Buffer> {
  const read = readJsonBytes(body);
  if (!read.ok || typeof read.value !== "object" || read.value === null) return body;
  const asked = read.value as { knowledge?: unknown; vehicle?: VehicleKind };
  if (asked.knowledge !== "shop") return body;
  const vehicle = vehicleOfTable.safeParse(asked.vehicle);
  const unsaid = asOfShop(await shopTable(), { vehicle: vehicle.success ? vehicle.data : undefined });
  return Buffer.from(JSON.stringify({ ...unsaid, ...asked, knowledge: unsaid.knowledge }));
}

/**
 * POST /api/compute/<model>: the same answers as the core function and the command line.
 *
 * All but small questions to quick models are read and answered in a thread, so that nobody's save waits for them;
 * a caller that disconnects ends the work.
 */
export function computeEndpoint(heavy: HeavyModels, shopTable: () => Promise<Knowledge>): Router {
  const router = Router();
  router.post(computeAddress(":model"), bytesBody(COMPUTE_LIMIT), async (req, res) => {
    const model = String(req.params.model);
    const given = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const body = model === "diagnose" ? await withShopTable(given, shopTable) : given;
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
