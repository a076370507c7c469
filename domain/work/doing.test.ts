import { describe, expect, it } from "vitest";
import type { NewFields, StepFacts } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { isGroupDone } from "../torque";
import { doneOperations, isFree, NO_FACTS, openAtStep } from ".";

const step = (facts: Partial<StepFacts>, more: Partial<NewFields<"step">> = {}) =>
  record("step", { jobId: PARENT, text: "Measure before", facts: { ...NO_FACTS, ...facts }, ...more });
const measure = [
  { quantity: "lockoutGap" as const, fromGear: "", toGear: "", place: "", phase: "after" as const, must: true },
];
const by = { at: "2026-11-27T10:00:00Z", personId: null };
const reading = record("reading", {
  jobId: PARENT,
  quantity: "lockoutGap",
  phase: "after",
  values: [{ typed: "1.2 mm", base: 1.2 }],
});

describe("bolts that are loosened again", () => {
  it("keep what was signed, which counts no longer, and say so before the step is done", () => {
    const group = record("torqueGroup", {
      jobId: PARENT,
      name: "Plate",
      count: 1,
      specTyped: "22 Nm",
      passes: [{ name: "100 %", pct: 100 }],
    });
    const signature = record("signature", {
      jobId: PARENT,
      groupId: group.id,
      bolt: 1,
      pass: "100 %",
      setTo: { typed: "22 Nm", base: 22 },
    });
    const frees = [{ key: "p", name: "plate bolts", count: 1, group: "Plate", clip: false }];
    const s = record("step", { jobId: PARENT, text: "Plate off once more", facts: { ...NO_FACTS, frees } });
    const view = jobView({ step: [s], torqueGroup: [group], signature: [signature] });
    expect(openAtStep(view, s).again).toEqual(["Plate"]);
    const ops = doneOperations(view, [], s, { ...by, reason: "" });
    expect(ops.find((o) => o.resource === "signature")).toMatchObject({
      op: "update",
      id: signature.id,
      data: { outcome: "redo", outcomeReason: "loosened again: Plate off once more" },
    });
    const after = { ...view, signature: [{ ...signature, outcome: "redo" as const }] };
    expect(openAtStep(after, s).again).toEqual([]);
    expect(isGroupDone(group, after.signature)).toBe(false);
    // Nothing was signed yet: nothing is taken back.
    expect(openAtStep({ ...view, signature: [] }, s).again).toEqual([]);
  });
});

describe("a step that measures", () => {
  it("is open until its reading is there, also one that is taken after only", () => {
    const s = step({ measure });
    expect(openAtStep(jobView({ step: [s] }), s).wants.map((w) => w.what)).toEqual(["measure"]);
    expect(isFree(openAtStep(jobView({ step: [s], reading: [reading] }), s))).toBe(true);
    // The same quantity before the work is another reading.
    expect(isFree(openAtStep(jobView({ step: [s], reading: [{ ...reading, phase: "before" }] }), s))).toBe(false);
  });
  it("done without it keeps the reason, and is free from then on", () => {
    const s = step({ measure });
    const [op] = doneOperations(jobView({ step: [s] }), [], s, { ...by, reason: "gauge is lent out" });
    const data = "data" in op ? op.data : {};
    expect(data).toMatchObject({
      state: "done",
      ticked: [{ what: "measure", value: "not measured: gauge is lent out" }],
    });
    expect(isFree(openAtStep(jobView({ step: [s] }), { ...s, ...data } as typeof s))).toBe(true);
  });
  it("the setting tool it is done with is asked for likewise", () => {
    const s = step({ sets: "lockout" });
    expect(openAtStep(jobView({ step: [s] }), s).wants).toEqual([{ what: "sets", key: "lockout", tool: "lockout" }]);
    const kept = record("setting", { jobId: PARENT, tool: "lockout", input: {} });
    expect(isFree(openAtStep(jobView({ step: [s], setting: [kept] }), s))).toBe(true);
  });
});

describe("doing a step", () => {
  it("sets the load state, fits its parts and takes them off the shelf", () => {
    const s = step({ parts: ["Bush", "Grease"] }, { load: ["onStands"] });
    const part = (name: string, more: object = {}) => record("part", { jobId: PARENT, name, ...more });
    const view = jobView({
      step: [s],
      part: [part("Bush", { state: "needed" }), part("Grease", { consumable: true }), part("Knob")],
    });
    const shelf = record("stockItem", { name: "grease", quantity: 3 });
    const ops = doneOperations(view, [shelf], s, { ...by, reason: "" }).map((o) => [o.resource, "data" in o && o.data]);
    expect(ops).toEqual([
      ["step", expect.objectContaining({ state: "done" })],
      ["vehicle", { load: { now: ["onStands"], at: by.at, by: null } }],
      ["part", { state: "fitted" }],
      ["part", { state: "fitted" }],
      ["stockItem", { quantity: 2 }],
    ]);
  });
  it("bolts that are not signed before it comes down keep the reason at the step", () => {
    const cover = record("torqueGroup", { jobId: PARENT, name: "Cover", specTyped: "5 Nm" });
    const s = step({}, { text: "Down on its wheels", load: ["onWheels"] });
    const up = { load: { now: ["onStands" as const], at: null, by: null } };
    // Nothing said and nothing done: it stands on them, and nobody is asked for bolts before the first reading.
    expect(openAtStep(jobView({ step: [s], torqueGroup: [cover] }), s).moment).toBeNull();
    const view = jobView({ vehicle: up, step: [s], torqueGroup: [cover] });
    expect(openAtStep(view, s).loose.map((u) => u.group.name)).toEqual(["Cover"]);
    const [op] = doneOperations(view, [], s, { ...by, reason: "cover comes on tomorrow" });
    expect("data" in op && op.data.ticked).toMatchObject([
      { what: "unsigned", key: "Cover", value: "not signed: cover comes on tomorrow" },
    ]);
  });
});
