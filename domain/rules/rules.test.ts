import { describe, expect, it } from "vitest";
import { isRefusal, resources, type Fields, type NewFields, type ResourceName } from "../../contract";
import { shopStandard } from "../../core";
import { exampleGearbox, exampleSetups } from "../lever";
import { flangeGroup, PARENT, record } from "../../tests/domain/records";
import { brokenRule, ruleRefusal, type Neighbours } from ".";

const NOBODY: Neighbours = { group: null, vehicle: null, people: [] };
const fieldsOf = <R extends ResourceName>(name: R, data: NewFields<R>): Fields<R> =>
  resources[name].parse(data) as Fields<R>;

/** What a record is refused for, as it is sent: field and words; null where nothing is broken. */
function refused<R extends ResourceName>(name: R, data: NewFields<R>, near: Partial<Neighbours> = {}, id = "own") {
  const offence = brokenRule(name, id, fieldsOf(name, data), { ...NOBODY, ...near });
  if (!offence) return null;
  const { error } = ruleRefusal(offence, "operations[0].data");
  expect(error.field.startsWith("operations[0].data")).toBe(true);
  // A plain refusal names the field from where the request begins, not from inside the record.
  if (error.message.includes("; accepted: ")) expect(error.message.startsWith(error.field)).toBe(true);
  return { field: error.field.replace(/^operations\[0\]\.data\.?/, ""), says: error.message, accepts: error.accepts };
}

const typed = (text: string, base: number) => ({ typed: text, base });

describe("a vehicle", () => {
  const tag = { tag: "T 1" };
  it("has a gearbox that goes with its shifter, and gears named once", () => {
    expect(refused("vehicle", { ...tag, shifterKind: "rod", gearbox: exampleGearbox("rod") })).toBeNull();
    expect(refused("vehicle", { ...tag, shifterKind: "arm", gearbox: exampleGearbox("rod") })?.field).toMatch(/gears/);
    const driveTrain = {
      tyre: { size: "205/55R16", rollingFactor: 0.97 },
      finalDrive: 4,
      propShaft: true,
      ratios: [
        { gear: "1", ratio: 3.5 },
        { gear: "1", ratio: 2 },
      ],
    };
    expect(refused("vehicle", { ...tag, driveTrain })).toMatchObject({
      field: "driveTrain.ratios[1].gear",
      accepts: "a gear not named before",
    });
    const odd = { ...driveTrain, ratios: [], tyre: { size: "round", rollingFactor: 0.97 } };
    expect(refused("vehicle", { ...tag, driveTrain: odd })?.field).toBe("driveTrain.tyre.size");
  });

  it.each([
    [
      [
        ["2025-01-01", 100],
        ["2025-06-01", 90],
      ],
      "odometer[1].km",
      "not under 100 km of 2025-01-01",
    ],
    [
      [
        ["2025-06-01", 90],
        ["2025-01-01", 100],
      ],
      "odometer[0].km",
      "not under 100 km of 2025-01-01",
    ],
    [
      [
        ["2025-01-01", 100],
        ["2025-01-01", 100],
      ],
      "odometer[1].date",
      "one reading a day",
    ],
  ] as const)("whose odometer says %j is refused at %s", (readings, field, accepts) => {
    const odometer = readings.map(([date, km]) => ({ date, km, typed: `${km} km` }));
    expect(refused("vehicle", { ...tag, odometer })).toMatchObject({ field, accepts });
  });

  it("whose odometer rises is kept, in whatever order it was entered", () => {
    const odometer = [
      { date: "2025-06-01", km: 200, typed: "200 km" },
      { date: "2025-01-01", km: 100, typed: "100 km" },
    ];
    expect(refused("vehicle", { ...tag, odometer })).toBeNull();
  });
});

describe("a reading", () => {
  const base = { jobId: PARENT, quantity: "freePlayForeAft" as const, phase: "before" as const };
  it("is of its own kind, in either system of units", () => {
    expect(refused("reading", { ...base, values: [typed("9 mm", 9)] })).toBeNull();
    expect(refused("reading", { ...base, values: [typed("3/8 in", 9.525)] })).toBeNull();
    expect(refused("reading", { ...base, values: [typed("9 mm", 9), typed("9 N m", 9)] })?.field).toBe(
      "values[1].typed",
    );
  });
  it("means what was typed", () => {
    expect(refused("reading", { ...base, values: [typed("9 mm", 12)] })).toMatchObject({
      field: "values[0].base",
      accepts: 'the value of "9 mm" in its base unit',
    });
  });
  it("of a throw names two gears that differ", () => {
    const of = { ...base, quantity: "throw" as const, values: [typed("90 mm", 90)] };
    expect(refused("reading", { ...of, fromGear: "3", toGear: "4" })).toBeNull();
    expect(refused("reading", { ...of, fromGear: "", toGear: "4" })?.field).toBe("fromGear");
    expect(refused("reading", { ...of, fromGear: "3", toGear: "" })?.field).toBe("toGear");
    expect(refused("reading", { ...of, fromGear: "3", toGear: "3" })?.accepts).toBe("another gear than the first");
  });
});

describe("a torque group", () => {
  const group = { jobId: PARENT, name: "Tail mount", pattern: "circle" as const, count: 6 };
  it("specified has its specification", () => {
    expect(refused("torqueGroup", { ...group, specOrigin: "specified", specTyped: "22 Nm" })).toBeNull();
    expect(refused("torqueGroup", { ...group, specOrigin: "specified", specTyped: " " })?.field).toBe("specTyped");
    expect(refused("torqueGroup", { ...group, specOrigin: "missing", specTyped: "" })).toBeNull();
  });
  it("of any pattern takes any count, and its passes differ by name", () => {
    for (const pattern of ["box", "line", "circle"] as const) {
      for (const count of [1, 6, 20]) expect(refused("torqueGroup", { ...group, pattern, count })).toBeNull();
    }
    const twice = { name: "60 %", pct: 60 };
    expect(refused("torqueGroup", { ...group, pattern: "box", passes: [twice, twice] })?.field).toBe("passes[1].name");
  });
});

describe("a signature", () => {
  const group = flangeGroup({ name: "Tail mount", specTyped: "20 to 24 Nm", loadNeeded: "rideHeight" });
  const on = (...now: ("onWheels" | "onStands")[]) =>
    record("vehicle", { tag: "T", load: { now, at: null, by: null } });
  const near = { group, vehicle: on("onWheels") };
  const signed = { jobId: PARENT, groupId: group.id, bolt: 1, pass: "100 %", reading: typed("22 N m", 22) };

  it("within the limits, on the wheels, is kept", () => {
    expect(refused("signature", signed, near)).toBeNull();
    expect(refused("signature", { ...signed, pass: "snug", reading: null }, near)).toBeNull();
  });
  it("of what holds the vehicle has a value first; of a cover by hand will do until it is found", () => {
    const unknown = { ...group, loadNeeded: "any" as const, specTyped: "" };
    const byHand = { ...signed, reading: null };
    expect(refused("signature", byHand, { ...near, group: unknown })).toBeNull();
    const brake = { ...unknown, critical: "brake" as const };
    expect(refused("signature", byHand, { ...near, group: brake })?.says).toBe(
      "Tail mount holds the vehicle: find its value before it is signed",
    );
    expect(refused("signature", { ...byHand, pass: "snug" }, { ...near, group: brake })).toBeNull();
  });
  it("is of a bolt, a pass and a group of this job", () => {
    expect(refused("signature", { ...signed, bolt: 5 }, near)?.accepts).toBe("a bolt from 1 to 4");
    expect(refused("signature", { ...signed, pass: "60 %" }, near)?.accepts).toBe("snug, 100 %");
    expect(refused("signature", { ...signed, jobId: "01ARZ3NDEKTSV4RRFFQ69G5FAV" }, near)?.field).toBe("groupId");
    // A group that is not there at all is refused as a parent, not by a rule.
    expect(refused("signature", signed, { group: null })).toBeNull();
  });
  it("waits for ride height where the group asks for it, and says why", () => {
    const stands = { group, vehicle: on("onStands") };
    expect(refused("signature", signed, stands)?.says).toBe(
      "Tail mount is torqued at ride height: the vehicle is not on its wheels",
    );
    expect(refused("signature", signed, { group, vehicle: on() })?.says).toContain("nobody has said");
    expect(refused("signature", { ...signed, overruleReason: "No lift free" }, stands)).toBeNull();
  });
  it("outside the limits says what was done about it", () => {
    const low = { ...signed, reading: typed("15 N m", 15) };
    expect(refused("signature", low, near)).toMatchObject({
      field: "outcome",
      says: "15 N m is under the limits of this pass, 20.0 to 24.0 N m",
    });
    expect(refused("signature", { ...low, outcome: "accepted" }, near)?.field).toBe("outcomeReason");
    expect(refused("signature", { ...low, outcome: "accepted", outcomeReason: "old thread" }, near)).toBeNull();
    expect(refused("signature", { ...low, outcome: "redo" }, near)).toBeNull();
  });
  it("of a torque pass has what the wrench said or was set to", () => {
    expect(refused("signature", { ...signed, reading: null }, near)?.field).toBe("reading");
    expect(refused("signature", { ...signed, reading: null, setTo: typed("22 N m", 22) }, near)).toBeNull();
  });
});

describe("a shop", () => {
  const shop = { name: "Shed" };
  it("grades play from little to much", () => {
    const grades = { new: 0.05, slight: 0.2, worn: 0.5, gone: 1.2 };
    expect(refused("shop", { ...shop, grades })).toBeNull();
    expect(refused("shop", { ...shop, grades: { ...grades, worn: 0.1 } })).toMatchObject({
      field: "grades.worn",
      accepts: "0.2 mm or more, as the grade before it",
    });
  });
  it("has a table of knowledge that fits together", () => {
    const [fault] = shopStandard.faults;
    const knowledge = { faults: [{ ...fault, prior: 0.5 }] };
    expect(refused("shop", { ...shop, knowledge } as NewFields<"shop">)).toBeNull();
  });
});

describe("other records", () => {
  it("a lever is one that can be built", () => {
    const [lever] = exampleSetups("rod");
    const data = { jobId: PARENT, name: "Lever", role: "old" as const, lever: lever.lever, pivot: lever.pivot };
    expect(refused("setup", data)).toBeNull();
    const flat = { ...lever.lever, pin: { xMm: 0, zMm: 0 } };
    expect(refused("setup", { ...data, lever: flat })?.field).toMatch(/pin$/);
  });
  it("a setting is a question its tool can answer", () => {
    const kept = { jobId: PARENT, tool: "shims" as const, name: "Shims", input: { gapMm: "wide" } };
    expect(refused("setting", kept)?.field).toBe("input.gapMm");
  });
  it("a job is not closed before it was opened", () => {
    const times = { vehicleId: PARENT, openedAt: "2026-01-02T08:00:00Z", closedAt: "2026-01-01T08:00:00Z" };
    expect(refused("job", times)?.field).toBe("closedAt");
    expect(refused("job", { ...times, closedAt: "2026-01-03T08:00:00Z" })).toBeNull();
  });
  it("initials are one person's", () => {
    const people = [record("person", { name: "E. Corrow", initials: "EC" }, { id: "first" })];
    expect(refused("person", { name: "Ed Crane", initials: "ec" }, { people })?.accepts).toContain(
      "E. Corrow signs so",
    );
    expect(refused("person", { name: "E. Corrow", initials: "EC" }, { people }, "first")).toBeNull();
  });
  it("what has no rule of its own is kept", () => {
    expect(refused("step", { jobId: PARENT, text: "Lift it" })).toBeNull();
  });
});

describe("a refusal of a shape's own check", () => {
  it("is named from where the record stands", () => {
    const inner = { error: { code: "invalid_input" as const, field: "a.b", message: "odd", got: 1, accepts: "2" } };
    expect(isRefusal(ruleRefusal(inner, "x"))).toBe(true);
    expect(ruleRefusal(inner, "x").error).toMatchObject({ field: "x.a.b", message: "odd" });
  });
});
