import { existsSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import request from "supertest";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { backupList, resources, type BackupLine } from "../../contract";
import { buildApp, type App } from "../app";
import { entities, OpenBook, openDatabase, toRow, UnitOfWork } from "../db";
import { SnapshotReader, type SnapshotTask } from "../snapshot";
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

const readerOf = (name: string): SnapshotReader =>
  new SnapshotReader({ databaseFile: join(folder, name), dataFolder: folder }, false);

describe("copies of the book", () => {
  it("are made while the program runs, read through, and can be kept elsewhere", async () => {
    expect(await list()).toEqual([]);
    await enter("A");
    const made = (await post("/api/backups").expect(200)).body as BackupLine;
    expect(made).toMatchObject({ kind: "hand", ok: true, vehicles: 1, jobs: 0 });
    const file = await get(`/api/backups/${made.name}`).buffer(true).expect(200);
    expect(file.headers["content-disposition"]).toContain(made.name);
    expect((file.body as Buffer).length).toBe(made.bytes);
    // Beside it is only what its check said.
    expect(readdirSync(join(folder, "backups"))).toEqual(["checked.json", made.name]);
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
    writeFileSync(join(folder, "backups", name), readFileSync(join(folder, "other.sqlite")));
    // A newer version's: it is whole, and refused by what opens it. The present book is opened again.
    const refused = await post("/api/backups/restore", { name });
    expect(refused.status).toBeGreaterThanOrEqual(400);
    expect(await tags()).toEqual(["A"]);
    await enter("B");
    expect(await tags()).toEqual(["A", "B"]);
  });

  it("asked for several times in one second are one, which holds all that was entered", async () => {
    const source = await openDatabase(join(folder, "second.sqlite"));
    const book = new OpenBook(source, new UnitOfWork(source), join(folder, "second.sqlite"));
    const own = new Backups(book, readerOf("second.sqlite"), () => "2031-05-01T08:00:00.000Z");
    const made = await Promise.all([own.make("hand"), own.make("hand"), own.make("hand")]);
    expect(new Set(made.map((m) => m.name)).size).toBe(1);
    const rows = async (): Promise<number | null> => (await own.list())[0].vehicles;
    expect(await rows()).toBe(0);
    const vehicle = { id: ulid(), version: 1, createdAt: "", updatedAt: "", deletedAt: null, tag: "T" };
    await source.manager.insert(
      entities.vehicle,
      toRow("vehicle", { ...resources.vehicle.parse({ tag: "T" }), ...vehicle }),
    );
    await own.make("hand");
    expect([(await own.list()).length, await rows()]).toEqual([1, 1]);
    await source.destroy();
  });

  it("are listed from what was remembered; one that was carried in is read through once", async () => {
    const source = await openDatabase(join(folder, "known.sqlite"));
    const book = new OpenBook(source, new UnitOfWork(source), join(folder, "known.sqlite"));
    let checks = 0;
    const reader = readerOf("known.sqlite");
    const counting = { run: <T>(task: SnapshotTask) => ((checks += 1), reader.run<T>(task)) };
    const opened = (): Backups => new Backups(book, counting, () => new Date((clock += 1000)).toISOString());
    const own = opened();
    const { name } = await own.make("hand");
    checks = 0;
    expect((await own.list()).map((b) => b.ok)).toEqual([true]);
    expect((await opened().list()).map((b) => b.ok)).toEqual([true]);
    expect(checks).toBe(0);
    const copied = readFileSync(join(folder, "backups", name));
    writeFileSync(join(folder, "backups", "hand-2030-04-01T080000.sqlite"), copied);
    writeFileSync(join(folder, "backups", "hand-2030-04-02T080000.sqlite"), copied.subarray(0, 9000));
    expect((await own.list()).map((b) => b.ok)).toEqual([true, false, true]);
    expect((await opened().list()).map((b) => b.ok)).toEqual([true, false, true]);
    expect([checks, opened().newest("hand")]).toEqual([2, (await own.list())[0].at]);
    await source.destroy();
  });

  it("a restore that was broken off leaves the book as it was, and nothing beside it", async () => {
    await enter("A");
    await post("/api/backups").expect(200);
    await app.close();
    const file = join(folder, "a.sqlite");
    // Killed after the present book was put aside: nothing, half a copy, or a whole one is in its place.
    const places: (() => void)[] = [
      () => undefined,
      () => writeFileSync(file, "half a copy"),
      () => writeFileSync(file, readFileSync(join(folder, "backups", readdirSync(join(folder, "backups"))[1]))),
    ];
    for (const put of places) {
      renameSync(file, `${file}.aside`);
      put();
      app = await buildApp({ databaseFile: file });
      expect(await tags()).toEqual(["A"]);
      expect(existsSync(`${file}.aside`)).toBe(false);
      await app.close();
    }
    app = await buildApp({ databaseFile: file });
  });

  it("leave nothing half-made where there is no room", async () => {
    const source = await openDatabase(join(folder, "full.sqlite"));
    const book = new OpenBook(source, new UnitOfWork(source), join(folder, "full.sqlite"));
    book.copyTo = async (path) => {
      writeFileSync(path, "half");
      throw Object.assign(new Error("full"), { code: "SQLITE_FULL" });
    };
    const backups = new Backups(book, readerOf("full.sqlite"), () => "2031-05-01T08:00:00.000Z");
    await expect(backups.make("hand")).rejects.toThrow("The disk is full.");
    expect(readdirSync(join(folder, "backups")).filter((n) => !n.endsWith(".sqlite"))).toEqual([]);
    await source.destroy();
  });

  it("follow the schedule, and the oldest of it go; those made by hand stay", async () => {
    const source = await openDatabase(join(folder, "timed.sqlite"));
    let at = Date.parse("2031-05-01T00:00:00.000Z");
    const book = new OpenBook(source, new UnitOfWork(source), join(folder, "t", "timed.sqlite"));
    const own = new Backups(book, readerOf("timed.sqlite"), () => new Date(at).toISOString());
    await own.make("hand");
    for (let hour = 0; hour < 96; hour += 6) {
      at = Date.parse("2031-05-02T00:00:00.000Z") + hour * 3_600_000;
      await own.bySchedule({ everyHours: 24, keep: 2 });
    }
    await own.bySchedule(null);
    expect((await own.list()).map((b) => [b.kind, b.at])).toEqual([
      ["schedule", "2031-05-05T00:00:00.000Z"],
      ["schedule", "2031-05-04T00:00:00.000Z"],
      ["hand", "2031-05-01T00:00:00.000Z"],
    ]);
    await source.destroy();
  });
});
