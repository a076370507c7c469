import { describe, expect, it } from "vitest";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { exampleGearbox, exampleSetups } from "./example";
import { knownThrow, throwOfOld } from "./throwKnown";

const [old] = exampleSetups("rod");
const measured = { ...old, origin: "measured" as const };

describe("what is known of a lever's throw", () => {
  it("is the tape's before what the lever's figures make, these before typical ones, and says which", () => {
    const taped = { meanMm: 130, expandedMm: 1.2 };
    expect(knownThrow(measured, 104.2, taped)).toMatchObject({ mm: 130, from: "tape", computedMm: 104.2 });
    expect(knownThrow(measured, 104.2, null)).toMatchObject({ mm: 104.2, from: "computed", conflict: null });
    expect(knownThrow(old, 104.2, null)).toMatchObject({ mm: 104.2, from: "typical", conflict: null });
    expect(knownThrow(null, null, taped)).toMatchObject({ mm: 130, from: "tape", conflict: null });
    expect(knownThrow(measured, null, null)).toBeNull();
    expect(knownThrow(null, null, null)).toBeNull();
  });

  it("names tape and figures that cannot both be right, of an estimate too", () => {
    const of = (meanMm: number) => knownThrow(old, 104.2, { meanMm, expandedMm: 1.2 })?.conflict;
    expect(of(130)).toMatchObject({ tapedMm: 130, calculatedMm: 104.2 });
    expect(of(104.4)).toBeNull();
  });

  it("of a job is read from its gearbox, its old lever and its tape", () => {
    const gearbox = exampleGearbox("rod");
    const lever = record("setup", { jobId: PARENT, role: "old", name: "Old", lever: old.lever, origin: "measured" });
    const reading = record("reading", {
      jobId: PARENT,
      quantity: "throw",
      phase: "before",
      fromGear: "3",
      toGear: "4",
      values: [{ typed: "130 mm", base: 130 }],
      resolution: { typed: "1 mm", base: 1 },
    });
    const pair = { from: "3", to: "4" };
    const untaped = throwOfOld(jobView({ vehicle: { gearbox }, setup: [lever] }), pair);
    expect(untaped).toMatchObject({ from: "computed", mm: untaped?.computedMm });
    expect(untaped?.mm).toBeGreaterThan(50);
    expect(throwOfOld(jobView({ vehicle: { gearbox }, setup: [lever], reading: [reading] }), pair)).toMatchObject({
      from: "tape",
      mm: 130,
      computedMm: untaped?.mm,
    });
    expect(throwOfOld(jobView(), pair)).toBeNull();
  });
});
