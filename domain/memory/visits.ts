import type { DossierView, Job, Photo, Reading, Vehicle } from "../../contract";
import { comparisonOf, sameMeasurand } from "../readings";
import { kmOn } from "./wear";

/** A reading before the work and after it. */
export interface VisitReading {
  before: Reading;
  after: Reading;
  /** The difference over its own uncertainty: over 1 it is sure. */
  sure: number;
}

/** One visit of a vehicle: when, at what distance, what was fitted and what changed. */
export interface ShopVisit {
  job: Job;
  day: string;
  km: number | null;
  /** The odometer was read while it was here; else the distance lies between its other readings. */
  kmRead: boolean;
  fitted: string[];
  changes: VisitReading[];
  photos: Photo[];
}

/** What a visit is told by first: the throw and the play, before places and heights. */
const MAIN = new Set(["throw", "freePlayForeAft", "freePlayCross", "freePlayNeutral"]);
const isMain = (c: VisitReading): boolean => MAIN.has(c.before.quantity) && c.sure > 1;

/** The last distance that was read while a job was open, km; null where nobody read it. */
function readWhileHere(odometer: Vehicle["odometer"], job: Job): number | null {
  const [from, to] = [job.openedAt ?? job.createdAt, job.closedAt ?? "9"].map((at) => at.slice(0, 10));
  const read = odometer.filter((o) => o.date >= from && o.date <= to);
  return read.sort((a, b) => a.date.localeCompare(b.date)).at(-1)?.km ?? null;
}

type Told = Pick<DossierView, "jobs" | "reading" | "part" | "photo"> & { vehicle: Pick<Vehicle, "odometer"> };

/** The visits of a vehicle, the latest first; the changes of each by how sure they are. */
export function shopVisits({ vehicle, jobs, reading, part, photo }: Told): ShopVisit[] {
  return jobs
    .map((job): ShopVisit => {
      const day = (job.closedAt ?? job.openedAt ?? job.createdAt).slice(0, 10);
      const own = reading.filter((r) => r.jobId === job.id);
      const changes = own
        .filter((r) => r.phase === "before")
        .flatMap((before): VisitReading[] => {
          const after = own.find((r) => r.phase === "after" && sameMeasurand(r, before));
          const change = after && comparisonOf(before, after).change;
          return after && change
            ? [{ before, after, sure: Math.abs(change.difference) / (change.expanded || Number.EPSILON) }]
            : [];
        })
        .sort((a, b) => Number(isMain(b)) - Number(isMain(a)) || b.sure - a.sure);
      // What was read while it was here is the distance of the visit; else it lies between the other readings.
      const read = readWhileHere(vehicle.odometer, job);
      const km = read ?? kmOn(vehicle.odometer, day);
      return {
        job,
        day,
        km: km === null ? null : Math.round(km),
        kmRead: read !== null,
        fitted: part
          .filter((p) => p.jobId === job.id && p.state === "fitted" && !p.carriedOver && !p.alternative)
          .map((p) => p.name),
        changes,
        photos: photo.filter((p) => p.jobId === job.id),
      };
    })
    .sort((a, b) => b.day.localeCompare(a.day) || (b.job.number ?? 0) - (a.job.number ?? 0));
}

/** What was changed last time: the latest closed visit; null where there is none. */
export const lastVisit = (visits: readonly ShopVisit[]): ShopVisit | null =>
  visits.find((v) => v.job.closedAt !== null) ?? null;
