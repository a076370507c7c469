import { In, IsNull, type EntityManager } from "typeorm";
import type { SearchHit } from "../../contract";
import { excerpt } from "../../domain";
import { find, searchIndex } from "../db";
import { titleOf } from "./titles";

/** Looked through beyond what is answered: some of it hangs on what is in the bin. */
const SPARE = 3;

/** What says all the words, and where each is; nothing of what is in the bin. */
export async function hitsOf(manager: EntityManager, asked: string, most: number): Promise<SearchHit[]> {
  const rows = await searchIndex(manager, asked, most * SPARE);
  const standing = (ids: (string | null)[]) => ({
    where: { id: In([...new Set(ids.filter((i) => i !== null))]), deletedAt: IsNull() },
  });
  const jobIds = rows.map((r) => (r.resource === "job" ? r.id : r.jobId));
  const jobs = new Map((await find(manager, "job", standing(jobIds))).map((j) => [j.id, j]));
  const vehicleIds = [
    ...rows.map((r) => (r.resource === "vehicle" ? r.id : r.vehicleId)),
    ...[...jobs.values()].map((j) => j.vehicleId),
  ];
  const vehicles = new Map((await find(manager, "vehicle", standing(vehicleIds))).map((v) => [v.id, v]));
  const sheets = new Map((await find(manager, "sheet", standing(rows.map((r) => r.sheetId)))).map((s) => [s.id, s]));
  const hits = rows.flatMap((r): SearchHit[] => {
    const jobId = r.resource === "job" ? r.id : r.jobId;
    const job = jobId === null ? null : jobs.get(jobId);
    const vehicleId = r.resource === "vehicle" ? r.id : (r.vehicleId ?? job?.vehicleId ?? null);
    const vehicle = vehicleId === null ? null : vehicles.get(vehicleId);
    const sheet = r.sheetId === null ? null : sheets.get(r.sheetId);
    // Undefined: it is in the bin, and what hangs on it with it.
    if (job === undefined || vehicle === undefined || sheet === undefined) return [];
    return [
      {
        resource: r.resource,
        id: r.id,
        jobId: job?.id ?? null,
        vehicleId,
        sheetId: r.resource === "sheet" ? r.id : r.sheetId,
        title: r.title,
        text: excerpt(r.words, asked),
        where: [
          vehicle && r.resource !== "vehicle" && `${vehicle.tag}, ${titleOf(vehicle)}`,
          job && r.resource !== "job" && `job ${job.number ?? ""}`,
          sheet && `sheet ${sheet.name}`,
        ]
          .filter(Boolean)
          .join(", "),
        closed: job ? job.closedAt !== null : false,
      },
    ];
  });
  return hits.slice(0, most);
}
