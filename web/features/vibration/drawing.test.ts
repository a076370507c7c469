import { describe, expect, it } from "vitest";
import { decimated, fewerRows } from "./decimate";
import { inRows } from "./SourceScale";
import { roundEnd } from "../../ui/engraved";

describe("drawing", () => {
  it("keeps every peak when a spectrum is thinned out", () => {
    const amplitude = Float32Array.from({ length: 30_001 }, () => 0.01);
    for (const k of [3, 4444, 17_777, 30_000]) amplitude[k] = 1;
    const points = decimated(amplitude, 0.5, [0, 15_000], 400);
    expect(points.length).toBe(400);
    expect(points.filter(([, a]) => a === 1).map(([hz]) => hz)).toEqual([1.5, 2222, 8888.5, 15_000]);
    expect(decimated(amplitude, 0.5, [100, 110], 400).length).toBe(21);
    expect(decimated(amplitude, 0.5, [20_000, 30_000], 400)).toEqual([]);
  });
  it("keeps the strongest of the rows an order map leaves out", () => {
    const rows = Array.from({ length: 500 }, (_, i) => ({ tS: i, amplitude: [i === 123 ? 9 : 1] }));
    const few = fewerRows(rows, 50);
    expect([few.length, Math.max(...few.map((r) => r.amplitude[0]))]).toEqual([50, 9]);
    expect(fewerRows(rows.slice(0, 3), 50)).toHaveLength(3);
  });
  it.each([
    [0.57, [0.6, 3]],
    [1, [1, 5]],
    [9.9, [10, 5]],
    [0, [1, 4]],
  ])("an axis that holds %s ends at a round figure", (most, end) => expect(roundEnd(most, 4)).toEqual(end));
  it("puts names that would stand on each other into rows", () => {
    const source = (id: string, hz: number) => ({ id, name: id, hz, order: 1, of: "engine" as const });
    const placed = inRows([source("a", 10), source("b", 11), source("c", 12), source("d", 90)], (hz) => hz * 8);
    expect(placed.map((p) => p.row)).toEqual([0, 1, 2, 0]);
  });
});
