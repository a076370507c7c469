// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { NewFields, Recheck } from "../../../contract";
import { fakeEdit, PARENT, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { LookAgain } from "./LookAgain";
import { leftText, whenText } from "./words";

const DRIVEN = { odometer: [{ date: "2026-11-01", typed: "98000 km", km: 98_000 }] };
const vehicle = (more: Partial<NewFields<"vehicle">> = {}) => record("vehicle", { tag: "T 1", ...more });
const recheck = (more: Partial<NewFields<"recheck">> = {}): Recheck =>
  record("recheck", { vehicleId: PARENT, what: "Tail mount", fromDate: "2026-11-01", ...more });

const shown = (
  rechecks: Recheck[] = [],
  { proposed = [], on = vehicle(DRIVEN) }: { proposed?: NewFields<"recheck">[]; on?: ReturnType<typeof vehicle> } = {},
) => {
  const edit = fakeEdit();
  const result = show(
    <LookAgain vehicle={on} rechecks={rechecks} parts={[]} jobId={PARENT} proposed={proposed} edit={edit} />,
  );
  return { ...result, edit };
};
const list = (): string => plainText(screen.getByRole("region", { name: "Look again" }));

describe("looking again", () => {
  it("says what it is for where nothing is set", () => {
    shown();
    expect(list()).toContain("Nothing is set. After new mounts or bushes");
  });

  it("is set by distance from the odometer there is", async () => {
    const { user, edit } = shown();
    await user.click(screen.getByRole("button", { name: "Add" }));
    const dialog = within(await screen.findByRole("dialog"));
    const add = dialog.getByRole("button", { name: "Add" });
    expect(add).toHaveProperty("disabled", true);
    await typeInto(user, dialog.getByLabelText("what"), "Selector housing");
    await typeInto(user, dialog.getAllByLabelText("after")[0], "500 km");
    await user.click(dialog.getByRole("switch", { name: "It comes round" }));
    await user.click(add);
    expect(edit.create.mock.calls[0].slice(0, 2)).toEqual([
      "recheck",
      expect.objectContaining({
        what: "Selector housing",
        everyKm: 500,
        fromKm: 98_000,
        repeats: true,
        onDate: null,
        jobId: PARENT,
      }),
    ]);
  });

  it("cannot be set by distance where nobody read the odometer, but by months", async () => {
    const { user, edit } = shown([], { on: vehicle() });
    await user.click(screen.getByRole("button", { name: "Add" }));
    const dialog = within(await screen.findByRole("dialog"));
    const [byKm, byMonths] = dialog.getAllByLabelText("after");
    expect(byKm).toHaveProperty("disabled", true);
    await typeInto(user, dialog.getByLabelText("what"), "Boot");
    await typeInto(user, byMonths, "6");
    await user.click(dialog.getByRole("button", { name: "Add" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ everyKm: null, everyMonths: 6, fromKm: null });
  });

  it("on one day does not come round", async () => {
    const { user, edit } = shown();
    await user.click(screen.getByRole("button", { name: "Add" }));
    const dialog = within(await screen.findByRole("dialog"));
    await typeInto(user, dialog.getByLabelText("what"), "Seal");
    await typeInto(user, dialog.getByLabelText("or on"), "2027-02-01");
    await user.click(dialog.getByRole("switch", { name: "It comes round" }));
    await user.click(dialog.getByRole("button", { name: "Add" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ onDate: "2027-02-01", repeats: false });
  });

  it("takes a nonsense day as none, and says what is accepted", async () => {
    const { user } = shown();
    await user.click(screen.getByRole("button", { name: "Add" }));
    const dialog = within(await screen.findByRole("dialog"));
    await typeInto(user, dialog.getByLabelText("what"), "Seal");
    await typeInto(user, dialog.getByLabelText("or on"), "soon");
    expect(dialog.getByRole("alert").textContent).toBe("accepted: a day like 2025-06-02");
    expect(dialog.getByRole("button", { name: "Add" })).toHaveProperty("disabled", true);
  });

  it("done, keeps what came of it and begins anew from there where it comes round", async () => {
    const own = recheck({ everyKm: 5000, fromKm: 98_000, repeats: true });
    const { user, edit } = shown([own]);
    await user.click(screen.getByRole("button", { name: "Looked at" }));
    const dialog = within(await screen.findByRole("dialog"));
    expect(plainText(screen.getByRole("dialog"))).toContain("without the odometer no next one is set");
    await typeInto(user, dialog.getByLabelText("odometer"), "103500 km");
    await pick(user, "what came of it", "corrected on the spot");
    await user.click(dialog.getByRole("button", { name: "Note it" }));
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Tail mount: corrected on the spot");
    expect(operations[0]).toMatchObject({ op: "update", id: own.id, data: { doneKm: 103_500, outcome: "corrected" } });
    expect(edit.create.mock.calls[0][1]).toMatchObject({ fromKm: 103_500, everyKm: 5000, repeats: true });
  });

  it("of bolts keeps the torque that was found, group by group", async () => {
    const groups = [
      { id: "01DEMSKERR000000000000000A", name: "Flange" },
      { id: "01DEMSKERR000000000000000B", name: "Strap" },
    ];
    const { user, edit } = shown([recheck({ everyMonths: 6, groups })]);
    await user.click(screen.getByRole("button", { name: "Looked at" }));
    const found = within(await screen.findByRole("region", { name: "Torque found" }));
    await typeInto(user, found.getByLabelText("Flange"), "18 lb ft");
    await user.click(screen.getByRole("button", { name: "Note it" }));
    const [{ data }] = edit.all.mock.calls[0][1];
    // 18 lbf ft x 1.3558179 = 24.4047 N m: NIST SP 811. The other was not looked at.
    expect(data.found).toEqual([{ groupId: groups[0].id, typed: "18 lb ft", base: expect.closeTo(24.4047, 3) }]);
    expect(edit.create).not.toHaveBeenCalled();
  });

  it("is proposed by a job once, and only where it can be counted from", async () => {
    const offered = { vehicleId: PARENT, what: "New bushes", everyKm: 500, fromKm: 98_000, fromDate: "2026-11-20" };
    const lacking = { ...offered, what: "New seal", fromKm: null };
    const { user, edit } = shown([recheck({ what: "Known", everyMonths: 3 })], {
      proposed: [offered, lacking, { ...offered, what: "Known" }],
    });
    expect(list()).toContain("proposed: after 500 km");
    expect(list()).toContain("proposed: needs an odometer reading");
    const rows = screen.getAllByRole("listitem");
    expect(rows.map((r) => plainText(r)).filter((t) => t.startsWith("Known"))).toHaveLength(1);
    const keys = rows.flatMap((r) => within(r).queryAllByRole("button", { name: "Add" }));
    expect(keys.map((k) => (k as HTMLButtonElement).disabled)).toEqual([false, true]);
    await user.click(keys[0]);
    expect(edit.create).toHaveBeenCalledWith("recheck", offered, "Look again: New bushes");
  });

  it("goes into the bin, and what was looked at stays in sight with what was found", async () => {
    const open = recheck({ everyMonths: 1 });
    const over = recheck({
      what: "Prop flange",
      doneAt: "2026-11-12",
      doneKm: 99_000,
      outcome: "good",
      groups: [{ id: PARENT, name: "Flange" }],
      found: [{ groupId: PARENT, typed: "60 Nm", base: 60 }],
      note: "paint unbroken",
    });
    const { user, edit } = shown([open, over]);
    expect(list()).toContain("99 000 km, in order, Flange 60.0 N m, paint unbroken");
    await user.click(screen.getByRole("button", { name: "Tail mount: into the bin" }));
    expect(edit.remove).toHaveBeenCalledWith("recheck", open, "Look again: Tail mount, into the bin");
  });
});

describe("when it is, in words", () => {
  const units = { show: (km: number) => `${km} km` } as unknown as Parameters<typeof whenText>[1];
  const due = { dueDate: "2027-03-03", dueKm: null, by: "time" as const, overdue: false, daysLeft: 3, noRate: false };

  it("an estimate by distance says that it is one", () => {
    expect(whenText(due, units)).toBe("3 March 2027");
    expect(whenText({ ...due, by: "distance", dueKm: 105_000 }, units)).toBe("about 3 March 2027, at 105000 km");
    expect(whenText({ ...due, dueDate: null }, units)).toBe("no day");
  });

  it.each([
    [{ daysLeft: 3 }, "in 3 days"],
    [{ daysLeft: 1 }, "in one day"],
    [{ daysLeft: 0 }, "today"],
    [{ daysLeft: -2 }, "overdue by 2 days"],
    [{ daysLeft: null, overdue: true }, "overdue by distance"],
    [{ daysLeft: null }, ""],
    [{ daysLeft: 12, overdue: true }, "overdue by distance"],
    [{ noRate: true }, "no day: it needs two odometer readings"],
  ])("%o is %j", (over, text) => expect(leftText({ ...due, ...over })).toBe(text));
});
