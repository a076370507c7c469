import { ulid } from "ulid";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { NewFields } from "../contract";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
let sheetId: string;
let vehicleId: string;
beforeAll(async () => {
  shed = await TestShed.open();
  sheetId = await shed.add("sheet", { name: "Skarvane P2", make: "Skarvane", builtFrom: "2014-01" });
  vehicleId = await shed.add("vehicle", { tag: "SI 0311", sheetId, buildDate: "2016-04-11" });
});
afterAll(() => shed.close());

const torque = (name: string, typed: string[], more: Partial<NewFields<"specLine">> = {}): NewFields<"specLine"> => ({
  sheetId,
  kind: "torque",
  name,
  sources: typed.map((t, i) => ({ id: `s${i}`, typed: t, title: "Sheet 8-2" })),
  torque: { thread: "M8", grade: "8.8", reuse: "reuse" },
  ...more,
});

describe("a line", () => {
  const refused = async (data: object): Promise<[number, string]> => {
    const answer = await shed.change([
      { op: "create", resource: "specLine", id: ulid(), data: data as Record<string, unknown> },
    ]);
    return [answer.status, answer.body.error?.field ?? ""];
  };
  it("hangs on a sheet or a vehicle that exists, not on both and not on none", async () => {
    expect(await refused(torque("A", [], { sheetId: null }))).toEqual([422, "operations[0].data.vehicleId"]);
    expect(await refused(torque("A", [], { vehicleId }))).toEqual([422, "operations[0].data.vehicleId"]);
    expect(await refused(torque("A", [], { sheetId: ulid() }))).toEqual([422, "operations[0].data.sheetId"]);
  });
  it("has the facts of its kind and no others", async () => {
    expect(await refused(torque("A", [], { torque: null }))).toEqual([422, "operations[0].data.torque"]);
    expect(await refused(torque("A", [], { part: {} }))).toEqual([422, "operations[0].data.part"]);
  });
  it("overrides only for a vehicle, and only with a reason", async () => {
    expect(await refused(torque("A", [], { overrides: ulid() }))).toEqual([422, "operations[0].data.overrides"]);
    expect(await refused(torque("A", [], { sheetId: null, vehicleId, overrides: ulid() }))).toEqual([
      422,
      "operations[0].data.reason",
    ]);
  });
  it("is decided for one of its sources, each with an id of its own", async () => {
    expect(await refused(torque("A", ["1 Nm"], { decided: "s7" }))).toEqual([422, "operations[0].data.decided"]);
    const twice = torque("A", ["1 Nm", "2 Nm"]);
    expect(await refused({ ...twice, sources: twice.sources?.map((s) => ({ ...s, id: "x" })) })).toEqual([
      422,
      "operations[0].data.sources[1].id",
    ]);
  });
  it("names pictures that were sent in, and dates that rise", async () => {
    const page = { id: "s", typed: "1 Nm", photo: "a".repeat(64) };
    expect(await refused(torque("A", [], { sources: [page] }))).toEqual([422, "operations[0].data.sources[0].photo"]);
    expect(await refused(torque("A", [], { featurePhoto: "b".repeat(64) }))).toEqual([
      422,
      "operations[0].data.featurePhoto",
    ]);
    expect(await refused(torque("A", [], { builtFrom: "2016-05", builtTo: "2016-04" }))).toEqual([
      422,
      "operations[0].data.builtTo",
    ]);
  });
});

describe("the sheets", () => {
  it("are listed with what they hold, and what is missing first by what jobs wait for", async () => {
    const known = await shed.add("specLine", torque("Bottom plate", ["90 in-lb"]));
    const missing = await shed.add("specLine", torque("Shifter to floor", []));
    await shed.add("specLine", torque("Cable bracket", ["22 Nm", "18 ft-lb"]));
    const own = await shed.add("specLine", torque("Shelf", [], { sheetId: null, vehicleId }));
    const jobId = await shed.add("job", { vehicleId, complaint: "Slop." });
    await shed.add("torqueGroup", { jobId, name: "Shifter to floor", lineId: missing });
    const { body } = await shed.get("/api/sheets");
    expect(body.sheets).toMatchObject([
      { id: sheetId, torques: 3, parts: 0, missing: 1, conflicts: 1, vehicles: [{ id: vehicleId, tag: "SI 0311" }] },
    ]);
    expect(
      body.wanted.map((w: { name: string; state: string; jobs: unknown[] }) => [w.name, w.state, w.jobs.length]),
    ).toEqual([
      ["Shifter to floor", "missing", 1],
      ["Shelf", "missing", 0],
      ["Cable bracket", "conflict", 0],
    ]);
    const view = (await shed.get(`/api/sheets/${sheetId}`)).body;
    expect(view.lines).toHaveLength(3);
    expect(view.vehicleLines.map((l: { id: string }) => l.id)).toEqual([own]);
    expect(view.jobs).toMatchObject([{ id: jobId, vehicleId, groups: [{ lineId: missing }], parts: [] }]);
    const dossier = (await shed.get(`/api/vehicles/${vehicleId}`)).body;
    expect(dossier.sheet.id).toBe(sheetId);
    expect([dossier.sheetLine.length, dossier.ownLine.length]).toEqual([3, 1]);
    const book = (await shed.get("/api/book")).body;
    expect([book.sheets.length, book.lines.length, book.openJobs.length, book.groups.length]).toEqual([1, 4, 1, 1]);
    expect(known).toBeTruthy();
  });
  it("that are not there are not found, and one in the bin is no vehicle's sheet", async () => {
    expect((await shed.get(`/api/sheets/${ulid()}`)).status).toBe(404);
    const gone = await shed.add("sheet", { name: "Gone" });
    const tagged = await shed.add("vehicle", { tag: "G 1", sheetId: gone });
    await shed.add("specLine", { sheetId: gone, kind: "fluid", name: "Oil", fluid: {} });
    const scope = `sheet:${gone}`;
    expect((await shed.change([{ op: "delete", resource: "sheet", id: gone, version: 1 }], scope)).status).toBe(200);
    const { body } = await shed.get(`/api/vehicles/${tagged}`);
    expect([body.sheet, body.sheetLine]).toEqual([null, []]);
    expect((await shed.get("/api/book")).body.lines.some((l: { name: string }) => l.name === "Oil")).toBe(false);
    // Undo in the sheet's own list brings it back.
    expect((await shed.post("/api/undo", { id: ulid(), scope })).status).toBe(200);
    expect((await shed.get(`/api/vehicles/${tagged}`)).body.sheet.name).toBe("Gone");
  });
});

describe("two signatures", () => {
  it("are asked where the group wants two people, on the last pass and by another person", async () => {
    const people = [
      await shed.add("person", { name: "A. Orrow", initials: "AO" }),
      await shed.add("person", { name: "B. Tarrack", initials: "BT" }),
    ];
    const jobId = await shed.add("job", { vehicleId });
    const groupId = await shed.add("torqueGroup", {
      jobId,
      name: "Subframe",
      specTyped: "100 Nm",
      specOrigin: "specified",
      twoPeople: true,
      passes: [
        { name: "snug", pct: null },
        { name: "100 %", pct: 100 },
      ],
    });
    const sign = (data: object) =>
      shed.change([
        {
          op: "create",
          resource: "signature",
          id: ulid(),
          data: { jobId, groupId, bolt: 1, personId: people[0], ...data },
        },
      ]);
    const reading = { typed: "100 Nm", base: 100 };
    expect((await sign({ pass: "snug" })).status).toBe(200);
    expect((await sign({ pass: "100 %", reading })).body.error.field).toBe("operations[0].data.secondId");
    expect((await sign({ pass: "100 %", reading, secondId: people[0] })).status).toBe(422);
    expect((await sign({ pass: "100 %", reading, secondId: ulid() })).status).toBe(422);
    expect((await sign({ pass: "100 %", reading, secondId: people[1] })).status).toBe(200);
  });
});
