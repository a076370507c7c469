// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { JobView, NewFields, Operation, Step } from "../../../contract";
import { NO_FACTS, UNSAID_MIN } from "../../../domain";
import { fakeEdit, jobView, PARENT, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { StepDrawer } from "./StepDrawer";

const step = (text: string, more: Partial<NewFields<"step">> = {}): Step =>
  record("step", { jobId: PARENT, text, ...more });
const trim = step("Trim out");
const console_ = step("Console off", { needs: [trim.id] });
const lever = step("Lever out", { needs: [console_.id], minutes: 20, load: ["onWheels"] });

const open = (which: Step, steps: Step[] = [trim, console_, lever]) => {
  const edit = fakeEdit();
  const onClose = vi.fn();
  const part = record("part", { jobId: PARENT, name: "Lever bush" });
  return {
    edit,
    onClose,
    said: () => edit.update.mock.lastCall?.slice(2) as [object, string],
    ...show(<StepDrawer view={jobView({ step: steps, part: [part] })} edit={edit} step={which} onClose={onClose} />),
  };
};

describe("everything about one step", () => {
  it("is changed field by field, each change named after the step", async () => {
    const { user, said } = open(lever);
    await typeInto(user, screen.getByLabelText("takes"), "35");
    expect(said()).toEqual([{ minutes: 35 }, "Lever out: 35 min"]);
    await typeInto(user, screen.getByLabelText("then wait"), "60");
    expect(said()).toEqual([{ waitMin: 60 }, "Lever out: wait 60 min"]);
    await pick(user, "people", "two");
    expect(said()).toEqual([{ hands: 2 }, "Lever out: takes two"]);
    await typeInto(user, screen.getByLabelText("Caution: what to do first, then why"), "Hold the spring.{Enter}");
    expect(said()).toEqual([
      { facts: { ...NO_FACTS, cautions: [{ kind: "crush", text: "Hold the spring." }] } },
      "Lever out: caution",
    ]);
    await pick(user, "Parts of this step", "Lever bush");
    expect(said()).toEqual([{ facts: { ...NO_FACTS, parts: ["Lever bush"] } }, "Lever out: parts"]);
  });

  it("refuses minutes no step takes, and keeps what was there", async () => {
    const { user, edit } = open(lever);
    await typeInto(user, screen.getByLabelText("takes"), "-5");
    expect(plainText(screen.getByRole("alert"))).toMatch(/^accepted: /);
    expect(edit.update).not.toHaveBeenCalled();
  });

  it("says that its minutes are a guess where nobody said any", () => {
    const { unmount } = open(trim);
    expect(screen.getByText(new RegExp(`the plan uses ${UNSAID_MIN} min, estimated`))).toBeTruthy();
    unmount();
    open(lever);
    expect(screen.queryByText(/Nobody has said how long/)).toBeNull();
  });

  it("is never offered as its own condition", async () => {
    const { user, said } = open(console_);
    await user.click(screen.getByRole("combobox", { name: "Steps that must be over before it" }));
    const offered = [...document.querySelectorAll(".ant-select-item-option")].map((o) => o.getAttribute("title"));
    expect(offered).toEqual(["Trim out", "Lever out"]);
    await pick(user, "How the vehicle must be held", "Gearbox supported");
    expect(said()[1]).toBe("Console off: load state");
  });

  it("leaves the others as safe as they were when it goes into the bin", async () => {
    const { user, edit, onClose } = open(console_);
    expect(screen.getByText(/^Needed by Lever out\./)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Into the bin" }));
    expect(edit.all.mock.calls[0]).toEqual([
      "Console off: into the bin",
      [
        { op: "update", resource: "step", id: lever.id, version: 1, data: { needs: [trim.id] } },
        { op: "delete", resource: "step", id: console_.id, version: 1 },
      ],
    ]);
    expect(onClose).toHaveBeenCalledOnce();
  });

  const plate = record("torqueGroup", { jobId: PARENT, name: "Plate", count: 6, pattern: "box" });
  const off = step("Plate off", {
    facts: {
      ...NO_FACTS,
      frees: [{ key: "p", name: "plate bolts", count: 6, group: "Plate", clip: false, head: "" }],
      marks: [{ key: "m", text: "Which way the plate lies", kind: "orientation" }],
      off: [{ key: "plate", name: "plate", holds: "" }],
    },
  });
  const on = step("Plate on", {
    needs: [off.id],
    facts: { ...NO_FACTS, fits: ["p"], torques: ["Plate"], asks: ["m"], on: ["plate"] },
  });
  const opened = (more: Partial<JobView> = {}) => {
    const edit = fakeEdit();
    const view = jobView({ step: [off, on], torqueGroup: [plate], ...more });
    return { edit, ...show(<StepDrawer view={view} edit={edit} step={off} onClose={vi.fn()} />) };
  };

  it("takes four bolts for six in one tap, the group with them", async () => {
    const { user, edit } = opened();
    await user.click(screen.getByRole("button", { name: "4 fasteners" }));
    const [what, operations] = edit.all.mock.calls[0] as [string, Operation[]];
    expect(what).toBe("Plate off: plate bolts: 4");
    expect(operations).toMatchObject([
      { resource: "torqueGroup", id: plate.id, data: { count: 4 } },
      { resource: "step", id: off.id, data: { facts: { frees: [{ key: "p", count: 4 }] } } },
    ]);
  });

  it("takes one more fastener, which goes back where the others go back", async () => {
    const { user, edit } = opened();
    await typeInto(user, screen.getByLabelText("Comes out here: which fastener"), "shield screw{Enter}");
    const [, operations] = edit.all.mock.calls[0] as [string, Operation[]];
    expect(operations).toMatchObject([
      { op: "create", resource: "torqueGroup", data: { name: "shield screw", count: 1, use: "torque" } },
      { op: "update", resource: "step", id: off.id },
      { op: "update", resource: "step", id: on.id, data: { facts: { torques: ["Plate", "shield screw"] } } },
    ]);
  });

  it("keeps the count of bolts that are signed", () => {
    const signature = record("signature", { jobId: PARENT, groupId: plate.id, bolt: 1, pass: "60 %" });
    opened({ signature: [signature] });
    expect(screen.queryByRole("button", { name: "4 fasteners" })).toBeNull();
    expect(screen.getByText(/^6 of them, to a torque\. Bolts of it are signed/)).toBeTruthy();
  });

  it("says where a mark is asked for, and asks for it elsewhere", async () => {
    const { user, edit } = opened();
    await pick(user, "Which way the plate lies: asked for at", "no step says so");
    expect(edit.all.mock.calls[0]).toMatchObject([
      "Plate off: Which way the plate lies asked for at no step",
      [{ id: on.id, data: { facts: { asks: [] } } }],
    ]);
    await user.click(screen.getByRole("button", { name: "Take out: plate" }));
    expect(edit.all.mock.calls[1][1]).toMatchObject([
      { id: off.id, data: { facts: { off: [] } } },
      { id: on.id, data: { facts: { on: [] } } },
    ]);
  });

  it("takes a reading, what it tries and what comes first", async () => {
    const { user, said } = open(lever, [trim, { ...console_, facts: { ...NO_FACTS, check: "gap" } }, lever]);
    await pick(user, "Measured here: add a reading", "Gap");
    expect(said()[0]).toMatchObject({ facts: { measure: [{ quantity: "gap", phase: "before", must: true }] } });
    await pick(user, "it tries", "whether something rubs");
    expect(said()[0]).toMatchObject({ facts: { check: "rub" } });
    await pick(user, "Only once this was tried", "Console off");
    expect(said()[0]).toMatchObject({
      facts: { gates: [{ check: console_.id, why: "Console off comes first." }] },
    });
  });
});
