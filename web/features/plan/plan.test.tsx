// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import {
  dossierOf,
  answering,
  fakeEdit,
  jobView,
  PARENT,
  pick,
  plainText,
  record,
  show,
  typeInto,
} from "../../../tests/web/show";
import { PartsList } from "./PartsList";
import { StepsList } from "../../pieces/job/StepsList";
import { TorqueGroups } from "./TorqueGroups";

const part = (name: string, data: object = {}) => record("part", { jobId: PARENT, name, ...data });

describe("parts", () => {
  it("add up in the shop's money, those carried over left out", async () => {
    const view = jobView({
      part: [
        part("Coupling bolt", { price: 2.6, quantity: 6 }),
        part("Tail mount", { price: 44 }),
        part("Old bracket", { price: 99, carriedOver: true }),
      ],
    });
    show(<PartsList view={view} edit={fakeEdit()} />);
    // 6 x 2.60 + 44.
    expect(await screen.findByText("59.60 crowns in all")).toBeTruthy();
    expect(plainText(document.body)).toContain("carried over from the old part");
  });

  it("are added by name, opened, and changed a field at a time", async () => {
    const edit = fakeEdit();
    const p = part("Tail mount");
    const { user } = show(<PartsList view={jobView({ part: [p] })} edit={edit} />);
    await user.type(screen.getByLabelText("Add a part: what it is"), "  Pivot cup {Enter}");
    expect(edit.create).toHaveBeenCalledWith("part", expect.objectContaining({ name: "Pivot cup" }), "Part: Pivot cup");
    await user.click(screen.getByRole("button", { name: /^Tail mount/ }));
    await typeInto(user, screen.getByLabelText("number"), "HC-T-2");
    expect(edit.update).toHaveBeenLastCalledWith("part", p, { number: "HC-T-2" }, "Tail mount: number");
    await typeInto(user, screen.getByLabelText("price each"), "44");
    expect(edit.update).toHaveBeenLastCalledWith("part", p, { price: 44 }, "Tail mount: price");
    await typeInto(user, screen.getByLabelText("how many"), "-2");
    expect(plainText(screen.getByRole("alert"))).toContain("accepted: 0 to 100 000");
    await pick(user, "State of Tail mount", "ordered");
    expect(edit.update).toHaveBeenLastCalledWith("part", p, { state: "ordered" }, "Tail mount: ordered");
    await user.click(screen.getByRole("switch", { name: /carried over/ }));
    expect(edit.update).toHaveBeenLastCalledWith("part", p, { carriedOver: true }, "Tail mount: carried over");
    await user.click(screen.getByRole("button", { name: "Into the bin" }));
    expect(edit.remove).toHaveBeenCalledWith("part", p, "Tail mount into the bin");
  });
});

describe("steps", () => {
  const steps = ["Gearbox supported", "Mount out", "Mount in"].map((text, i) =>
    record("step", { jobId: PARENT, text, position: i + 1 }),
  );

  it("are ticked, moved earlier as one change, and taken out", async () => {
    const edit = fakeEdit();
    const { user } = show(<StepsList view={jobView({ step: steps })} edit={edit} />);
    expect((screen.getByRole("button", { name: "Step 1 earlier" }) as HTMLButtonElement).disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: "Step 2 earlier" }));
    expect(edit.all.mock.calls[0][1]).toEqual([
      { op: "update", resource: "step", id: steps[1].id, version: 1, data: { position: 1 } },
      { op: "update", resource: "step", id: steps[0].id, version: 1, data: { position: 2 } },
    ]);
    await user.click(screen.getByRole("switch", { name: "Done: Mount out" }));
    expect(edit.all).toHaveBeenLastCalledWith(expect.stringMatching(/: done$/), [
      expect.objectContaining({ op: "update", id: steps[1].id, data: expect.objectContaining({ state: "done" }) }),
      expect.objectContaining({ op: "update", id: steps[2].id, data: { startedAt: expect.any(String) } }),
    ]);
    await user.click(screen.getByRole("button", { name: "Step 3 into the bin" }));
    expect(edit.remove).toHaveBeenCalledWith("step", steps[2], "Step into the bin");
  });

  it("come after the last one when they are added, and cannot be emptied", async () => {
    const edit = fakeEdit();
    const { user } = show(<StepsList view={jobView({ step: steps })} edit={edit} />);
    await user.type(screen.getByLabelText("Add a step: what to do"), "Road test{Enter}");
    expect(edit.create.mock.calls[0][1]).toMatchObject({ text: "Road test", position: 4 });
    await user.clear(screen.getByLabelText("Step 1"));
    await user.tab();
    expect(plainText(screen.getByRole("alert"))).toBe("this needs a few words");
    expect(edit.update).not.toHaveBeenCalled();
  });

  it("are only ticked while working", () => {
    show(<StepsList view={jobView({ step: steps })} edit={fakeEdit()} working />);
    expect(screen.queryByLabelText("Step 1")).toBeNull();
    expect(screen.getAllByRole("switch")).toHaveLength(3);
  });
});

describe("torque groups", () => {
  const group = (data: object = {}) =>
    record("torqueGroup", { jobId: PARENT, name: "Tail mount centre bolt", count: 2, thread: "M12", ...data });

  it("show the specification in the shop's unit, and a missing one stands out", () => {
    const view = jobView({
      torqueGroup: [group({ specTyped: "103-105 lb ft", specOrigin: "specified" }), group({ name: "Brace" })],
    });
    const { unmount } = show(<TorqueGroups view={view} edit={fakeEdit()} />);
    // 103 and 105 lbf ft times 1.355 817 948 N m: NIST SP 811.
    expect(plainText(screen.getByRole("button", { name: /^(?!Move ).*centre bolt/ }))).toContain("139.6 to 142.4 N m");
    expect(plainText(screen.getByRole("button", { name: /^(?!Move ).*Brace/ }))).toContain("no specification");
    unmount();
    show(<TorqueGroups view={view} edit={fakeEdit()} />, { units: "inch" });
    expect(plainText(screen.getByRole("button", { name: /^(?!Move ).*centre bolt/ }))).toContain(
      "103.0 to 105.0 lb ft",
    );
  });

  it("take a typed torque as specified once its source is named, and let none without a source be called so", async () => {
    const edit = fakeEdit();
    const g = group();
    const { user } = show(<TorqueGroups view={jobView({ torqueGroup: [g] })} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /^(?!Move ).*centre bolt/ }));
    await pick(user, "the figure is", "specified, from a document");
    expect(edit.update).not.toHaveBeenCalled();
    await typeInto(user, screen.getByLabelText("specification, as written"), "40 Nm");
    expect(edit.update.mock.calls[0][2]).toEqual({ specTyped: "40 Nm" });
  });

  it("ask for the source of a value in the same form, and have it specified with one", async () => {
    const edit = fakeEdit();
    const g = group({ specTyped: "40 Nm" });
    const { user } = show(<TorqueGroups view={jobView({ torqueGroup: [g] })} edit={edit} />);
    const line = screen.getByRole("button", { name: /^(?!Move ).*centre bolt/ });
    expect(plainText(line)).toContain("40.0 N m, no source");
    await user.click(line);
    await typeInto(user, screen.getByLabelText("where does it say so? Document, page"), "Sheet 8-2, page 12");
    expect(edit.update.mock.calls[0][2]).toEqual({ specSource: "Sheet 8-2, page 12", specOrigin: "specified" });
  });

  it("refuse a count no group has and passes nobody could follow, and take a usual count in one tap", async () => {
    const edit = fakeEdit();
    const g = group({ pattern: "line" });
    const { user } = show(<TorqueGroups view={jobView({ torqueGroup: [g] })} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /^(?!Move ).*centre bolt/ }));
    await typeInto(user, screen.getByLabelText("fasteners"), "65");
    expect(plainText(screen.getAllByRole("alert")[0])).toContain("a whole number 1 to 64");
    await typeInto(user, screen.getByLabelText("passes"), "tight till it feels good");
    expect(screen.getAllByRole("alert").map(plainText)).toContain("accepted: snug, 60 %, 100 %");
    expect(edit.update).not.toHaveBeenCalled();
    await pick(user, "pattern", "box");
    expect(edit.update.mock.calls[0][2]).toEqual({ pattern: "box" });
    await user.click(screen.getByRole("button", { name: "4 fasteners" }));
    expect(edit.update.mock.calls[1][2]).toEqual({ count: 4 });
    await typeInto(user, screen.getByLabelText("passes"), "snug, 50 %, 100 %");
    expect(edit.update.mock.calls[2][2].passes).toEqual([
      { name: "snug", pct: null },
      { name: "50 %", pct: 50 },
      { name: "100 %", pct: 100 },
    ]);
  });

  it("ask before signed bolts go, and take their signatures along only then", async () => {
    const edit = fakeEdit();
    const group = record("torqueGroup", { jobId: PARENT, name: "Crossmember", count: 6 });
    const signed = (bolt: number) => record("signature", { jobId: PARENT, groupId: group.id, bolt, pass: "snug" });
    const view = jobView({ torqueGroup: [group], signature: [signed(5), signed(6), signed(1)] });
    const { user } = show(<TorqueGroups view={view} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /^(?!Move ).*Crossmember/ }));
    await typeInto(user, screen.getByLabelText("fasteners"), "2");
    expect(plainText(await screen.findByRole("dialog"))).toContain("Crossmember: bolts 5 and 6 are signed.");
    await user.click(screen.getByRole("button", { name: "Keep it as it is" }));
    expect(edit.update).not.toHaveBeenCalled();
    expect(edit.all).not.toHaveBeenCalled();
    await typeInto(user, screen.getByLabelText("fasteners"), "2");
    await user.click(await screen.findByRole("button", { name: "Remove the signatures too" }));
    expect(edit.all.mock.calls[0][1]).toEqual([
      { op: "update", resource: "torqueGroup", id: group.id, version: 1, data: { count: 2 }, withSignatures: true },
    ]);
    // Fewer bolts without a signature are nobody's loss.
    await typeInto(user, screen.getByLabelText("fasteners"), "7");
    expect(edit.update).toHaveBeenCalledTimes(1);
    await user.click(screen.getByRole("button", { name: "Into the bin" }));
    expect(plainText(await screen.findByRole("dialog"))).toContain("bolts 1, 5 and 6 are signed");
  });

  it("are taken over from the vehicle's earlier jobs, once each and not those it has", async () => {
    const edit = fakeEdit();
    const view = jobView({ torqueGroup: [group({ name: "Own" })] });
    const earlier = [
      group({ name: "Crossmember", specTyped: "26 lb-ft + 90 deg" }),
      group({ name: "Crossmember", specTyped: "26 lb-ft + 90 deg" }),
      group({ name: "Own", specTyped: "40 Nm" }),
      group({ name: "Unknown" }),
    ];
    const { vehicle } = view;
    answering(`/api/vehicles/${vehicle.id}`, dossierOf(vehicle, { torqueGroup: earlier }));
    const { user } = show(<TorqueGroups view={view} edit={edit} />);
    await user.click(await screen.findByRole("button", { name: "Take over 1 from earlier jobs" }));
    const [, operations] = edit.all.mock.calls[0];
    expect(operations).toHaveLength(1);
    expect(operations[0]).toMatchObject({
      op: "create",
      data: { name: "Crossmember", specTyped: "26 lb-ft + 90 deg", jobId: view.job.id },
    });
    expect(within(document.body).getByText("Crossmember")).toBeTruthy();
  });
});
