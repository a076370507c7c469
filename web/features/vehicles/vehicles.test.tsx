// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Vehicle } from "../../../contract";
import type { Gearbox } from "../../../core";
import { answering, fakeEdit, plainText, record, show, typeInto, written } from "../../../tests/web/show";
import { OdometerField } from "../../pieces/vehicle/OdometerField";
import { GearboxEditor, movedToGate } from "./GearboxEditor";
import { OpenJob } from "./OpenJob";
import { VehiclesPage } from "./VehiclesPage";
import { WhatTurns } from "./WhatTurns";
import { FOUR_GEARS } from "../../../tests/domain/records";

const gearbox: Vehicle["gearbox"] = { ...FOUR_GEARS, gears: FOUR_GEARS.gears.slice(0, 3) };

describe("the gearbox", () => {
  it("begins with a usual one, as the shifter has it", async () => {
    const edit = fakeEdit();
    const { user, unmount } = show(
      <GearboxEditor vehicle={record("vehicle", { tag: "T", shifterKind: "rod" })} edit={edit} />,
    );
    await user.click(screen.getByRole("button", { name: "Begin with five gears and reverse" }));
    expect(edit.update.mock.calls[0][2].gearbox.gears.map((g: { gear: string }) => g.gear)).toEqual([
      "1",
      "2",
      "3",
      "4",
      "5",
      "R",
    ]);
    unmount();
    const arm = show(<GearboxEditor vehicle={record("vehicle", { tag: "T", shifterKind: "arm" })} edit={edit} />);
    await arm.user.click(screen.getByRole("button", { name: "Begin with a transfer case" }));
    expect(edit.update.mock.calls[1][2].gearbox.gears[0]).toHaveProperty("travelDeg");
  });

  it("is changed a figure at a time and never into one that cannot be", async () => {
    const edit = fakeEdit();
    const vehicle = record("vehicle", { tag: "T", gearbox });
    const { user } = show(<GearboxEditor vehicle={vehicle} edit={edit} />);
    await typeInto(user, screen.getByLabelText("Travel of 2"), "1/2 in");
    expect(edit.update.mock.calls[0][2].gearbox.gears[1].travelMm).toBeCloseTo(12.7, 9);
    await typeInto(user, screen.getByLabelText("Name of gear 3"), "2");
    expect(plainText(screen.getByRole("alert"))).not.toBe("");
    expect(edit.update).toHaveBeenCalledTimes(1);
    await user.click(screen.getByRole("button", { name: "Add a gear" }));
    expect(edit.update.mock.calls[1][2].gearbox.gears.at(-1)).toEqual({ gear: "4", column: "3-4", travelMm: 10 });
    await user.click(screen.getByRole("button", { name: "Take out 1st" }));
    expect(edit.update.mock.calls[2][2].gearbox.gears).toHaveLength(2);
  });

  it("opens a new gate where a gear is put into one", async () => {
    const edit = fakeEdit();
    const { user } = show(<GearboxEditor vehicle={record("vehicle", { tag: "T", gearbox })} edit={edit} />);
    await typeInto(user, screen.getByLabelText("Gate of 3"), "3-R");
    expect(edit.update.mock.calls[0][2].gearbox.columns).toContainEqual({ column: "3-R", crossMm: 0 });
  });
});

describe("the odometer", () => {
  it("takes today's figure, not under the last one, one a day", async () => {
    const edit = fakeEdit();
    const today = new Date().toISOString().slice(0, 10);
    const vehicle = record("vehicle", {
      tag: "T",
      odometer: [
        { date: "2020-01-01", typed: "100 000 km", km: 100000 },
        { date: today, typed: "120 000 km", km: 120000 },
      ],
    });
    const { user } = show(<OdometerField vehicle={vehicle} edit={edit} />);
    const field = screen.getByLabelText(/^reads today/);
    await typeInto(user, field, "110000");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    await typeInto(user, field, "80000 miles");
    const odometer = edit.update.mock.calls[0][2].odometer;
    expect(odometer).toHaveLength(2);
    // 1 mile = 1.609344 km exactly: NIST SP 811.
    expect(odometer[1].km).toBeCloseTo(128747.52, 2);
  });
});

describe("what turns, in the dossier", () => {
  it("stands in a line, or asks to be entered", async () => {
    const bare = show(<WhatTurns vehicle={record("vehicle", { tag: "T" })} edit={fakeEdit()} />);
    await bare.user.click(screen.getByRole("button", { name: "Enter drivetrain data" }));
    expect(await screen.findByRole("dialog")).toBeTruthy();
    bare.unmount();
    const driveTrain = {
      tyre: { circumferenceMm: 1993 },
      finalDrive: 4.3,
      ratios: [{ gear: "1", ratio: 4.2 }],
      propShaft: true,
    };
    show(<WhatTurns vehicle={record("vehicle", { tag: "T", driveTrain })} edit={fakeEdit()} />);
    expect(plainText(document.body)).toMatch(/Tyre that rolls 1 ?993 mm, final drive 4\.30, gears 4\.20, prop shaft/);
  });
});

const line = (tag: string) => ({
  id: `01DEMSKERR00000000000000${tag.replace(/\D/g, "").padStart(2, "0").slice(-2)}`,
  tag,
  title: "Ulverin L12, long base",
  owner: "Torvey Isle Bus Trust",
  shifterKind: "rod",
  layout: "northSouth",
  km: null,
  jobs: 2,
  buildDate: null,
  sheetId: null,
  openJobs: 1,
});

describe("vehicles", () => {
  it("say when the server does not answer, and when nothing matches", async () => {
    const lost = show(<VehiclesPage />, { at: "/vehicles" });
    expect(await screen.findByRole("button", { name: "Try again" })).toBeTruthy();
    lost.unmount();
    answering("/api/vehicles", { vehicles: [], total: 0 });
    show(<VehiclesPage />, { at: "/vehicles?search=zzz" });
    expect(await screen.findByText("No vehicle matches “zzz”")).toBeTruthy();
  });
});

describe("gates of the gearbox", () => {
  const gearbox = {
    columns: [
      { column: "1-2", crossMm: -6 },
      { column: "3-4", crossMm: 0 },
      { column: "R", crossMm: 6 },
    ],
    gears: [
      { gear: "1", column: "1-2", travelMm: 10 },
      { gear: "2", column: "1-2", travelMm: -10 },
      { gear: "R", column: "R", travelMm: 10 },
    ],
  };
  const gates = (g: Gearbox): string => (g.columns ?? []).map((c) => `${c.column} ${c.crossMm}`).join(", ");

  it("named anew keep their place and leave no ghost", () => {
    expect(gates(movedToGate(gearbox, 2, "reverse"))).toBe("1-2 -6, reverse 6");
  });

  it("that a gear leaves stay for the others, and a new one is made", () => {
    const moved = movedToGate(gearbox, 1, "new");
    expect([gates(moved), moved.gears[1].column]).toEqual(["1-2 -6, R 6, new 0", "new"]);
  });

  it("are not made where there were none", () => {
    const line = { gears: [{ gear: "2H", column: "line", travelMm: 4 }] };
    expect(movedToGate(line, 0, "other")).toEqual({ gears: [{ gear: "2H", column: "other", travelMm: 4 }] });
  });

  it("refuse a gear's name that is there already, where it is typed", async () => {
    const edit = fakeEdit();
    const { user } = show(<GearboxEditor vehicle={record("vehicle", { tag: "T 1", gearbox })} edit={edit} />);
    const name = screen.getByLabelText("Name of gear 2");
    await typeInto(user, name, "1");
    expect(edit.update).not.toHaveBeenCalled();
    expect(name).toHaveProperty("value", "1");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: a name not used before");
  });
});

describe("opening a job", () => {
  it("on a new vehicle needs a tag of its own, and writes both in one change", async () => {
    answering("/api/vehicles", { vehicles: [], total: 0 });
    const onClose = vi.fn();
    const { user, store } = show(<OpenJob onClose={onClose} />);
    const open = (): HTMLButtonElement => screen.getByRole("button", { name: "Open the job" });
    await user.type(screen.getByLabelText("Tag, owner, model or job number"), "SI 0999");
    await user.click(screen.getByRole("button", { name: "It is a new vehicle" }));
    const tag = screen.getByLabelText("tag");
    expect(tag).toHaveProperty("value", "SI 0999");
    await user.clear(tag);
    expect(open().disabled).toBe(true);
    await user.type(tag, "a tag that is too long");
    expect(plainText(screen.getByRole("alert"))).toBe("tag: accepted: up to 16 characters");
    expect(open().disabled).toBe(true);
    await user.clear(tag);
    await user.type(tag, "SI 0999");
    await user.type(screen.getByLabelText("what the driver says"), "It shakes at seventy.");
    await user.click(open());
    await waitFor(() => expect(onClose).toHaveBeenCalledTimes(1));
    const [first, second] = written(store);
    expect([first.resource, second.resource]).toEqual(["vehicle", "job"]);
    // How its engine lies and which wheels are driven nobody has said: nothing is taken for granted.
    expect("data" in first && first.data).toMatchObject({ unsaid: ["layout", "drivenWheels"] });
    expect("data" in second && second.data).toMatchObject({
      complaint: "It shakes at seventy.",
      vehicleId: first.id,
    });
    // What was filled in is used up: the next job begins empty.
    expect(Object.keys(localStorage).filter((k) => k.includes("draft"))).toEqual([]);
  });

  it("finds a vehicle by what is typed", async () => {
    answering("/api/vehicles", { vehicles: [line("SI 0724")], total: 1 });
    const { user } = show(<OpenJob onClose={() => {}} />);
    await user.type(screen.getByLabelText("Tag, owner, model or job number"), "07");
    await user.click(await screen.findByRole("button", { name: /SI 0724/ }));
    expect(screen.getByText("Open a job on SI 0724")).toBeTruthy();
  });
});
