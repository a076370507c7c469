import {
  closeSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  rmSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import request from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { buildApp } from "../app";
import { holdAlone, migrations, openDatabase, storageTrouble, StorageError } from ".";

const folder = mkdtempSync(join(tmpdir(), "ash-lever-trouble-"));
const good = join(folder, "good.sqlite");
beforeAll(async () => {
  const source = await openDatabase(good);
  await source.query("PRAGMA wal_checkpoint(TRUNCATE)");
  await source.destroy();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let n = 0;
/** A copy of a good file, spoiled. */
const spoiled = (spoil: (file: string) => void): string => {
  const file = join(folder, `spoiled-${(n += 1)}.sqlite`);
  copyFileSync(good, file);
  spoil(file);
  return file;
};

const overwrite = (file: string, from: number, length: number): void => {
  const handle = openSync(file, "r+");
  writeSync(handle, Buffer.alloc(length, 0xa5), 0, length, from);
  closeSync(handle);
};

describe("a file that cannot be worked with", () => {
  it.each<[string, () => string, RegExp]>([
    ["words", () => spoiled((f) => writeFileSync(f, "not a database at all ".repeat(300))), /is not a database/],
    ["a file cut short", () => spoiled((f) => truncateSync(f, 9000)), /is damaged/],
    ["overwritten pages", () => spoiled((f) => overwrite(f, 4096, 12_288)), /is damaged/],
    [
      "another program's database",
      () =>
        spoiled((f) => {
          rmSync(f);
          new Database(f).exec("CREATE TABLE letters (a)").close();
        }),
      /another program/,
    ],
    [
      "one of a newer version",
      () =>
        spoiled((f) => {
          const db = new Database(f);
          db.exec(`INSERT INTO "migrations" ("timestamp","name") VALUES (1999000000000,'Later1999000000000')`);
          db.close();
        }),
      /newer version/,
    ],
    [
      "a folder",
      () => {
        const path = join(folder, "folder.sqlite");
        mkdirSync(path);
        return path;
      },
      /cannot be opened/,
    ],
  ])("is refused in a sentence and left as it was: %s", async (_what, make, says) => {
    const file = make();
    const error = await openDatabase(file).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(StorageError);
    expect((error as StorageError).message).toMatch(says);
    expect((error as StorageError).trouble.toDo).toMatch(/\.$/);
  });

  it("a disk that is full, or may only be read, is said while the program runs; afterwards it goes on", async () => {
    const file = join(folder, "full.sqlite");
    const app = await buildApp({ databaseFile: file });
    const save = (notes = "x") =>
      request(app.express)
        .post("/api/changes")
        .set("Host", "localhost")
        .send({
          id: ulid(),
          scope: "shop",
          label: "add",
          operations: [{ op: "create", resource: "vehicle", id: ulid(), data: { tag: "T", notes } }],
        });
    const pragma = (text: string) => app.unit.read((m) => m.query(`PRAGMA ${text}`));
    // SQLite's own limit on pages answers as a full disk does.
    const [{ page_count: pages }] = (await pragma("page_count")) as { page_count: number }[];
    await pragma(`max_page_count = ${pages}`);
    let full = await save();
    for (let i = 0; i < 60 && full.status === 200; i++) full = await save("y".repeat(3900));
    expect([full.status, full.body.error.code]).toEqual([503, "storage"]);
    expect(full.body.error.message).toContain("The disk is full.");
    await pragma("max_page_count = 1000000");
    expect((await save()).status).toBe(200);
    await pragma("query_only = ON");
    const readOnly = await save();
    expect([readOnly.status, readOnly.body.error.message]).toEqual([
      503,
      expect.stringContaining("may not be written"),
    ]);
    await pragma("query_only = OFF");
    expect((await save()).status).toBe(200);
    await app.close();
  });

  it("pages overwritten under the running program are named as damage", async () => {
    const file = join(folder, "struck.sqlite");
    const app = await buildApp({ databaseFile: file });
    await app.unit.read((m) => m.query("PRAGMA wal_checkpoint(TRUNCATE)"));
    await app.unit.read((m) => m.query("PRAGMA cache_size = 0"));
    overwrite(file, 4096, 60_000);
    await app.unit.read((m) => m.query("PRAGMA shrink_memory"));
    const { status, body } = await request(app.express).get("/api/yard").set("Host", "localhost");
    expect([status, body.error.code]).toEqual([503, "storage"]);
    expect(body.error.message).toMatch(/is damaged/);
    await app.close();
  });

  it.each([
    ["ENOSPC", /disk is full/],
    ["EACCES", /may not be used/],
    ["EROFS", /only be read/],
    ["SQLITE_IOERR_WRITE", /reports an error/],
    ["SQLITE_BUSY_SNAPSHOT", /another program/],
  ])("%s has words", (code, says) => {
    expect(storageTrouble({ driverError: { code } }, "/shop/ash-lever.sqlite")?.what).toMatch(says);
    expect(storageTrouble(new Error("else"), "x")).toBeNull();
  });
});

describe("before a change of form", () => {
  it("a copy of what there is is put beside the file", async () => {
    const file = join(folder, "old.sqlite");
    const source = await openDatabase(file);
    await source.undoLastMigration();
    await source.query(
      `INSERT INTO "person" ("id","version","createdAt","updatedAt","name","initials","role") VALUES ('p',1,'','','P','P','')`,
    );
    await source.destroy();
    const again = await openDatabase(file);
    expect(await again.query(`SELECT "name" FROM "person"`)).toEqual([{ name: "P" }]);
    await again.destroy();
    const last = migrations[migrations.length - 1].name;
    const copy = new Database(`${file}.before-${last}`, { readonly: true });
    expect(copy.prepare(`SELECT "name" FROM "person"`).all()).toEqual([{ name: "P" }]);
    expect(copy.prepare(`SELECT count(*) AS n FROM "migrations"`).get()).toEqual({ n: migrations.length - 1 });
    copy.close();
  });

  it("a new file needs none", async () => {
    const file = join(folder, "new.sqlite");
    await (await openDatabase(file)).destroy();
    expect(migrations.some((m) => existsSync(`${file}.before-${m.name}`))).toBe(false);
  });
});

describe("one data folder", () => {
  it("is held by one program, until that one ends", () => {
    const file = join(folder, "held.sqlite");
    const release = holdAlone(file);
    expect(() => holdAlone(file)).toThrow("already running with this data");
    release();
    holdAlone(file)();
  });
});
