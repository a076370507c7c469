import { describe, expect, it } from "vitest";
import { resources, type LoadWord } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { loadOperations, unsignedAtLoad, withLoad } from ".";

const AT = "2026-12-01T09:00:00Z";
const on = (...now: LoadWord[]) => ({ load: { now, at: AT, by: null } });
const group = (name: string, critical: "none" | "driveline") =>
  record("torqueGroup", {
    jobId: PARENT,
    name,
    specTyped: "22 Nm",
    specSource: "p. 3",
    specOrigin: "specified",
    critical,
  });
const by = { id: "01DEMSKERRZZZZZZZZZZZZZZZZ", at: AT, personId: null, reason: "the cover goes on tomorrow" };

describe("the load state said by hand", () => {
  it("knows what is not true at once", () => {
    expect(withLoad(["onStands", "gearboxSupported"], "onWheels")).toEqual(["gearboxSupported", "onWheels"]);
    expect(withLoad(["onWheels"], "onLift")).toEqual(["onLift"]);
    expect(withLoad(["onWheels", "overPit"], "overPit")).toEqual(["onWheels"]);
  });

  it("asks for what is not signed only where it comes down", () => {
    const view = (vehicle: object) => jobView({ torqueGroup: [group("Prop shaft", "driveline")], vehicle });
    const names = (vehicle: object, ...next: LoadWord[]) =>
      unsignedAtLoad(view(vehicle), next).map((u) => [u.group.name, u.holds]);
    expect(names(on("onStands"), "onWheels")).toEqual([["Prop shaft", true]]);
    expect(names(on("onLift"), "overPit")).toEqual([["Prop shaft", true]]);
    // Taking one word back and then saying another is coming down as well.
    expect(names(on(), "onWheels")).toEqual([["Prop shaft", true]]);
    expect(names(on("onStands"), "onLift")).toEqual([]);
    expect(names(on("onWheels"), "onWheels", "engineSupported")).toEqual([]);
    // Nobody has said anything of it yet: it was never up.
    expect(names({}, "onWheels")).toEqual([]);
  });

  it("keeps the reason at a step before what is still to do", () => {
    const steps = [
      record("step", { jobId: PARENT, text: "Shaft on", state: "done", position: 4 }),
      record("step", { jobId: PARENT, text: "First drive", position: 6 }),
    ];
    const view = jobView({ torqueGroup: [group("Cover", "none")], step: steps, vehicle: on("onStands") });
    const [step, load] = loadOperations(view, ["onWheels"], by);
    expect(step).toMatchObject({
      op: "create",
      resource: "step",
      data: {
        position: 5,
        state: "done",
        ticked: [{ what: "unsigned", key: "Cover", value: "not signed: the cover goes on tomorrow" }],
      },
    });
    // What is written is a step that the book takes.
    expect(resources.step.safeParse("data" in step ? step.data : null).success).toBe(true);
    expect(load).toMatchObject({ resource: "vehicle", data: { load: { now: ["onWheels"], at: AT } } });
    // Nothing open: only the word is kept.
    expect(loadOperations(jobView({ vehicle: on("onStands") }), ["onWheels"], by)).toHaveLength(1);
  });
});
