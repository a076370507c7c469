import { In, IsNull, type EntityManager, type SelectQueryBuilder } from "typeorm";
import type { DossierView, ResourceName, Vehicle, VehicleLine, VehicleLoad, YardJob } from "../../contract";
import { waitNow } from "../../domain";
import { entities, find, findById, rowsOf, type Row } from "../db";
import { orderOf } from "./readJob";
import { titleOf } from "./titles";

type VehicleWords = Pick<Vehicle, "tag" | "make" | "model" | "variant" | "owner">;

/** A vehicle's sheet with its lines, and its own. */
export async function specOf(
  manager: EntityManager,
  vehicle: Vehicle,
): Promise<Pick<DossierView, "sheet" | "sheetLine" | "ownLine">> {
  const linesOf = (where: object) =>
    find(manager, "specLine", { where: { ...where, deletedAt: IsNull() }, order: orderOf("specLine") });
  const known = vehicle.sheetId ? await findById(manager, "sheet", vehicle.sheetId) : null;
  // A sheet in the bin is no sheet: it comes back with it.
  const sheet = known?.deletedAt ? null : known;
  return {
    sheet,
    sheetLine: sheet ? await linesOf({ sheetId: sheet.id }) : [],
    ownLine: await linesOf({ vehicleId: vehicle.id }),
  };
}

/** All sheets and lines outside the bin, the vehicles, and what open jobs took from them. */
export async function readBook(manager: EntityManager) {
  const standingAll = { where: { deletedAt: IsNull() } };
  const sheets = await find(manager, "sheet", { ...standingAll, order: { name: "ASC", id: "ASC" } });
  const vehicles = await find(manager, "vehicle", { ...standingAll, order: { tag: "ASC", id: "ASC" } });
  const kept = new Set([...sheets.map((s) => s.id), ...vehicles.map((v) => v.id)]);
  const lines = (await find(manager, "specLine", { ...standingAll, order: orderOf("specLine") })).filter((l) =>
    kept.has(l.sheetId ?? l.vehicleId ?? ""),
  );
  const jobs = await find(manager, "job", { where: { closedAt: IsNull(), deletedAt: IsNull() } });
  const ofJobs = { where: { jobId: In(jobs.map((j) => j.id)), deletedAt: IsNull() } };
  const groups = await find(manager, "torqueGroup", { ...ofJobs, order: orderOf("torqueGroup") });
  const parts = await find(manager, "part", { ...ofJobs, order: orderOf("part") });
  return { sheets, vehicles, lines, jobs, groups, parts };
}

/** Jobs with the vehicle each is of, some columns of both. */
export function withVehicle(
  manager: EntityManager,
  ofJob: readonly string[],
  ofVehicle: readonly string[],
): SelectQueryBuilder<Row> {
  const query = rowsOf(manager, "job", ofJob, {}).innerJoin(entities.vehicle.options.name, "v", "v.id = r.vehicleId");
  for (const column of ofVehicle) query.addSelect(`v.${column}`, column);
  return query;
}

/** The jobs of a page of the Yard, in its order. */
export async function yardJobs(manager: EntityManager, page: string[], now: string): Promise<YardJob[]> {
  const rows = await withVehicle(
    manager,
    [
      "id",
      "number",
      "vehicleId",
      "stage",
      "bay",
      "waits",
      "nextAction",
      "complaint",
      "openedAt",
      "version",
      "reminders",
    ],
    ["tag", "make", "model", "variant", "owner", "load"],
  )
    .where({ id: In(page) })
    .getRawMany<Row & VehicleWords>();
  const ordered = await find(manager, "part", {
    where: { jobId: In(page), deletedAt: IsNull(), state: "ordered", carriedOver: false, alternative: false },
    order: orderOf("part"),
  });
  const jobs = rows.map(({ make, model, variant, waits, load, reminders, ...row }) => ({
    ...row,
    load: (JSON.parse(String(load)) as VehicleLoad).now,
    title: titleOf({ make, model, variant }),
    waits: waitNow(JSON.parse(String(waits)) as YardJob["waits"], now),
    reminders: JSON.parse(String(reminders)) as YardJob["reminders"],
    ordered: ordered.filter((p) => p.jobId === row.id),
  })) as unknown as YardJob[];
  return jobs.sort((a, b) => page.indexOf(a.id) - page.indexOf(b.id));
}

/** What a record in the bin belongs to: "job 214, SI 0724". */
export async function placesOf(manager: EntityManager): Promise<(row: Row) => string> {
  const jobs = await withVehicle(manager, ["id", "number", "vehicleId"], ["tag"]).getRawMany<Row>();
  const byId = new Map(jobs.map((j) => [j.id, `job ${String(j.number ?? "")}, ${String(j.tag)}`]));
  const tags = new Map(jobs.map((j) => [j.vehicleId, String(j.tag)]));
  return (row) => byId.get(row.jobId) ?? tags.get(row.vehicleId) ?? "";
}

export function binTitle(resource: ResourceName, row: Row): string {
  const first = [
    row.tag,
    (row.content as { title?: unknown } | undefined)?.title,
    row.name,
    row.text,
    row.complaint,
    row.quantity,
    row.tool,
  ].find((t) => typeof t === "string" && t);
  return resource === "job"
    ? `Job ${String(row.number)}: ${String(row.complaint).slice(0, 60)}`
    : String(first ?? row.id);
}

export function lineOf(vehicle: Vehicle, jobs: readonly Row[]): VehicleLine {
  const { id, tag, owner, shifterKind, layout, odometer, buildDate, sheetId } = vehicle;
  const latest = odometer.reduce<{ date: string; km: number } | null>((a, b) => (a && a.date > b.date ? a : b), null);
  return {
    id,
    tag,
    title: titleOf(vehicle),
    owner,
    shifterKind,
    layout,
    km: latest?.km ?? null,
    buildDate,
    sheetId,
    openJobs: jobs.filter((j) => j.closedAt === null).length,
    jobs: jobs.length,
  };
}
