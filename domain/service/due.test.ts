import { describe, expect, it } from "vitest";
import type { Part, Recheck, Vehicle } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { beginsAt, dueOf } from "./due";
import { kindRechecks, leftRechecks, proposedRechecks } from "./propose";

const vehicle = record("vehicle", {
  tag: "SI 1",
  odometer: [
    { date: "2031-01-01", typed: "100 000", km: 100_000 },
    { date: "2031-04-11", typed: "104 000", km: 104_000 },
  ],
});
const recheck = (data: Partial<Recheck>): Recheck =>
  record("recheck", { vehicleId: vehicle.id, what: "Mounts", ...data });
const of = (rechecks: Recheck[], parts: Part[] = [], v: Vehicle = vehicle) => ({ vehicle: v, rechecks, parts });

describe("what is due", () => {
  // 4000 km in 100 days: 40 km a day, so 500 km on from the last reading are 12 whole days.
  it("is by distance at the odometer's rate, by time, or on a day, whichever comes first", () => {
    const due = dueOf(
      of([
        recheck({ what: "a", everyKm: 500, fromKm: 104_000 }),
        recheck({ what: "b", everyMonths: 1, fromDate: "2031-03-20" }),
        recheck({ what: "c", onDate: "2031-04-21", everyMonths: 12, fromDate: "2031-04-11" }),
        recheck({ what: "gone", onDate: "2031-01-01", doneAt: "2031-01-01" }),
      ]),
      "2031-04-15",
    );
    expect(due.map((d) => [d.what, d.dueDate, d.by, d.daysLeft])).toEqual([
      ["b", "2031-04-20", "time", 5],
      ["c", "2031-04-21", "time", 6],
      ["a", "2031-04-23", "distance", 8],
    ]);
  });

  it("puts what is overdue first, by day or by distance, and what has no day last", () => {
    const still = record("vehicle", { tag: "S", odometer: [vehicle.odometer[0]] });
    const due = dueOf(of([recheck({ everyKm: 500, fromKm: 100_000 })], [], still), "2031-04-15");
    expect(due[0]).toMatchObject({ dueDate: null, dueKm: 100_500, noRate: true, overdue: false });
    const late = dueOf(
      of([recheck({ what: "later", onDate: "2031-05-01" }), recheck({ what: "km", everyKm: 100, fromKm: 101_000 })]),
      "2031-04-15",
    );
    expect(late.map((d) => [d.what, d.overdue])).toEqual([
      ["km", true],
      ["later", false],
    ]);
  });

  it("has temporary repairs on their day, not the ways that were not taken", () => {
    const part = (data: Partial<Part>): Part =>
      record("part", { jobId: vehicle.id, name: "Hose clip", way: "temporary", recheck: "2031-05-01", ...data });
    const due = dueOf(of([], [part({}), part({ alternative: true }), part({ way: "used" })]), "2031-04-15");
    expect(due).toMatchObject([{ what: "Hose clip, temporary", dueDate: "2031-05-01", from: "part" }]);
  });

  it("begins at the odometer as last read", () => {
    expect(beginsAt(vehicle, "2031-04-15")).toEqual({ fromKm: 104_000, fromDate: "2031-04-15" });
    expect(beginsAt({ odometer: [] }, "2031-04-15").fromKm).toBeNull();
  });
});

describe("what a job proposes", () => {
  const job = record("job", { vehicleId: vehicle.id });
  const group = (name: string, data: object = {}) =>
    record("torqueGroup", { jobId: job.id, name, specTyped: "22 Nm", reuse: "reuse", ...data });
  const signed = (groupId: string) =>
    record("signature", { jobId: job.id, groupId, bolt: 1, pass: "100 %", reading: { typed: "22 Nm", base: 22 } });

  it("is the wrench for plain joints, the paint mark for the others, and nothing where none was signed", () => {
    const [plain, byAngle, open] = [group("Flange"), group("Arm", { specTyped: "20 Nm + 90°" }), group("Plate")];
    const view = {
      job,
      vehicle,
      torqueGroup: [plain, byAngle, open],
      signature: [signed(plain.id), signed(byAngle.id)],
      part: [],
    };
    expect(proposedRechecks(view, "2031-04-15").map((p) => p.what)).toEqual(["Torque: Flange", "Paint marks: Arm"]);
    expect(proposedRechecks({ ...view, signature: [] }, "2031-04-15")).toEqual([]);
  });

  it("is new mounts after a distance", () => {
    const part = record("part", { jobId: job.id, name: "Tail mount", state: "fitted" });
    const view = { job, vehicle, torqueGroup: [], signature: [], part: [part] };
    expect(proposedRechecks(view, "2031-04-15")).toMatchObject([{ what: "Mounts: Tail mount", everyKm: 80_000 }]);
  });
});

describe("what a choice of the plan leaves for another day", () => {
  const option = (name: string, leavesOpen: string, recheckDays: number | null) => ({
    name,
    costs: "as long as it holds",
    leavesOpen,
    recheckDays,
  });
  const choices = [
    option("front only", "The lower strut is still the old one.", null),
    option("printed bush", "", 30),
    option("all", "", null),
  ];
  const view = (choice: string) => jobView({ job: { decided: [{ key: "k/c", question: "Which?", choices, choice }] } });

  it("is one entry, on its day or within a year, made once", () => {
    const [left] = leftRechecks(view("front only"), [], "2031-04-11");
    expect(left).toMatchObject({
      what: "Left for another day: The lower strut is still the old one.",
      note: "Which? front only",
      everyMonths: 12,
      fromDate: "2031-04-11",
    });
    const temporary = leftRechecks(view("printed bush"), [], "2031-12-20");
    expect(temporary).toMatchObject([{ what: "Look again: printed bush", onDate: "2032-01-19" }]);
    const again = view("front only");
    expect(leftRechecks(again, [{ jobId: again.job.id, what: left.what }], "2031-05-01")).toEqual([]);
  });

  it("is nothing where all is done, or nobody chose", () => {
    for (const choice of ["all", "", "gone"]) expect(leftRechecks(view(choice), [], "2031-04-11")).toEqual([]);
  });
});

describe("what a kind of work wants looked at again", () => {
  const kind = {
    id: "k",
    recheck: [
      { what: "Paint marks", afterDays: 14, afterKm: 500, how: "by eye" },
      { what: "Angles", afterDays: null, afterKm: 1000, how: "" },
      { what: "Boot", afterDays: null, afterKm: null, how: "" },
    ],
  };
  const step = (state: "done" | "open") =>
    record("step", { jobId: PARENT, text: "On", source: "k/on*", ...(state === "done" && { state }) });
  const odometer = [{ date: "2031-04-11", typed: "104 000", km: 104_000 }];

  it("is proposed once a step of it is done, by distance only where one is known", () => {
    const known = kindRechecks(jobView({ vehicle: { odometer }, step: [step("done")] }), [kind], "2031-04-11");
    expect(known).toMatchObject([
      { what: "Paint marks", note: "by eye", everyKm: 500, onDate: "2031-04-25" },
      { what: "Angles", everyKm: 1000, fromKm: 104_000 },
      { what: "Boot", everyMonths: 12 },
    ]);
    const [, angles] = kindRechecks(jobView({ step: [step("done")] }), [kind], "2031-04-11");
    expect(angles).toMatchObject({ what: "Angles", everyMonths: 12 });
    expect(angles.everyKm).toBeUndefined();
    expect(kindRechecks(jobView({ step: [step("open")] }), [kind], "2031-04-11")).toEqual([]);
  });
});
