import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { addressOf, searchView, type SearchHit } from "../contract";
import { openDatabase } from "./db";
import { TestShed } from "../tests/server/shed";
import { join } from "node:path";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";

let shed: TestShed;
let ids: { vehicleId: string; jobId: string };
let bush: string;
beforeAll(async () => {
  shed = await TestShed.open();
  const vehicleId = await shed.add("vehicle", { tag: "SI 0724", owner: "Torvey Isle Bus Trust", make: "Ulverin" });
  const jobId = await shed.add("job", { vehicleId, complaint: "Third is hard to find, and the selector drips." });
  ids = { vehicleId, jobId };
  bush = await shed.add("part", { jobId, name: "Carrier bush", number: "UL-24-118", maker: "Oskerra Rubber" });
  await shed.add("torqueGroup", { jobId, name: "Carrier to gearbox", specTyped: "18 Nm", specSource: "sheet 24-3" });
  await shed.add("finding", { jobId, text: "Crack in the exhaust hanger" });
  const sheetId = await shed.add("sheet", { name: "Ulverin L12 to 2013", make: "Ulverin" });
  await shed.add("specLine", {
    sheetId,
    kind: "torque",
    name: "Flange",
    torque: {},
    sources: [{ id: "a", typed: "61 Nm" }],
  });
});
afterAll(() => shed.close());

const found = async (words: string): Promise<SearchHit[]> =>
  searchView.parse((await shed.get(addressOf("search", {}, { words })).expect(200)).body).hits;
const titles = async (words: string): Promise<string[]> => (await found(words)).map((h) => h.title);

describe("one search over the book", () => {
  it.each([
    ["0724", "SI 0724 Ulverin"],
    ["torvey", "SI 0724 Ulverin"],
    ["job 1", "Job 1"],
    ["ul-24-118", "Carrier bush"],
    ["UL-24", "Carrier bush"],
    ["18 nm", "Carrier to gearbox"],
    ["hanger crack", "Crack in the exhaust hanger"],
    ["drip", "Job 1"],
    ["61", "Flange"],
  ])("%j finds %s", async (words, title) => expect(await titles(words)).toContain(title));

  it("says where it is", async () => {
    const [part] = await found("UL-24-118");
    expect(part).toMatchObject({ resource: "part", jobId: ids.jobId, vehicleId: ids.vehicleId });
    expect(part.where).toBe("SI 0724, Ulverin, job 1");
    expect((await found("flange"))[0].where).toBe("sheet Ulverin L12 to 2013");
  });

  it.each(["", "  ", '"', "*", "NEAR(a", "a OR", "-", "(", "title:x", "'; --"])(
    "takes %j for words, not for a query",
    async (words) => {
      await shed.get(addressOf("search", {}, { words })).expect(200);
    },
  );

  it("follows what is changed, taken away and brought back", async () => {
    const change = (version: number, data: object) => ({
      op: "update" as const,
      resource: "part" as const,
      id: bush,
      version,
      data: data as Record<string, unknown>,
    });
    await shed.change([change(1, { number: "XY-9" })]).expect(200);
    expect(await titles("UL-24-118")).toEqual([]);
    expect(await titles("xy-9")).toEqual(["Carrier bush"]);
    await shed.post("/api/undo", { id: "01ARZ3NDEKTSV4RRFFQ69G5FAV", scope: "shop" }).expect(200);
    expect(await titles("UL-24-118")).toEqual(["Carrier bush"]);
    await shed.change([{ op: "delete", resource: "part", id: bush, version: 3 }]).expect(200);
    expect(await titles("UL-24-118")).toEqual([]);
    await shed.change([{ op: "restore", resource: "part", id: bush, version: 4 }]).expect(200);
    expect(await titles("UL-24-118")).toEqual(["Carrier bush"]);
  });

  it("leaves out what hangs on a vehicle in the bin", async () => {
    const other = await shed.job();
    await shed.add("finding", { jobId: other.jobId, text: "Peculiar squeak" });
    expect(await titles("peculiar")).toHaveLength(1);
    await shed
      .change([{ op: "delete", resource: "vehicle", id: other.vehicleId, version: 1, withJobs: true }])
      .expect(200);
    expect(await titles("peculiar")).toEqual([]);
  });
});

describe("a book of before there was a search", () => {
  it("is read into it when it is opened", async () => {
    const folder = mkdtempSync(join(tmpdir(), "ash-lever-"));
    const file = join(folder, "a.sqlite");
    const source = await openDatabase(file);
    // Back to before all that a vehicle says today.
    for (let i = 0; i < 2; i++) await source.undoLastMigration();
    await source.query(
      `INSERT INTO "vehicle" ("id","version","createdAt","updatedAt","tag","owner","make","model","variant","layout",
         "drivenWheels","shifterKind","odometer","notes","automatic","load","chassis","options","features")
       VALUES ('v', 1, '', '', 'SI 0001', 'Old Mill', '', '', '', 'northSouth', 'rear', 'rod', '[]', '', 0, '{"now":[],"at":null,"by":null}', '', '[]', '[]')`,
    );
    await source.destroy();
    const again = await openDatabase(file);
    expect(await again.query(`SELECT "id" FROM "find_entry"`)).toEqual([{ id: "v" }]);
    await again.destroy();
    rmSync(folder, { recursive: true, force: true });
  });
});
