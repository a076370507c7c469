import { describe, expect, it } from "vitest";
import type { NewFields, Signature, TorqueGroup } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { NO_FACTS } from "../work";
import { openAtClosing } from "../job";
import { leftRechecks } from "../service";
import { heldAt, isGroupDone, isToFind, loadAfter, momentAt, momentOf, unsignedAt } from ".";

const group = (name: string, data: object = {}): TorqueGroup =>
  record("torqueGroup", {
    jobId: PARENT,
    name,
    specTyped: "22 Nm",
    specSource: "p. 3",
    specOrigin: "specified",
    passes: [{ name: "100 %", pct: 100 }],
    ...data,
  });
const signed = (g: TorqueGroup): Signature =>
  record("signature", { jobId: PARENT, groupId: g.id, bolt: 1, pass: "100 %", setTo: { typed: "22 Nm", base: 22 } });
const step = (text: string, more: Partial<NewFields<"step">> = {}) => record("step", { jobId: PARENT, text, ...more });
const down = step("Down on its wheels", { load: ["onWheels"] });
const drive = step("First drive: slow, every gear", { load: ["onWheels"] });
const up = { load: { now: ["onStands" as const], at: null, by: null } };

describe("what a step does with the vehicle", () => {
  it("comes down where it is not on its wheels yet, and is driven by what it is called", () => {
    expect(momentOf(down, ["onStands"])).toBe("down");
    expect(momentOf(down, [])).toBe("down");
    expect(momentOf(down, ["onWheels"])).toBeNull();
    expect(momentOf(drive, ["onWheels"])).toBe("drive");
    expect(momentOf(step("Drive before the trim goes on"), ["onWheels"])).toBe("drive");
    expect(momentOf(step("Road test"), ["onWheels"])).toBe("drive");
    expect(momentOf(step("Drive out the roll pin"), ["onStands"])).toBeNull();
    expect(momentOf(step("Drive the pin in, flush"), ["onWheels"])).toBeNull();
    expect(momentOf(step("Pin driven out", { load: ["onStands"] }), ["onStands"])).toBeNull();
  });
  it("sets what it stands on, once it is done", () => {
    expect(loadAfter(step("Lift it, on stands", { load: ["onStands"] }), [])).toEqual(["onStands"]);
    expect(loadAfter(down, ["onStands", "gearboxSupported"])).toEqual(["onWheels"]);
    expect(loadAfter(step("x", { load: ["onStands", "gearboxSupported"] }), ["onStands"])).toEqual([
      "onStands",
      "gearboxSupported",
    ]);
    // On a lift is as good as on stands: a person said it, and it stays.
    expect(loadAfter(step("x", { load: ["onStands"] }), ["onLift"])).toBeNull();
    expect(loadAfter(step("x"), ["onLift"])).toBeNull();
  });
});

describe("bolts before the wheels and the drive", () => {
  const shaft = group("Prop shaft", { critical: "driveline" });
  const arm = group("Arm", { critical: "steering", loadNeeded: "rideHeight" });
  const cover = group("Cover");
  const names = (view: Parameters<typeof unsignedAt>[0], moment: "down" | "drive") =>
    unsignedAt(view, moment).map((u) => [u.group.name, u.holds]);

  it("are named by place; critical ones hold it, those of ride height wait for the drive", () => {
    const view = jobView({ torqueGroup: [shaft, arm, cover], vehicle: up });
    expect(names(view, "down")).toEqual([
      ["Prop shaft", true],
      ["Cover", false],
    ]);
    expect(names(view, "drive")).toEqual([
      ["Prop shaft", true],
      ["Arm", true],
      ["Cover", false],
    ]);
    expect(heldAt(view, down).map((u) => u.group.name)).toEqual(["Prop shaft"]);
    expect(heldAt({ ...view, signature: [signed(shaft)] }, down)).toEqual([]);
  });

  it("a critical one is signed with a value, not by hand", () => {
    const loose = group("Prop shaft", { critical: "driveline", specTyped: "", specSource: "", specOrigin: "missing" });
    const byHand = record("signature", { jobId: PARENT, groupId: loose.id, bolt: 1, pass: "100 %" });
    const view = jobView({ torqueGroup: [loose], signature: [byHand] });
    expect(unsignedAt(view, "drive")).toMatchObject([{ holds: true, noValue: true, bolts: [] }]);
  });

  it("that never came out are not asked for", () => {
    const off = step("Shaft off", {
      state: "skipped",
      facts: { ...NO_FACTS, frees: [{ key: "b", name: "shaft bolts", count: 4, group: "Prop shaft", clip: false }] },
    });
    expect(unsignedAt(jobView({ torqueGroup: [shaft], step: [off] }), "drive")).toEqual([]);
    expect(unsignedAt(jobView({ torqueGroup: [shaft], step: [{ ...off, state: "done" }] }), "drive")).toHaveLength(1);
  });
});

describe("tightened by hand for want of a value", () => {
  const cover = group("Cover", { specTyped: "", specSource: "", specOrigin: "missing" });
  const byHand = record("signature", { jobId: PARENT, groupId: cover.id, bolt: 1, pass: "100 %" });
  const view = jobView({ vehicle: up, torqueGroup: [cover], signature: [byHand] });

  it("stays open when it comes down, at closing and with the vehicle", () => {
    expect(isToFind(cover, [byHand])).toBe(true);
    expect(isToFind(cover, [])).toBe(false);
    expect(unsignedAt(view, "down")).toMatchObject([{ group: cover, bolts: [], holds: false, noValue: true }]);
    expect(openAtClosing(view).find((o) => o.kind === "toFind")?.names).toEqual(["Cover"]);
    expect(leftRechecks(view, [], "2031-04-11").map((r) => r.what)).toEqual([
      "Find the torque of Cover: it was tightened by hand",
    ]);
  });

  it("is not done once the value is known: the bolts are pulled to it", () => {
    expect(isGroupDone(cover, [byHand])).toBe(true);
    const known = { ...cover, specTyped: "22 Nm" };
    expect(isToFind(known, [byHand])).toBe(false);
    expect(isGroupDone(known, [byHand])).toBe(false);
    expect(isGroupDone(known, [signed(known)])).toBe(true);
  });

  it("what goes by feel has no value to find", () => {
    expect(isToFind({ ...cover, use: "snug" }, [byHand])).toBe(false);
  });
});

it("a vehicle of which nothing is said and nothing done is on its wheels at its first step", () => {
  const view = jobView({ step: [down, step("Plate off")] });
  expect(momentAt(view, down)).toBeNull();
  // The one step of a job too: the server asks without it, and says the same.
  expect(momentAt({ ...view, step: [] }, down)).toBeNull();
  expect(momentAt({ ...view, step: [down, { ...step("Plate off"), state: "done" }] }, down)).toBe("down");
  const brought = step("Lower it", { facts: { ...NO_FACTS, brings: ["onWheels"] } });
  expect(momentAt(view, brought)).toBe("down");
});
