// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { NewFields, Step } from "../../../contract";
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
    await typeInto(user, screen.getByLabelText("caution of your own, said before the step"), "Hold the spring.");
    expect(said()).toEqual([{ facts: { ...NO_FACTS, caution: "Hold the spring." } }, "Lever out: caution"]);
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

  it("says what comes out, is tightened, marked and looked at", () => {
    const facts = {
      ...NO_FACTS,
      frees: [{ key: "nut", name: "Selector nut", count: 1, group: "Selector", clip: false, head: "" }],
      torques: ["Selector"],
      look: ["Cracks in the boot"],
    };
    open({ ...trim, facts });
    expect(screen.getAllByRole("listitem").map(plainText)).toEqual([
      "Comes out: Selector nut",
      "Tightened: Selector",
      "Look while here: Cracks in the boot",
    ]);
  });
});
