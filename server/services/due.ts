import { IsNull, type EntityManager } from "typeorm";
import type { DueLine, DueView } from "../../contract";
import { dueOf, earliestFirst } from "../../domain";
import { find } from "../db";
import { titleOf } from "./titles";

/** Days ahead that the Yard shows. */
const SOON_DAYS = 14;

export const isSoon = (d: DueLine): boolean => d.overdue || (d.daysLeft !== null && d.daysLeft <= SOON_DAYS);

/** What is to be looked at again over all vehicles, the earliest first. */
export async function dueLines(manager: EntityManager, today: string): Promise<DueView> {
  const standing = { deletedAt: IsNull() };
  const vehicles = await find(manager, "vehicle", { where: standing, order: { tag: "ASC", id: "ASC" } });
  const rechecks = await find(manager, "recheck", {
    where: { ...standing, doneAt: IsNull() },
    order: { createdAt: "ASC", id: "ASC" },
  });
  const parts = await find(manager, "part", { where: { ...standing, way: "temporary" } });
  const jobs = new Map(
    (await find(manager, "job", { where: standing })).map((j): [string, string] => [j.id, j.vehicleId]),
  );
  const due = vehicles.flatMap((vehicle) => {
    const lines = dueOf(
      {
        vehicle,
        rechecks: rechecks.filter((r) => r.vehicleId === vehicle.id),
        parts: parts.filter((p) => jobs.get(p.jobId) === vehicle.id),
      },
      today,
    );
    const { tag, owner } = vehicle;
    return lines.map((d): DueLine => ({ ...d, tag, owner, title: titleOf(vehicle) }));
  });
  return { today, due: due.sort(earliestFirst), rechecks };
}
