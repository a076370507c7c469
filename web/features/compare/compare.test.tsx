// @vitest-environment jsdom
import { fireEvent, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { JobView } from "../../../contract";
import { fakeEdit, jobView, PARENT, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { throwOf34 } from "../../../tests/domain/records";
import CompareStage from "./CompareStage";
import { exampleGearbox, NO_OBSTACLES } from "../../../domain";
import { USUAL_NOTCHES } from "../throwBench/NotchStrip";

Element.prototype.setPointerCapture ??= () => {};

const usual = exampleGearbox("direct");
// One that was entered: its reverse travels a little farther than the usual one's.
const gearbox = {
  ...usual,
  gears: usual.gears.map((g) => (g.gear === "R" ? { ...g, travelMm: 10.5 } : g)),
};
const lever = (role: "old" | "candidate", name: string, knob: number, pin: number, more: object = {}) =>
  record("setup", {
    jobId: PARENT,
    role,
    name,
    lever: {
      knob: { xMm: 0, zMm: knob },
      pin: { xMm: 0, zMm: -pin },
      drive: { kind: "direct", axisDeg: 0 },
      cross: {},
    },
    ...more,
  });
// Closed form: a direct lever throws 2 H s / L; with 10 mm each way 300 over 60 gives 100 mm, over 80 gives 75 mm.
const old = lever("old", "Old lever", 300, 60);
const short = lever("candidate", "Short lever", 300, 80, { claimedReductionPct: 45, price: 120, position: 1 });
const tapedThrow = (...mm: number[]) => throwOf34(mm, { resolution: { typed: "1 mm", base: 1 } });
const bench = (more: Parameters<typeof jobView>[0] = {}): JobView =>
  jobView({ setup: [old, short], ...more, vehicle: { gearbox, ...more.vehicle } });
const open = (view: JobView, options: Parameters<typeof show>[1] = {}) => {
  const edit = fakeEdit();
  return { view, edit, ...show(<CompareStage view={view} edit={edit} />, options) };
};
const said = (): string => plainText(screen.getByRole("region", { name: "Answer" }));
const list = (name: string) => within(screen.getByRole("region", { name }));

describe("an empty bench", () => {
  it("begins with a usual lever and a usual gearbox, marked as estimated", async () => {
    const { user, edit } = open(jobView());
    expect(said()).toContain("Put the old lever on the bench first.");
    await user.click(screen.getByRole("button", { name: "Begin with a usual lever and correct it" }));
    const [, operations] = edit.all.mock.calls[0];
    expect(operations.map((o: { resource: string }) => o.resource)).toEqual(["vehicle", "setup"]);
    expect(operations[1].data).toMatchObject({ role: "old", origin: "estimated" });
  });

  it("takes the knob height that was measured in Gauge", async () => {
    const height = record("reading", {
      jobId: PARENT,
      quantity: "knobHeight",
      phase: "before",
      values: [{ typed: "287 mm", base: 287 }],
    });
    const { user, edit } = open(jobView({ reading: [height] }));
    await user.click(screen.getByRole("button", { name: "Begin with a usual lever and correct it" }));
    expect(edit.all.mock.calls[0][1][1].data.lever.knob.zMm).toBe(287);
  });

  it("leaves a gearbox that is known as it is", async () => {
    const { user, edit } = open(jobView({ vehicle: { gearbox } }));
    await user.click(screen.getByRole("button", { name: "Begin with a usual lever and correct it" }));
    expect(edit.all.mock.calls[0][1]).toHaveLength(1);
  });
});

describe("old against new", () => {
  it("says what the candidate brings, and fits it as a part", async () => {
    const { user, edit } = open(bench());
    expect(said()).toContain(
      "Third to fourth drops from 100.0 to 75.0 mm, 25 % shorter (23 to 27), 1.33 times the effort.",
    );
    expect(said()).toContain("The maker claims 45 %.");
    await user.click(screen.getByRole("button", { name: "Fit this lever" }));
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Fit Short lever");
    expect(operations[0].data).toEqual({ chosenSetupId: short.id, choiceReason: "" });
    expect(operations[1]).toMatchObject({ resource: "part", data: { name: "Short lever", price: 120 } });
  });

  it("fits a lever that something speaks against only for a reason, which goes with the choice", async () => {
    const longer = lever("candidate", "Long lever", 360, 60, { position: 1 });
    const { user, edit } = open(bench({ setup: [old, longer] }));
    expect(said()).toMatch(/^Caution: Long lever\. Its throw is longer than the old one’s/);
    expect(screen.queryByRole("button", { name: "Fit this lever" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Fit this lever all the same" }));
    const dialog = within(await screen.findByRole("dialog"));
    expect(plainText(dialog.getByRole("list"))).toContain("Its throw is longer than the old one’s.");
    const go = dialog.getByRole("button", { name: "Fit this lever for this reason" });
    expect((go as HTMLButtonElement).disabled).toBe(true);
    await user.type(dialog.getByLabelText("Why it is fitted all the same"), "The owner sits far back");
    await user.click(go);
    expect(edit.all.mock.calls[0][1][0].data).toEqual({
      chosenSetupId: longer.id,
      choiceReason: "The owner sits far back",
    });
  });

  it("takes a choice back, and takes a chosen lever off the bench with its choice", async () => {
    const { user, edit, view } = open(bench({ job: { chosenSetupId: short.id } }));
    await user.click(screen.getByRole("button", { name: "Undo the choice" }));
    const none = { chosenSetupId: null, choiceReason: "" };
    expect(edit.update).toHaveBeenCalledWith("job", view.job, none, "Choice undone");
    await user.click(screen.getByRole("button", { name: "Remove from the bench" }));
    expect(edit.all.mock.calls[0][0]).toBe("Short lever off the bench");
    expect(edit.all.mock.calls[0][1].map((o: { op: string }) => o.op)).toEqual(["delete", "update"]);
  });

  it("puts one more beside it, drawn like the old one and with nothing claimed of it", async () => {
    const { user, edit } = open(bench());
    await user.click(screen.getByRole("button", { name: "Add a lever to compare" }));
    const [, data] = edit.create.mock.calls[0];
    expect(data).toMatchObject({ name: "Lever 3", role: "candidate", origin: "missing", claimedReductionPct: null });
    expect(data.lever).toEqual(old.lever);
  });

  it("says so while nothing of a new lever is entered", () => {
    const fresh = lever("candidate", "Lever 2", 300, 60, { origin: "missing", position: 1 });
    open(bench({ setup: [old, fresh] }));
    expect(said()).toMatch(/^Lever 2: no measures entered yet\. It is drawn like the old lever\./);
  });

  it("takes the first figure typed for an estimate, until somebody says it is measured", async () => {
    const fresh = lever("candidate", "Lever 2", 300, 60, { origin: "missing", position: 1 });
    const { user, edit } = open(bench({ setup: [old, fresh] }));
    await typeInto(user, screen.getByLabelText("below pivot"), "75 mm");
    expect(edit.update.mock.lastCall?.[2]).toMatchObject({ origin: "estimated", lever: { pin: { zMm: -75 } } });
  });

  it("begins with Estimated where nobody measured lever or rail travel, until a tape confirms it", () => {
    const guess = open(bench({ setup: [{ ...old, origin: "estimated" }, short] }));
    expect(said()).toMatch(
      /^Estimated: not all of the lever is measured\. Short lever\..*Measure both levers before you decide\./,
    );
    guess.unmount();
    const typical = open(bench({ vehicle: { gearbox: usual } }));
    expect(said()).toMatch(
      /^Estimated: the rail travel is a typical one\. Short lever\..*Tape the throw at the old lever/,
    );
    typical.unmount();
    open(bench({ vehicle: { gearbox: usual }, reading: [tapedThrow(100, 101, 100, 99)] }));
    expect(said()).toMatch(/^Fit: Short lever\./);
  });

  it("says that the lever entered is not the one in the vehicle where the tape contradicts it", async () => {
    const { user } = open(bench({ reading: [tapedThrow(112, 112, 112, 112)] }));
    expect(said()).toMatch(
      /^The lever entered is not the lever in the vehicle: its throw was taped at 112\.0 mm, and 100\.0 mm is calculated/,
    );
    expect(screen.getByRole("button", { name: "Measure again" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Fit the rail travel" }));
    expect(await screen.findByRole("button", { name: "Use it for 3rd and 4th" })).toBeTruthy();
  });

  it("says it in inches in a shop that works in inches", () => {
    open(bench(), { units: "inch" });
    // 100 mm = 3.937 in, 75 mm = 2.953 in: NIST SP 811.
    expect(said()).toContain("drops from 3.937 to 2.953 in");
  });

  it("names the field of a lever that cannot be reckoned", () => {
    const broken = lever("candidate", "Broken", 300, 80, {
      lever: { ...short.lever, pin: { xMm: 0, zMm: 0 } },
    });
    open(bench({ setup: [old, broken] }));
    expect(said()).toMatch(/^Broken cannot be computed: Pin: must be /);
  });
});

describe("the lever in gear", () => {
  it("goes where its key says and back to neutral", async () => {
    const { user } = open(bench());
    await user.keyboard("3");
    expect(screen.getByRole("group", { name: "Side view, Short lever in 3rd" })).toBeTruthy();
    await user.keyboard("r");
    expect(said()).toContain("Fifth to reverse");
    await user.keyboard("0");
    expect(screen.getByRole("group", { name: "Side view, Short lever in neutral" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "From behind" }));
    expect(screen.queryByRole("group", { name: /^Side view/ })).toBeNull();
  });
});

describe("a point of the lever", () => {
  it("is typed in the unit it was read in, and refused out of range", async () => {
    const { user, edit } = open(bench());
    const figures = list("Figures of Short lever");
    const below = figures.getByLabelText("below pivot");
    await typeInto(user, below, "3 1/2 in");
    // 3 1/2 in is 88.9 mm exactly: NIST SP 811.
    const [, record, patch, label] = edit.update.mock.calls[0];
    expect(record.id).toBe(short.id);
    expect(patch.lever.pin.zMm).toBeCloseTo(-88.9, 9);
    expect(label).toBe("Short lever: pin 3 1/2 in");
    await typeInto(user, below, "9000");
    expect(plainText(figures.getByRole("alert"))).toContain("accepted: −2000.0 mm to 3000.0 mm");
    expect(edit.update).toHaveBeenCalledTimes(1);
  });

  it("is nudged by the arrows by 1 mm, with Shift by a tenth", async () => {
    const { user, edit } = open(bench());
    await user.keyboard("{ArrowDown}");
    expect(edit.update.mock.lastCall?.[2].lever.pin).toEqual({ xMm: 0, zMm: -81 });
    await user.keyboard("{Shift>}{ArrowRight}{/Shift}");
    expect(edit.update.mock.lastCall?.[2].lever.pin).toEqual({ xMm: 0.1, zMm: -80 });
  });

  it("is dragged, the answer following before it is let go", () => {
    const { edit } = open(bench());
    const grip = screen.getByRole("button", { name: "Pin: drag, or arrows to move" });
    fireEvent.pointerDown(grip, { clientX: 100, clientY: 100, pointerId: 1, buttons: 1 });
    fireEvent.pointerMove(grip, { clientX: 100, clientY: 130, pointerId: 1, buttons: 1 });
    const now = said();
    expect(now).not.toContain("to 75.0 mm");
    expect(Number(/to ([\d.]+) mm/.exec(now)?.[1])).toBeLessThan(75);
    expect(edit.update).not.toHaveBeenCalled();
    fireEvent.pointerUp(grip, { clientX: 100, clientY: 130, pointerId: 1 });
    expect(edit.update.mock.calls[0][3]).toBe("Short lever: pin moved");
    expect(edit.update.mock.calls[0][2].lever.pin.zMm).toBeLessThan(-80);
  });

  it("is where it was when the system takes a drag away", () => {
    const { edit } = open(bench());
    const before = said();
    const knob = screen.getByRole("button", { name: "Knob: drag, or arrows to move" });
    fireEvent.pointerDown(knob, { clientX: 100, clientY: 100, pointerId: 1, buttons: 1 });
    fireEvent.pointerMove(knob, { clientX: 100, clientY: 160, pointerId: 1, buttons: 1 });
    expect(said()).not.toBe(before);
    fireEvent.pointerCancel(knob, { pointerId: 1 });
    expect(said()).toBe(before);
    fireEvent.pointerMove(knob, { clientX: 100, clientY: 190, pointerId: 1, buttons: 1 });
    fireEvent.pointerUp(knob, { clientX: 100, clientY: 190, pointerId: 1 });
    expect([said(), edit.update.mock.calls.length]).toEqual([before, 0]);
  });

  it("is not moved elsewhere by a figure that makes no lever: the field says what does", async () => {
    const { user, edit } = open(bench());
    const pin = screen.getByLabelText("below pivot");
    await typeInto(user, pin, "0");
    expect(edit.update).not.toHaveBeenCalled();
    expect(pin).toHaveProperty("value", "0");
    expect(plainText(screen.getByRole("alert"))).toMatch(/^accepted: (5 mm or more from|above or below) the pivot/);
  });

  it("finds its joint again after a look at another kind of drive", async () => {
    const rod = { kind: "rod", joint: { xMm: 412, zMm: -57 }, axisDeg: 2 } as const;
    const first = lever("old", "Old lever", 300, 60, {
      lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: rod, cross: {} },
    });
    const shown = open(jobView({ setup: [first], vehicle: { gearbox } }));
    await pick(shown.user, "kind", "direct lever");
    const direct = shown.edit.update.mock.calls.at(-1)?.[2].lever;
    expect(direct.drive.kind).toBe("direct");
    shown.unmount();
    const again = open(jobView({ setup: [{ ...first, lever: direct }], vehicle: { gearbox } }));
    await pick(again.user, "kind", "rod linkage");
    expect(again.edit.update.mock.calls.at(-1)?.[2].lever.drive).toEqual(rod);
  });

  it("gets another drive where the present one ends", async () => {
    const { user, edit } = open(bench());
    await pick(user, "kind", "rod linkage");
    expect(edit.update.mock.lastCall?.[2].lever.drive).toEqual({
      kind: "rod",
      joint: { xMm: 380, zMm: -80 },
      axisDeg: 0,
    });
  });
});

describe("the rail's travel from a tape", () => {
  it("is what throws as far as was taped, and goes to the gearbox", async () => {
    const { user, edit } = open(bench());
    await user.click(screen.getByRole("button", { name: "Rail travel from a tape" }));
    const dialog = within(await screen.findByRole("dialog"));
    await typeInto(user, dialog.getByLabelText(/^throw, 3rd to 4th/), "120 mm");
    // 2 H s / L backwards: 120 * 60 / 300 / 2 = 12 mm.
    expect(plainText(dialog.getByRole("status"))).toMatch(/^The rail travels 12\.0\d? mm each way/);
    await user.click(dialog.getByRole("button", { name: "Use it for 3rd and 4th" }));
    const [, , patch, label] = edit.update.mock.lastCall!;
    expect(label).toBe("Rail travel of 3 and 4 from the tape");
    const third = patch.gearbox.gears.find((g: { gear: string }) => g.gear === "3");
    expect(Math.abs(third.travelMm)).toBeCloseTo(12, 6);
    expect(patch.gearbox.gears.find((g: { gear: string }) => g.gear === "R").travelMm).toBe(10.5);
  });
});

describe("what stands near", () => {
  const shaft = { name: "prop shaft", kind: "circle" as const, xMm: -20, zMm: -120, radiusMm: 25 };
  const surroundings = { ...NO_OBSTACLES, obstacles: [shaft] };

  it("is placed, and a hand beside it", async () => {
    const { user, edit } = open(bench());
    await user.click(screen.getByRole("switch", { name: "Show the driver’s hand" }));
    expect(edit.update.mock.lastCall?.[2].surroundings.hand).toEqual({ xMm: -30, zMm: 300 });
    await user.click(screen.getByRole("button", { name: "Add an obstacle" }));
    await user.click((await screen.findAllByRole("menuitem"))[0]);
    expect(edit.update.mock.lastCall?.[2].surroundings.obstacles).toHaveLength(1);
  });

  it("has a gap in every gear, figures to type and goes when it is taken away", async () => {
    const { user, edit } = open(bench({ vehicle: { surroundings: surroundings } }));
    await user.click(screen.getByRole("button", { name: /^prop shaft/ }));
    const figures = list("Figures of prop shaft");
    await typeInto(user, figures.getByLabelText("radius"), "1 in");
    expect(edit.update.mock.lastCall?.[2].surroundings.obstacles[0].radiusMm).toBe(25.4);
    await typeInto(user, figures.getByLabelText("tail past the pin"), "12 mm");
    expect(edit.update.mock.lastCall?.[2].surroundings.body.stubMm).toBe(12);
    expect(figures.getByText("Gap in each position, mm")).toBeTruthy();
    await user.click(figures.getByRole("button", { name: "Remove it" }));
    expect(edit.update.mock.lastCall?.[2].surroundings.obstacles).toEqual([]);
  });
});

describe("an adjustable lever", () => {
  const adjustable = lever("candidate", "Short lever", 300, 80, { notches: USUAL_NOTCHES, position: 1 });

  it("is looked at notch by notch and fitted at one", async () => {
    const { user, edit } = open(bench({ setup: [old, adjustable] }));
    const cells = list("Notches").getAllByRole("listitem");
    expect(cells.length).toBe(USUAL_NOTCHES.listMm.length);
    await user.click(within(cells[2]).getByRole("button"));
    const fit = list("Notches").getByRole("button", { name: "Fit notch 3" });
    await user.click(fit);
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Fit Short lever: Notch 3");
    expect(operations[1].data).toEqual({ chosenSetupId: adjustable.id, choiceReason: "Notch 3" });
    // The list is counted from the notch that was fitted.
    expect(operations[0].data.notches.listMm[2]).toBe(0);
  });

  it("asks for a reason where a notch breaks a limit of its own", async () => {
    const strict = { ...USUAL_NOTCHES, limits: { ...USUAL_NOTCHES.limits, maxEffortFactor: 1.2 } };
    const { user, edit } = open(bench({ setup: [old, { ...adjustable, notches: strict }] }));
    await user.click(within(list("Notches").getAllByRole("listitem")[2]).getByRole("button"));
    await user.click(list("Notches").getByRole("button", { name: "Fit notch 3 all the same" }));
    const dialog = within(await screen.findByRole("dialog"));
    expect(plainText(dialog.getByRole("list"))).toContain("more effort than the limit set for its notches");
    await user.type(dialog.getByLabelText("Why it is fitted all the same"), "Strong arms");
    await user.click(dialog.getByRole("button", { name: "Fit notch 3 for this reason" }));
    expect(edit.all.mock.calls[0][1][1].data.choiceReason).toBe("Notch 3. Strong arms");
  });

  it("refuses a list that is none, and takes a good one", async () => {
    const { user, edit } = open(bench({ setup: [old, adjustable] }));
    await user.click(screen.getByText("Which notches, and what counts as too far"));
    const field = screen.getByLabelText("lowered by, one after the other, mm");
    await typeInto(user, field, "0, 5, five");
    expect(plainText(list("Notches").getByRole("alert"))).toContain(
      "accepted: 1 to 60 different lengths from −200.0 mm to 200.0 mm",
    );
    expect(edit.update).not.toHaveBeenCalled();
    await typeInto(user, field, "0, 6, 12");
    expect(edit.update.mock.lastCall?.[2].notches.listMm).toEqual([0, 6, 12]);
  });
});
