import { describe, expect, it } from "vitest";
import { jobChildren, resources, type JobView, type NewFields } from "../../contract";
import { answersOf, evidenceOf } from "./evidence";
import { PRESETS } from "../mounts";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const head = { id: ID, version: 1, createdAt: "", updatedAt: "", deletedAt: null };
const reading = (quantity: NewFields<"reading">["quantity"], place: string | null, ...values: number[]) => ({
  ...head,
  ...resources.reading.parse({
    jobId: ID,
    quantity,
    place,
    phase: "before",
    values: values.map((base) => ({ typed: String(base), base })),
    resolution: { typed: "1", base: quantity === "jointAngle" ? 0.1 : 1 },
  }),
});
const typical = PRESETS.northSouth.unit;
const entered = { ...typical, mounts: typical.mounts.map((m) => ({ ...m, entered: ["nominalMm"] })) };
const view = (readings: JobView["reading"], symptoms = {}, powerUnit = entered): JobView => ({
  job: { ...head, ...resources.job.parse({ vehicleId: ID, symptoms }) },
  vehicle: { ...head, ...resources.vehicle.parse({ tag: "T", powerUnit }) },
  ...(Object.fromEntries(jobChildren.map((c) => [c, []])) as unknown as Omit<JobView, "job" | "vehicle">),
  reading: readings,
});
const says = (v: JobView): string[] => evidenceOf(v).map((e) => `${e.id} ${e.state}`);

describe("readings answer Ask", () => {
  it("mount heights answer the test of heights, against the height entered and no typical one", () => {
    const heights = [reading("mountHeight", "left", 61), reading("mountHeight", "tail", 42)];
    expect(says(view(heights))).toEqual(["lowLeft absent", "lowTail present"]);
    expect(says(view(heights, {}, typical))).toEqual([]);
    // 55 when new: 4.9 mm lost, to the millimetre, is neither over 5 nor under it.
    expect(says(view([reading("mountHeight", "tail", 50.1)]))).toEqual([]);
  });

  it("free play answers the wobble, unless it is within its own error of the limit", () => {
    expect(says(view([reading("freePlayForeAft", null, 19, 20, 19, 19)]))).toEqual(["wobbleLoose present"]);
    expect(says(view([reading("freePlayForeAft", null, 3, 3, 4, 3)]))).toEqual(["wobbleLoose absent"]);
    expect(says(view([reading("freePlayForeAft", null, 10, 10, 11, 10)]))).toEqual([]);
  });

  it("joint angles answer the angles: one over is enough, all inside are needed", () => {
    expect(says(view([reading("jointAngle", "joint 1", 4.2)]))).toEqual(["angleOut present"]);
    expect(says(view([reading("jointAngle", "joint 1", 2)]))).toEqual([]);
    const both = [reading("jointAngle", "joint 1", 2), reading("jointAngle", "joint 2", 1.8)];
    expect(says(view(both))).toEqual(["angleOut absent"]);
    // 3 degrees is the limit, and the gauge reads to a tenth.
    expect(says(view([reading("jointAngle", "joint 1", 3.02)]))).toEqual([]);
    expect(says(view([reading("jointAngle", "joint 1", 2), reading("jointAngle", "joint 2", 2.98)]))).toEqual([]);
  });

  it("a lockout gap answers its test", () => {
    expect(says(view([reading("lockoutGap", "5th", 5, 5, 5, 5)]))).toEqual(["lockoutGapWrong present"]);
    expect(says(view([reading("lockoutGap", "5th", 1.5)]))).toEqual(["lockoutGapWrong absent"].slice(1));
  });

  it("a person's own answer counts before the readings", () => {
    const low = [reading("mountHeight", "tail", 42)];
    expect(answersOf(view(low, { lowTail: "absent", vibIdle: "present" }))).toEqual({
      lowTail: "absent",
      vibIdle: "present",
    });
    expect(answersOf(view(low))).toEqual({ lowTail: "present" });
  });
});
