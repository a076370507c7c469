import type { MemoryView, ReadingQuantity, Vehicle } from "../../contract";
import { wearTrend, type WearTrend } from "../../core";
import { resultOf } from "../readings";

export interface WearPoint {
  jobId: string;
  tag: string;
  /** Since it was last put right, or since new. */
  km: number;
  mm: number;
}

/** How one thing wears on one kind of vehicle. */
export interface WearLine {
  key: string;
  /** A joint's name, or the quantity of a reading. */
  what: { joint: string } | { quantity: ReadingQuantity; place: string | null };
  kind: string;
  limitMm: number;
  points: WearPoint[];
  vehicles: number;
  trend: WearTrend | null;
}

/** Free play at the knob and height lost by a mount at which both are renewed. Common practice, no source. */
const LIMITS: { [Q in ReadingQuantity]?: number } = {
  freePlayForeAft: 20,
  freePlayCross: 20,
  freePlayNeutral: 20,
};

/**
 * The odometer on a day: between two readings in proportion, beyond the last ones by the rate of the nearest two; null
 * without two readings.
 */
export function kmOn(odometer: Vehicle["odometer"], day: string): number | null {
  const known = [...odometer].sort((a, b) => a.date.localeCompare(b.date));
  if (known.length < 2) return known.find((o) => o.date === day)?.km ?? null;
  const after = known.findIndex((o) => o.date >= day);
  const i = after < 0 ? known.length - 1 : Math.max(1, after);
  const [a, b] = [known[i - 1], known[i]];
  const [from, to, at] = [a.date, b.date, day].map((d) => Date.parse(d));
  const km = a.km + ((b.km - a.km) * (at - from)) / (to - from);
  return km < 0 ? null : km;
}

/**
 * Play by distance over all closed jobs, by joint or reading and kind of vehicle: the readings before the work, at the
 * distance since the same thing was last read after work on that vehicle. `limitOf` says at what a joint is worn out.
 */
export function wearLines(view: MemoryView, jointLimitMm: number): WearLine[] {
  const lines = new Map<string, WearLine>();
  const jobs = [...view.jobs].sort((a, b) => a.closedAt.localeCompare(b.closedAt));
  const vehicles = new Map(view.vehicles.map((v) => [v.id, v]));
  /** Where each thing of a vehicle was last put right, km. */
  const renewed = new Map<string, number>();
  for (const job of jobs) {
    const vehicle = vehicles.get(job.vehicleId);
    const km = vehicle && kmOn(vehicle.odometer, (job.openedAt ?? job.closedAt).slice(0, 10));
    if (km === null || km === undefined || !job.kind) continue;
    const put = (id: string, what: WearLine["what"], mm: number, limitMm: number): void => {
      const key = `${job.kind}/${id}`;
      const line = lines.get(key) ?? { key, what, kind: job.kind, limitMm, points: [], vehicles: 0, trend: null };
      lines.set(key, line);
      const since = km - (renewed.get(`${job.vehicleId}/${id}`) ?? 0);
      line.points.push({ jobId: job.id, tag: job.tag, km: since, mm });
    };
    for (const j of view.joints.filter((x) => x.jobId === job.id && x.origin === "measured")) {
      put(`joint ${j.name.toLowerCase()}`, { joint: j.name }, j.play.base, jointLimitMm);
    }
    const readings = view.readings.filter((r) => r.jobId === job.id);
    for (const r of readings) {
      const limit = LIMITS[r.quantity];
      if (limit === undefined || r.phase !== "before") continue;
      put(`${r.quantity} ${r.place ?? ""}`, { quantity: r.quantity, place: r.place }, resultOf(r).mean, limit);
    }
    // What was read after the work begins anew from here; so does a joint of which a new part was fitted.
    for (const r of readings.filter((x) => x.phase === "after")) {
      renewed.set(`${job.vehicleId}/${r.quantity} ${r.place ?? ""}`, km);
    }
    for (const j of view.joints.filter((x) => x.jobId === job.id && x.tryNew)) {
      renewed.set(`${job.vehicleId}/joint ${j.name.toLowerCase()}`, km);
    }
  }
  return [...lines.values()]
    .map((l) => ({
      ...l,
      vehicles: new Set(l.points.map((p) => p.tag)).size,
      trend: wearTrend(l.points, l.limitMm),
    }))
    .sort((a, b) => b.points.length - a.points.length || a.key.localeCompare(b.key));
}
