// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import type { NewFields, SheetView, SpecLine } from "../../../contract";
import { dossierOf, answering, pick, plainText, record, show, typeInto, written } from "../../../tests/web/show";
import { ComparePage } from "./ComparePage";
import { SheetPage } from "./SheetPage";
import { SheetsPage } from "./SheetsPage";

// The audit runs in a worker, which jsdom has none of; what it finds is tested with the domain.
vi.mock("../../worker", async (real) => ({
  ...(await real<object>()),
  useTask: () => ({ result: { state: "answered", answer: [] }, last: null, again: () => {}, cancel: () => {} }),
}));

const sheet = record("sheet", {
  name: "Skarvane P2, cable shift",
  builtFrom: "2014-01",
  builtTo: "2021-12",
  layout: "eastWest",
});
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

const line = (name: string, typed: string[], more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: sheet.id,
    kind: "torque",
    name,
    place: "Selector",
    sources: typed.map((t, i) => ({ id: `s${i}`, typed: t, title: `Sheet ${i + 1}`, page: "15" })),
    torque: { thread: "M8", grade: "8.8", reuse: "reuse", count: 2, pattern: "line" },
    ...more,
  });
const part = (name: string, number: string, more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: sheet.id,
    kind: "part",
    name,
    sources: number ? [{ id: "s", typed: number, title: "Sheet 8" }] : [],
    part: {},
    ...more,
  });
const van = record("vehicle", {
  tag: "SI 0311",
  make: "Skarvane",
  model: "P2",
  buildDate: "2016-04-11",
  sheetId: sheet.id,
});

function open(parts: Partial<SheetView>) {
  const view: SheetView = { sheet, lines: [], vehicles: [], vehicleLines: [], jobs: [], ...parts };
  answering(`/api/sheets/${sheet.id}`, view);
  answering("/api/undo", { undo: null, redo: null });
  return show(
    <Routes>
      <Route path="/sheets/:sheetId" element={<SheetPage />} />
    </Routes>,
    { at: `/sheets/${sheet.id}` },
  );
}

describe("a sheet", () => {
  it("that is empty says so and begins with a value and its source", async () => {
    const { user, store } = open({});
    await waitFor(() => expect(says()).toContain("This sheet is empty."));
    await user.click(screen.getByRole("button", { name: "Add the first torque value" }));
    const drawer = screen.getByRole("dialog");
    expect((within(drawer).getByRole("button", { name: "Needs a name" }) as HTMLButtonElement).disabled).toBe(true);
    await typeInto(user, within(drawer).getByLabelText("where"), "Bottom plate");
    await user.click(within(drawer).getByRole("button", { name: "Add a value with its source" }));
    await typeInto(user, within(drawer).getByLabelText("specification, as written"), "90 in-lb");
    await typeInto(user, within(drawer).getByLabelText("document or person"), "Skarvane sheet 8-2");
    await user.click(within(drawer).getByRole("button", { name: "Add it" }));
    expect(written(store)).toMatchObject([
      {
        op: "create",
        resource: "specLine",
        data: {
          sheetId: sheet.id,
          kind: "torque",
          name: "Bottom plate",
          sources: [{ typed: "90 in-lb", title: "Skarvane sheet 8-2", how: "document" }],
        },
      },
    ]);
    await waitFor(() => expect(says()).toContain("one torque value"));
  });

  it("puts first what a job waits for, then what is missing, then conflicts, and says what is asked", async () => {
    const waited = line("Shifter to floor", []);
    const slip = line("Bell-crank", ["13 Nm", "13 lb ft"]);
    const plain = line("Shield", ["22 Nm"]);
    const group = record("torqueGroup", { jobId: sheet.id, name: "Shifter to floor", lineId: waited.id });
    open({
      lines: [plain, slip, waited],
      vehicles: [van],
      jobs: [{ id: sheet.id, number: 215, vehicleId: van.id, groups: [group], parts: [] }],
    });
    await screen.findByRole("button", { name: "Open Shield" });
    expect(says()).toContain("3 torque values, 1 in conflict, 1 missing. Job 215 waits for Shifter to floor.");
    const rows = screen.getAllByRole("button", { name: /^Open / }).map((b) => b.getAttribute("aria-label"));
    expect(rows).toEqual(["Open Shifter to floor", "Open Bell-crank", "Open Shield"]);
    const row = plainText(screen.getByRole("button", { name: "Open Bell-crank" }));
    expect(row).toContain("In conflict: 4.6 N m apart, 36 %");
    expect(row).toContain("one of them is in the wrong unit");
    expect(plainText(screen.getByRole("button", { name: "Open Shifter to floor" }))).toContain("Job 215 waits for it");
  });

  it("is filtered by what is typed and by a place on the drawing", async () => {
    const { user } = open({ lines: [line("Bracket", ["22 Nm"]), line("Plate", ["9 Nm"], { place: "Floor plate" })] });
    await screen.findByRole("button", { name: "Open Plate" });
    await user.type(screen.getByLabelText("Group, part or number"), "brack");
    await waitFor(() => expect(screen.queryByRole("button", { name: "Open Plate" })).toBeNull());
    await user.clear(screen.getByLabelText("Group, part or number"));
    await user.click(await screen.findByRole("button", { name: "Floor plate, one value" }));
    await waitFor(() => expect(screen.queryByRole("button", { name: "Open Bracket" })).toBeNull());
    expect(screen.getByRole("button", { name: "Open Plate" })).toBeTruthy();
  });

  it("keeps both sources of a conflict and takes the one decided for, with the reason, to the job too", async () => {
    const bracket = line("Bracket", ["22 Nm", "18 ft-lb"]);
    const group = record("torqueGroup", { jobId: sheet.id, name: "Bracket", lineId: bracket.id });
    const { user, store } = open({
      lines: [bracket],
      vehicles: [van],
      jobs: [{ id: sheet.id, number: 215, vehicleId: van.id, groups: [group], parts: [] }],
    });
    await user.click(await screen.findByRole("button", { name: "Open Bracket" }));
    const drawer = screen.getByRole("dialog");
    expect(plainText(drawer)).toContain(
      "A change reaches 1 vehicle (SI 0311) and one open job.".replace("1 vehicle", "one vehicle"),
    );
    await user.click(within(drawer).getAllByRole("button", { name: "Use this one" })[0]);
    await user.type(within(drawer).getByLabelText("Why this one"), "newer edition");
    await user.click(within(drawer).getByRole("button", { name: /^Decide for / }));
    expect(plainText(drawer)).toContain("Job 215, SI 0311: take 22 Nm there too");
    await user.click(within(drawer).getByRole("button", { name: "Apply the change" }));
    expect(written(store)).toEqual([
      {
        op: "update",
        resource: "specLine",
        id: bracket.id,
        version: 1,
        data: { decided: "s0", decidedReason: "newer edition" },
      },
      {
        op: "update",
        resource: "torqueGroup",
        id: group.id,
        version: 1,
        data: { specTyped: "22 Nm", specSource: "Sheet 1, page 15", specOrigin: "specified" },
      },
    ]);
  });

  it("drops a change only when asked, and puts a line into the bin", async () => {
    const plate = line("Plate", ["9 Nm"]);
    const { user, store } = open({ lines: [plate] });
    await user.click(await screen.findByRole("button", { name: "Open Plate" }));
    await typeInto(user, screen.getByLabelText("where"), "Bottom plate");
    await user.click(screen.getByRole("button", { name: "Close" }));
    await user.click(await screen.findByRole("button", { name: "Go on editing" }));
    await user.click(screen.getByRole("button", { name: "Into the bin" }));
    expect(written(store)).toMatchObject([{ op: "delete", resource: "specLine", id: plate.id }]);
  });

  it("shows which parts are for the vehicle, and asks once which of two it has", async () => {
    const { user, store } = open({
      lines: [
        part("Bush", "SK-08-12", { builtTo: "2014-12" }),
        part("Bush", "SK-08-14", { builtFrom: "2015-01" }),
        part("Bracket", "SK-08-31", { feature: "one pin" }),
        part("Bracket", "SK-08-33", { feature: "two pins" }),
      ],
      vehicles: [van],
    });
    const wrong = await screen.findByRole("button", { name: "Open Bush SK-08-12" });
    expect(wrong.getAttribute("title")).toContain("does not fit by build date");
    const asked = screen.getByRole("group", { name: "Which Bracket?" });
    await user.click(within(asked).getByRole("button", { name: "two pins" }));
    expect(written(store)).toMatchObject([
      { resource: "vehicle", id: van.id, data: { features: [{ name: "Bracket", feature: "two pins" }] } },
    ]);
    await waitFor(() => expect(screen.queryByRole("group", { name: "Which Bracket?" })).toBeNull());
  });

  it("says of each vehicle what it overrides and what is its own", async () => {
    const mount = line("Tail mount", ["70 Nm + 90°"]);
    const over = record("specLine", {
      ...{ kind: "torque", name: "Tail mount", torque: {}, vehicleId: van.id, overrides: mount.id },
      reason: "thread repaired",
      sources: [{ id: "o", typed: "62 Nm", how: "measured" }],
    } as NewFields<"specLine">);
    open({ lines: [mount, line("Plate", ["9 Nm"])], vehicles: [van], vehicleLines: [over] });
    const strip = await screen.findByRole("region", { name: "Vehicles with this sheet" });
    expect(plainText(strip)).toContain(
      "Overrides 1: Tail mount 62 Nm, not 70 Nm + 90° (thread repaired). 1 from the sheet.",
    );
  });

  it("takes a table in: good rows, flagged ones, and a bad one after it is corrected", async () => {
    const bracket = line("Bracket", ["22 Nm"]);
    const { user, store } = open({ lines: [bracket] });
    await screen.findByRole("button", { name: "Open Bracket" });
    await user.click(screen.getByRole("button", { name: "Import" }));
    const dialog = screen.getByRole("dialog");
    await typeInto(user, within(dialog).getByLabelText("document or person"), "leaflet T5");
    await user.click(within(dialog).getByLabelText(/^Table, or the text/));
    await user.paste(
      "Where\tTorque\tThread\tGrade\nBracket\t18 ft-lb\tM8\t8.8\nPlate\t9 Nm\tM6\t8.8\nOdd\ttwelve\tM6\t8.8",
    );
    await waitFor(() => expect(plainText(dialog)).toContain("2 rows can be read. 1 flagged."));
    expect(plainText(dialog)).toContain("Disagrees with what is here.");
    await typeInto(user, within(dialog).getByLabelText(/^value or number; accepted/), "12 Nm");
    await waitFor(() => expect(plainText(dialog)).toContain("3 rows can be read."));
    await user.click(within(dialog).getByRole("button", { name: "Import 3 values" }));
    const operations = written(store);
    expect(operations.map((o) => [o.op, "data" in o ? (o.data.name ?? null) : null])).toEqual([
      ["update", null],
      ["create", "Plate"],
      ["create", "Odd"],
    ]);
    expect(operations[0]).toMatchObject({
      data: { sources: [{ typed: "22 Nm" }, { typed: "18 ft-lb", title: "leaflet T5" }] },
    });
  });

  it("takes another sheet's file in line by line, and refuses one of a newer version", async () => {
    const mine = line("Bracket", ["22 Nm"]);
    const { user } = open({ lines: [mine] });
    await screen.findByRole("button", { name: "Open Bracket" });
    await user.click(screen.getByRole("button", { name: "Import" }));
    const dialog = screen.getByRole("dialog");
    const file = { format: "ash-lever-sheet", version: 1, sheet: { name: "Other" }, lines: [] as object[] };
    const fields = Object.fromEntries(
      Object.entries(line("Bracket", ["24 Nm"])).filter(
        ([k]) => !["sheetId", "id", "version", "createdAt", "updatedAt", "deletedAt"].includes(k),
      ),
    );
    await user.click(within(dialog).getByLabelText(/^Table, or the text/));
    await user.paste(
      JSON.stringify({ ...file, lines: [fields, { kind: "torque", name: "Bad", torque: { count: 0 } }] }),
    );
    await waitFor(() => expect(plainText(dialog)).toContain("Other: one value."));
    expect(plainText(dialog)).toContain("Line 2, Bad: torque.count");
    expect(within(dialog).getByRole("button", { name: "Import one value" })).toBeTruthy();
    await user.clear(within(dialog).getByLabelText(/^Table, or the text/));
    await user.click(within(dialog).getByLabelText(/^Table, or the text/));
    await user.paste(JSON.stringify({ ...file, version: 9 }));
    await waitFor(() => expect(plainText(dialog)).toContain("saved by a newer version"));
  });
});

describe("the list of sheets", () => {
  it("of an empty shop says what a sheet is for, and begins one by its name", async () => {
    answering("/api/sheets", { sheets: [], wanted: [] });
    answering("/api/book", { sheets: [], lines: [], vehicles: [], openJobs: [], groups: [], signatures: [] });
    const { user, store } = show(<SheetsPage />);
    await screen.findByText("No spec sheets yet");
    await user.click(screen.getByRole("button", { name: "New sheet" }));
    await user.type(screen.getByLabelText("which kind of vehicle"), "Tolgarth 5");
    await user.click(screen.getByRole("button", { name: "Begin" }));
    expect(written(store)).toMatchObject([{ op: "create", resource: "sheet", data: { name: "Tolgarth 5" } }]);
  });
  it("names the values that open jobs wait for, with the job", async () => {
    answering("/api/sheets", {
      sheets: [
        {
          id: sheet.id,
          name: sheet.name,
          title: "Skarvane P2",
          builtFrom: null,
          builtTo: null,
          transmission: "",
          torques: 3,
          parts: 0,
          missing: 1,
          conflicts: 0,
          vehicles: [],
        },
      ],
      wanted: [
        {
          lineId: sheet.id,
          sheetId: sheet.id,
          vehicleId: null,
          of: sheet.name,
          kind: "torque",
          name: "Shifter to floor",
          state: "missing",
          jobs: [{ id: van.id, number: 215, tag: "SI 0311" }],
        },
      ],
    });
    answering("/api/book", { sheets: [], lines: [], vehicles: [], openJobs: [], groups: [], signatures: [] });
    show(<SheetsPage />);
    await waitFor(() => expect(says()).toContain("Open jobs wait for one value."));
    expect(screen.getByRole("link", { name: "job 215, SI 0311" }).getAttribute("href")).toBe(
      `/jobs/${van.id}/plan?tool=lists`,
    );
  });
});

describe("two side by side", () => {
  it("show what differs, and what is the same when asked", async () => {
    const other = record("vehicle", { tag: "SI 1142", sheetId: sheet.id });
    const mount = line("Tail mount", ["70 Nm"]);
    const over = record("specLine", {
      ...{
        kind: "torque",
        name: "Tail mount",
        place: "Selector",
        vehicleId: other.id,
        overrides: mount.id,
        reason: "x",
      },
      torque: { thread: "M8", grade: "8.8", reuse: "reuse", count: 2, pattern: "line" },
      sources: [{ id: "o", typed: "62 Nm" }],
    } as NewFields<"specLine">);
    answering("/api/book", {
      sheets: [sheet],
      lines: [mount, line("Plate", ["9 Nm"]), over],
      vehicles: [van, other],
      openJobs: [],
      groups: [],
      signatures: [],
    });
    const { user } = show(<ComparePage />, { at: `/sheets/compare?left=${van.id}&right=${other.id}` });
    await waitFor(() => expect(says()).toBe("one difference in 2 values.".replace("one", "One")));
    expect(screen.queryByText("Plate")).toBeNull();
    expect(screen.getAllByRole("columnheader").map((h) => h.textContent)).toEqual(
      expect.arrayContaining([van.tag, other.tag]),
    );
    await user.click(screen.getByRole("switch", { name: "Show what is the same too" }));
    expect(screen.getByText("Plate", { exact: false })).toBeTruthy();
    await pick(user, "On the right", "Skarvane P2, cable shift");
    await waitFor(() => expect(says()).toBe("They are the same."));
  });
});

describe("a sheet begun without a connection", () => {
  it("is there at once, and takes its first value", async () => {
    answering("/api/sheets", { sheets: [], wanted: [] });
    answering("/api/book", { sheets: [], lines: [], vehicles: [], openJobs: [], groups: [], signatures: [] });
    const { user, store } = show(
      <Routes>
        <Route path="/sheets" element={<SheetsPage />} />
        <Route path="/sheets/:sheetId" element={<SheetPage />} />
      </Routes>,
      { at: "/sheets" },
    );
    await screen.findByText("No spec sheets yet");
    await user.click(screen.getByRole("button", { name: "New sheet" }));
    await user.type(screen.getByLabelText("which kind of vehicle"), "Tolgarth 5{Enter}");
    expect(await screen.findByRole("heading", { name: "Tolgarth 5" })).toBeTruthy();
    expect(says()).toContain("This sheet is empty.");
    expect(written(store)).toHaveLength(1);
  });
});

describe("geometry of a kind", () => {
  it("is taken from a vehicle that was measured, and taken off again", async () => {
    const measured = record("vehicle", {
      ...{ tag: "SI 0311", sheetId: sheet.id },
      gearbox: { gears: [{ gear: "1", column: "1", travelMm: 10 }], columns: [{ column: "1", crossMm: 0 }] },
    });
    const job = record("job", { vehicleId: measured.id });
    const lever = {
      knob: { xMm: 0, zMm: 230 },
      pin: { xMm: 0, zMm: -60 },
      drive: { kind: "direct" as const },
      cross: {},
    };
    const old = record("setup", { jobId: job.id, role: "old", name: "Old", origin: "measured", lever });
    answering(`/api/vehicles/${measured.id}`, dossierOf(measured, { jobs: [job], setup: [old], sheet }));
    const { user, store } = open({ vehicles: [measured] });
    await user.click(await screen.findByRole("button", { name: "More" }));
    await user.click(await screen.findByRole("menuitem", { name: "What kind of vehicle" }));
    const geometry = await screen.findByRole("region", { name: "Geometry" });
    const takes = await within(geometry).findAllByRole("button", { name: "Take from SI 0311" });
    expect(takes).toHaveLength(2);
    for (const take of takes) await user.click(take);
    expect(written(store)).toMatchObject([
      { resource: "sheet", data: { gearbox: { gears: [{ gear: "1" }] } } },
      { resource: "sheet", data: { lever: { knob: { zMm: 230 } } } },
    ]);
    await user.click(await within(geometry).findByRole("button", { name: "Remove original lever" }));
    expect(written(store).at(-1)).toMatchObject({ data: { lever: null } });
  });
});
