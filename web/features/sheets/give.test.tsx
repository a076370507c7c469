// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { answering, dossierOf, fakeEdit, plainText, record, show } from "../../../tests/web/show";
import { FOUR_GEARS, VAN_DRIVE } from "../../../tests/domain/records";
import type { NewFields, Vehicle } from "../../../contract";
import { GiveDialog } from "./GiveDialog";

const sheet = record("sheet", {
  name: "Skarvane P2, rod linkage",
  model: "P2",
  shifterKind: "rod",
  builtFrom: "2014-01",
  builtTo: "2021-12",
  gearbox: FOUR_GEARS,
  driveTrain: VAN_DRIVE,
});
const vehicle = (tag: string, more: Partial<NewFields<"vehicle">> = {}): Vehicle =>
  record("vehicle", { tag, make: "Skarvane", model: "P2", shifterKind: "rod", ...more }, { version: 5 });
const line = (v: Vehicle) => ({
  id: v.id,
  tag: v.tag,
  title: `${v.make} ${v.model}`,
  owner: v.owner,
  layout: v.layout,
  km: null,
  buildDate: v.buildDate,
  sheetId: v.sheetId,
  shifterKind: v.shifterKind,
  openJobs: 0,
  jobs: 0,
});

function open(...vehicles: Vehicle[]) {
  answering("/api/vehicles", { vehicles: vehicles.map(line), total: vehicles.length });
  for (const v of vehicles) answering(`/api/vehicles/${v.id}`, dossierOf(v));
  const edit = fakeEdit();
  const onClose = vi.fn();
  return { edit, onClose, ...show(<GiveDialog sheet={sheet} edit={edit} onClose={onClose} />) };
}
const choices = async () => (await screen.findAllByRole("listitem")).map(plainText);
const assign = () => screen.getByRole<HTMLButtonElement>("button", { name: /^Assign to/ });

describe("a sheet given to vehicles", () => {
  it("says which have it, which have another, and which were built in other years", async () => {
    const other = "01DEMSKERR00000000000000ZZ";
    open(
      vehicle("SI 1", { sheetId: sheet.id }),
      vehicle("SI 2", { sheetId: other }),
      vehicle("SI 3", { buildDate: "2009-05-02" }),
      vehicle("SI 4", { buildDate: "2016-05" }),
    );
    expect(await choices()).toEqual([
      expect.stringMatching(/^SI 1 .* has it$/),
      expect.stringMatching(/^SI 2 .* has another sheet$/),
      expect.stringMatching(/^SI 3 .* built outside the sheet’s dates$/),
      expect.stringMatching(/^SI 4 Skarvane P2\s*$/),
    ]);
    expect(assign().disabled).toBe(true);
  });

  it("brings the geometry they lack and leaves what they have", async () => {
    const bare = vehicle("SI 1");
    const known = vehicle("SI 2", { gearbox: { ...FOUR_GEARS, gears: FOUR_GEARS.gears.slice(0, 2) } });
    const cable = vehicle("SI 3", { shifterKind: "cable" });
    const { user, edit, onClose } = open(bare, known, cable);
    for (const box of await screen.findAllByRole("checkbox")) await user.click(box);
    await user.click(assign());
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Skarvane P2, rod linkage assigned to 3 vehicles");
    const data = operations.map((o: { id: string; version: number; data: object }) => [o.id, o.version, o.data]);
    expect(data).toEqual([
      [bare.id, 5, { sheetId: sheet.id, gearbox: FOUR_GEARS, driveTrain: sheet.driveTrain }],
      [known.id, 5, { sheetId: sheet.id, driveTrain: sheet.driveTrain }],
      // Gears of a rod linkage are none of a cable shifter's.
      [cable.id, 5, { sheetId: sheet.id, driveTrain: sheet.driveTrain }],
    ]);
  });

  it("goes out a hundred at a time", async () => {
    const many = Array.from({ length: 103 }, (_, i) => vehicle(`SI ${i}`));
    const { user, edit, onClose } = open(...many);
    for (const box of await screen.findAllByRole("checkbox")) fireEvent.click(box);
    await waitFor(() => expect(assign().textContent).toBe("Assign to 103 vehicles"));
    await user.click(assign());
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(edit.all.mock.calls.map(([, ops]) => (ops as unknown[]).length)).toEqual([100, 3]);
  });

  it("changes nothing where one of them cannot be read, and says so", async () => {
    const [one, two] = [vehicle("SI 1"), vehicle("SI 2")];
    const { user, edit, onClose } = open(one, two);
    for (const box of await screen.findAllByRole("checkbox")) await user.click(box);
    answering(`/api/vehicles/${two.id}`, undefined);
    await user.click(assign());
    expect(plainText(await screen.findByRole("alert"))).toMatch(
      /^The vehicles could not be read\. Nothing was changed/,
    );
    expect(edit.all).not.toHaveBeenCalled();
    expect(onClose).not.toHaveBeenCalled();
    expect(assign().disabled).toBe(false);
  });

  it("says where the list of vehicles cannot be read, and tries again", async () => {
    const { user } = show(<GiveDialog sheet={sheet} edit={fakeEdit()} onClose={vi.fn()} />);
    const again = await screen.findByRole("button", { name: "Try again" }, { timeout: 20_000 });
    answering("/api/vehicles", { vehicles: [line(vehicle("SI 1"))], total: 1 });
    await user.click(again);
    expect(await choices()).toHaveLength(1);
  });

  it("looks for the model first, and says where nothing matches", async () => {
    const asked: (string | null)[] = [];
    const { user } = open();
    answering("/api/vehicles", (query: URLSearchParams) => {
      asked.push(query.get("search"));
      return { vehicles: [], total: 0 };
    });
    const dialog = within(screen.getByRole("dialog"));
    expect(dialog.getByLabelText<HTMLInputElement>("Tag, owner or model").value).toBe("P2");
    await user.type(dialog.getByLabelText("Tag, owner or model"), "x");
    await waitFor(() => expect(asked).toContain("P2x"));
    expect(await dialog.findByText("No vehicle matches.")).toBeTruthy();
  });
});
