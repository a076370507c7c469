import { In, IsNull, type EntityManager } from "typeorm";
import { jobChildren, resourceNames, SHOP_ID, type RecordOf, type ResourceName } from "../../contract";
import { photosOf } from "../../domain";
import { find, findById } from "../db";
import { standing } from "../services/readJob";

export type Records = { [R in ResourceName]?: RecordOf<R>[] };

export interface ArchiveScope {
  kind: "job" | "vehicle" | "shop";
  id: string | null;
}

const live = { deletedAt: IsNull() };

/** Everything an archive holds: a whole shop, or what hangs on one vehicle or job with what it refers to. */
export async function recordsOf(manager: EntityManager, scope: ArchiveScope): Promise<Records> {
  if (scope.kind === "shop") {
    const all: Records = {};
    for (const name of resourceNames)
      (all as Record<string, unknown>)[name] = await find(manager, name, { where: live });
    return all;
  }
  const id = scope.id ?? "";
  const job = scope.kind === "job" ? await standing(manager, "job", id) : null;
  const vehicle = await standing(manager, "vehicle", job ? job.vehicleId : id);
  const jobs = job ? [job] : await find(manager, "job", { where: { ...live, vehicleId: vehicle.id } });
  const sheet = vehicle.sheetId ? await findById(manager, "sheet", vehicle.sheetId) : null;
  const lines = [
    ...(sheet ? await find(manager, "specLine", { where: { ...live, sheetId: sheet.id } }) : []),
    ...(await find(manager, "specLine", { where: { ...live, vehicleId: vehicle.id } })),
  ];
  const out: Records = {
    vehicle: [vehicle],
    job: jobs,
    recheck: await find(manager, "recheck", { where: { ...live, vehicleId: vehicle.id } }),
    sheet: sheet && !sheet.deletedAt ? [sheet] : [],
    specLine: lines,
  };
  for (const child of jobChildren) {
    (out as Record<string, unknown>)[child] = await find(manager, child, {
      where: { ...live, jobId: In(jobs.map((j) => j.id)) },
    });
  }
  // Whoever is named comes along, so that nothing is signed by nobody.
  const said = JSON.stringify(out);
  out.person = (await find(manager, "person", { where: live })).filter((p) => said.includes(p.id));
  return out;
}

/** Files that records name: pictures and recordings by the hash of what they hold. */
export function filesOf(records: Records): { photos: string[]; recordings: string[] } {
  const photos = new Set([...(records.photo ?? []).map((p) => p.file), ...photosOf(records.specLine ?? [])]);
  return { photos: [...photos], recordings: [...new Set((records.recording ?? []).map((r) => r.file))] };
}

/** When anything a job's sheets show was last changed, by job: itself, its vehicle, and what hangs on either. */
export function changesOf(records: Records): Map<string, string> {
  const latest = new Map<string, string>();
  const put = (id: string, at: string): void => void (at > (latest.get(id) ?? "") && latest.set(id, at));
  for (const list of Object.values(records)) {
    for (const r of list as ({ updatedAt: string } & Partial<Record<"jobId" | "vehicleId", string | null>>)[]) {
      if (r.jobId) put(r.jobId, r.updatedAt);
      else if (r.vehicleId) put(r.vehicleId, r.updatedAt);
    }
  }
  for (const v of records.vehicle ?? []) put(v.id, v.updatedAt);
  for (const j of records.job ?? []) {
    put(j.id, j.updatedAt);
    put(j.id, latest.get(j.vehicleId) ?? "");
  }
  return latest;
}

export async function shopName(manager: EntityManager): Promise<string> {
  return (await findById(manager, "shop", SHOP_ID))?.name ?? "";
}
