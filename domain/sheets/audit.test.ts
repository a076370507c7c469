import { describe, expect, it } from "vitest";
import { resources, type NewFields, type SpecLine } from "../../contract";
import { PARENT, record, signedAt, torqueLine } from "../../tests/domain/records";
import { audit, calibratedUntil, questionsOfTorque } from ".";

const SHEET = "01DEMSKERR00000000000000SH";
const bolt = { thread: "M8", grade: "8.8", finish: "", reuse: "reuse" };
const kinds = (typed: string, of = bolt): string[] => questionsOfTorque(typed, of).map((q) => q.kind);

const line = torqueLine;
const part = (name: string, number: string, more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: SHEET,
    kind: "part",
    name,
    sources: [{ id: "s", typed: number, title: "Sheet 8" }],
    part: {},
    ...more,
  });
const book = (lines: SpecLine[], more: object = {}) =>
  audit({
    sheets: [record("sheet", { name: "P2" }, { id: SHEET })],
    lines,
    vehicles: [],
    openJobs: [],
    groups: [],
    signatures: [],
    tools: [],
    ...more,
  }).map((f) => [f.name, f.what.kind]);

describe("one torque", () => {
  it("in the usual band of its fastener is not questioned", () => {
    // M8, 8.8, zinc plated: 0.2 x 0.75 x 580 MPa x 36.6 mm2 x 8 mm = 25.5 N m (VDI 2230 nut factor, ISO 898-1 proof).
    expect(kinds("25 Nm")).toEqual([]);
    expect(kinds("18 lb ft")).toEqual([]);
  });
  it("that is right only in another unit is a slip of the unit", () => {
    expect(questionsOfTorque("220 Nm", bolt)).toMatchObject([
      { kind: "unitSlip", couldBe: "220 lb in", by: "estimate" },
    ]);
    expect(questionsOfTorque("22 lb in", bolt)).toMatchObject([{ kind: "unitSlip", by: "estimate" }]);
  });
  it("that no unit puts right is far from the estimate", () => {
    expect(kinds("2000 Nm")).toEqual(["farFromEstimate"]);
  });
  it("of 13 lb ft typed as 13 N m cannot be found by an estimate: both look right on M8", () => {
    expect(kinds("13 Nm")).toEqual([]);
    expect(kinds("13 lb ft")).toEqual([]);
  });
  it("needs a unit, a thread with a grade that exists, rising stages, and an answer before an angle", () => {
    expect(kinds("25")).toEqual(["noUnit"]);
    expect(kinds("25 Nm", { ...bolt, thread: "3/8-16" })).toEqual(["thread"]);
    expect(kinds("25 Nm", { ...bolt, thread: "eight" })).toEqual(["thread"]);
    expect(kinds("25 Nm then 22 Nm")).toContain("stageAboveFinal");
    expect(kinds("20 Nm + 90°", { ...bolt, reuse: "ask" })).toEqual(["angleReuse"]);
    expect(kinds("20 Nm + 90°")).toEqual([]);
  });
  it("without a known thread or grade is not compared with anything", () => {
    expect(kinds("220 Nm", { ...bolt, grade: "" })).toEqual([]);
  });
});

describe("the book", () => {
  it("finds the slip that only the other source shows", () => {
    const found = audit({
      sheets: [record("sheet", { name: "P2" }, { id: SHEET })],
      lines: [line("Bell-crank", ["13 Nm", "13 lb ft"])],
      vehicles: [],
      openJobs: [],
      groups: [],
      signatures: [],
      tools: [],
    });
    expect(found).toMatchObject([
      { of: "P2", name: "Bell-crank", what: { kind: "unitSlip", typed: "13 Nm", couldBe: "13 lb ft", by: "source" } },
    ]);
  });
  it("finds lines that are there twice, and dates that overlap", () => {
    expect(book([line("A", ["25 Nm"]), line("a", ["24 Nm"])])).toEqual([["a", "twice"]]);
    expect(
      book([line("A", ["25 Nm"], { builtTo: "2016-06" }), line("A", ["22 Nm"], { builtFrom: "2016-06" })]),
    ).toEqual([["A", "datesOverlap"]]);
    expect(
      book([line("A", ["25 Nm"], { builtTo: "2016-05" }), line("A", ["22 Nm"], { builtFrom: "2016-06" })]),
    ).toEqual([]);
  });
  it("finds one number under two names, and parts that replace each other in a circle", () => {
    expect(book([part("Bush", "SK-1"), part("Clip", "SK-1")])).toEqual([["Clip", "numberTwice"]]);
    const circle = [
      part("Old mount", "SK-1", { part: { supersededBy: "SK-2" } }),
      part("New mount", "SK-2", { part: { supersededBy: "SK-1" } }),
    ];
    expect(book(circle)).toEqual([["Old mount", "supersededLoop"]]);
  });
  it("asks for the source of what a document is said to give", () => {
    const bare = record("specLine", {
      sheetId: SHEET,
      kind: "fluid",
      name: "Gear oil",
      sources: [{ id: "s", typed: "75W-80" }],
      fluid: {},
    });
    expect(book([bare])).toEqual([["Gear oil", "noSource"]]);
  });
  it("finds what was signed outside its limits, and a tool whose calibration was over", () => {
    const tool = {
      id: "t",
      name: "Wrench 40",
      serial: "",
      minNm: 8,
      maxNm: 40,
      deviationPct: 4,
      calibrated: "2025-01-31",
      everyMonths: 12,
    };
    const group = record("torqueGroup", { jobId: PARENT, name: "Plate", specTyped: "25 Nm" });
    const signature = signedAt(group.id, 40, {
      at: "2026-02-01T08:00:00Z",
      toolId: "t",
      outcome: "accepted",
      outcomeReason: "seen by the customer",
    });
    const more = {
      openJobs: [{ id: PARENT, number: 7, vehicleId: "v" }],
      groups: [group],
      signatures: [signature],
      tools: [tool],
    };
    expect(book([], more)).toEqual([
      ["Plate", "signedOutside"],
      ["Plate", "toolOverdue"],
    ]);
    expect(book([], { ...more, tools: [{ ...tool, calibrated: "2025-12-01" }] })).toEqual([["Plate", "signedOutside"]]);
  });
  it("ends a calibration on a day that exists", () => {
    expect(calibratedUntil({ calibrated: "2025-08-31", everyMonths: 6 })).toBe("2026-02-28");
    expect(calibratedUntil({ calibrated: "2025-01-15", everyMonths: 12 })).toBe("2026-01-15");
    expect(calibratedUntil({ calibrated: null, everyMonths: 12 })).toBeNull();
  });
  it("looks through two hundred sheets of forty values", () => {
    const sheets = Array.from({ length: 200 }, (_, i) => record("sheet", { name: `S${i}` }));
    const torque = resources.specLine.shape.torque.parse({ thread: "M8", grade: "8.8", reuse: "reuse" });
    const lines = sheets.flatMap((s) =>
      Array.from({ length: 40 }, (_, k) => ({ ...line(`L${k}`, ["25 Nm"]), sheetId: s.id, torque })),
    );
    const slip = { ...lines[4321], name: "slip", sources: [{ ...lines[4321].sources[0], typed: "220 Nm" }] };
    const found = audit({
      sheets,
      lines: [...lines, slip],
      vehicles: [],
      openJobs: [],
      groups: [],
      signatures: [],
      tools: [],
    });
    expect(found.map((f) => [f.name, f.what.kind])).toEqual([["slip", "unitSlip"]]);
  });
});
