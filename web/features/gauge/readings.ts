import type { JobView, NewFields, Reading, ReadingQuantity, TypedValue } from "../../../contract";
import { measurement, type Gearbox, type MeasurementAnswer, type SetResult } from "../../../core";

export type Phase = "before" | "after";

/** One thing that is measured: a quantity, and for a throw the two gears the tape was held at. */
export interface Measurand {
  quantity: ReadingQuantity;
  fromGear: string;
  toGear: string;
}

/** Pairs of gears across one gate, in listed order. */
export function gearPairs(gearbox: Gearbox | null): { from: string; to: string }[] {
  const travel = (g: Gearbox["gears"][number]) => g.travelMm ?? g.travelDeg ?? 0;
  const gears = gearbox?.gears ?? [];
  return gears.flatMap((a, i) =>
    gears
      .slice(i + 1)
      .filter((b) => b.column === a.column && travel(a) * travel(b) < 0)
      .map((b) => ({ from: a.gear, to: b.gear })),
  );
}

/** The pair a shop measures first: third to fourth where there is one, else the two gears nearest to neutral. */
export function mainPair(gearbox: Gearbox | null): { from: string; to: string } {
  const pairs = gearPairs(gearbox);
  const travel = (name: string): number => {
    const g = gearbox?.gears.find((x) => x.gear === name);
    return Math.abs(g?.travelMm ?? g?.travelDeg ?? 0);
  };
  const span = (p: { from: string; to: string }): number => travel(p.from) + travel(p.to);
  const nearest = pairs.length ? pairs.reduce((a, b) => (span(b) < span(a) ? b : a)) : { from: "3", to: "4" };
  return pairs.find((p) => p.from === "3" && p.to === "4") ?? nearest;
}

export const findReading = (readings: readonly Reading[], m: Measurand, phase: Phase): Reading | undefined =>
  readings.find(
    (r) => r.quantity === m.quantity && r.phase === phase && r.fromGear === m.fromGear && r.toGear === m.toGear,
  );

const setOf = (r: Reading) => ({ readings: r.values.map((v) => v.base), resolution: r.resolution?.base ?? 0 });

/** Mean and uncertainty of one reading's repeats, mm. */
export const resultOf = (r: Reading): SetResult => measurement({ unit: "mm", before: setOf(r), k: 2 }).before;

/** Before against after, mm. */
export const comparisonOf = (before: Reading, after: Reading): MeasurementAnswer =>
  measurement({ unit: "mm", before: setOf(before), after: setOf(after), k: 2 });

/** Repeats farther than this many standard deviations of the others from their mean are worth a second look. */
const OUTLIER_SD = 3;

/** Index of a repeat that stands apart from the others; common practice, no source. Needs four repeats. */
export function outlierOf(values: readonly TypedValue[], resolutionMm: number): number | null {
  if (values.length < 4) return null;
  for (const [i, value] of values.entries()) {
    const rest = values.filter((_, k) => k !== i).map((v) => v.base);
    const { mean, sd } = measurement({ unit: "mm", before: { readings: rest, resolution: resolutionMm }, k: 2 }).before;
    const spread = Math.max(sd ?? 0, resolutionMm / 2);
    if (spread > 0 && Math.abs(value.base - mean) > OUTLIER_SD * spread) return i;
  }
  return null;
}

/** What an instrument of this shop can resolve, as it would be typed. */
export function usualResolution(method: Reading["method"], system: "metric" | "inch"): TypedValue {
  const table: Record<Reading["method"], [TypedValue, TypedValue]> = {
    tape: [
      { typed: "1 mm", base: 1 },
      { typed: "1/16 in", base: 25.4 / 16 },
    ],
    calliper: [
      { typed: "0.1 mm", base: 0.1 },
      { typed: "0.001 in", base: 0.0254 },
    ],
    dial: [
      { typed: "0.01 mm", base: 0.01 },
      { typed: "0.001 in", base: 0.0254 },
    ],
    angleGauge: [
      { typed: "1 mm", base: 1 },
      { typed: "1/16 in", base: 25.4 / 16 },
    ],
    byEye: [
      { typed: "5 mm", base: 5 },
      { typed: "1/4 in", base: 6.35 },
    ],
  };
  return table[method][system === "metric" ? 0 : 1];
}

/** A first reading of something. */
export const firstReading = (
  view: JobView,
  m: Measurand,
  phase: Phase,
  value: TypedValue,
  system: "metric" | "inch",
  takenBy: string | null,
): NewFields<"reading"> => {
  // The same instrument is taken afterwards as before.
  const twin = phase === "after" ? findReading(view.reading, m, "before") : undefined;
  const method = twin?.method ?? "tape";
  return {
    jobId: view.job.id,
    ...m,
    phase,
    values: [value],
    method,
    resolution: twin?.resolution ?? usualResolution(method, system),
    takenBy,
    takenAt: new Date().toISOString(),
  };
};
