// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import type { DossierView, NewFields, SpecLine, Vehicle } from "../../../contract";
import { dossierOf, answering, fakeEdit, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { Specs } from "./Specs";

const sheet = record("sheet", { name: "Skarvane P2" });
const line = (name: string, typed: string, more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: sheet.id,
    kind: "torque",
    name,
    sources: [{ id: "s", typed, title: "Sheet 8-2" }],
    torque: {},
    ...more,
  });
const dossier = (vehicle: Vehicle, more: Partial<DossierView> = {}): DossierView =>
  dossierOf(vehicle, { sheet, ...more });
const van = record("vehicle", { tag: "SI 0311", sheetId: sheet.id, buildDate: "2016-04-11" });

beforeEach(() => answering("/api/sheets", { sheets: [], wanted: [] }));

describe("a vehicle's specifications", () => {
  it("without a sheet and without values say what to do", () => {
    const bare = record("vehicle", { tag: "T" });
    show(<Specs data={dossier(bare, { sheet: null })} vehicle={bare} edit={fakeEdit()} />);
    expect(plainText(document.body)).toContain("No values yet. Choose a sheet, or add its own.");
  });

  it("say of each value where it is from, and why it differs", () => {
    const mount = line("Tail mount", "70 Nm + 90°");
    const over = line("Tail mount", "62 Nm", {
      sheetId: null,
      vehicleId: van.id,
      overrides: mount.id,
      reason: "thread repaired",
    });
    const own = line("Shelf", "9 Nm", { sheetId: null, vehicleId: van.id });
    show(
      <Specs
        data={dossier(van, { sheetLine: [mount, line("Plate", "90 in-lb")], joint: [], ownLine: [over, own] })}
        vehicle={van}
        edit={fakeEdit()}
      />,
    );
    const rows = within(screen.getByRole("region", { name: "Torque groups" })).getAllByRole("listitem");
    expect(rows.map((r) => plainText(r))).toEqual([
      expect.stringMatching(/Tail mount.*62 Nm.*overriddennot 70 Nm \+ 90°: thread repaired/),
      expect.stringMatching(/Plate.*90 in-lb.*from the sheet/),
      expect.stringMatching(/Shelf.*9 Nm.*its own/),
    ]);
  });

  it("are overridden with a reason, and go back to the sheet's when the override goes", async () => {
    const edit = fakeEdit();
    const plate = line("Plate", "90 in-lb");
    const { user } = show(<Specs data={dossier(van, { sheetLine: [plate] })} vehicle={van} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Override Plate" }));
    const drawer = screen.getByRole("dialog");
    await typeInto(user, within(drawer).getByLabelText("specification, as written"), "8 Nm");
    expect(within(drawer).getByRole("button", { name: "Needs a reason" })).toBeTruthy();
    await typeInto(user, within(drawer).getByLabelText("why this vehicle differs"), "thread insert");
    await user.click(within(drawer).getByRole("button", { name: "Add it" }));
    expect(edit.all.mock.calls[0]).toMatchObject([
      "Plate: differs from the sheet",
      [
        {
          op: "create",
          resource: "specLine",
          data: {
            vehicleId: van.id,
            sheetId: null,
            overrides: plate.id,
            reason: "thread insert",
            sources: [{ typed: "8 Nm", title: "", page: "" }],
          },
        },
      ],
    ]);
  });

  it("flag what is not for this vehicle and ask which of two it has", async () => {
    const edit = fakeEdit();
    const lines = [
      line("Clamp", "11 Nm", { builtFrom: "2017-07" }),
      line("Bracket", "22 Nm", { feature: "one pin" }),
      line("Bracket", "24 Nm", { feature: "two pins" }),
    ];
    const { user } = show(<Specs data={dossier(van, { sheetLine: lines })} vehicle={van} edit={edit} />);
    expect(plainText(document.body)).toContain("does not fit by build date: for vehicles from");
    await user.click(screen.getByRole("button", { name: "one pin" }));
    expect(edit.update.mock.calls[0][2]).toEqual({ features: [{ name: "Bracket", feature: "one pin" }] });
  });

  it("take a sheet, a chassis number and options", async () => {
    const edit = fakeEdit();
    answering("/api/sheets", {
      wanted: [],
      sheets: [
        {
          id: sheet.id,
          name: "Skarvane P2",
          title: "",
          builtFrom: null,
          builtTo: null,
          transmission: "",
          torques: 0,
          parts: 0,
          missing: 0,
          conflicts: 0,
          vehicles: [],
        },
      ],
    });
    const bare = record("vehicle", { tag: "T" });
    const { user } = show(<Specs data={dossier(bare)} vehicle={bare} edit={edit} />);
    await pick(user, "Spec sheet", "Skarvane P2");
    expect(edit.update.mock.calls[0][2]).toEqual({ sheetId: sheet.id });
    await typeInto(user, screen.getByLabelText("chassis number"), "4 207");
    await typeInto(user, screen.getByLabelText("options"), "tow bar, , heater");
    expect(edit.update.mock.calls.slice(1).map((c) => c[2])).toEqual([
      { chassis: "4 207" },
      { options: ["tow bar", "heater"] },
    ]);
  });
});
