import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { addressOf, type VehicleLine } from "../contract";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
  const bus = await shed.add("vehicle", {
    tag: "SI 0724",
    owner: "Torvey Isle Bus Trust",
    make: "Ulverin",
    model: "L12",
    variant: "long base",
  });
  const van = await shed.add("vehicle", { tag: "SI 0215", owner: "Post 100 %", make: "Corran", model: "V" });
  const gone = await shed.add("vehicle", { tag: "SI 0001", owner: "Torvey Isle Bus Trust" });
  await shed.add("vehicle", { tag: "SI 0999", owner: "A_B" });
  const first = await shed.add("job", { vehicleId: bus, complaint: "Slop." });
  await shed.add("job", { vehicleId: bus, complaint: "Again." });
  const lost = await shed.add("job", { vehicleId: van, complaint: "Shakes." });
  await shed
    .change([{ op: "update", resource: "job", id: first, version: 1, data: { closedAt: "2099-01-01T00:00:00Z" } }])
    .expect(200);
  await shed.change([{ op: "delete", resource: "job", id: lost, version: 1 }]).expect(200);
  await shed.change([{ op: "delete", resource: "vehicle", id: gone, version: 1 }]).expect(200);
});
afterAll(() => shed.close());

const found = async (search: string, more: { limit?: number; offset?: number } = {}) => {
  const { body } = await shed.get(addressOf("vehicles", {}, { search, ...more })).expect(200);
  return {
    tags: (body.vehicles as VehicleLine[]).map((v) => v.tag),
    total: body.total as number,
    lines: body.vehicles as VehicleLine[],
  };
};

describe("looking for a vehicle", () => {
  it.each([
    ["", ["SI 0215", "SI 0724", "SI 0999"]],
    ["  si 07 ", ["SI 0724"]],
    ["bus trust", ["SI 0724"]],
    ["ulverin l12 long", ["SI 0724"]],
    ["LONG BASE", ["SI 0724"]],
    // What other programs take for a sign of their own is a letter here.
    ["%", ["SI 0215"]],
    ["_", ["SI 0999"]],
    ["'", []],
    ["0001", []],
    ["zzz", []],
  ])("by %j finds %j, by tag, none of the bin", async (search, tags) => {
    expect(await found(search)).toMatchObject({ tags, total: tags.length });
  });

  it.each([
    ["1", ["SI 0724", "SI 0215"].sort()],
    ["job 2", ["SI 0724"]],
    ["job 3", []],
  ])("by a job's number %j finds its vehicle; a job in the bin is none", async (search, tags) => {
    const { tags: those } = await found(search);
    for (const tag of tags) expect(those).toContain(tag);
    if (!tags.length) expect(those).toEqual([]);
  });

  it("says how many jobs each has, and how many are open", async () => {
    const { lines } = await found("");
    expect(lines.map((v) => [v.tag, v.jobs, v.openJobs])).toEqual([
      ["SI 0215", 0, 0],
      ["SI 0724", 2, 1],
      ["SI 0999", 0, 0],
    ]);
    expect(lines[1].title).toBe("Ulverin L12, long base");
  });

  it("comes page by page, with the number of all", async () => {
    expect(await found("", { limit: 2 })).toMatchObject({ tags: ["SI 0215", "SI 0724"], total: 3 });
    expect(await found("", { limit: 2, offset: 2 })).toMatchObject({ tags: ["SI 0999"], total: 3 });
    expect(await found("", { limit: 2, offset: 9 })).toMatchObject({ tags: [], total: 3 });
  });
});

describe("the bin", () => {
  it("says what each record is and what it belongs to", async () => {
    const { body } = await shed.get("/api/bin").expect(200);
    const lines = body.records as { resource: string; title: string; of: string }[];
    expect(lines.map((l) => [l.resource, l.title])).toEqual(
      expect.arrayContaining([
        ["vehicle", "SI 0001"],
        ["job", "Job 3: Shakes."],
      ]),
    );
    expect(lines.find((l) => l.resource === "job")?.of).toBe("SI 0215");
  });
});
