// @vitest-environment jsdom
import { renderHook } from "@testing-library/react";
import fc from "fast-check";
import { createElement } from "react";
import { describe, expect, it } from "vitest";
import {
  inMm,
  jobView,
  PARENT,
  record,
  shaking,
  throwOf34,
  VAN_DRIVE,
  FOUR_GEARS,
} from "../../../tests/domain/records";
import type { JobView, NewFields } from "../../../contract";
import type { UnitSystem } from "../../../core";
import { PRESETS } from "../../../domain";
import { UnitContext, useUnits } from "../../format/units";
import { anyChange, proofOf, simulatedNote } from "./headline";

const unitsOf = (system: UnitSystem): ReturnType<typeof useUnits> =>
  renderHook(() => useUnits(), {
    wrapper: ({ children }: { children: React.ReactNode }) => createElement(UnitContext, { value: system }, children),
  }).result.current;
const metric = unitsOf("metric");
const WORDS = new Map([
  ["popsOut", "Jumps out of gear"],
  ["dripsShaft", "Drips at the selector shaft"],
]);
const plain = (text: string): string => text.replace(/[\u202f\u00a0]/g, " ");
const said = (view: JobView, units = metric): string[] =>
  proofOf(view, units, WORDS).map((l) => plain(`${l.lead} ${l.rest}`.trim()));

const play = (
  quantity: "freePlayForeAft" | "freePlayCross" | "mountHeight",
  phase: "before" | "after",
  mm: readonly number[],
  more: Partial<NewFields<"reading">> = {},
) =>
  record("reading", {
    jobId: PARENT,
    quantity,
    phase,
    values: inMm(...mm),
    resolution: { typed: "1 mm", base: 1 },
    ...more,
  });
/** Third to fourth, off a tape of 1 mm. */
const taped = (mm: readonly number[], phase: "before" | "after") =>
  throwOf34(mm, { phase, resolution: { typed: "1 mm", base: 1 } });
const four = (v: number): number[] => [v, v, v, v];
const slop = (before: number, after: number, job: Partial<NewFields<"job">> = {}, more: Partial<JobView> = {}) =>
  jobView({
    job: { symptoms: { playForeAft: "present" }, ...job },
    reading: [play("freePlayForeAft", "before", four(before)), play("freePlayForeAft", "after", four(after))],
    ...more,
  });
const target = (v: number) => ({ slackTarget: { typed: `${v} mm`, base: v } });

describe("what the work did, in a sentence", () => {
  it("is nothing where nothing was measured or driven twice", () => {
    expect(said(jobView())).toEqual([]);
    expect(said(jobView({ reading: [throwOf34([100, 101])] }))).toEqual([]);
    expect(said(jobView({ job: { symptoms: { popsOut: "present" } } }))).toEqual([]);
  });

  it("tells a throw that became longer from one that became shorter", () => {
    const view = (after: number) =>
      jobView({
        vehicle: { gearbox: FOUR_GEARS },
        reading: [taped(four(100), "before"), taped(four(after), "after")],
      });
    expect(said(view(80))[0]).toMatch(/^20\.0 % shorter from third to fourth, between 1\d\.\d and 2\d\.\d %\.$/);
    expect(said(view(110))[0]).toMatch(/^10\.0 % longer from third to fourth,/);
  });

  // Whatever two readings of one thing say: where they may be the same, no change is told as a fact.
  it("never tells a change that its readings do not carry", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 90, max: 110 }), { minLength: 2, maxLength: 5 }),
        fc.array(fc.integer({ min: 90, max: 110 }), { minLength: 2, maxLength: 5 }),
        (before, after) => {
          const [mean, mean2] = [before, after].map((l) => l.reduce((a, b) => a + b, 0) / l.length);
          const view = jobView({
            vehicle: { gearbox: FOUR_GEARS },
            reading: [taped(before, "before"), taped(after, "after")],
          });
          const [sentence] = said(view);
          if (mean === mean2) expect(sentence).toMatch(/^The throw did not change measurably/);
          if (!sentence.startsWith("The throw did not"))
            expect(sentence).toContain(mean2 < mean ? "shorter" : "longer");
        },
      ),
      { numRuns: 200, seed: 20261128 },
    );
  });

  it("says of slop whether the target is met, missed, or cannot be told", () => {
    expect(said(slop(21, 5, target(8)))[0]).toMatch(/from 21\.0 to 5\.0 mm\. The target of 8\.0 mm is met\.$/);
    expect(said(slop(21, 12, target(8)))[0]).toMatch(/The target of 8\.0 mm is missed by 4\.0 mm\.$/);
    expect(said(slop(21, 8, target(8)))[0]).toContain("cannot be told within the measuring error.");
    expect(said(slop(21, 12))[0]).toBe("Free play fore and aft from 21.0 to 12.0 mm.");
  });

  it("says that a smaller slop may be none", () => {
    expect(said(slop(12, 11.8))[0]).toMatch(/; the difference is within the measuring error\.$/);
  });

  it("holds the slop against what the new parts promised", () => {
    const worn = record("joint", {
      jobId: PARENT,
      name: "Knuckle",
      at: "pin",
      play: { typed: "2 mm", base: 2 },
      newPlay: { typed: "0.2 mm", base: 0.2 },
      tryNew: true,
    });
    // No lever on the bench: five to one, so 0.2 mm is 1 mm at the knob.
    expect(said(slop(12, 6, {}, { joint: [worn] }))[0]).toContain("1.0 mm was expected of the new parts: not reached.");
    expect(said(slop(12, 1, {}, { joint: [worn] }))[0]).toContain("1.0 mm was expected of the new parts.");
    expect(said(slop(12, 6, {}, { joint: [{ ...worn, tryNew: false }] }))[0]).not.toContain("expected");
  });

  it("falls back on slop sideways where fore and aft was not taken", () => {
    const view = jobView({
      reading: [play("freePlayCross", "before", four(18)), play("freePlayCross", "after", four(9))],
    });
    expect(said(view)).toEqual(["Free play sideways from 18.0 to 9.0 mm."]);
    expect(said(view, unitsOf("inch"))[0]).toBe("Free play sideways from 0.709 to 0.354 in.");
  });

  it("weighs only shakes that somebody would complain of", () => {
    const marks = (idle: [number, number], bump: [number, number]) =>
      jobView({
        job: {
          symptoms: { vibIdle: "present" },
          roughness: {
            speedKmh: null,
            marks: {
              idleInGear: { before: idle[0], after: idle[1] },
              bump: { before: bump[0], after: bump[1] },
            },
          },
        } as Partial<NewFields<"job">>,
      });
    expect(said(marks([3, 0], [2, 1]))[0]).toMatch(/^The shake is gone\. Gone: .*from 3 to 0; .*from 2 to 1\.$/);
    expect(said(marks([3, 3], [2, 4]))[0]).toMatch(/^The shake is still there\. Still there: .*still 3; .*from 2 to 4/);
    // One and nought were no complaint: nothing can be proved of them.
    expect(said(marks([1, 0], [0, 0]))).toEqual([]);
  });

  it("adds what the recordings say of the same shake", () => {
    // A four-cylinder engine fires twice a turn: 25 Hz at 750 rpm. A quarter of the level is 12 dB.
    const idling = { condition: "idleInGear", engineRpm: 750 } as const;
    const view = jobView({
      vehicle: { cylinders: 4, driveTrain: VAN_DRIVE },
      recording: [shaking([[25, 2]], idling), shaking([[25, 0.5]], { ...idling, phase: "after" })],
    });
    const [line, ...more] = said(view);
    expect(more).toEqual([]);
    expect(line).toMatch(/^Recorded: .*from 2\.0+ to 0\.50* m\/s², 12\.0 dB quieter\.$/);
  });

  it("names the mount that came up most first, and says where that may be the tape", () => {
    const { unit } = PRESETS.northSouth;
    const mounts = unit.mounts.slice(0, 2).map((m) => ({ ...m, nominalMm: 48 }));
    const [tail, left] = [
      { ...mounts[0], name: "Tail", entered: ["nominalMm" as const] },
      { ...mounts[1], name: "Left", entered: [] },
    ];
    const view = jobView({
      vehicle: { powerUnit: { ...unit, mounts: [tail, left] } },
      reading: [
        play("mountHeight", "before", four(40), { place: "Tail" }),
        play("mountHeight", "after", four(47), { place: "Tail" }),
        play("mountHeight", "before", four(50), { place: "Left" }),
        play("mountHeight", "after", four(50.2), { place: "Left" }),
      ],
    });
    expect(said(view)).toEqual([
      "Mount height: Tail from 40.0 to 47.0 mm, 48.0 mm when new. Left from 50.0 to 50.2 mm, which is within the measuring error.",
    ]);
  });

  it("says of what only driving answers whether it is gone, in the words of the symptom", () => {
    const view = (after: "present" | "absent") =>
      jobView({
        job: {
          symptoms: { popsOut: "present", dripsShaft: "present" },
          symptomsAfter: { popsOut: after, dripsShaft: "absent" },
        },
      });
    expect(said(view("present"))).toEqual(["Still there: jumps out of gear.", "Gone: drips at the selector shaft."]);
    expect(said(view("absent"))[0]).toBe("Gone: jumps out of gear.");
  });

  it("begins with what the job was about", () => {
    const both = (symptoms: Record<string, "present">): JobView =>
      jobView({
        vehicle: { gearbox: FOUR_GEARS },
        job: { symptoms },
        reading: [
          throwOf34(four(100)),
          throwOf34(four(80), { phase: "after" }),
          play("freePlayForeAft", "before", four(20)),
          play("freePlayForeAft", "after", four(6)),
        ],
      });
    expect(proofOf(both({ playForeAft: "present" }), metric, WORDS).map((l) => l.topic)).toEqual(["slop", "throw"]);
    expect(proofOf(both({}), metric, WORDS).map((l) => l.topic)).toEqual(["throw", "slop"]);
  });
});

describe("notes beside the answer", () => {
  it("say that an instrument was simulated, and only then", () => {
    expect(simulatedNote(jobView({ reading: [throwOf34([100])] }))).toBe("");
    expect(simulatedNote(jobView({ reading: [throwOf34([100], { simulated: true })] }))).toMatch(/simulated/);
    expect(simulatedNote(jobView({ recording: [shaking([], { simulated: true })] }))).toMatch(/simulated/);
  });

  it("name the first reading that changed for certain, where the job asks for nothing else", () => {
    const cards = [
      { quantity: "freePlayForeAft", fromGear: "", toGear: "" },
      { quantity: "freePlayCross", fromGear: "", toGear: "" },
    ] as never;
    const view = jobView({
      reading: (["before", "after"] as const).flatMap((phase, i) => [
        play("freePlayForeAft", phase, four(12)),
        play("freePlayCross", phase, four(18 - 9 * i)),
      ]),
    });
    expect(plain(anyChange(view, cards, metric) ?? "")).toMatch(
      / from 18\.0 to 9\.0 mm, more than the measuring error\.$/,
    );
    const before = view.reading.filter((r) => r.phase === "before");
    expect(anyChange(jobView({ reading: before }), cards, metric)).toBeNull();
  });
});
