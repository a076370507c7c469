import { describe, expect, it } from "vitest";
import { analyseRecording } from "../../../domain";
import type { SpectrumDrawn } from "../../worker";
import { record, shaking, VAN_DRIVE } from "../../../tests/domain/records";
import { curvesOf, partedByAny, runUpPeak, spectrumRequestOf } from "./looks";

const van = record("vehicle", { tag: "T 1", cylinders: 4, idleRpm: 750, driveTrain: VAN_DRIVE });
const driven = (data: Parameters<typeof shaking>[1] = {}, peaks: Parameters<typeof shaking>[0] = [[83.9, 0.57]]) =>
  analyseRecording(van, shaking(peaks, { gear: "5", speedKmh: 70, ...data }));
const drawn = (more: Partial<SpectrumDrawn> = {}): SpectrumDrawn =>
  ({ amplitude: new Float32Array([0.1, 0.4]), binHz: 0.5, orderMap: null, ...more }) as unknown as SpectrumDrawn;

describe("what a recording's spectrum is asked with", () => {
  it("is nothing without a recording", () => expect(spectrumRequestOf(null)).toBeNull());

  it("has the sources as orders of the engine, and a window of half a second in a power of two", () => {
    const five = driven();
    const asked = spectrumRequestOf(five);
    const rpm = five.rotatingSources?.ok ? (five.rotatingSources.engineRpm ?? 0) : 0;
    expect(rpm).toBeGreaterThan(1000);
    expect(asked?.mapWindow).toBe(512);
    // What turns once with the engine is its first order; an order is 60 f / n.
    expect(asked?.orders?.map((o, i) => (o * rpm) / 60 / five.sources[i].hz)).toEqual(
      five.sources.map(() => expect.closeTo(1, 12) as number),
    );
  });

  it("asks for no order map of a recording shorter than its window, or of a vehicle nobody knows the drive of", () => {
    expect(spectrumRequestOf(driven({ count: 100 }))).not.toHaveProperty("orders");
    expect(
      spectrumRequestOf(analyseRecording({ ...van, driveTrain: null }, shaking([[83.9, 0.57]]))),
    ).not.toHaveProperty("orders");
  });
});

describe("recordings laid over each other", () => {
  it("stand the old one under the new one, whichever was opened first", () => {
    const [before, after] = [driven({ name: "Before" }), driven({ name: "", phase: "after" })];
    const names = (curves: ReturnType<typeof curvesOf>) => curves.map((c) => [c.name, c.old]);
    expect(names(curvesOf(before, drawn(), null, null, false))).toEqual([["Before", false]]);
    const [one, two] = curvesOf(before, drawn(), after, drawn(), true);
    expect([one.name, one.old, two.old]).toEqual(["Before", true, false]);
    // A recording without a name goes by its phase.
    expect(two.name.length).toBeGreaterThan(0);
    expect(names(curvesOf(before, drawn(), after, drawn(), false))[1]).toEqual(["Before", false]);
  });

  it("part road from engine by any other gear at the same speed", () => {
    const [fifth, fourth] = [
      driven(),
      driven({ gear: "4" }, [
        [83.9, 0.6],
        [42, 0.1],
      ]),
    ];
    expect(partedByAny(fourth, [fourth, fifth])).toBe("road");
    expect(partedByAny(fourth, [fourth])).toBeNull();
    expect(partedByAny(fourth, [driven({ gear: "4", speedKmh: 90 })])).toBeNull();
  });
});

describe("the strongest source of a run-up", () => {
  it("is the one that passed most in all, at the moment it was strongest", () => {
    const five = driven();
    const rows = [1500, 2000, 2500].map((rpm, i) => ({
      rpm,
      amplitude: five.sources.map((_, k) => (k === 1 ? [0.2, 0.9, 0.3][i] : 0.25)),
    }));
    expect(runUpPeak(five, drawn({ orderMap: { rows } } as never))).toEqual({
      source: five.sources[1].id,
      amplitude: 0.9,
      rpm: 2000,
      fromRpm: 1500,
      toRpm: 2500,
    });
    expect(runUpPeak(five, drawn())).toBeNull();
    expect(runUpPeak(driven({ condition: "idleInGear" }), drawn({ orderMap: { rows } } as never))).toBeNull();
  });
});
