import { describe, expect, it } from "vitest";
import { shopStandard } from "../../core";
import { AT_THE_LEVER, diagnosisOf, LEAD, observedOf, vehicleKind } from "./diagnosis";

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
    expect(two.answer.posterior.reduce((sum, s) => sum + s.p, 0)).toBeLessThanOrEqual(1 + 1e-9);
  });

  it("leaves out what such a vehicle cannot have", () => {
    const ids = (kind: Parameters<typeof diagnosisOf>[1]) =>
      new Set(diagnosisOf(shopStandard, kind, {}).knowledge.faults.map((f) => f.id));
    const cable = ids({ ...rodBus, shifterKind: "cable" });
    const rod = ids(rodBus);
    expect([...rod].some((id) => !cable.has(id)) || [...cable].some((id) => !rod.has(id))).toBe(true);
  });

  it("leads only where the likeliest is well ahead", () => expect(LEAD).toBeGreaterThan(0.5));
});
