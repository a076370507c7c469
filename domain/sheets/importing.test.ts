import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resources, type NewFields } from "../../contract";
import { readTable, writeTable } from "../../core";
import { record, torqueLine } from "../../tests/domain/records";
import {
  besideEachOther,
  photosOf,
  guessColumns,
  mergeLines,
  readRows,
  readSheet,
  writeSheet,
  partsTable,
  torqueTable,
  type ImportAsk,
} from ".";

const SHEET = "01DEMSKERR00000000000000SH";
const line = torqueLine;
let n = 0;
const ask = (text: string, more: Partial<ImportAsk> = {}): ImportAsk => {
  const { rows } = readTable(text);
  return {
    rows,
    ...guessColumns(rows, more.kind ?? "torque"),
    kind: "torque",
    bareUnit: null,
    source: { how: "leaflet", title: "Marn leaflet", edition: "", page: "", date: null, trust: "some", photo: null },
    newId: () => `n${(n += 1)}`,
    ...more,
  };
};

const LEAFLET = `\uFEFFWhere;Torque;Thread;Grade;Bolts
"Shifter; to floor";25 Nm;M8;8.8;4
Bracket;18 ft-lb;M8;8.8;2
Plate;90 in-lb;M6;8.8;4
Bell-crank;220 Nm;M8;8.8;3
Strut;25 Nm + 60°;M12x1.5;10.9;1
Clamp;9,5 Nm;M6;8.8;1
Odd;twelve;M6;8.8;1
;8 Nm;M6;8.8;1
Soft;9 Nm;M6;8.7;1
Bare;22;M8;8.8;1`;

describe("a pasted table", () => {
  it("is read whatever parts its cells, with quotes and a byte order mark", () => {
    expect(readTable(LEAFLET)).toMatchObject({ separator: ";", cut: false });
    expect(readTable("a\tb\n1\t2").rows).toEqual([
      ["a", "b"],
      ["1", "2"],
    ]);
    expect(readTable('a,"b ""c"""\n\n,\n').rows[0]).toEqual(["a", 'b "c"']);
  });
  it("of a million rows is cut, and says so", () => {
    const read = readTable(Array.from({ length: 6000 }, (_, i) => `A${i},5 Nm`).join("\n"));
    expect([read.rows.length, read.cut]).toEqual([5000, true]);
  });
  it("names its columns by its head, or by what is in them", () => {
    expect(guessColumns(readTable(LEAFLET).rows, "torque")).toEqual({
      head: true,
      from: 0,
      roles: ["name", "value", "thread", "grade", "count"],
    });
    expect(guessColumns(readTable("Floor plate,25 Nm,M8,8.8\nBracket,22 Nm,M8,8.8").rows, "torque")).toEqual({
      head: false,
      from: 0,
      roles: ["name", "value", "thread", "grade"],
    });
    expect(guessColumns(readTable("part,number,price\nBush,SK-1,9.4").rows, "part").roles).toEqual([
      "name",
      "value",
      "price",
    ]);
  });
  it("tells its title and the notes under it from its rows, and drops neither without a word", () => {
    const text = `Skarvane P2 torque values
Where,Torque,Thread
Bracket,22 Nm,"M10x1,5"
Floor,,M8
"* Values for dry threads, see chapter 1"`;
    const { drafts, bad, left } = readRows(ask(text), []);
    expect(left.map((l) => [l.row, l.why])).toEqual([
      [1, "title"],
      [5, "note"],
    ]);
    expect(drafts.map((d) => [d.line.name, d.line.torque?.thread, d.line.sources.length])).toEqual([
      ["Bracket", "M10x1.5", 1],
      ["Floor", "M8", 0],
    ]);
    expect(bad).toEqual([]);
    // Whoever says that it is a row gets it read.
    expect(readRows(ask(text, { asRows: new Set([5]) }), []).left.map((l) => l.row)).toEqual([1]);
  });
  it("takes a thread in the column of grades for a thread, and a grade with a decimal comma for that grade", () => {
    const { drafts, bad } = readRows(ask('Where,Torque,Grade\nA,5 Nm,"M10x1,5"\nB,5 Nm,"8,8"'), []);
    expect(drafts.map((d) => [d.line.torque?.thread, d.line.torque?.grade])).toEqual([
      ["M10x1.5", ""],
      ["", "8.8"],
    ]);
    expect(bad).toEqual([]);
  });
  it.each([
    ["torque", 'Where,Torque\nA,"1,200 in-lb"', "value"],
    ["torque", 'Where,Torque,Length\nA,5 Nm,"1,200"', "length"],
    ["part", 'part,number,price\nBush,SK-1,"1,250"', "price"],
    ["part", "part,number,quantity\nBush,SK-1,0x10", "quantity"],
  ] as const)("asks about a figure that can be read two ways, or is none: %s %s", (kind, text, column) => {
    const { drafts, bad } = readRows(ask(text, { kind }), []);
    expect([drafts.length, bad.map((b) => b.column)]).toEqual([0, [column]]);
  });
  it("reads a range of bare figures in the unit that was said", () => {
    const { drafts } = readRows(ask("Where,Torque\nA,20 to 25\nB,12 max", { bareUnit: "Nm" }), []);
    expect(drafts.map((d) => d.line.sources[0].typed)).toEqual(["20 to 25 Nm", "12 Nm max"]);
  });
  it("gives good rows, and bad ones with the column, what was in it and what is accepted", () => {
    const { drafts, bad } = readRows(ask(LEAFLET), []);
    expect(drafts.map((d) => [d.line.name, d.line.sources[0].typed, d.line.torque?.count])).toEqual([
      ["Shifter; to floor", "25 Nm", 4],
      ["Bracket", "18 ft-lb", 2],
      ["Plate", "90 in-lb", 4],
      ["Bell-crank", "220 Nm", 3],
      ["Strut", "25 Nm + 60°", 1],
      ["Clamp", "9,5 Nm", 1],
    ]);
    expect(bad.map((b) => [b.row, b.column, b.got])).toEqual([
      [8, "value", "twelve"],
      [9, "name", ""],
      [10, "grade", "8.7"],
      [11, "value", "22"],
    ]);
    expect(drafts.flatMap((d) => d.asks.map((q) => [d.line.name, q.kind]))).toEqual([
      ["Bell-crank", "unitSlip"],
      ["Strut", "angleReuse"],
    ]);
    expect(readRows(ask(LEAFLET, { bareUnit: "Nm" }), []).drafts.at(-1)?.line.sources[0].typed).toBe("22 Nm");
  });
  it("says which rows disagree with what is there, and sees a slip against it", () => {
    const there = [line("Bracket", ["22 Nm"]), line("Bell-crank", ["220 lb in"]), line("Plate", ["10.2 Nm"])];
    const { drafts } = readRows(ask(LEAFLET), there);
    expect(drafts.map((d) => [d.line.name, d.there !== null, d.disagrees])).toEqual([
      ["Shifter; to floor", false, false],
      ["Bracket", true, true],
      ["Plate", true, false],
      ["Bell-crank", true, true],
      ["Strut", false, false],
      ["Clamp", false, false],
    ]);
    expect(drafts[3].asks).toMatchObject([{ kind: "unitSlip", couldBe: "220 lb in", by: "source" }]);
  });
  it("of parts takes dates as people write them", () => {
    const { drafts, bad } = readRows(
      ask("part,number,qty,from,to\nBush,SK-1,2,2015,06/2017\nClip,SK-2,1,2015-13,\nPin,SK-3,many,,", { kind: "part" }),
      [],
    );
    expect(drafts[0].line).toMatchObject({ builtFrom: "2015-01", builtTo: "2017-06", part: { quantity: 2 } });
    expect(bad.map((b) => [b.row, b.column, b.got])).toEqual([
      [3, "builtFrom", "2015-13"],
      [4, "quantity", "many"],
    ]);
  });
  it("refuses by itself what the book would refuse: too long a text, dates that run backwards", () => {
    const long = "x".repeat(201);
    const { bad } = readRows(
      ask(`part,number,note,from,to\nBush,SK-1,${long},,\nClip,${long},,,\nPin,SK-3,,2017,2015`, { kind: "part" }),
      [],
    );
    expect(bad.map((b) => [b.row, b.column])).toEqual([
      [2, "note"],
      [3, "value"],
      [4, "builtTo"],
    ]);
    expect(bad.every((b) => b.accepts)).toBe(true);
  });
  it("loses no row, whatever is in it", () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string({ maxLength: 12 }), { minLength: 1, maxLength: 6 }), { maxLength: 12 }),
        (rows) => {
          const given = ask("x", { rows, ...guessColumns(rows, "torque") });
          const { drafts, bad } = readRows(given, []);
          expect(drafts.length + bad.length).toBe(Math.max(0, rows.length - (given.head && rows.length ? 1 : 0)));
          for (const d of drafts) {
            expect(resources.specLine.safeParse({ ...d.line, sheetId: SHEET }).success).toBe(true);
          }
        },
      ),
    );
  });
});

describe("a sheet as a file", () => {
  const sheet = record("sheet", { name: "Skarvane P2", make: "Skarvane", builtFrom: "2014" + "-01" }, { id: SHEET });
  const lines = [line("Bracket", ["22 Nm", "18 ft-lb"]), line("Plate", ["90 in-lb"], { builtTo: "2016-05" })];
  it("comes back byte for byte", () => {
    const text = writeSheet(sheet, lines);
    const read = readSheet(text, () => true);
    expect(read.ok && read.bad).toEqual([]);
    if (!read.ok) return;
    const again = writeSheet(
      record("sheet", read.file.sheet as NewFields<"sheet">),
      read.file.lines.map((l) => record("specLine", { ...l, sheetId: SHEET } as NewFields<"specLine">)),
    );
    expect(again).toBe(text);
  });
  it("of a newer version, or of another kind, is refused as a whole", () => {
    const text = writeSheet(sheet, lines);
    expect(readSheet(text.replace('"version": 1', '"version": 2'), () => true)).toMatchObject({
      ok: false,
      why: "newer",
    });
    expect(readSheet("{", () => true)).toMatchObject({ ok: false, why: "notJson" });
    expect(readSheet("[]", () => true)).toMatchObject({ ok: false, why: "notASheet" });
    expect(readSheet(text.replace('"name": "Skarvane P2"', '"name": ""'), () => true)).toMatchObject({
      ok: false,
      why: "sheet",
    });
  });
  it("keeps its good lines where one is bad", () => {
    const text = writeSheet(sheet, lines).replace('"count": 1', '"count": 100');
    const read = readSheet(text, () => true);
    expect(read.ok && [read.file.lines.length, read.bad]).toMatchObject([
      1,
      [{ line: 1, name: "Bracket", field: "torque.count" }],
    ]);
  });
  it("lists a line that the book would refuse, and leaves out pictures this shop does not have", () => {
    const photo = "a".repeat(64);
    const pictured = line("Shield", ["9 Nm"]);
    pictured.sources[0].photo = photo;
    const twice = line("Twice", ["9 Nm", "8 Nm"]);
    twice.sources[1].id = twice.sources[0].id;
    const read = readSheet(writeSheet(sheet, [pictured, twice]), () => false);
    expect(
      read.ok && [read.file.lines.map((l) => [l.name, l.sources[0].photo]), read.bad.map((b) => [b.name, b.field])],
    ).toEqual([[["Shield", null]], [["Twice", "sources[1].id"]]]);
    expect(photosOf([pictured])).toEqual([photo]);
  });
  it("put beside another keeps every source under an id of its own", () => {
    const both = besideEachOther(line("A", ["9 Nm"]), line("A", ["12 Nm"]));
    expect(both.map((s) => s.typed)).toEqual(["9 Nm", "12 Nm"]);
    expect(new Set(both.map((s) => s.id)).size).toBe(2);
  });
  it("is merged line by line, with a proposal for each", () => {
    const mine = [line("Bracket", ["22 Nm"]), line("Plate", [], { builtTo: "2016-05" }), line("Same", ["9 Nm"])];
    const merged = mergeLines([...lines, line("Same", ["9 Nm"]), line("New", ["8 Nm"])], mine);
    expect(merged.map((m) => [m.theirs.name, m.proposed, m.mine !== null])).toEqual([
      ["Bracket", "beside", true],
      ["Plate", "take", true],
      ["Same", "keep", true],
      ["New", "take", false],
    ]);
  });
});

describe("a sheet as tables", () => {
  it("comes back as it was, and holds no formula", () => {
    const hostile = line('=HYPERLINK("x")', ["25 Nm"], { note: "@now, -2" });
    const csv = torqueTable([hostile, line("Bracket", ["22 Nm", "18 ft-lb"])]);
    expect(csv).toContain("'=HYPERLINK");
    const rows = readTable(csv).rows;
    expect(rows[2][6]).toBe("22 Nm | 18 ft-lb");
    expect(rows.every((r) => r.every((c) => !/^[=+@]/.test(c)))).toBe(true);
    expect(readTable(writeTable(["a"], [["x;y"], [2], [null]])).rows.slice(0, 3)).toEqual([["a"], ["x;y"], ["2"]]);
  });
  it("writes parts with what each is for", () => {
    const bush = record("specLine", {
      sheetId: SHEET,
      kind: "part",
      name: "Bush",
      sources: [{ id: "s", typed: "SK-1", title: "Sheet 8" }],
      part: { quantity: 2, price: 9.4, supersededBy: "SK-2" },
      feature: "no lip",
    });
    expect(readTable(partsTable([bush])).rows[1].slice(0, 6)).toEqual(["Bush", "SK-1", "", "2", "9.4", "no lip"]);
  });
});
