import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import request from "supertest";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { backupList, type BackupLine } from "../../contract";
import { buildApp, type App } from "../app";
import { OpenBook, openDatabase, UnitOfWork } from "../db";
import { Backups } from ".";

let folder: string;
let app: App;
let clock: number;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "ash-lever-"));
  clock = Date.parse("2031-05-01T08:00:00.000Z");
  app = await buildApp({ databaseFile: join(folder, "a.sqlite"), now: () => new Date((clock += 1000)).toISOString() });
});
afterEach(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

const get = (path: string) => request(app.express).get(path).set("Host", "localhost");
const post = (path: string, body: object = {}) => request(app.express).post(path).set("Host", "localhost").send(body);
const enter = async (tag: string): Promise<void> => {
  const operations = [{ op: "create", resource: "vehicle", id: ulid(), data: { tag } }];
  await post("/api/changes", { id: ulid(), scope: "shop", label: "test", operations }).expect(200);
};
const tags = async (): Promise<string[]> =>
  ((await get("/api/vehicles")).body as { vehicles: { tag: string }[] }).vehicles.map((v) => v.tag);
const list = async (): Promise<BackupLine[]> => backupList.parse((await get("/api/backups").expect(200)).body).backups;

describe("copies of the book", () => {
  it("are made while the program runs, read through, and can be kept elsewhere", async () => {
    expect(await list()).toEqual([]);
    await enter("A");
    const made = (await post("/api/backups").expect(200)).body as BackupLine;
    expect(made).toMatchObject({ kind: "hand", ok: true, vehicles: 1, jobs: 0 });
    const file = await get(`/api/backups/${made.name}`).buffer(true).expect(200);
    expect(file.headers["content-disposition"]).toContain(made.name);
    expect((file.body as Buffer).length).toBe(made.bytes);
    expect(readdirSync(join(folder, "backups"))).toEqual([made.name]);
  });

  it("are taken back, and the present book is kept and can be taken back too", async () => {
    await enter("A");
    const { name } = (await post("/api/backups").expect(200)).body as BackupLine;
    await enter("B");
    const { kept } = (await post("/api/backups/restore", { name }).expect(200)).body as { kept: BackupLine };
    expect(kept).toMatchObject({ kind: "beforeRestore", vehicles: 2 });
    expect(await tags()).toEqual(["A"]);
    await enter("C");
    expect(await tags()).toEqual(["A", "C"]);
    await post("/api/backups/restore", { name: kept.name }).expect(200);
    expect(await tags()).toEqual(["A", "B"]);
    expect((await list()).map((b) => b.kind)).toEqual(["beforeRestore", "beforeRestore", "hand"]);
  });

  it("that are damaged say so and are not taken back; the book stays", async () => {
    await enter("A");
    await post("/api/backups").expect(200);
    const name = "hand-2031-04-01T080000.sqlite";
    writeFileSync(join(folder, "backups", name), "not a database at all, but long enough to look like one");
    expect((await list()).map((b) => b.ok)).toEqual([true, false]);
    const refused = await post("/api/backups/restore", { name }).expect(422);
    expect(refused.body.error).toMatchObject({ field: "name", accepts: "a backup that is whole" });
    expect(await tags()).toEqual(["A"]);
  });

  it.each(["../a.sqlite", "a.sqlite", "hand-2031-05-01T080000.sqlite", "..%2f..%2fetc"])(
    "are only those of the folder: %s",
    async (name) => {
      await post("/api/backups/restore", { name }).expect(404);
      await get(`/api/backups/${encodeURIComponent(name)}`).expect(404);
    },
  );

  it("another program's whole database is not taken for the book", async () => {
    await enter("A");
    const foreign = await openDatabase(join(folder, "other.sqlite"));
    await foreign.query(`INSERT INTO "migrations" ("timestamp", "name") VALUES (1, 'FromLater9')`);
    await foreign.destroy();
    await post("/api/backups").expect(200);
    const name = "hand-2031-04-01T080000.sqlite";
    writeFileSync(join(folder, "backups", name), (await import("node:fs")).readFileSync(join(folder, "other.sqlite")));
    // A newer version's: it is whole, and refused by what opens it. The present book is opened again.
    const refused = await post("/api/backups/restore", { name });
    expect(refused.status).toBeGreaterThanOrEqual(400);
    expect(await tags()).toEqual(["A"]);
    await enter("B");
    expect(await tags()).toEqual(["A", "B"]);
  });

  it("leave nothing half-made where there is no room", async () => {
    const source = await openDatabase(join(folder, "full.sqlite"));
    const book = new OpenBook(source, new UnitOfWork(source), join(folder, "full.sqlite"));
    book.copyTo = async (path) => {
      writeFileSync(path, "half");
      throw Object.assign(new Error("full"), { code: "SQLITE_FULL" });
    };
    const backups = new Backups(book, () => "2031-05-01T08:00:00.000Z");
    await expect(backups.make("hand")).rejects.toThrow("The disk is full.");
    expect(readdirSync(join(folder, "backups")).filter((n) => !n.endsWith(".sqlite"))).toEqual([]);
    await source.destroy();
  });

  it("follow the schedule, and the oldest of it go; those made by hand stay", async () => {
    const source = await openDatabase(join(folder, "timed.sqlite"));
    let at = Date.parse("2031-05-01T00:00:00.000Z");
    const own = new Backups(new OpenBook(source, new UnitOfWork(source), join(folder, "t", "timed.sqlite")), () =>
      new Date(at).toISOString(),
    );
    await own.make("hand");
    for (let hour = 0; hour < 96; hour += 6) {
      at = Date.parse("2031-05-02T00:00:00.000Z") + hour * 3_600_000;
      await own.bySchedule({ everyHours: 24, keep: 2 });
    }
    await own.bySchedule(null);
    expect(own.list().map((b) => [b.kind, b.at])).toEqual([
      ["schedule", "2031-05-05T00:00:00.000Z"],
      ["schedule", "2031-05-04T00:00:00.000Z"],
      ["hand", "2031-05-01T00:00:00.000Z"],
    ]);
    await source.destroy();
  });
});
