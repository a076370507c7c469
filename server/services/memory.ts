import { In, IsNull, Not, type EntityManager } from "typeorm";
import type { MemoryView, ReadingQuantity } from "../../contract";
import { find } from "../db";

/** Readings that tell of a kit's throw or of wear. */
const TOLD: ReadingQuantity[] = ["throw", "freePlayForeAft", "freePlayCross", "freePlayNeutral", "mountHeight"];

/** What closed jobs have to tell, oldest first; of each only what is learned from. */
export async function memoryOf(manager: EntityManager): Promise<MemoryView> {
  const jobs = await find(manager, "job", {
    where: { deletedAt: IsNull(), closedAt: Not(IsNull()) },
    order: { closedAt: "ASC", id: "ASC" },
  });
  const vehicles = await find(manager, "vehicle", { where: { deletedAt: IsNull() } });
  const byId = new Map(vehicles.map((v) => [v.id, v]));
  const told = jobs.filter((j) => byId.has(j.vehicleId));
  const ofJobs = (list: readonly { id: string }[]) => ({ jobId: In(list.map((j) => j.id)), deletedAt: IsNull() });
  const looked = (
    await find(manager, "recheck", { where: { deletedAt: IsNull(), doneKm: Not(IsNull()) }, order: { id: "ASC" } })
  ).filter((r) => r.found.length);
  const groupIds = [...new Set(looked.flatMap((r) => r.found.map((f) => f.groupId)))];
  const withKit = told.filter((j) => j.chosenSetupId !== null);
  const readings = await find(manager, "reading", {
    where: { ...ofJobs(told), quantity: In(TOLD) },
    order: { createdAt: "ASC", id: "ASC" },
  });
  return {
    jobs: told.map((j) => {
      const v = byId.get(j.vehicleId)!;
      return {
        id: j.id,
        number: j.number,
        vehicleId: j.vehicleId,
        tag: v.tag,
        kind: [v.make, v.model].filter(Boolean).join(" "),
        shifterKind: v.shifterKind,
        layout: v.layout,
        automatic: v.automatic,
        complaint: j.complaint,
        openedAt: j.openedAt,
        closedAt: j.closedAt ?? "",
        symptoms: j.symptoms,
        symptomsAfter: j.symptomsAfter,
        repaired: j.repaired,
        cause: j.cause,
        chosenSetupId: j.chosenSetupId,
      };
    }),
    vehicles: vehicles
      .filter((v) => told.some((j) => j.vehicleId === v.id))
      .map(({ id, gearbox, odometer, powerUnit }) => ({
        id,
        gearbox,
        odometer,
        mounts: (powerUnit?.mounts ?? []).flatMap(({ name, nominalMm, hangs, entered }) =>
          nominalMm !== null && entered.includes("nominalMm") ? [{ name, nominalMm, hangs }] : [],
        ),
      })),
    setups: await find(manager, "setup", { where: ofJobs(withKit), order: { createdAt: "ASC", id: "ASC" } }),
    readings,
    joints: await find(manager, "joint", { where: ofJobs(told), order: { createdAt: "ASC", id: "ASC" } }),
    rechecks: looked,
    groups: await find(manager, "torqueGroup", { where: { id: In(groupIds), deletedAt: IsNull() } }),
    signatures: await find(manager, "signature", { where: { groupId: In(groupIds), deletedAt: IsNull() } }),
  };
}
