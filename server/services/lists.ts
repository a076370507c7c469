import { In, IsNull, type EntityManager } from "typeorm";
import type { ListsView } from "../../contract";
import { awaited, specOf, waitNow } from "../../domain";
import { find } from "../db";
import { titleOf } from "./titles";

/** Lists over the whole shop. */
export async function listsOf(manager: EntityManager, now: string): Promise<ListsView> {
  const live = { deletedAt: IsNull() };
  const vehicles = await find(manager, "vehicle", { where: live, order: { tag: "ASC", id: "ASC" } });
  const jobs = await find(manager, "job", { where: live, order: { number: "DESC" } });
  const byId = new Map(vehicles.map((v) => [v.id, v]));
  const told = jobs.filter((j) => byId.has(j.vehicleId));
  const open = new Map(told.filter((j) => j.closedAt === null).map((j) => [j.id, j]));
  const ofOpen = { where: { ...live, jobId: In([...open.keys()]) }, order: { id: "ASC" as const } };
  const parts = await find(manager, "part", ofOpen);
  const groups = await find(manager, "torqueGroup", ofOpen);
  const counts = new Map<string, { all: number; open: number; last: string | null }>();
  for (const j of told) {
    const c = counts.get(j.vehicleId) ?? { all: 0, open: 0, last: null };
    const at = j.closedAt ?? j.openedAt;
    counts.set(j.vehicleId, {
      all: c.all + 1,
      open: c.open + Number(j.closedAt === null),
      last: c.last !== null && at !== null && c.last > at ? c.last : at,
    });
  }
  const of = (jobId: string) => {
    const job = open.get(jobId);
    return { jobId, number: job?.number ?? null, tag: byId.get(job?.vehicleId ?? "")?.tag ?? "" };
  };
  return {
    vehicles: vehicles.map((v) => ({
      id: v.id,
      tag: v.tag,
      title: titleOf(v),
      owner: v.owner,
      shifter: v.shifterKind,
      km: v.odometer.length ? Math.max(...v.odometer.map((o) => o.km)) : null,
      jobs: counts.get(v.id)?.all ?? 0,
      open: counts.get(v.id)?.open ?? 0,
      last: counts.get(v.id)?.last ?? null,
    })),
    jobs: told.map((j) => ({
      id: j.id,
      number: j.number,
      tag: byId.get(j.vehicleId)?.tag ?? "",
      owner: byId.get(j.vehicleId)?.owner ?? "",
      complaint: j.complaint,
      stage: j.stage,
      waits: j.closedAt === null ? waitNow(j.waits, now).kind : "",
      opened: j.openedAt,
      closed: j.closedAt,
    })),
    parts: awaited(parts).map((p) => ({
      id: p.id,
      ...of(p.jobId),
      part: p.name,
      partNumber: p.number,
      maker: p.maker,
      quantity: p.quantity,
      price: p.price,
      state: p.state,
      arrives: p.arrives,
    })),
    torque: groups
      .filter((g) => specOf(g).kind === "missing")
      .map((g) => ({ id: g.id, ...of(g.jobId), group: g.name, typed: g.specTyped, count: g.count, thread: g.thread })),
  };
}
