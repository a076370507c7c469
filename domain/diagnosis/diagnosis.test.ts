import { describe, expect, it } from "vitest";
import { shopStandard } from "../../core";
import { AT_THE_LEVER, diagnosisOf, LEAD, leftAfter, likely, observedOf, standsOut, vehicleKind } from "./diagnosis";

const rodBus = { shifterKind: "rod", layout: "northSouth", automatic: false } as const;

describe("what the table knows of a vehicle", () => {
  it("a rocking arm hangs on a rod, and an automatic is one", () => {
    expect(vehicleKind({ ...rodBus, shifterKind: "arm" })).toEqual(vehicleKind(rodBus));
    expect(vehicleKind({ ...rodBus, automatic: true }).gearbox).toBe("automatic");
  });

  it("every symptom felt at the lever is one of the table's", () => {
    const known = new Set(shopStandard.observations.map((o) => o.id));
    for (const id of AT_THE_LEVER) expect(known.has(id)).toBe(true);
  });
});

describe("a diagnosis", () => {
  it("takes answers in the order they were given, and leaves out what the table does not know", () => {
    const symptoms = { popsOut: "absent", noSuch: "present", playForeAft: "present" } as const;
    expect(observedOf(symptoms, shopStandard)).toEqual([
      { id: "popsOut", present: false },
      { id: "playForeAft", present: true },
    ]);
  });

  it("without an answer has the odds it began with; each answer is a step on the way", () => {
    const nothing = diagnosisOf(shopStandard, rodBus, {});
    expect(nothing.observed).toEqual([]);
    expect([...nothing.paths.values()].every((p) => p.length === 1)).toBe(true);
    const two = diagnosisOf(shopStandard, rodBus, { playForeAft: "present", popsOut: "absent" });
    expect([...two.paths.values()].every((p) => p.length === 3)).toBe(true);
    const [first, second] = two.answer.posterior;
    expect(first.p).toBeGreaterThanOrEqual(second.p);
    // Two faults at once are possible: chances of being among them add to between one and two.
    const all = two.answer.posterior.reduce((sum, s) => sum + s.p, 0);
    expect(all).toBeGreaterThan(1);
    expect(all).toBeLessThan(2);
  });

  it("leaves out what such a vehicle cannot have", () => {
    const ids = (kind: Parameters<typeof diagnosisOf>[1]) =>
      new Set(diagnosisOf(shopStandard, kind, {}).knowledge.faults.map((f) => f.id));
    const cable = ids({ ...rodBus, shifterKind: "cable" });
    const rod = ids(rodBus);
    expect([...rod].some((id) => !cable.has(id)) || [...cable].some((id) => !rod.has(id))).toBe(true);
  });

  it("says two mounts together where both are open under the bar", () => {
    const van = { shifterKind: "cable", layout: "eastWest", automatic: false } as const;
    const { answer } = diagnosisOf(shopStandard, van, { pryLeft: "present", pryRight: "present", vibIdle: "present" });
    expect(likely(answer)[0].names).toEqual(["Engine mount, left", "Engine mount, right"]);
  });

  it("weighs that nothing is wrong as the table does, and lets no fault lead on answers of no", () => {
    const two = diagnosisOf(shopStandard, rodBus, { playForeAft: "absent", vibIdle: "absent" });
    expect(two.answer.nothing).toBeGreaterThan(0.1);
    expect(two.answer.hypotheses[0].faults).toEqual([]);
    expect(standsOut(two)).toBe(false);
    const never = diagnosisOf({ ...shopStandard, nothing: 0 }, rodBus, { playForeAft: "absent" });
    expect(never.answer.nothing).toBeNull();
    // One that shows something is no case of nothing.
    const shows = diagnosisOf(shopStandard, rodBus, { playForeAft: "present", cannotTellNeutral: "present" });
    expect(shows.answer.nothing).toBeLessThan(0.1);
  });

  it("concludes nothing from how the engine lies before somebody has said it", () => {
    const faults = (unsaid: ("layout" | "drivenWheels")[]) =>
      diagnosisOf(shopStandard, { ...rodBus, layout: "eastWest", unsaid }, {}).knowledge.faults.map((f) => f.id);
    const [said, open] = [faults([]), faults(["layout"])];
    expect(open.length).toBeGreaterThan(said.length);
    expect(faults(["drivenWheels"])).toEqual(said);
  });

  it("after a repair that did not cure weighs the repaired part least, and that nothing is wrong", () => {
    const asked = diagnosisOf(shopStandard, rodBus, { playForeAft: "present" }).answer.posterior[0];
    const left = leftAfter(shopStandard, rodBus, { playForeAft: "present" }, [asked.fault]);
    expect(left?.posterior.find((s) => s.fault === asked.fault)?.p).toBeLessThan(asked.p / 2);
    expect(left?.nothing).toBeGreaterThan(0);
    expect(leftAfter(shopStandard, rodBus, { playForeAft: "absent" }, [])).toBeNull();
  });

  it("leads only where the likeliest is well ahead", () => expect(LEAD).toBeGreaterThan(0.5));
});
