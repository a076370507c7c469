import { describe, expect, it } from "vitest";
import { resources, type JobView } from "../../../contract";
import {
  claimVerdict,
  comparisonOf,
  mainPair,
  outlierOf,
  usualResolution,
  openCounts,
  exampleGearbox,
  passesText,
  readPasses,
} from "../../../domain";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const head = { id: ID, version: 1, createdAt: "", updatedAt: "", deletedAt: null };
const reading = (phase: "before" | "after", base: number, quantity = "throw") => ({
  ...head,
  ...resources.reading.parse({
    jobId: ID,
    quantity,
    phase,
    fromGear: "3",
    toGear: "4",
    values: [{ typed: `${base} mm`, base }],
    resolution: { typed: "1/16 in", base: 25.4 / 16 },
  }),
});
const view = (data: Partial<JobView> = {}): JobView => ({
  job: { ...head, ...resources.job.parse({ vehicleId: ID }) },
  vehicle: { ...head, ...resources.vehicle.parse({ tag: "T" }) },
  reading: [],
  setup: [],
  joint: [],
  torqueGroup: [],
  signature: [],
  part: [],
  step: [],
  finding: [],
  photo: [],
  recording: [],
  sheetPhoto: [],
  setting: [],
  ...data,
});

describe("what is open", () => {
  it("counts from the records, and nothing by stage", () => {
    expect(openCounts(view())).toEqual({ ask: 2, gauge: 4, compare: 0, plan: 0, fit: 0, prove: 1 });
    const with1 = view({ reading: [reading("before", 100)] });
    expect(openCounts(with1)).toMatchObject({ gauge: 3, prove: 2 });
    const done = view({ reading: [reading("before", 100), reading("after", 80)] });
    expect(openCounts(done)).toMatchObject({ prove: 1 });
  });

  it("counts parts to come, missing specifications and unsigned groups", () => {
    const group = { ...head, ...resources.torqueGroup.parse({ jobId: ID, name: "Flange" }) };
    const part = { ...head, ...resources.part.parse({ jobId: ID, name: "Bush" }) };
    const carried = { ...part, carriedOver: true };
    expect(openCounts(view({ torqueGroup: [group], part: [part, carried] }))).toMatchObject({ plan: 2, fit: 1 });
  });
});

describe("proof", () => {
  // Common practice, no source: 5 1/4 in before, 3 3/4 in after, tape to 1/16 in, claim 45 %.
  it("finds the claim of 45 % not met, one of 20 % met, and cannot tell of 28 %", () => {
    const { reduction } = comparisonOf(reading("before", 133.35), reading("after", 95.25));
    expect(claimVerdict(reduction, 45)).toBe("not met");
    expect(claimVerdict(reduction, 28)).toBe("could be either");
    expect(claimVerdict(reduction, 20)).toBe("met");
    expect(claimVerdict(null, 20)).toBe("cannot tell");
  });

  it("hints at a repeat that stands apart, and not at an ordinary spread", () => {
    const values = (...v: number[]) => v.map((base) => ({ typed: `${base}`, base }));
    expect(outlierOf(values(103, 104, 103, 118, 103), 1)).toBe(3);
    expect(outlierOf(values(103, 104, 103, 105), 1)).toBeNull();
    expect(outlierOf(values(103, 118), 1)).toBeNull();
  });

  it("takes third to fourth where there is one, and knows what a tape reads to", () => {
    expect(mainPair(exampleGearbox("rod"))).toEqual({ from: "3", to: "4" });
    const line = [26, 13, -13, -26].map((travelDeg, i) => ({ gear: "PRD2"[i], column: "gate", travelDeg }));
    expect(mainPair({ gears: line })).toEqual({ from: "R", to: "D" });
    expect(mainPair(null)).toEqual({ from: "3", to: "4" });
    expect(usualResolution("tape", "inch").base).toBeCloseTo(1.5875, 9);
  });
});

describe("passes as they are said", () => {
  it("reads and writes them alike", () => {
    expect(readPasses("snug, 60 %, 100")).toEqual([
      { name: "snug", pct: null },
      { name: "60 %", pct: 60 },
      { name: "100 %", pct: 100 },
    ]);
    expect(passesText(readPasses("snug, 60 %") ?? [])).toBe("snug, 60 %");
  });

  it.each(["", "tight", "120 %", "snug, snug", "0 %"])("refuses %j", (text) => expect(readPasses(text)).toBeNull());
});
