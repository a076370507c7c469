import { In, IsNull, type EntityManager } from "typeorm";
import type { DueLine, DueView, Part, Recheck, ResourceName } from "../../contract";
import { dueOf, earliestFirst } from "../../domain";
import { find, rowsOf, type Row } from "../db";
import type { Edit } from "./history";
import { titleOf } from "./titles";

/** Days ahead that the Yard shows. */
const SOON_DAYS = 14;

export const isSoon = (d: DueLine): boolean => d.overdue || (d.daysLeft !== null && d.daysLeft <= SOON_DAYS);

const standing = { deletedAt: IsNull() };

function byKey<T>(list: readonly T[], keyOf: (item: T) => string | undefined): Map<string, T[]> {
  const map = new Map<string, T[]>();
  for (const item of list) {
    const key = keyOf(item);
    if (key === undefined) continue;
    const known = map.get(key);
    if (known) known.push(item);
    else map.set(key, [item]);
  }
  return map;
}

interface DueOfVehicles {
  byVehicle: Map<string, DueLine[]>;
  rechecks: Recheck[];
}

/** What is due on some vehicles, or on all: each kind of record is read once, whatever the number of vehicles. */
async function dueOfVehicles(
  manager: EntityManager,
  today: string,
  only: readonly string[] | null,
): Promise<DueOfVehicles> {
  const some = only ? { vehicleId: In([...only]) } : {};
  const vehicles = await find(manager, "vehicle", {
    where: { ...standing, ...(only && { id: In([...only]) }) },
    order: { tag: "ASC", id: "ASC" },
  });
  const rechecks = await find(manager, "recheck", {
    where: { ...standing, doneAt: IsNull(), ...some },
    order: { createdAt: "ASC", id: "ASC" },
  });
  const ofJobs = only ? { jobId: In((await jobsOf(manager, some)).map((j) => String(j.id))) } : {};
  const parts = await find(manager, "part", { where: { ...standing, way: "temporary", ...ofJobs } });
  const named = [...new Set(parts.map((p) => p.jobId))];
  const vehicleOf = new Map(
    (await jobsOf(manager, { id: In(named) })).map((j): [string, string] => [String(j.id), String(j.vehicleId)]),
  );
  const partsOf = byKey<Part>(parts, (p) => vehicleOf.get(p.jobId));
  const rechecksOf = byKey(rechecks, (r) => r.vehicleId);
  const byVehicle = new Map(
    vehicles.map((vehicle): [string, DueLine[]] => {
      const { id, tag, owner } = vehicle;
      const of = { vehicle, rechecks: rechecksOf.get(id) ?? [], parts: partsOf.get(id) ?? [] };
      return [id, dueOf(of, today).map((d): DueLine => ({ ...d, tag, owner, title: titleOf(vehicle) }))];
    }),
  );
  return { byVehicle, rechecks };
}

const jobsOf = (manager: EntityManager, where: object): Promise<Row[]> =>
  rowsOf(manager, "job", ["id", "vehicleId"], { where: { ...standing, ...where } }).getRawMany<Row>();

/** What is to be looked at again over all vehicles, the earliest first. */
export async function dueLines(manager: EntityManager, today: string): Promise<DueView> {
  const { byVehicle, rechecks } = await dueOfVehicles(manager, today, null);
  return { today, due: [...byVehicle.values()].flat().sort(earliestFirst), rechecks };
}

/** Kinds of record from which it follows what is due. */
const TELLING: readonly ResourceName[] = ["vehicle", "job", "part", "recheck"];

/**
 * What is due on all vehicles, kept from one look at the Yard to the next: after a write only the vehicles it touched
 * are calculated anew, and all of them on a new day.
 */
export class DueBoard {
  private byVehicle: Map<string, DueLine[]> | null = null;
  private day = "";
  private vehicles = new Set<string>();
  private jobs = new Set<string>();

  /** Records are being written: what hangs on them is calculated anew at the next look. */
  touched(edits: readonly Edit[]): void {
    for (const { resource, before, after } of edits) {
      if (!TELLING.includes(resource)) continue;
      for (const record of [before, after] as ({ id: string } & Partial<Record<"vehicleId" | "jobId", string>>)[]) {
        if (!record) continue;
        if (resource === "vehicle") this.vehicles.add(record.id);
        else if (record.vehicleId) this.vehicles.add(record.vehicleId);
        else if (record.jobId) this.jobs.add(record.jobId);
      }
    }
  }

  /** Another book is in place of the one that was read. */
  forget(): void {
    this.byVehicle = null;
  }

  /** What is overdue or due within the fortnight, the earliest first. */
  async soon(manager: EntityManager, today: string): Promise<DueLine[]> {
    if (this.byVehicle === null || this.day !== today) {
      const { byVehicle } = await dueOfVehicles(manager, today, null);
      [this.byVehicle, this.day, this.vehicles, this.jobs] = [byVehicle, today, new Set(), new Set()];
    } else {
      await this.calculateTouched(manager, this.byVehicle, today);
    }
    return [...this.byVehicle.values()].flat().filter(isSoon).sort(earliestFirst);
  }

  private async calculateTouched(manager: EntityManager, known: Map<string, DueLine[]>, today: string): Promise<void> {
    if (this.jobs.size)
      for (const job of await jobsOf(manager, { id: In([...this.jobs]) })) this.vehicles.add(String(job.vehicleId));
    if (this.vehicles.size) {
      const ids = [...this.vehicles];
      const { byVehicle } = await dueOfVehicles(manager, today, ids);
      for (const id of ids) {
        const lines = byVehicle.get(id);
        if (lines) known.set(id, lines);
        else known.delete(id);
      }
    }
    this.vehicles.clear();
    this.jobs.clear();
  }
}
