import { IsNull, type EntityManager } from "typeorm";
import { jobChildren, type JobView, type ResourceName } from "../../contract";
import { find, findById, tables } from "../db";
import { refuse } from "./refused";

/** The order a person left a list in; readings in the order they were taken. */
export const orderOf = (name: ResourceName): Record<string, "ASC"> => ({
  ...("position" in tables[name].columns && { position: "ASC" }),
  ...(name === "reading" && { takenAt: "ASC" }),
  id: "ASC",
});

/** Reads one job with its vehicle and all its children: the hottest read of the program. */
export async function readJob(manager: EntityManager, id: string): Promise<JobView> {
  const job = await standing(manager, "job", id);
  const vehicle = await findById(manager, "vehicle", job.vehicleId);
  const view: Record<string, unknown> = { job, vehicle };
  for (const child of jobChildren) {
    view[child] = await find(manager, child, { where: { jobId: id, deletedAt: IsNull() }, order: orderOf(child) });
  }
  return view as unknown as JobView;
}

/** A record that is not in the bin, or a refusal. */
export async function standing<R extends "job" | "vehicle" | "sheet">(manager: EntityManager, name: R, id: string) {
  const record = await findById(manager, name, id);
  if (!record) return refuse("not_found", "id", id, `the id of a ${name}`);
  if (record.deletedAt) return refuse("not_found", "id", id, `a ${name} outside the bin`, `this ${name} is in the bin`);
  return record;
}
