import type { Job, Reading, Vehicle } from "../../contract";
import { measurandKey, resultOf, type Measurand } from "../readings";
import { kmOn } from "./wear";

/** One reading of a vehicle at the distance it was taken at. */
export interface AtDistance {
  km: number;
  mean: number;
  expanded: number;
  phase: Reading["phase"];
  jobId: string;
}

/** The same thing measured on a vehicle over the years. */
export interface OverDistance {
  measurand: Measurand;
  points: AtDistance[];
}

/**
 * Readings of one vehicle over its distance, those taken on most visits first; only what was taken on two at least.
 * What was read on a day at which the odometer is not known is left out. `jobs` give the day where a reading has none.
 */
export function overDistance(
  vehicle: Pick<Vehicle, "odometer">,
  jobs: readonly Pick<Job, "id" | "openedAt">[],
  readings: readonly Reading[],
): OverDistance[] {
  const opened = new Map(jobs.map((j) => [j.id, j.openedAt]));
  const lines = new Map<string, OverDistance>();
  for (const r of readings) {
    const day = (r.takenAt ?? opened.get(r.jobId))?.slice(0, 10);
    const km = day ? kmOn(vehicle.odometer, day) : null;
    if (km === null) continue;
    const { quantity, fromGear, toGear, place } = r;
    const measurand: Measurand = { quantity, fromGear, toGear, place };
    const key = measurandKey(measurand);
    const line = lines.get(key) ?? { measurand, points: [] };
    lines.set(key, line);
    const { mean, expanded } = resultOf(r);
    line.points.push({ km, mean, expanded, phase: r.phase, jobId: r.jobId });
  }
  const visits = (l: OverDistance): number => new Set(l.points.map((p) => p.jobId)).size;
  return [...lines.values()]
    .filter((l) => visits(l) > 1)
    .map((l) => ({
      ...l,
      // On one visit the work lies between before and after.
      points: [...l.points].sort((a, b) => a.km - b.km || Number(a.phase === "after") - Number(b.phase === "after")),
    }))
    .sort((a, b) => visits(b) - visits(a));
}
