import { describe, expect, it } from "vitest";
import { quantityKinds, quantityWords, type JobView, type ReadingQuantity } from "../../contract";
import { parseQuantity } from "../../core";
import { exampleGearbox } from "../lever";
import { jobView, PARENT, record } from "../../tests/domain/records";
import {
  claimVerdict,
  compared,
  comparisonOf,
  expectedOf,
  findReading,
  firstReading,
  gearPairs,
  mainPair,
  measurandKey,
  measurandOf,
  measureFirst,
  outlierOf,
  resolutionOf,
  resultOf,
  sameMeasurand,
  unusual,
  usualMethod,
  usualResolution,
} from ".";

const mm = (v: number) => ({ typed: `${v} mm`, base: v });
const reading = (values: number[], more: object = {}) =>
  record("reading", { jobId: PARENT, quantity: "freePlayForeAft", phase: "before", values: values.map(mm), ...more });

describe("what is measured", () => {
  it("is the same with the same gears and place, whether a place is absent or null", () => {
    const a = { quantity: "throw" as const, fromGear: "3", toGear: "4" };
    expect(sameMeasurand(a, { ...a, place: null })).toBe(true);
    expect(sameMeasurand(a, { ...a, place: "left" })).toBe(false);
    expect(sameMeasurand(a, { ...a, toGear: "2" })).toBe(false);
    expect(measurandKey(a)).toBe(measurandKey({ ...a, place: null }));
  });

  it("of a throw is the pair across each gate, third to fourth first", () => {
    const gearbox = exampleGearbox("rod");
    expect(gearPairs(gearbox)).toContainEqual({ from: "1", to: "2" });
    expect(mainPair(gearbox)).toEqual({ from: "3", to: "4" });
    expect(mainPair(null)).toEqual({ from: "3", to: "4" });
    const two = { ...gearbox, gears: gearbox.gears.filter((g) => ["1", "2"].includes(g.gear)) };
    expect(mainPair(two)).toEqual({ from: "1", to: "2" });
  });
});

describe("a reading", () => {
  it("of three repeats has their mean, and the spread of them", () => {
    const { mean, sd } = resultOf(reading([9, 10, 11]));
    // By hand: mean 10, standard deviation 1.
    expect([mean, sd]).toEqual([10, expect.closeTo(1, 12)]);
  });

  it("before and after are compared with their uncertainty", () => {
    const changed = comparisonOf(reading([10, 10.1, 9.9]), reading([6, 6.1, 5.9]));
    expect(changed.change?.difference).toBeCloseTo(4, 9);
    expect(changed.change?.verdict).toBe("shown");
    const same = comparisonOf(reading([10, 11, 9]), reading([10.1, 11.1, 9.1]));
    expect(same.change?.verdict).toBe("not shown");
  });

  it("is found by what and when", () => {
    const [a, b] = [reading([1]), reading([2], { phase: "after" })];
    const what = { quantity: "freePlayForeAft" as const, fromGear: "", toGear: "" };
    expect(findReading([a, b], what, "after")).toBe(b);
    expect(findReading([a], what, "after")).toBeUndefined();
  });

  it("whose one repeat stands apart says which; of three nobody can say", () => {
    const values = (list: number[]) => list.map(mm);
    expect(outlierOf(values([10, 10.1, 9.9, 14]), 0.1)).toBe(3);
    expect(outlierOf(values([10, 10.1, 9.9, 10.2]), 0.1)).toBeNull();
    expect(outlierOf(values([10, 10, 14]), 0.1)).toBeNull();
    // Equal repeats of an instrument without a step have no spread to judge by.
    expect(outlierOf(values([10, 10, 10, 10]), 0)).toBeNull();
  });

  it("taken first after the work uses the instrument from before", () => {
    const what = { quantity: "throw" as const, fromGear: "3", toGear: "4" };
    const before = record("reading", { jobId: PARENT, ...what, phase: "before", values: [mm(90)], method: "calliper" });
    const view = jobView({ reading: [before] });
    expect(firstReading(view, what, "after", mm(70), "metric", null)).toMatchObject({
      method: "calliper",
      phase: "after",
    });
    expect(firstReading(jobView(), what, "before", mm(70), "metric", null).method).toBe("tape");
    expect(expectedOf(view, what)).toBe(90);
    expect(expectedOf(jobView(), what)).toBeNull();
  });
});

describe("instruments", () => {
  it.each(["metric", "inch"] as const)("in a %s shop resolve what is typed of them", (system) => {
    for (const method of ["tape", "calliper", "dial", "byEye"] as const) {
      const { typed, base } = usualResolution(method, system);
      const read = parseQuantity(typed, "length");
      expect(read.ok && read.value.min).toBeCloseTo(base, 9);
    }
    const volume = usualResolution("jug", system, "volume");
    const read = parseQuantity(volume.typed, "volume");
    expect(read.ok && read.value.min).toBeCloseTo(volume.base, 9);
  });

  it("measure angles in degrees, by eye coarsely", () => {
    expect(usualResolution("angleGauge", "inch", "angle")).toEqual({ typed: "0.1 deg", base: 0.1 });
    expect(usualResolution("byEye", "metric", "angle").base).toBe(2);
  });

  it.each(quantityWords as readonly ReadingQuantity[])("there is a usual one for %s, and a usual range", (quantity) => {
    expect(usualMethod(quantity)).toMatch(/tape|calliper|angleGauge|jug/);
    expect(quantityKinds[quantity] === "angle").toBe(usualMethod(quantity) === "angleGauge");
    expect(unusual(quantity, 1e6)).not.toBeNull();
    const range = unusual(quantity, 1e6);
    if (range) expect(unusual(quantity, (range.least + range.most) / 2)).toBeNull();
  });
});

describe("a claim", () => {
  const reduction = { pct: 18, lowPct: 16, highPct: 20 } as never;
  it.each([
    [18, "could be either"],
    [16, "met"],
    [25, "not met"],
    [10, "met"],
  ] as const)("of %d %% against 16 to 20 measured is %s", (claimed, verdict) =>
    expect(claimVerdict(reduction, claimed)).toBe(verdict),
  );
  it("cannot be judged where nothing was measured", () => expect(claimVerdict(null, 20)).toBe("cannot tell"));
});

describe("what is measured first", () => {
  const first = (kind: "cable" | "rod", reading: JobView["reading"] = []) =>
    measureFirst(jobView({ vehicle: { shifterKind: kind }, reading }));

  it("is what cannot be measured any more once it is apart, by kind of shifter", () => {
    expect(first("cable").map((f) => f.measurand.quantity)).toContain("cableThread");
    expect(first("rod").map((f) => f.measurand.quantity)).toContain("rodLength");
    expect(first("rod")[0]).toMatchObject({
      measurand: { quantity: "throw", fromGear: "3", toGear: "4" },
      done: false,
    });
  });

  it("is ticked where it was taken, in whatever place", () => {
    const taken = record("reading", {
      jobId: PARENT,
      quantity: "cableThread",
      phase: "before",
      place: "left cable",
      values: [{ typed: "12 mm", base: 12 }],
    });
    const of = (list: ReturnType<typeof first>) => list.find((f) => f.measurand.quantity === "cableThread")?.done;
    expect(of(first("cable", [taken]))).toBe(true);
    expect(of(first("cable", [{ ...taken, phase: "after" }]))).toBe(false);
  });
});

describe("a measurand in an address", () => {
  it.each([
    { quantity: "throw" as const, fromGear: "3", toGear: "4", place: null },
    { quantity: "mountHeight" as const, fromGear: "", toGear: "", place: "tail/left" },
  ])("goes there and back: %o", (m) => expect(measurandOf(measurandKey(m))).toEqual(m));
  it.each([null, "", "colour/1/2/"])("is none where it names no quantity: %s", (key) =>
    expect(measurandOf(key)).toBeNull(),
  );
});

describe("what two readings of one thing say", () => {
  const of = (quantity: ReadingQuantity, mm: number, resolution = 1) =>
    record("reading", {
      jobId: PARENT,
      quantity,
      ...(quantity === "throw" && { fromGear: "3", toGear: "4" }),
      phase: "before",
      values: [mm, mm, mm].map((base) => ({ typed: `${base} mm`, base })),
      resolution: { typed: `${resolution} mm`, base: resolution },
    });
  it.each<[ReadingQuantity, number, number, string]>([
    ["cableThread", 12, 12.3, "back at its mark"],
    ["cableThread", 12, 15, "changed"],
    ["knobHeight", 300, 299, "the same"],
    ["knobHeight", 300, 280, "changed"],
    ["throw", 130, 130.2, "within measuring error"],
    ["throw", 130, 94, "changed"],
  ])("%s from %s to %s mm: %s", (quantity, before, after, word) => {
    expect(compared(of(quantity, before, 0.1), of(quantity, after, quantity === "throw" ? 1 : 0.1)).word).toBe(word);
  });
  it("a height is not shorter by a part of itself", () => {
    expect(compared(of("knobHeight", 300), of("knobHeight", 200)).reduction).toBeNull();
    expect(compared(of("throw", 100), of("throw", 75)).reduction?.pct).toBeCloseTo(25, 9);
  });
});

describe("what a reading can resolve", () => {
  it("is what a person said of it before, unless it is typed otherwise now", () => {
    const said = { typed: "0.5 mm", base: 0.5 };
    const before = record("reading", {
      jobId: PARENT,
      quantity: "knobHeight",
      phase: "before",
      method: "tape",
      values: [mm(300)],
      resolution: said,
    });
    const after = (value: { typed: string; base: number }) =>
      firstReading(
        jobView({ reading: [before] }),
        { quantity: "knobHeight", fromGear: "", toGear: "" },
        "after",
        value,
        "metric",
        null,
      ).resolution;
    expect(after(mm(290))).toEqual(said);
    expect(after({ typed: "11 5/16 in", base: 287.3 })?.base).toBeCloseTo(25.4 / 16, 9);
  });

  it.each<[string, "tape" | "calliper", "metric" | "inch", number]>([
    ["5 3/16 in", "tape", "metric", 25.4 / 16],
    ["5 1/4 in", "tape", "metric", 25.4 / 16],
    ["5 5/32 in", "tape", "inch", 25.4 / 32],
    ["121 mm", "tape", "metric", 1],
    ["121.5 mm", "tape", "metric", 0.5],
    ["121 mm", "tape", "inch", 1],
    ["12.31 mm", "calliper", "metric", 0.01],
    ["12.3 mm", "calliper", "metric", 0.1],
  ])("%s with a %s in a %s shop", (typed, method, system, mm) => {
    expect(resolutionOf(typed, method, system).base).toBeCloseTo(mm, 9);
  });
});
