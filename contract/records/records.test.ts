import { describe, expect, it } from "vitest";
import {
  changeRequest,
  day,
  fieldsOf,
  operation,
  resourceNames,
  resources,
  routes,
  scope,
  stepBack,
  typedValue,
  ulid,
  type Vehicle,
} from "..";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const ok = (schema: { safeParse: (v: unknown) => { success: boolean } }, value: unknown): boolean =>
  schema.safeParse(value).success;

describe("fields", () => {
  it.each(["2024-02-29", "2025-12-31"])("takes %s as a day", (text) => expect(ok(day, text)).toBe(true));
  it.each(["2025-02-29", "2025-13-01", "25-01-01", "2025-1-1", "", "today"])("refuses %j as a day", (text) =>
    expect(ok(day, text)).toBe(false),
  );
  it.each([ID, "00000000000000000000000001"])("takes %s as an id", (text) => expect(ok(ulid, text)).toBe(true));
  it.each(["", "01arz3ndektsv4rrffq69g5fav", `${ID}0`, "01ARZ3NDEKTSV4RRFFQ69G5FAI"])("refuses %j as an id", (text) =>
    expect(ok(ulid, text)).toBe(false),
  );
  it("keeps a figure as it was typed and as it was understood, finite", () => {
    expect(ok(typedValue, { typed: "3 1/2 in", base: 88.9 })).toBe(true);
    expect(ok(typedValue, { typed: "", base: 1 })).toBe(false);
    expect(ok(typedValue, { typed: "much", base: Infinity })).toBe(false);
  });
});

describe("records", () => {
  const least: Record<(typeof resourceNames)[number], object> = {
    person: { name: "E. Corrow", initials: "EC" },
    template: {
      content: {
        id: "own",
        title: "Own",
        why: "Slop.",
        steps: [{ id: "a", text: "Knob off", place: "cabin", minutes: 2 }],
      },
    },
    kit: { name: "Short lever" },
    recheck: { vehicleId: ID, what: "Mounts" },
    stockItem: { name: "Thread locker" },
    vehicle: { tag: "SI 1" },
    job: { vehicleId: ID },
    reading: { jobId: ID, quantity: "throw", phase: "before", values: [{ typed: "89 mm", base: 89 }] },
    setup: {
      jobId: ID,
      role: "old",
      name: "Old",
      lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct" } },
    },
    joint: { jobId: ID, name: "Pin", at: "pin", play: { typed: "0.5 mm", base: 0.5 } },
    torqueGroup: { jobId: ID, name: "Flange" },
    signature: { jobId: ID, groupId: ID, bolt: 1, pass: "snug", load: ["onWheels"] },
    part: { jobId: ID, name: "Bush" },
    step: { jobId: ID, text: "Lift it" },
    finding: { jobId: ID, text: "Leak" },
    recording: { jobId: ID, file: "a".repeat(64), rateHz: 48000, count: 4800, binHz: 5.9, peaks: [] },
    sheetPhoto: { jobId: ID, photoId: ID },
    photo: { jobId: ID, file: "a".repeat(64), widthPx: 100, heightPx: 80 },
    setting: { jobId: ID, tool: "stops", input: {} },
    sheet: { name: "P2" },
    specLine: { sheetId: ID, kind: "torque", name: "Floor" },
    shop: {},
  };

  it.each(resourceNames)("%s needs no more than its least fields, and takes no field it does not know", (name) => {
    expect(ok(resources[name], least[name])).toBe(true);
    expect(ok(resources[name], { ...least[name], colour: "red" })).toBe(false);
  });

  it("copies a record without its head", () => {
    const vehicle = {
      id: ID,
      version: 3,
      createdAt: "",
      updatedAt: "",
      deletedAt: null,
      ...resources.vehicle.parse({ tag: "T" }),
    } as Vehicle;
    const copy = fieldsOf("vehicle", vehicle);
    expect(copy).not.toHaveProperty("version");
    expect(ok(resources.vehicle, copy)).toBe(true);
  });

  it("has three usual passes and a tolerance of a tenth", () => {
    const group = resources.torqueGroup.parse({ jobId: ID, name: "Flange" });
    expect(group.passes.map((p) => p.pct)).toEqual([null, 60, 100]);
    expect(group.tolerancePct).toBe(10);
  });
});

describe("changes", () => {
  const edit = { op: "create", resource: "step", id: ID, data: {} };

  it.each(["shop", `job:${ID}`, `vehicle:${ID}`])("stands in the list %s", (text) =>
    expect(ok(scope, text)).toBe(true),
  );
  it.each(["", "yard", "job:", `job:${ID}x`, `person:${ID}`])("knows no list %j", (text) =>
    expect(ok(scope, text)).toBe(false),
  );

  it("wants an id, a label and at least one operation", () => {
    const whole = { id: ID, scope: "shop", label: "x", operations: [edit] };
    expect(ok(changeRequest, whole)).toBe(true);
    for (const part of ["id", "scope", "label", "operations"]) {
      expect(ok(changeRequest, { ...whole, [part]: undefined })).toBe(false);
    }
    expect(ok(changeRequest, { ...whole, operations: [] })).toBe(false);
    expect(ok(changeRequest, { ...whole, operations: Array.from({ length: 501 }, () => edit) })).toBe(false);
  });

  it("needs the version it was made on for all but a new record", () => {
    expect(ok(operation, edit)).toBe(true);
    expect(ok(operation, { op: "update", resource: "step", id: ID, data: {} })).toBe(false);
    expect(ok(operation, { op: "delete", resource: "step", id: ID, version: 1 })).toBe(true);
    expect(ok(operation, { op: "burn", resource: "step", id: ID })).toBe(false);
    expect(ok(operation, { ...edit, resource: "spanner" })).toBe(false);
  });

  it("does not overwrite on undo unless told", () => {
    expect(stepBack.parse({ id: ID, scope: "shop" }).force).toBe(false);
  });
});

describe("routes", () => {
  it("have one path and method each, under /api", () => {
    const all = Object.values(routes).map((r) => `${r.method} ${r.path}`);
    expect(new Set(all).size).toBe(all.length);
    for (const r of Object.values(routes)) {
      expect(r.path.startsWith("/api/")).toBe(true);
      expect(r.does.endsWith(".")).toBe(true);
    }
  });
});
