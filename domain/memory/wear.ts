import type { MemoryView, Reading, ReadingQuantity, Recheck, Vehicle } from "../../contract";
import { wearTrend, type QuantityKind, type WearTrend } from "../../core";
import { SAG_WARN_MM } from "../mounts";
import { resultOf } from "../readings";
import { passesOf, specOf } from "../torque";

export interface WearPoint {
  jobId: string;
  tag: string;
  /** Since it was last put right, or since new. */
  km: number;
  worn: number;
}

/** How one thing wears on one kind of vehicle. */
export interface WearLine {
  key: string;
  /** A joint's name, or the quantity of a reading. */
  what: { joint: string } | { quantity: ReadingQuantity; place: string | null } | { torque: string };
  kind: string;
  /** Play and height lost in mm, torque lost in N m. */
  unit: Extract<QuantityKind, "length" | "torque">;
  limit: number;
  points: WearPoint[];
  vehicles: number;
  trend: WearTrend | null;
}

/** Free play at the knob and height lost by a mount, mm, at which both are renewed. Common practice, no source. */
const LIMITS: { [Q in ReadingQuantity]?: number } = {
  freePlayForeAft: 20,
  freePlayCross: 20,
  freePlayNeutral: 20,
  mountHeight: SAG_WARN_MM,
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

function lineOf(
  lines: Map<string, WearLine>,
  kind: string,
  id: string,
  what: WearLine["what"],
  limit: number,
): WearLine {
  const key = `${kind}/${id}`;
  const unit = "torque" in what ? "torque" : "length";
  const line = lines.get(key) ?? { key, what, kind, unit, limit, points: [], vehicles: 0, trend: null };
  lines.set(key, line);
  return line;
}

/** What a reading says is worn, mm: play itself, of a mount the height it lost; null where its height when new is not known. */
function wornOf(vehicle: MemoryView["vehicles"][number], r: Reading): number | null {
  const { mean } = resultOf(r);
  if (r.quantity !== "mountHeight") return mean;
  const mount = vehicle.mounts.find((m) => m.name === r.place);
  return mount ? (mount.nominalMm - mean) * (mount.hangs ? -1 : 1) : null;
}

/**
 * What bolts lost of their torque by the time they were looked at again: what was read when they were signed, less what
 * was found, at the distance between. The limit is what leaves them at the lower end of their specification.
 */
function torqueLost(view: MemoryView, recheck: Recheck, lines: Map<string, WearLine>): void {
  const { doneKm, fromKm } = recheck;
  const job = view.jobs.find((j) => j.id === recheck.jobId);
  if (!job?.kind || doneKm === null || fromKm === null || doneKm < fromKm) return;
  for (const found of recheck.found) {
    const group = view.groups.find((g) => g.id === found.groupId);
    if (!group) continue;
    const spec = specOf(group);
    const last = passesOf(group).at(-1)?.name;
    const read = view.signatures
      .filter((s) => s.groupId === group.id && s.pass === last)
      .flatMap((s) => (s.reading ?? s.setTo)?.base ?? []);
    if (spec.kind !== "torque" || !read.length) continue;
    const signed = read.reduce((a, b) => a + b, 0) / read.length;
    const id = `torque ${group.name.toLowerCase()}`;
    const spare = signed - spec.limits.minNm;
    // Signed below its specification: it had nothing to lose.
    if (spare <= 0) continue;
    const line = lineOf(lines, job.kind, id, { torque: group.name }, spare);
    line.limit = Math.min(line.limit, spare);
    line.points.push({ jobId: job.id, tag: job.tag, km: doneKm - fromKm, worn: signed - found.base });
  }
}

/**
 * Play, height lost by mounts and torque lost by bolts over distance, from all closed jobs, by joint, reading or group
 * and kind of vehicle: the readings before the work, at the distance since the same thing was last read after work on
 * that vehicle. `jointLimitMm` says at what a joint is worn out.
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
    if (!vehicle || km === null || km === undefined || !job.kind) continue;
    const put = (id: string, what: WearLine["what"], worn: number, limit: number): void => {
      const since = km - (renewed.get(`${job.vehicleId}/${id}`) ?? 0);
      lineOf(lines, job.kind, id, what, limit).points.push({ jobId: job.id, tag: job.tag, km: since, worn });
    };
    for (const j of view.joints.filter((x) => x.jobId === job.id && x.origin === "measured")) {
      put(`joint ${j.name.toLowerCase()}`, { joint: j.name }, j.play.base, jointLimitMm);
    }
    const readings = view.readings.filter((r) => r.jobId === job.id);
    for (const r of readings) {
      const limit = LIMITS[r.quantity];
      if (limit === undefined || r.phase !== "before") continue;
      const worn = wornOf(vehicle, r);
      if (worn === null) continue;
      put(`${r.quantity} ${r.place ?? ""}`, { quantity: r.quantity, place: r.place }, worn, limit);
    }
    // What was read after the work begins anew from here; so does a joint of which a new part was fitted.
    for (const r of readings.filter((x) => x.phase === "after")) {
      renewed.set(`${job.vehicleId}/${r.quantity} ${r.place ?? ""}`, km);
    }
    for (const j of view.joints.filter((x) => x.jobId === job.id && x.tryNew)) {
      renewed.set(`${job.vehicleId}/joint ${j.name.toLowerCase()}`, km);
    }
  }
  for (const r of view.rechecks) torqueLost(view, r, lines);
  return [...lines.values()]
    .map((l) => ({
      ...l,
      vehicles: new Set(l.points.map((p) => p.tag)).size,
      trend: wearTrend(l.points, l.limit),
    }))
    .sort((a, b) => b.points.length - a.points.length || a.key.localeCompare(b.key));
}
