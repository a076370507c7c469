import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { In, IsNull, Like, MoreThan, Not, type DataSource } from "typeorm";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { z } from "zod";
import { resourceNames, resources } from "../../contract";
import { columnOf } from "./columns";
import { columnNames, entities, find, findById, openDatabase, rowsOf, tables, toRow } from ".";

const folder = mkdtempSync(join(tmpdir(), "ash-lever-rows-"));
let source: DataSource;
const id = (n: number): string => `01ARZ3NDEKTSV4RRFF${String(n).padStart(8, "0")}`;
const person = (n: number, name: string, initials: string, deletedAt: string | null = null) =>
  toRow("person", { id: id(n), version: n, createdAt: "", updatedAt: "", deletedAt, name, initials, role: "" });

beforeAll(async () => {
  source = await openDatabase(join(folder, "rows.sqlite"));
  await source.manager.insert(entities.person, [
    person(1, "Ann", "A"),
    person(2, "Bo's", "B"),
    person(3, "Cy", "C", "2026-01-01"),
    person(4, "Di", "D"),
  ]);
  const vehicle = { id: id(9), version: 1, createdAt: "", updatedAt: "", deletedAt: null, tag: "T 1" };
  await source.manager.insert(
    entities.vehicle,
    toRow("vehicle", { ...vehicle, ...resources.vehicle.parse({ tag: "T 1", automatic: true }) }),
  );
});
afterAll(async () => {
  await source.destroy();
  rmSync(folder, { recursive: true, force: true });
});

const names = async (wanted: Parameters<typeof find>[2]): Promise<string[]> =>
  (await find(source.manager, "person", wanted)).map((p) => p.name);

describe("records by condition", () => {
  it.each([
    ["all of a kind, in an order", { order: { name: "DESC" as const } }, ["Di", "Cy", "Bo's", "Ann"]],
    ["outside the bin", { where: { deletedAt: IsNull() }, order: { name: "ASC" as const } }, ["Ann", "Bo's", "Di"]],
    ["in the bin", { where: { deletedAt: Not(IsNull()) } }, ["Cy"]],
    ["by a value with a quote in it", { where: { name: "Bo's" } }, ["Bo's"]],
    ["of a list", { where: { id: In([id(1), id(4)]) }, order: { name: "ASC" as const } }, ["Ann", "Di"]],
    ["of a list with nothing in it", { where: { id: In([]) } }, []],
    ["by two conditions", { where: { id: In([id(1), id(3)]), deletedAt: IsNull() } }, ["Ann"]],
    ["the first few", { order: { name: "ASC" as const }, take: 2 }, ["Ann", "Bo's"]],
    [
      "by an operator that is not kept",
      { where: { version: MoreThan(2) }, order: { name: "ASC" as const } },
      ["Cy", "Di"],
    ],
    ["by a pattern", { where: { name: Like("%o%") } }, ["Bo's"]],
  ])("%s", async (_what, wanted, expected) => {
    // The first time the statement is made, the second time it is known.
    expect(await names(wanted)).toEqual(expected);
    expect(await names(wanted)).toEqual(expected);
  });

  it("of one form and other values are other records", async () => {
    for (const [n, name] of [
      [1, "Ann"],
      [2, "Bo's"],
      [4, "Di"],
    ] as const) {
      expect((await findById(source.manager, "person", id(n)))?.name).toBe(name);
    }
    expect(await findById(source.manager, "person", id(77))).toBeNull();
    expect(await names({ where: { id: In([id(2)]) } })).toEqual(["Bo's"]);
    expect(await names({ where: { id: In([id(4)]) } })).toEqual(["Di"]);
  });

  it("come as records: flags, lists and nothing as they were written", async () => {
    const vehicle = await findById(source.manager, "vehicle", id(9));
    expect(vehicle).toMatchObject({
      automatic: true,
      odometer: [],
      gearbox: null,
      load: { now: [], at: null, by: null },
    });
  });

  it("by some of their columns are plain rows under those names", async () => {
    const rows = await rowsOf(source.manager, "person", ["name", "initials"], { where: { id: id(1) } }).getRawMany();
    expect(rows).toEqual([{ name: "Ann", initials: "A" }]);
  });

  it("cannot hold what is no number", () => {
    expect(() => toRow("vehicle", { idleRpm: Infinity })).toThrow(/idleRpm/);
  });
});

describe("a column", () => {
  it.each([
    [z.string(), { kind: "text" }],
    [z.enum(["a", "b"]).default("a"), { kind: "text" }],
    [z.string().nullable().default(null), { kind: "text", nullable: true }],
    [z.number(), { kind: "real" }],
    [z.number().int().nullable(), { kind: "integer", nullable: true }],
    [z.boolean().default(false), { kind: "flag" }],
    [z.array(z.string()), { kind: "json" }],
    [z.strictObject({ a: z.string() }).nullable(), { kind: "json", nullable: true }],
    [z.string().transform((s) => s.length), { kind: "text" }],
  ])("follows from the shape of its field", (field, column) => expect(columnOf(field)).toEqual(column));

  it("there is one for every field of every record, after the head", () => {
    for (const name of resourceNames) {
      expect(Object.keys(tables[name].columns)).toEqual(Object.keys(resources[name].shape));
      expect(columnNames(name).slice(0, 5)).toEqual(["id", "version", "createdAt", "updatedAt", "deletedAt"]);
    }
  });
});
