import { describe, expect, it } from "vitest";
import type { NewFields } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { expectationsOf } from "./expectations";
import { handbackLists } from "./handback";

const gearbox = {
  gears: [
    { gear: "3", column: "3-4", travelMm: 10 },
    { gear: "4", column: "3-4", travelMm: -10 },
  ],
};
const lever = (knob: number, pin: number) => ({
  knob: { xMm: 0, zMm: knob },
  pin: { xMm: 0, zMm: pin },
  drive: { kind: "direct" as const },
});
const reading = (quantity: NewFields<"reading">["quantity"], phase: "before" | "after", ...mm: number[]) =>
  record("reading", {
    jobId: PARENT,
    quantity,
    phase,
    ...(quantity === "throw" && { fromGear: "3", toGear: "4" }),
    values: mm.map((base) => ({ typed: `${base} mm`, base })),
    resolution: { typed: "1 mm", base: 1 },
  });
const old = record("setup", { jobId: PARENT, role: "old", name: "Old", lever: lever(300, -60) });
// 100 to 75 mm by hand: 25 % expected, and the knob where it was.
const chosen = record("setup", { jobId: PARENT, role: "candidate", name: "New", lever: lever(300, -80) });
const view = (reading: ReturnType<typeof record<"reading">>[]) =>
  jobView({ job: { chosenSetupId: chosen.id }, vehicle: { gearbox }, setup: [old, chosen], reading });

describe("what was expected in Compare", () => {
  it("stands without a verdict until it is measured", () => {
    expect(expectationsOf(view([]))).toMatchObject([{ what: "reduction", measured: null, verdict: null }]);
    expect(expectationsOf(view([]))[0].expected).toBeCloseTo(25, 9);
  });

  it.each([
    [75, "within measuring error"],
    [60, "met"],
    [90, "not met"],
  ])("a throw of %i after 100 mm: %s", (after, verdict) => {
    const [line] = expectationsOf(
      view([reading("throw", "before", 100, 100, 100), reading("throw", "after", after, after, after)]),
    );
    expect(line.verdict).toBe(verdict);
  });

  it("holds the knob to where it was to be, either way", () => {
    const at = (after: number) =>
      expectationsOf(
        view([reading("knobHeight", "before", 300, 300), reading("knobHeight", "after", after, after)]),
      )[1];
    expect([at(300).verdict, at(280).verdict, at(320).verdict]).toEqual(["met", "not met", "not met"]);
    expect(at(320).measured?.mean).toBeCloseTo(20, 9);
  });

  it("is nothing without a choice", () => {
    expect(expectationsOf(jobView({ vehicle: { gearbox }, setup: [old, chosen] }))).toEqual([]);
  });
});

describe("what is looked at before it goes back", () => {
  it("has other lines for an automatic, each of its own name", () => {
    for (const automatic of [true, false]) {
      const ids = handbackLists({ automatic }).flatMap((l) => l.lines.map((x) => x.id));
      expect(new Set(ids).size).toBe(ids.length);
      expect(ids.includes("startOnlyPN")).toBe(automatic);
    }
  });
});
