import { mkdtempSync, rmSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { ulid } from "ulid";
import { jobChildren, resources, type ResourceName } from "../contract";
import { buildApp } from "../server/app";
import { entities, openDatabase, tables, toRow, UnitOfWork } from "../server/db";
import { Changes, Views } from "../server/services";
import { median, p95, type Figure } from "./report";

/** The plain statement that the service is measured against. */
const selectOf = (name: ResourceName): string =>
  `SELECT ${["id", "version", "createdAt", "updatedAt", "deletedAt", ...Object.keys(tables[name].columns)].map((c) => `"${c}"`).join()} FROM "${tables[name].table}"`;

const VEHICLES = 2000;
const JOBS = 10_000;
const OPEN_JOBS = 60;
const CHILDREN = 20;

const row = (name: ResourceName, data: object, id = ulid()) =>
  toRow(name, {
    id,
    version: 1,
    createdAt: "2025-11-25T08:00:00.000Z",
    updatedAt: "2025-11-25T08:00:00.000Z",
    deletedAt: null,
    ...(resources[name].parse(data) as object),
  });

/** A shop after years of work, written straight into the file. */
function fill(file: string): string[] {
  const db = new Database(file);
  const insert = (name: ResourceName, values: Record<string, unknown>): void => {
    const keys = Object.keys(values);
    db.prepare(
      `INSERT INTO "${tables[name].table}" (${keys.map((k) => `"${k}"`).join()}) VALUES (${keys.map(() => "?").join()})`,
    ).run(keys.map((k) => (typeof values[k] === "boolean" ? Number(values[k]) : values[k])));
  };
  const jobs: string[] = [];
  db.transaction(() => {
    const vehicles = Array.from({ length: VEHICLES }, (_, i) => {
      const id = ulid();
      insert("vehicle", row("vehicle", { tag: `SI ${i}`, owner: `Owner ${i % 400}`, make: "Ulverin" }, id));
      return id;
    });
    for (let i = 0; i < JOBS; i++) {
      const id = ulid();
      const closedAt = i < JOBS - OPEN_JOBS ? "2025-01-01T08:00:00.000Z" : null;
      const job = { vehicleId: vehicles[i % VEHICLES], number: i + 1, complaint: "Slop.", closedAt };
      insert("job", row("job", job, id));
      jobs.push(id);
      for (let k = 0; k < (i % 10 === 0 ? CHILDREN : 2); k++) {
        insert(
          "reading",
          row("reading", {
            jobId: id,
            quantity: "knobHeight",
            phase: "before",
            values: [{ typed: "312 mm", base: 312 }],
          }),
        );
      }
    }
  })();
  db.close();
  return jobs.filter((_, i) => i % 10 === 0);
}

/** Milliseconds of each of n runs, after some to warm up. */
async function times(n: number, run: (i: number) => unknown): Promise<number[]> {
  for (let i = 0; i < 30; i++) await run(i);
  const list: number[] = [];
  for (let i = 0; i < n; i++) {
    const begun = performance.now();
    await run(i);
    list.push(performance.now() - begun);
  }
  return list;
}

/** Reading and writing records, against the bare driver and the bare mapper on the same file. */
export async function recordFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const file = join(folder, "shop.sqlite");
  await (await openDatabase(file)).destroy();
  const jobs = fill(file);
  const app = await buildApp({ databaseFile: file });
  const source = await openDatabase(file);
  const unit = new UnitOfWork(source);
  const views = new Views(unit);
  const changes = new Changes(unit, { photo: () => true, recording: () => true });

  const raw = new Database(file);
  const jobRow = raw.prepare(`${selectOf("job")} WHERE "id" = ?`);
  const vehicleRow = raw.prepare(`${selectOf("vehicle")} WHERE "id" = ?`);
  const childRows = jobChildren.map((c) => raw.prepare(`${selectOf(c)} WHERE "jobId" = ? AND "deletedAt" IS NULL`));
  const parsed = (name: ResourceName, r: Record<string, unknown>) => {
    for (const [key, spec] of Object.entries(tables[name].columns)) {
      if (spec.kind === "json" && typeof r[key] === "string") r[key] = JSON.parse(r[key]);
    }
  };
  const rawRead = (id: string): void => {
    const job = jobRow.get(id) as Record<string, unknown>;
    parsed("job", job);
    parsed("vehicle", vehicleRow.get(job.vehicleId) as Record<string, unknown>);
    jobChildren.forEach((c, i) => {
      for (const r of childRows[i].all(id)) parsed(c, r as Record<string, unknown>);
    });
  };
  const at = (i: number): string => jobs[(i * 37) % jobs.length];
  const rawTime = median(await times(800, (i) => rawRead(at(i))));
  const serviceTime = median(await times(800, (i) => views.job(at(i))));

  // The floor inserts in a transaction of its own, as every acknowledged write must.
  const part = (): Record<string, unknown> => row("part", { jobId: jobs[0], name: "Bush" });
  const insertTime = median(await times(300, () => source.transaction((m) => m.insert(entities.part, part()))));
  const write = () => ({
    id: ulid(),
    personId: null,
    station: null,
    shopId: null,
    scope: `job:${jobs[0]}`,
    label: "part",
    correction: "bench",
    operations: [
      { op: "create" as const, resource: "part" as const, id: ulid(), data: { jobId: jobs[0], name: "Bush" } },
    ],
  });
  const unitTime = median(await times(300, () => changes.apply(write())));

  const server = app.express.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const yard = p95(await times(300, async () => (await fetch(`${address}/api/yard`)).json()));
  const save = p95(
    await times(300, async () =>
      (
        await fetch(`${address}/api/changes`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify(write()),
        })
      ).json(),
    ),
  );
  server.close();
  server.closeAllConnections();
  raw.close();
  await source.destroy();
  await app.close();
  rmSync(folder, { recursive: true, force: true });
  return [
    {
      what: "one job with all its children, 10 000 jobs in the file",
      value: serviceTime,
      unit: "ms",
      floor: rawTime,
      limit: 3,
    },
    {
      what: "one record with its history, against insert alone",
      value: unitTime,
      unit: "ms",
      floor: insertTime,
      limit: 4,
    },
    { what: "Yard over HTTP, p95", value: yard, unit: "ms", limit: 15 },
    { what: "one write over HTTP, p95", value: save, unit: "ms", limit: 10 },
  ];
}
