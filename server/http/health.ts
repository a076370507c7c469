import { Router } from "express";
import { routes } from "../../contract";
import type { UnitOfWork } from "../db";
import { VERSION } from "../version";
import { endpoint } from "./endpoint";

/** Whether the program answers and reaches its book. Refused with `storage` where it does not. */
export function healthEndpoint(unit: UnitOfWork): Router {
  const router = Router();
  endpoint(router, routes.health, async () => {
    await unit.read((m) => m.query("SELECT 1"));
    return { status: "ok" as const, version: VERSION };
  });
  return router;
}
