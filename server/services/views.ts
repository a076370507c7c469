import { In, IsNull, Not } from "typeorm";
import {
  SHOP_ID,
  type BinLine,
  type BookView,
  type DossierView,
  type DueView,
  type JobView,
  type ListsView,
  type MemoryView,
  type ResponseOf,
  type SearchHit,
  type SheetView,
  type SpecLine,
  type ResourceName,
  type Vehicle,
  type VehicleLine,
  type WorkshopView,
  type YardJob,
  type YardView,
  resourceNames,
  resources,
  waitKinds,
} from "../../contract";
import { entities, find, findById, rowsOf, type Reads, type Row } from "../db";
import { isWanted, photosOf, stateOf, waitNow, wantedValues } from "../../domain";
import { shopIdentity } from "./changes";
import { listsOf } from "./lists";
import { memoryOf } from "./memory";
import { DueBoard, dueLines } from "./due";
import { orderOf, readJob, standing } from "./readJob";
import { hitsOf } from "./search";
import { titleOf } from "./titles";
import { binTitle, lineOf, placesOf, readBook, specOf, withVehicle, yardJobs } from "./viewParts";

type SheetList = ResponseOf<"sheets">;

type VehicleWords = Pick<Vehicle, "tag" | "make" | "model" | "variant" | "owner">;

/** Lines of each kind of record that the bin shows. */
const BIN_LINES = 200;

/** What the screens read. Each view is one visit to the database. */
export class Views {
  constructor(
    private readonly unit: Reads,
    private readonly now: () => string = () => new Date().toISOString(),
    private readonly board = new DueBoard(),
  ) {}

  /** Open jobs by what they wait for, in the order of `waitKinds`, each newest first. */
  yard(search: string, limit: number, offset: number): Promise<YardView> {
    const now = this.now();
    return this.unit.read(async (manager) => {
      const open = (
        await withVehicle(manager, ["id", "waits", "openedAt", "number"], ["tag", "make", "model", "variant", "owner"])
          .where({ closedAt: IsNull(), deletedAt: IsNull() })
          .getRawMany<Row & VehicleWords>()
      ).map((j) => ({
        id: String(j.id),
        openedAt: String(j.openedAt ?? ""),
        kind: waitNow(JSON.parse(String(j.waits)) as YardJob["waits"], now).kind,
        words: `${j.tag} ${titleOf(j)} ${j.owner} job ${String(j.number)}`.toLowerCase(),
      }));
      const wanted = search.trim().toLowerCase();
      const found = wanted ? open.filter((l) => l.words.includes(wanted)) : open;
      const waiting = Object.fromEntries(
        waitKinds.map((kind) => [kind, open.filter((l) => l.kind === kind).length]),
      ) as YardView["waiting"];
      const newestFirst = (a: { id: string; openedAt: string }, b: { id: string; openedAt: string }): number =>
        a.openedAt === b.openedAt ? (a.id < b.id ? 1 : -1) : a.openedAt < b.openedAt ? 1 : -1;
      found.sort((a, b) => waitKinds.indexOf(a.kind) - waitKinds.indexOf(b.kind) || newestFirst(a, b));
      const page = found.slice(offset, offset + limit).map((l) => l.id);
      return {
        jobs: await yardJobs(manager, page, now),
        total: open.length,
        found: found.length,
        waiting,
        vehicles: await manager.countBy(entities.vehicle, { deletedAt: IsNull() }),
        closedJobs: await manager.countBy(entities.job, { closedAt: Not(IsNull()), deletedAt: IsNull() }),
        due: await this.board.soon(manager, now.slice(0, 10)),
      };
    });
  }

  /** Vehicles by any part of their tag, owner or title, or by the number of one of their jobs; by tag. */
  vehicles(search: string, limit: number, offset: number): Promise<{ vehicles: VehicleLine[]; total: number }> {
    const wanted = search.trim().toLowerCase();
    const number = /^(?:job )?([1-9]\d*)$/.exec(wanted)?.[1];
    return this.unit.read(async (manager) => {
      const byNumber = new Set<unknown>();
      if (number) {
        const where = { number: Number(number), deletedAt: IsNull() };
        for (const job of await rowsOf(manager, "job", ["vehicleId"], { where }).getRawMany<Row>()) {
          byNumber.add(job.vehicleId);
        }
      }
      const all = await rowsOf(manager, "vehicle", ["id", "tag", "owner", "make", "model", "variant"], {
        where: { deletedAt: IsNull() },
        order: { tag: "ASC" },
      }).getRawMany<Row & VehicleWords>();
      const found = all.filter(
        (v) =>
          [v.tag, v.owner, `${v.make} ${v.model} ${v.variant}`].some((t) => t.toLowerCase().includes(wanted)) ||
          byNumber.has(v.id),
      );
      const page = found.slice(offset, offset + limit).map((v) => v.id);
      const records = await find(manager, "vehicle", { where: { id: In(page) } });
      const jobs = await rowsOf(manager, "job", ["vehicleId", "closedAt"], {
        where: { vehicleId: In(page), deletedAt: IsNull() },
      }).getRawMany<Row>();
      records.sort((a, b) => page.indexOf(a.id) - page.indexOf(b.id));
      return {
        vehicles: records.map((v) =>
          lineOf(
            v,
            jobs.filter((j) => j.vehicleId === v.id),
          ),
        ),
        total: found.length,
      };
    });
  }

  vehicle(id: string): Promise<DossierView> {
    return this.unit.read(async (manager) => {
      const vehicle = await standing(manager, "vehicle", id);
      const jobs = await find(manager, "job", {
        where: { vehicleId: id, deletedAt: IsNull() },
        order: { number: "DESC" },
      });
      const ofJobs = <R extends ResourceName>(name: R) =>
        find(manager, name, {
          where: { jobId: In(jobs.map((j) => j.id)), deletedAt: IsNull() },
          order: orderOf(name),
        });
      return {
        vehicle,
        jobs,
        reading: await ofJobs("reading"),
        setup: await ofJobs("setup"),
        torqueGroup: await ofJobs("torqueGroup"),
        part: await ofJobs("part"),
        joint: await ofJobs("joint"),
        photo: await ofJobs("photo"),
        recheck: await find(manager, "recheck", {
          where: { vehicleId: id, deletedAt: IsNull() },
          order: { createdAt: "ASC", id: "ASC" },
        }),
        ...(await specOf(manager, vehicle)),
      };
    });
  }

  /** Sheets by name, with counts; and what is missing over the shop, first what open jobs wait for. */
  sheets(): Promise<SheetList> {
    return this.unit.read(async (manager) => {
      const { sheets, lines, vehicles, jobs, groups, parts } = await readBook(manager);
      const names = new Map([...sheets, ...vehicles].map((r): [string, string] => [r.id, "tag" in r ? r.tag : r.name]));
      const tags = new Map(vehicles.map((v) => [v.id, v.tag]));
      const bySheet = new Map<string, SpecLine[]>();
      for (const l of lines) if (l.sheetId) bySheet.set(l.sheetId, [...(bySheet.get(l.sheetId) ?? []), l]);
      return {
        sheets: sheets.map((s) => {
          const own = bySheet.get(s.id) ?? [];
          const states = own.filter(isWanted).map((l) => stateOf(l).kind);
          return {
            id: s.id,
            name: s.name,
            title: titleOf(s),
            builtFrom: s.builtFrom,
            builtTo: s.builtTo,
            transmission: s.transmission,
            torques: own.filter((l) => l.kind === "torque").length,
            parts: own.filter((l) => l.kind === "part").length,
            missing: states.filter((k) => k === "missing").length,
            conflicts: states.filter((k) => k === "conflict").length,
            vehicles: vehicles
              .filter((v) => v.sheetId === s.id)
              .map(({ id, tag, buildDate }) => ({ id, tag, buildDate })),
          };
        }),
        wanted: wantedValues(
          lines,
          [...groups, ...parts],
          jobs.map((j) => ({ ...j, tag: tags.get(j.vehicleId) ?? "" })),
          (l) => names.get(l.sheetId ?? l.vehicleId ?? "") ?? "",
        ),
      };
    });
  }

  sheet(id: string): Promise<SheetView> {
    return this.unit.read(async (manager) => {
      const sheet = await standing(manager, "sheet", id);
      const lines = await find(manager, "specLine", {
        where: { sheetId: id, deletedAt: IsNull() },
        order: orderOf("specLine"),
      });
      const vehicles = await find(manager, "vehicle", {
        where: { sheetId: id, deletedAt: IsNull() },
        order: { tag: "ASC", id: "ASC" },
      });
      const ids = vehicles.map((v) => v.id);
      const vehicleLines = await find(manager, "specLine", {
        where: { vehicleId: In(ids), deletedAt: IsNull() },
        order: orderOf("specLine"),
      });
      const jobs = await find(manager, "job", {
        where: { vehicleId: In(ids), closedAt: IsNull(), deletedAt: IsNull() },
        order: { number: "ASC" },
      });
      const ofJobs = { where: { jobId: In(jobs.map((j) => j.id)), deletedAt: IsNull() } };
      const groups = await find(manager, "torqueGroup", { ...ofJobs, order: orderOf("torqueGroup") });
      const parts = await find(manager, "part", { ...ofJobs, order: orderOf("part") });
      return {
        sheet,
        lines,
        vehicles,
        vehicleLines,
        jobs: jobs.map((j) => ({
          id: j.id,
          number: j.number,
          vehicleId: j.vehicleId,
          groups: groups.filter((g) => g.jobId === j.id),
          parts: parts.filter((p) => p.jobId === j.id),
        })),
      };
    });
  }

  /** What is to be looked at again, the earliest first. */
  due(): Promise<DueView> {
    const today = this.now().slice(0, 10);
    return this.unit.read((manager) => dueLines(manager, today));
  }

  /** Lists over the whole shop. */
  lists(): Promise<ListsView> {
    return this.unit.read((manager) => listsOf(manager, this.now()));
  }

  /** What says all the words asked for, and where it is. */
  search(words: string, limit: number): Promise<{ hits: SearchHit[] }> {
    return this.unit.read(async (manager) => ({ hits: await hitsOf(manager, words, limit) }));
  }

  /** What closed jobs have to tell. */
  memory(): Promise<MemoryView> {
    return this.unit.read(memoryOf);
  }

  book(): Promise<BookView> {
    return this.unit.read(async (manager) => {
      const { sheets, lines, vehicles, jobs, groups } = await readBook(manager);
      const signatures = await find(manager, "signature", {
        where: { jobId: In(jobs.map((j) => j.id)), deletedAt: IsNull() },
      });
      return { sheets, lines, vehicles, openJobs: jobs, groups, signatures };
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
      const people = await find(manager, "person", {
        where: { deletedAt: IsNull() },
        order: { name: "ASC", id: "ASC" },
      });
      return { shop, people, shopId: await shopIdentity(manager) };
    });
  }

  workshop(): Promise<WorkshopView> {
    return this.unit.read(async (manager) => {
      const standingAll = { where: { deletedAt: IsNull() } };
      const steps = await rowsOf(manager, "step", ["source", "workedMin"], {
        where: { deletedAt: IsNull(), workedMin: Not(IsNull()), source: Not("") },
        order: { createdAt: "ASC", id: "ASC" },
      })
        .innerJoin(entities.job.options.name, "j", "j.id = r.jobId AND j.closedAt IS NOT NULL AND j.deletedAt IS NULL")
        .getRawMany<{ source: string; workedMin: number }>();
      const worked = new Map<string, number[]>();
      for (const s of steps) worked.set(s.source, [...(worked.get(s.source) ?? []), s.workedMin]);
      return {
        templates: await find(manager, "template", { ...standingAll, order: { createdAt: "ASC", id: "ASC" } }),
        stock: await find(manager, "stockItem", { ...standingAll, order: { name: "ASC", id: "ASC" } }),
        kits: await find(manager, "kit", { ...standingAll, order: { name: "ASC", id: "ASC" } }),
        worked: [...worked].map(([source, minutes]) => ({ source, minutes })),
      };
    });
  }

  /** Hashes of the files that any record names, and jobs by id, those in the bin too: they can be brought back. */
  namedFiles(): Promise<Record<"photo" | "recording" | "job", Set<string>>> {
    return this.unit.read(async (manager) => {
      const of = async (name: "photo" | "recording"): Promise<Set<string>> =>
        new Set((await manager.find(entities[name], { select: { file: true } })).map((r) => String(r.file)));
      const photo = await of("photo");
      for (const file of photosOf(await find(manager, "specLine"))) photo.add(file);
      const jobs = await manager.find(entities.job, { select: { id: true } });
      return { photo, recording: await of("recording"), job: new Set(jobs.map((j) => String(j.id))) };
    });
  }

  bin(): Promise<{ records: BinLine[] }> {
    return this.unit.read(async (manager) => {
      const records: BinLine[] = [];
      const names = await placesOf(manager);
      for (const resource of resourceNames) {
        const rows = await find(manager, resource, {
          where: { deletedAt: Not(IsNull()) },
          order: { deletedAt: "DESC" },
          take: BIN_LINES,
        });
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
