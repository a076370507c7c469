import { mkdtempSync, renameSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import request from "supertest";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { buildApp, type App } from "../app";
import { faultSequences } from "../../tests/server/faultSequences";
import { faultCodes, faultOutcomes, faultPlaces, FaultyBinding } from "../../tests/server/faultyDatabase";

let folder: string;
let file: string;
let app: App;
let binding: FaultyBinding;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "ash-lever-faults-"));
  file = join(folder, "a.sqlite");
  binding = new FaultyBinding();
  app = await buildApp({ databaseFile: file, databaseDriver: binding.driver });
});
afterEach(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

const save = (id = ulid()) =>
  request(app.express)
    .post("/api/changes")
    .set("Host", "localhost")
    .send({
      id: ulid(),
      scope: "shop",
      label: "add",
      operations: [{ op: "create", resource: "vehicle", id, data: { tag: "T" } }],
    });

/** Whether a second connection to the file finds a vehicle, now. */
function stands(id: string): boolean {
  const second = new Database(file, { readonly: true });
  try {
    return second.prepare(`SELECT 1 FROM "vehicle" WHERE "id" = ?`).get(id) !== undefined;
  } finally {
    second.close();
  }
}

describe("after a fault", () => {
  const all = faultPlaces.flatMap((place) =>
    faultOutcomes.flatMap((outcome) => faultCodes.map((code) => ({ place, outcome, code }))),
  );
  it.each(all)("at $place, SQLite has $outcome ($code): what is acknowledged is in the file", async (fault) => {
    binding.arm({ ...fault, after: 0, opens: 1 });
    const struck = ulid();
    expect((await save(struck)).status).toBe(503);
    // Only a commit whose answer was lost can be in the file without having been acknowledged.
    expect(stands(struck)).toBe(fault.place === "commit" && fault.outcome === "done");
    binding.arm(null);
    for (let i = 0; i < 3; i++) {
      const id = ulid();
      expect((await save(id)).status).toBe(200);
      expect(stands(id)).toBe(true);
    }
  });

  it("a book that cannot be opened anew says so, and works again once it can be", async () => {
    binding.arm({ place: "commit", outcome: "rolledBack", code: "SQLITE_IOERR_WRITE", after: 0, opens: 3 });
    expect((await save()).status).toBe(503);
    const { status, body } = await request(app.express).get("/api/yard").set("Host", "localhost");
    expect([status, body.error.code]).toEqual([503, "storage"]);
    binding.arm(null);
    await request(app.express).get("/api/yard").set("Host", "localhost").expect(200);
    const id = ulid();
    await save(id).expect(200);
    expect(stands(id)).toBe(true);
  });

  it("a file locked by another program for a while is said, and nothing of it is lost", async () => {
    await app.unit.read((m) => m.query("PRAGMA busy_timeout = 20"));
    const other = new Database(file);
    other.exec("BEGIN IMMEDIATE");
    const { status, body } = await save();
    expect([status, body.error.message]).toEqual([503, expect.stringContaining("in use by another program")]);
    other.exec("ROLLBACK");
    other.close();
    const id = ulid();
    await save(id).expect(200);
    expect(stands(id)).toBe(true);
  });

  it("a file moved away under the program takes no more writes, until it is put back", async () => {
    renameSync(file, `${file}.away`);
    const { status, body } = await save();
    expect([status, body.error.message]).toEqual([503, expect.stringContaining("was moved or replaced")]);
    renameSync(`${file}.away`, file);
    const id = ulid();
    await save(id).expect(200);
    expect(stands(id)).toBe(true);
  });

  it("who comes after the end is refused, and does not open the file again", async () => {
    await app.close();
    await expect(app.unit.write(() => Promise.resolve())).rejects.toThrow("The program is ending");
    app = await buildApp({ databaseFile: file });
  });

  it("random sequences of faults and saves lose nothing that was acknowledged", async () => {
    const run = await faultSequences(120, 20_261_201);
    expect(run).toMatchObject({ sequences: 120, lost: [], failedWhenMended: 0 });
    expect(Math.min(run.acknowledged, run.refused)).toBeGreaterThan(100);
  }, 60_000);
});
