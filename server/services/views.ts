import type { EntityManager } from "typeorm";
import {
  SHOP_ID,
  type BinLine,
  type DossierView,
  type JobView,
  type ResourceName,
  type Vehicle,
  type VehicleLoad,
  type VehicleLine,
  type YardJob,
  type YardView,
  resourceNames,
  resources,
  waitKinds,
} from "../../contract";
import { entities, find, findById, type Row, type UnitOfWork } from "../db";
import { waitNow } from "../../domain";
import { shopIdentity } from "./changes";
import { readJob, standing } from "./readJob";

const titleOf = (v: Pick<Vehicle, "make" | "model" | "variant">): string =>
  [[v.make, v.model].filter(Boolean).join(" "), v.variant].filter(Boolean).join(", ");

/** What the screens read. Each view is one visit to the database. */
export class Views {
  constructor(
    private readonly unit: UnitOfWork,
    private readonly now: () => string = () => new Date().toISOString(),
  ) {}

  /** Open jobs by what they wait for, in the order of `waitKinds`, each newest first. */
  yard(search: string, limit: number, offset: number): Promise<YardView> {
    const now = this.now();
    return this.unit.read(async (manager) => {
      const open = (await manager.query(
        `SELECT j."id", j."waits", j."openedAt", j."number", v."tag", v."make", v."model", v."variant", v."owner"
           FROM "job" j JOIN "vehicle" v ON v."id" = j."vehicleId"
          WHERE j."closedAt" IS NULL AND j."deletedAt" IS NULL`,
      )) as (Pick<Vehicle, "tag" | "make" | "model" | "variant" | "owner"> & Row)[];
      const lines = open.map((j) => ({
        id: String(j.id),
        openedAt: String(j.openedAt ?? ""),
        kind: waitNow(JSON.parse(String(j.waits)) as YardJob["waits"], now).kind,
        words: `${j.tag} ${titleOf(j)} ${j.owner} job ${String(j.number)}`.toLowerCase(),
      }));
      const wanted = search.trim().toLowerCase();
      const found = wanted ? lines.filter((l) => l.words.includes(wanted)) : lines;
      const waiting = Object.fromEntries(
        waitKinds.map((kind) => [kind, lines.filter((l) => l.kind === kind).length]),
      ) as YardView["waiting"];
      const newestFirst = (a: { id: string; openedAt: string }, b: { id: string; openedAt: string }): number =>
        a.openedAt === b.openedAt ? (a.id < b.id ? 1 : -1) : a.openedAt < b.openedAt ? 1 : -1;
      found.sort((a, b) => waitKinds.indexOf(a.kind) - waitKinds.indexOf(b.kind) || newestFirst(a, b));
      const page = found.slice(offset, offset + limit).map((l) => l.id);
      const rows = (await manager.query(
        `SELECT j."id", j."number", j."vehicleId", v."tag", v."make", v."model", v."variant", v."owner", j."stage",
                v."load", j."bay", j."waits", j."nextAction", j."complaint", j."openedAt",
                j."version", j."reminders"
           FROM "job" j JOIN "vehicle" v ON v."id" = j."vehicleId"
          WHERE j."id" IN (${page.map(() => "?").join()})`,
        page,
      )) as (Row & Pick<Vehicle, "make" | "model" | "variant">)[];
      const ordered = await find(
        manager,
        "part",
        `WHERE "deletedAt" IS NULL AND "state" = 'ordered' AND NOT "carriedOver" AND NOT "alternative"
           AND "jobId" IN (${page.map(() => "?").join()}) ORDER BY "position", "id"`,
        page,
      );
      const jobs = rows.map(({ make, model, variant, waits, load, reminders, ...row }) => ({
        ...row,
        load: (JSON.parse(String(load)) as VehicleLoad).now,
        title: titleOf({ make, model, variant }),
        waits: waitNow(JSON.parse(String(waits)) as YardJob["waits"], now),
        reminders: JSON.parse(String(reminders)) as YardJob["reminders"],
        ordered: ordered.filter((p) => p.jobId === row.id),
      })) as unknown as YardJob[];
      jobs.sort((a, b) => page.indexOf(a.id) - page.indexOf(b.id));
      const [counts] = (await manager.query(
        `SELECT (SELECT count(*) FROM "vehicle" WHERE "deletedAt" IS NULL) AS vehicles,
                (SELECT count(*) FROM "job" WHERE "closedAt" IS NOT NULL AND "deletedAt" IS NULL) AS closed`,
      )) as { vehicles: number; closed: number }[];
      return {
        jobs,
        total: lines.length,
        found: found.length,
        waiting,
        vehicles: counts.vehicles,
        closedJobs: counts.closed,
        rechecks: await dueRechecks(manager, now.slice(0, 10)),
      };
    });
  }

  vehicles(search: string, limit: number, offset: number): Promise<{ vehicles: VehicleLine[]; total: number }> {
    const like = `%${search.trim().replace(/[\\%_]/g, "\\$&")}%`;
    const where = `v."deletedAt" IS NULL AND (v."tag" LIKE ? ESCAPE '\\' OR v."owner" LIKE ? ESCAPE '\\'
      OR (v."make" || ' ' || v."model" || ' ' || v."variant") LIKE ? ESCAPE '\\'
      OR EXISTS (SELECT 1 FROM "job" n WHERE n."vehicleId" = v."id" AND n."deletedAt" IS NULL
                   AND (CAST(n."number" AS TEXT) = ? OR 'job ' || n."number" = ?)))`;
    const number = search.trim().toLowerCase();
    const given = [like, like, like, number, number];
    return this.unit.read(async (manager) => {
      const rows = (await manager.query(
        `SELECT v.*, (SELECT count(*) FROM "job" j WHERE j."vehicleId" = v."id" AND j."deletedAt" IS NULL) AS jobs,
                (SELECT count(*) FROM "job" j WHERE j."vehicleId" = v."id" AND j."deletedAt" IS NULL
                   AND j."closedAt" IS NULL) AS openJobs
           FROM "vehicle" v WHERE ${where} ORDER BY v."tag" LIMIT ? OFFSET ?`,
        [...given, limit, offset],
      )) as (Row & { jobs: number; openJobs: number })[];
      const [{ total }] = (await manager.query(`SELECT count(*) AS total FROM "vehicle" v WHERE ${where}`, given)) as {
        total: number;
      }[];
      return { vehicles: rows.map(lineOf), total };
    });
  }

  vehicle(id: string): Promise<DossierView> {
    return this.unit.read(async (manager) => {
      const vehicle = await standing(manager, "vehicle", id);
      const jobs = await find(manager, "job", `WHERE "vehicleId" = ? AND "deletedAt" IS NULL ORDER BY "number" DESC`, [
        id,
      ]);
      const ofJobs = `WHERE "deletedAt" IS NULL AND "jobId" IN (SELECT "id" FROM "job" WHERE "vehicleId" = ? AND "deletedAt" IS NULL)`;
      return {
        vehicle,
        jobs,
        reading: await find(manager, "reading", `${ofJobs} ORDER BY "takenAt", "id"`, [id]),
        setup: await find(manager, "setup", `${ofJobs} ORDER BY "position", "id"`, [id]),
        torqueGroup: await find(manager, "torqueGroup", `${ofJobs} ORDER BY "position", "id"`, [id]),
        part: await find(manager, "part", `${ofJobs} ORDER BY "position", "id"`, [id]),
      };
    });
  }

  job(id: string): Promise<JobView> {
    return this.unit.read((manager) => readJob(manager, id));
  }

  shop() {
    return this.unit.read(async (manager) => {
      const shop = (await findById(manager, "shop", SHOP_ID)) ?? {
        id: SHOP_ID,
        version: 0,
        createdAt: "",
        updatedAt: "",
        deletedAt: null,
        ...resources.shop.parse({}),
      };
      const people = await find(manager, "person", `WHERE "deletedAt" IS NULL ORDER BY "name", "id"`);
      return { shop, people, shopId: await shopIdentity(manager) };
    });
  }

  /** Hashes of the files that any record names, those in the bin too: they can be brought back. */
  namedFiles(): Promise<{ photo: Set<string>; recording: Set<string> }> {
    return this.unit.read(async (manager) => {
      const of = async (name: "photo" | "recording"): Promise<Set<string>> =>
        new Set((await manager.find(entities[name], { select: { file: true } })).map((r) => String(r.file)));
      return { photo: await of("photo"), recording: await of("recording") };
    });
  }

  bin(): Promise<{ records: BinLine[] }> {
    return this.unit.read(async (manager) => {
      const records: BinLine[] = [];
      const names = await placesOf(manager);
      for (const resource of resourceNames) {
        const rows = await find(manager, resource, `WHERE "deletedAt" IS NOT NULL ORDER BY "deletedAt" DESC LIMIT 200`);
        for (const row of rows) {
          records.push({
            resource,
            id: row.id,
            version: row.version,
            title: binTitle(resource, row as unknown as Row),
            of: names(row as unknown as Row),
            deletedAt: row.deletedAt ?? "",
          });
        }
      }
      return { records: records.sort((a, b) => b.deletedAt.localeCompare(a.deletedAt)) };
    });
  }
}

/** What a record in the bin belongs to: "job 214, SI 0724". */
async function placesOf(manager: EntityManager): Promise<(row: Row) => string> {
  const jobs = (await manager.query(
    `SELECT j."id", j."number", j."vehicleId", v."tag" FROM "job" j JOIN "vehicle" v ON v."id" = j."vehicleId"`,
  )) as { id: string; number: number | null; vehicleId: string; tag: string }[];
  const byId = new Map(jobs.map((j) => [j.id, `job ${j.number ?? ""}, ${j.tag}`]));
  const tags = new Map(jobs.map((j) => [j.vehicleId, j.tag]));
  return (row) => byId.get(String(row.jobId)) ?? tags.get(String(row.vehicleId)) ?? "";
}

/** Vehicles whose mounts are to be looked at again by now, by day or by distance. */
async function dueRechecks(manager: EntityManager, today: string): Promise<YardView["rechecks"]> {
  const due = await find(manager, "vehicle", `WHERE "deletedAt" IS NULL AND "powerUnit" LIKE '%"nextLook":{%'`);
  return due.flatMap((v) => {
    const look = v.powerUnit?.nextLook;
    if (!look) return [];
    const km = Math.max(0, ...v.odometer.map((o) => o.km));
    const due = (look.date !== null && look.date <= today) || (look.km !== null && look.km <= km);
    return due ? [{ vehicleId: v.id, tag: v.tag, title: titleOf(v), date: look.date, km: look.km }] : [];
  });
}

function binTitle(resource: ResourceName, row: Row): string {
  const first = [row.tag, row.name, row.text, row.complaint, row.quantity, row.tool].find(
    (t) => typeof t === "string" && t,
  );
  return resource === "job"
    ? `Job ${String(row.number)}: ${String(row.complaint).slice(0, 60)}`
    : String(first ?? row.id);
}

function lineOf(row: Row & { jobs: number; openJobs: number }): VehicleLine {
  const odometer = JSON.parse(String(row.odometer)) as { date: string; km: number }[];
  const latest = odometer.reduce<{ date: string; km: number } | null>((a, b) => (a && a.date > b.date ? a : b), null);
  return {
    id: String(row.id),
    tag: String(row.tag),
    title: titleOf(row as unknown as Vehicle),
    owner: String(row.owner),
    shifterKind: String(row.shifterKind),
    layout: String(row.layout),
    km: latest?.km ?? null,
    openJobs: row.openJobs,
    jobs: row.jobs,
  };
}
