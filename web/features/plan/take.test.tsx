// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { NewFields, SpecLine } from "../../../contract";
import { dossierOf, answering, fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { GiveBack } from "./GiveBack";
import { TakeFromVehicle } from "./TakeFromVehicle";

const van = record("vehicle", { tag: "SI 0311", buildDate: "2016-04-11" });
const sheet = record("sheet", { name: "P2" });
const line = (name: string, more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: sheet.id,
    kind: "torque",
    name,
    place: "Selector",
    sources: [{ id: "s", typed: "22 Nm", title: "Sheet 8-2", page: "15" }],
    torque: { count: 2, thread: "M8", grade: "8.8" },
    ...more,
  });
const part = (name: string, more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: sheet.id,
    kind: "part",
    name,
    sources: [{ id: "s", typed: "SK-1", title: "Sheet 8" }],
    part: { price: 9.4, quantity: 2 },
    ...more,
  });
const book = (sheetLine: SpecLine[], ownLine: SpecLine[] = []): void => {
  answering(`/api/vehicles/${van.id}`, dossierOf(van, { sheet, sheetLine, ownLine }));
};
const job = (more: Parameters<typeof jobView>[0] = {}) => ({ ...jobView(more), vehicle: van });

describe("taking from the vehicle's book", () => {
  it("of a vehicle nobody knows anything of points to where values come from", async () => {
    book([]);
    show(<TakeFromVehicle view={job()} edit={fakeEdit()} onClose={() => {}} />);
    expect((await screen.findByRole("link", { name: "Give it a spec sheet" })).getAttribute("href")).toBe(
      `/vehicles/${van.id}`,
    );
  });

  it("puts the chosen groups and parts into the job as one change, with their sources", async () => {
    const edit = fakeEdit();
    const [bracket, bush] = [line("Bracket"), part("Bush", { builtFrom: "2015-01" })];
    book([bracket, bush]);
    const { user } = show(<TakeFromVehicle view={job()} edit={edit} onClose={() => {}} />);
    await user.click(await screen.findByRole("checkbox", { name: /^Bracket/ }));
    await user.click(screen.getByRole("checkbox", { name: /^Bush/ }));
    await user.click(screen.getByRole("button", { name: "Take one torque group and one part" }));
    expect(edit.all.mock.calls[0]).toMatchObject([
      "From the vehicle: one torque group and one part",
      [
        {
          resource: "torqueGroup",
          data: { lineId: bracket.id, specTyped: "22 Nm", specSource: "Sheet 8-2, page 15", specOrigin: "specified" },
        },
        { resource: "part", data: { lineId: bush.id, number: "SK-1", quantity: 2, price: 9.4, builtFrom: "2015-01" } },
      ],
    ]);
  });

  it("offers nothing that is in the job already or is not for this vehicle", async () => {
    const [taken, late] = [line("Bracket"), line("Clamp", { builtFrom: "2017-07" })];
    book([taken, late, line("Plate")]);
    const view = job({ torqueGroup: [record("torqueGroup", { jobId: PARENT, name: "Bracket", lineId: taken.id })] });
    const { user } = show(<TakeFromVehicle view={view} edit={fakeEdit()} onClose={() => {}} />);
    const boxes = (await screen.findAllByRole("checkbox")) as HTMLInputElement[];
    expect(boxes.map((b) => [b.checked, b.disabled])).toEqual([
      [true, true],
      [false, true],
      [false, false],
    ]);
    expect(plainText(document.body)).toContain("does not fit by build date");
    await user.click(screen.getByRole("button", { name: "Choose all shown" }));
    expect(screen.getByRole("button", { name: "Take one torque group" })).toBeTruthy();
  });

  it("shows one place's values when it is tapped on the drawing", async () => {
    book([line("Bracket"), line("Shield", { place: "Exhaust" })]);
    const { user } = show(<TakeFromVehicle view={job()} edit={fakeEdit()} onClose={() => {}} />);
    await user.click(await screen.findByRole("button", { name: "Exhaust, one value" }));
    const list = screen.getByRole("region", { name: "Torque groups" });
    expect(within(list).getAllByRole("checkbox")).toHaveLength(1);
  });
});

describe("what a job found out", () => {
  it("goes to the line it was taken from as one more source", async () => {
    const edit = fakeEdit();
    const floor = line("Floor", { sources: [] });
    book([floor]);
    const group = record("torqueGroup", {
      jobId: PARENT,
      name: "Floor",
      lineId: floor.id,
      specTyped: "24 Nm",
      specSource: "Sheet 8-2, page 12",
      specOrigin: "specified",
    });
    const { user } = show(<GiveBack view={job({ torqueGroup: [group] })} edit={edit} of={group} />);
    await user.click(await screen.findByRole("button", { name: "Give 24 Nm to the sheet" }));
    expect(edit.update.mock.calls[0][2]).toMatchObject({
      sources: [{ typed: "24 Nm", how: "document", title: "Sheet 8-2, page 12", trust: "full" }],
    });
  });

  it("becomes the vehicle's own where it was taken from nowhere, and the job's record then names it", async () => {
    const edit = fakeEdit();
    book([]);
    const p = record("part", { jobId: PARENT, name: "Clip", number: "SK-9", price: 1.1 });
    const { user } = show(<GiveBack view={job({ part: [p] })} edit={edit} of={p} />);
    await user.click(await screen.findByRole("button", { name: "Keep for this vehicle" }));
    const [, operations] = edit.all.mock.calls[0];
    expect(operations).toMatchObject([
      {
        resource: "specLine",
        data: { vehicleId: van.id, kind: "part", sources: [{ typed: "SK-9" }], part: { price: 1.1 } },
      },
      { resource: "part", id: p.id, data: { lineId: operations[0].id } },
    ]);
  });

  it("is not offered where it is known, or only estimated", async () => {
    const known = line("Bracket");
    book([known]);
    const group = record("torqueGroup", {
      jobId: PARENT,
      name: "Bracket",
      lineId: known.id,
      specTyped: "22 Nm",
      specOrigin: "specified",
    });
    const guess = { ...group, lineId: null, specTyped: "25 Nm", specOrigin: "estimated" as const };
    show(
      <>
        <GiveBack view={job()} edit={fakeEdit()} of={group} />
        <GiveBack view={job()} edit={fakeEdit()} of={guess} />
        <span>drawn</span>
      </>,
    );
    await waitFor(() => expect(screen.getByText("drawn")).toBeTruthy());
    await new Promise((r) => setTimeout(r, 30));
    expect(screen.queryByRole("button")).toBeNull();
  });
});
