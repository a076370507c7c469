import { Router } from "express";
import { routes } from "../../contract";
import type { Supplier } from "../supplier";
import { endpoint } from "./endpoint";

/** What the supplier offers for parts of an order. */
export function supplierEndpoints(supplier: Supplier): Router {
  const router = Router();
  endpoint(router, routes.offers, async ({ query }) => ({
    supplier: supplier.name,
    simulated: supplier.simulated,
    offers: await supplier.offersFor(query.asked.split("\n").filter(Boolean)),
  }));
  return router;
}
