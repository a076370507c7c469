import { describe, expect, it } from "vitest";
import { unknownSource, type LineSource, type NewFields, type SpecLine, type Vehicle } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import {
  againstBook,
  appliesTo,
  bookSetting,
  compareLines,
  countFrom,
  groupFrom,
  learned,
  limitsByNumber,
  linesFor,
  partFrom,
  questionsFor,
  stateOf,
  supersededChain,
  takeLines,
  valueOf,
  wantedValues,
} from ".";
import { fitDoubts } from "../vehicle";

const SHEET = "01DEMSKERR00000000000000SH";

let made = 0;
const from = (typed: string, more: Partial<LineSource> = {}): LineSource => ({
  ...unknownSource,
  id: `s${(made += 1)}`,
  typed,
  title: "Skarvane sheet 8-2",
  ...more,
});
const torque = (name: string, sources: LineSource[], more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", { sheetId: SHEET, kind: "torque", name, sources, torque: {}, ...more });
const part = (name: string, number: string, more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", { sheetId: SHEET, kind: "part", name, sources: number ? [from(number)] : [], part: {}, ...more });
const van = (more: Partial<NewFields<"vehicle">> = {}): Vehicle =>
  record("vehicle", { tag: "SI 0311", make: "Skarvane", model: "P2", buildDate: "2016-04-11", ...more });

describe("what a line says", () => {
  it("is missing without a source, or with one that says nothing", () => {
    expect(stateOf(torque("Floor", []))).toEqual({ kind: "missing" });
    expect(stateOf(torque("Floor", [from("  ")])).kind).toBe("missing");
  });
  it("is one value where sources write the same in two units", () => {
    // 16.2 lb ft x 1.3558 = 21.96 N m: 0.2 % from 22.
    const line = torque("Bracket", [from("16.2 lb ft", { trust: "little" }), from("22 Nm", { trust: "full" })]);
    expect(stateOf(line)).toMatchObject({ kind: "known", decided: false, source: { typed: "22 Nm" } });
  });
  it("is a conflict with how far they are apart, until somebody decides", () => {
    const [a, b] = [from("22 Nm"), from("18 ft-lb", { how: "leaflet", title: "Marn leaflet FR-72" })];
    const line = torque("Bracket", [a, b]);
    const state = stateOf(line);
    expect(state.kind).toBe("conflict");
    // 18 x 1.3558179483 = 24.4047 N m, as ISO 31 has the pound-force foot.
    if (state.kind === "conflict") {
      expect(state.apart?.by).toBeCloseTo(2.4047, 3);
      expect(state.apart?.pct).toBeCloseTo(10.93, 2);
    }
    expect(valueOf(line)).toBeNull();
    expect(stateOf({ ...line, decided: b.id })).toMatchObject({ kind: "known", decided: true, source: { id: b.id } });
  });
  it("is a conflict where angles or stages differ, and where parts have two numbers", () => {
    expect(stateOf(torque("Strut", [from("25 Nm + 60°"), from("25 Nm + 90°")])).kind).toBe("conflict");
    expect(stateOf(torque("Strut", [from("25 Nm then 50 Nm"), from("50 Nm")])).kind).toBe("conflict");
    expect(stateOf({ kind: "part", sources: [from("SK-08-14"), from("sk-08-14 ")], decided: null }).kind).toBe("known");
    expect(stateOf({ kind: "part", sources: [from("SK-08-14"), from("SK-08-12")], decided: null }).kind).toBe(
      "conflict",
    );
  });
});

describe("for which vehicles", () => {
  const early = part("Cable bracket", "SK-08-31", { builtTo: "2017-06", feature: "one pin" });
  const late = part("Cable bracket", "SK-08-33", { builtFrom: "2017-07", feature: "two pins" });
  it("goes by build date, and asks where only one month tells", () => {
    expect(appliesTo(late, van()).answer).toBe("no");
    expect(appliesTo(early, van()).answer).toBe("ask");
    expect(appliesTo({ ...early, feature: "" }, van()).answer).toBe("yes");
    expect(appliesTo({ ...late, feature: "" }, van({ buildDate: "2017-07" })).answer).toBe("yes");
    expect(appliesTo({ ...late, feature: "" }, van({ buildDate: null })).answer).toBe("ask");
  });
  it("goes by what was seen on the vehicle", () => {
    const seen = van({ features: [{ name: "Cable bracket", feature: "one pin" }] });
    expect(appliesTo(early, seen).answer).toBe("yes");
    expect(appliesTo({ ...late, builtFrom: null }, seen).answer).toBe("no");
  });
  it("reads chassis numbers as people do", () => {
    const mount = part("Engine mount", "SK-02-77", { chassisFrom: "3 115" });
    expect(appliesTo(mount, van({ chassis: "3 114" })).answer).toBe("no");
    expect(appliesTo(mount, van({ chassis: "12 001" })).answer).toBe("yes");
    expect(appliesTo(mount, van()).answer).toBe("ask");
    expect(appliesTo({ ...mount, chassisFrom: "", chassisTo: "SK3114" }, van({ chassis: "sk-3115" })).answer).toBe(
      "no",
    );
  });
  it("goes by options, once somebody listed them", () => {
    const hook = part("Tow bracket", "SK-99", { option: "tow bar" });
    expect(appliesTo(hook, van()).answer).toBe("ask");
    expect(appliesTo(hook, van({ options: ["heater"] })).answer).toBe("no");
    expect(appliesTo(hook, van({ options: ["Tow bar"] })).answer).toBe("yes");
  });
  it("asks which of two only while both are possible", () => {
    const either = { ...late, builtFrom: null };
    expect(questionsFor([early, either], van())).toEqual([
      { name: "Cable bracket", features: ["one pin", "two pins"] },
    ]);
    expect(questionsFor([early, late], van())).toEqual([]);
    const seen = van({ features: [{ name: "Cable bracket", feature: "one pin" }] });
    expect(questionsFor([early, either], seen)).toEqual([]);
  });
});

describe("a vehicle's values", () => {
  const mount = torque("Tail mount", [from("70 Nm + 90°")]);
  const plate = torque("Bottom plate", [from("90 in-lb")]);
  it("come from the sheet, are overridden, or are its own", () => {
    const repaired = torque("Tail mount", [from("62 Nm", { how: "measured" })], {
      sheetId: null,
      vehicleId: PARENT,
      overrides: mount.id,
      reason: "thread repaired, job 198",
    });
    const shelf = torque("Shelf bracket", [from("8 Nm")], { sheetId: null, vehicleId: PARENT });
    const lines = linesFor(van(), [mount, plate], [repaired, shelf]);
    expect(lines.map((l) => [l.line.name, l.from, valueOf(l.line), l.instead?.id ?? null])).toEqual([
      ["Tail mount", "overridden", "62 Nm", mount.id],
      ["Bottom plate", "sheet", "90 in-lb", null],
      ["Shelf bracket", "own", "8 Nm", null],
    ]);
    expect(countFrom(lines)).toEqual({ sheet: 1, overridden: 1, own: 1 });
    // The sheet's line has gone: what the vehicle said instead stays its own.
    expect(linesFor(van(), [plate], [repaired]).map((l) => l.from)).toEqual(["sheet", "own"]);
  });
});

describe("a setting of the book beside a reading", () => {
  const knob = { quantity: "knobHeight" as const, fromGear: "", toGear: "" };
  const setting = (name: string, what: "knobHeight" | "mountHeight" | "jointLimit", typed: string, more = {}) =>
    record("specLine", { sheetId: SHEET, kind: "setting", name, sources: [from(typed)], setting: { what }, ...more });
  it("says what it is, and how far a reading is from it beyond its uncertainty", () => {
    const book = bookSetting(van(), [setting("Knob height", "knobHeight", "230 to 232 mm")], [], knob);
    expect(book).toMatchObject({ typed: "230 to 232 mm", range: { least: 230, most: 232 }, limit: false });
    expect(againstBook(book!, { mean: 233, expanded: 1.2 })).toEqual({ off: "within", by: 0 });
    expect(againstBook(book!, { mean: 236, expanded: 1.2 })).toEqual({ off: "more", by: 4 });
    expect(againstBook(book!, { mean: 226, expanded: 1.2 })).toEqual({ off: "less", by: 4 });
  });
  it("of several places gives the one that was measured, and none where that is open", () => {
    const lines = [
      setting("Height, tail", "mountHeight", "61 mm", { place: "Tail mount" }),
      setting("Height, left", "mountHeight", "74 mm", { place: "Left mount" }),
    ];
    const at = (place: string) => ({ quantity: "mountHeight" as const, fromGear: "", toGear: "", place });
    expect(bookSetting(van(), lines, [], at("tail"))?.typed).toBe("61 mm");
    expect(bookSetting(van(), lines, [], at(""))).toBeNull();
  });
  it("is silent where sources disagree, and of a limit only says what is over it", () => {
    const open = setting("Knob height", "knobHeight", "231 mm");
    expect(bookSetting(van(), [{ ...open, sources: [from("231 mm"), from("225 mm")] }], [], knob)).toBeNull();
    const joint = bookSetting(van(), [setting("Front joint", "jointLimit", "3 deg")], [], {
      ...knob,
      quantity: "jointAngle",
    });
    expect(againstBook(joint!, { mean: 1, expanded: 0.1 })).toEqual({ off: "within", by: 0 });
    expect(againstBook(joint!, { mean: 4, expanded: 0.1 })?.off).toBe("more");
  });
});

describe("what a job takes", () => {
  it("is a group with its value and its source, a conflict without its figure", () => {
    const line = torque("Bottom plate", [from("90 in-lb", { page: "14", edition: "2016" })], {
      torque: { count: 4, pattern: "box", thread: "M6", grade: "8.8", reuse: "replace" },
    });
    expect(groupFrom(line, PARENT, 3)).toMatchObject({
      name: "Bottom plate",
      specTyped: "90 in-lb",
      specSource: "Skarvane sheet 8-2, edition 2016, page 14",
      specOrigin: "specified",
      count: 4,
      pattern: "box",
      thread: "M6",
      grade: "8.8",
      reuse: "replace",
      lineId: line.id,
      position: 3,
    });
    const open = groupFrom(torque("Bracket", [from("22 Nm"), from("18 ft-lb")]), PARENT, 0);
    expect(open).toMatchObject({ specTyped: "", specOrigin: "missing" });
    expect(groupFrom(torque("B", [from("5 Nm", { how: "leaflet" })]), PARENT, 0).specOrigin).toBe("claimed");
  });
  it("is a part with what it is for", () => {
    const line = part("Cable-end bush", "SK-08-14", { builtFrom: "2015-01", part: { quantity: 2, price: 9.4 } });
    expect(partFrom(line, PARENT, 0)).toMatchObject({
      number: "SK-08-14",
      quantity: 2,
      price: 9.4,
      builtFrom: "2015-01",
    });
  });
  it("goes to what the job has already under its name, without a value and never over one", () => {
    const [plate, floor, bush] = [
      torque("Bottom plate bolts", [from("9 Nm")]),
      torque("Floor", [from("24 Nm")]),
      part("Bush", "SK-1"),
    ];
    const group = (data: object) => record("torqueGroup", { jobId: PARENT, position: 1, count: 6, ...data } as never);
    const there = jobView({
      torqueGroup: [
        group({ name: "Bottom plate" }),
        group({ name: "Floor", specTyped: "20 Nm", specOrigin: "measured" }),
      ],
      part: [record("part", { jobId: PARENT, name: "Bush", quantity: 3 })],
    });
    const ops = takeLines([plate, floor, bush], there, () => PARENT);
    expect(ops.map((o) => [o.op, o.resource, "data" in o && o.data])).toEqual([
      [
        "update",
        "torqueGroup",
        { lineId: plate.id, specTyped: "9 Nm", specSource: expect.any(String), specOrigin: "specified" },
      ],
      ["create", "torqueGroup", expect.objectContaining({ name: "Floor", specTyped: "24 Nm" })],
      ["update", "part", { lineId: bush.id, number: "SK-1" }],
    ]);
  });
  it("tells of a typed number what it is for, by the line that fits this vehicle best", () => {
    const [early, late] = [
      part("Mount", "SK-02-61", { builtTo: "2014-12" }),
      part("Mount", "SK-02-64", { builtFrom: "2015-01" }),
    ];
    const vehicle = record("vehicle", { tag: "T", buildDate: "2012-05" });
    const book = linesFor(vehicle, [early, late], []);
    const typed = record("part", { jobId: PARENT, name: "Tail mount", number: "" });
    expect(limitsByNumber(typed, "sk 02 64", book)).toMatchObject({ builtFrom: "2015-01", builtTo: null });
    expect(fitDoubts({ ...typed, ...limitsByNumber(typed, "SK-02-64", book) }, vehicle)).toEqual([
      { kind: "builtBefore", part: "2015-01", vehicle: "2012-05" },
    ]);
    // Typed over by one that nobody knows, the limits of the one before go; those a person gave stay.
    const was = { ...typed, number: "SK-02-64", builtFrom: "2015-01" };
    expect(limitsByNumber(was, "XX-9", book)).toMatchObject({ builtFrom: null });
    expect(limitsByNumber({ ...was, builtFrom: "2016-03" }, "XX-9", book)).toEqual({});
  });
  it("gives back what it found out, once, and never an estimate", () => {
    const line = torque("Shifter to floor", []);
    const group = { specTyped: "24 Nm", specSource: "Skarvane sheet 8-2, page 12", specOrigin: "specified" } as const;
    expect(learned(line, group, "n", "job 215", "2026-11-20")).toMatchObject({
      typed: "24 Nm",
      how: "document",
      title: "Skarvane sheet 8-2, page 12",
      trust: "full",
    });
    expect(learned(line, { ...group, specOrigin: "estimated" }, "n", "job 215", "2026-11-20")).toBeNull();
    expect(learned({ ...line, sources: [from("24 Nm")] }, group, "n", "job 215", "2026-11-20")).toBeNull();
    expect(learned({ kind: "part", sources: [] }, { number: "SK-1" }, "n", "job 215", "2026-11-20")).toMatchObject({
      typed: "SK-1",
      title: "job 215",
    });
  });
});

describe("lists", () => {
  it("puts first what open jobs wait for", () => {
    const [a, b, c] = [torque("A", [from("9 Nm"), from("12 Nm")]), torque("B", []), torque("C", [])];
    const job = { id: PARENT, number: 215, tag: "SI 0311" };
    const group = record("torqueGroup", { jobId: PARENT, name: "C", lineId: c.id });
    const wanted = wantedValues([a, b, c, torque("D", [from("1 Nm")])], [group], [job], () => "P2");
    expect(wanted.map((w) => [w.name, w.state, w.jobs.length])).toEqual([
      ["C", "missing", 1],
      ["B", "missing", 0],
      ["A", "conflict", 0],
    ]);
    // A group that no sheet knows is missing all the same.
    const own = record("torqueGroup", { jobId: PARENT, name: "Bracket" });
    expect(wantedValues([], [own, { ...own, specTyped: "5 Nm" }], [job], () => "")).toEqual([
      {
        lineId: null,
        sheetId: null,
        vehicleId: null,
        of: "SI 0311",
        kind: "torque",
        name: "Bracket",
        state: "missing",
        jobs: [job],
      },
    ]);
    // The job has its value by now: it no longer waits.
    expect(wantedValues([c], [{ ...group, specTyped: "8 Nm" }], [job], () => "")[0].jobs).toEqual([]);
  });
  it("compares two lists by what each line is of", () => {
    const left = [torque("A", [from("9 Nm")]), torque("B", [from("9 Nm")]), torque("C", [])];
    const right = [
      torque("a", [from("9 Nm")]),
      torque("B", [from("12 Nm")]),
      torque("C", [], { torque: { count: 3 } }),
      torque("E", []),
    ];
    expect(compareLines(left, right).map((p) => p.differs)).toEqual(["same", "value", "facts", "rightOnly"]);
    expect(compareLines(left, []).every((p) => p.differs === "leftOnly")).toBe(true);
  });
  it("follows a part to what replaced it, and stops in a circle", () => {
    const a = part("Tail mount", "SK-02-61", { part: { supersededBy: "SK-02-64" } });
    const b = part("Tail mount, later", "SK-02-64");
    expect(supersededChain("SK-02-61", [a, b])).toEqual({ numbers: ["SK-02-61", "SK-02-64"], loop: false });
    const back = { ...b, part: { ...b.part!, supersededBy: "SK-02-61" } };
    expect(supersededChain("SK-02-61", [a, back])).toEqual({ numbers: ["SK-02-61", "SK-02-64"], loop: true });
  });
});
