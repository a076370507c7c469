import { describe, expect, it } from "vitest";
import { z } from "zod";
import { addressOf, boundsOf, refusal, resources, routes, settingInputs, underPath } from ".";
import { num, over, text, whole } from "./fields";

const shape = z.strictObject({
  plain: num(1, 9),
  open: over(0, 5, "mm"),
  count: whole(0, 12).nullable().default(null),
  name: text(40),
  inner: z.strictObject({ list: z.array(z.strictObject({ deg: num(-90, 90) })).default([]) }).optional(),
  either: z.union([
    z.strictObject({ kind: z.literal("a"), a: num(0, 1) }),
    z.strictObject({ kind: z.literal("b"), b: num(2, 3) }),
  ]),
  by: z.record(z.string(), num(5, 6)),
  free: z.number(),
});

describe("bounds of a field", () => {
  it.each([
    ["plain", { min: 1, max: 9 }],
    ["open", { min: 0, max: 5, over: true }],
    ["count", { min: 0, max: 12, whole: true }],
    ["name", { min: 1, max: 40 }],
    ["inner.list[].deg", { min: -90, max: 90 }],
    ["either.b", { min: 2, max: 3 }],
    ["by{}", { min: 5, max: 6 }],
  ])("%s are those of its shape", (path, bounds) => {
    expect(boundsOf(shape, path)).toEqual(bounds);
    expect(boundsOf(shape, path)).toBe(boundsOf(shape, path));
  });

  it.each(["nothing", "inner.nothing", "plain.more", "free", "either"])("of %s are a fault of the program", (path) => {
    expect(() => boundsOf(shape, path)).toThrow(RangeError);
  });

  it("of real records and tools are there", () => {
    expect(boundsOf(resources.vehicle, "cylinders")).toEqual({ min: 1, max: 16, whole: true });
    expect(boundsOf(settingInputs.floorSlot, "holes[].diameterMm")).toEqual({ min: 0.5, max: 200 });
  });
});

describe("a refusal of a part", () => {
  it("is named from the whole, in plain words too", () => {
    const inner = refusal("invalid_input", "odometer[1].km", 90, "not under 100");
    expect(underPath("operations[0].data", inner).error).toMatchObject({
      field: "operations[0].data.odometer[1].km",
      message: "operations[0].data.odometer[1].km: got 90; accepted: not under 100",
    });
  });
  it("keeps words of its own, and the place where the whole is meant", () => {
    const own = refusal("conflict", "", 1, "2", "this job is closed");
    expect(underPath("operations[2]", own).error).toMatchObject({
      field: "operations[2]",
      message: "this job is closed",
    });
    expect(underPath("values", refusal("invalid_input", "[3]", 1, "2")).error.field).toBe("values[3]");
  });
});

describe("addresses", () => {
  it("are made of the route's path, what it names and what is asked", () => {
    expect(addressOf("job", { id: "a/b" })).toBe("/api/jobs/a%2Fb");
    expect(addressOf("yard", {}, { search: "SI 07", limit: 5, offset: null })).toBe("/api/yard?search=SI+07&limit=5");
    expect(addressOf("photoFile", { file: "x" }, { size: "small" })).toBe("/api/photos/x?size=small");
  });
  it("differ from route to route", () => {
    const all = Object.values(routes).map((r) => `${r.method} ${r.path}`);
    expect(new Set(all).size).toBe(all.length);
  });
});
