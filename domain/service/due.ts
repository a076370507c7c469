import type { Part, Recheck, Vehicle } from "../../contract";
import { service } from "../../core";

/** One thing a vehicle is to be looked at again for. */
export interface Due {
  /** Stays the same while the thing does: a calendar knows it by this. */
  key: string;
  vehicleId: string;
  jobId: string | null;
  what: string;
  /** When it is expected; by distance that is an estimate from the odometer's readings. */
  dueDate: string | null;
  dueKm: number | null;
  by: "distance" | "time" | null;
  overdue: boolean;
  daysLeft: number | null;
  /** Why there is no day: how far the vehicle goes a day is not known. */
  noRate: boolean;
  from: "recheck" | "part" | "mounts";
}

/** What a vehicle's due list is made of. */
export interface DueOf {
  vehicle: Pick<Vehicle, "id" | "odometer" | "powerUnit">;
  rechecks: readonly Recheck[];
  parts: readonly Pick<Part, "id" | "jobId" | "name" | "way" | "recheck" | "alternative" | "state">[];
}

interface Interval {
  key: string;
  jobId: string | null;
  what: string;
  from: Due["from"];
  everyKm?: number;
  lastKm?: number;
  everyMonths?: number;
  lastDate?: string;
  onDate: string | null;
}

const daysBetween = (from: string, to: string): number => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

/** Temporary repairs that are in the vehicle, or are meant to be. */
const isTemporary = (p: DueOf["parts"][number]): boolean =>
  p.way === "temporary" && !p.alternative && p.state !== "notSold";

function intervalsOf({ vehicle, rechecks, parts }: DueOf): Interval[] {
  const look = vehicle.powerUnit?.nextLook;
  return [
    ...rechecks
      .filter((r) => r.doneAt === null)
      .map((r): Interval => ({
        key: r.id,
        jobId: r.jobId,
        what: r.what,
        from: "recheck",
        ...(r.everyKm !== null && r.fromKm !== null && { everyKm: r.everyKm, lastKm: r.fromKm }),
        ...(r.everyMonths !== null && r.fromDate !== null && { everyMonths: r.everyMonths, lastDate: r.fromDate }),
        onDate: r.onDate,
      })),
    ...parts
      .filter((p) => isTemporary(p) && p.recheck)
      .map((p): Interval => ({
        key: p.id,
        jobId: p.jobId,
        what: `${p.name}, temporary`,
        from: "part",
        onDate: p.recheck,
      })),
    ...(look && (look.km !== null || look.date !== null)
      ? [
          {
            key: `mounts-${vehicle.id}`,
            jobId: null,
            what: "Mounts",
            from: "mounts" as const,
            ...(look.km !== null && look.km > 0 && { everyKm: look.km, lastKm: 0 }),
            onDate: look.date,
          },
        ]
      : []),
  ];
}

/**
 * What is due on a vehicle, the earliest first, what has no day last: by distance at the rate of its odometer's
 * readings, by time, or on a fixed day.
 */
export function dueOf(of: DueOf, today: string): Due[] {
  const intervals = intervalsOf(of);
  const timed = intervals.filter((i) => i.everyKm !== undefined || i.everyMonths !== undefined);
  const odometer = of.vehicle.odometer.map(({ date, km }) => ({ date, km }));
  const answer = timed.length
    ? service({ today, odometer, items: timed.map(({ key, ...i }) => ({ ...i, name: key })) })
    : null;
  return intervals
    .map((i): Due => {
      const own = answer?.items.find((a) => a.name === i.key);
      const fixed = i.onDate !== null && (!own?.dueDate || i.onDate <= own.dueDate);
      const dueDate = fixed ? i.onDate : (own?.dueDate ?? null);
      return {
        key: i.key,
        vehicleId: of.vehicle.id,
        jobId: i.jobId,
        what: i.what,
        dueDate,
        dueKm: own?.dueKm ?? null,
        by: fixed ? "time" : (own?.by ?? null),
        overdue: (dueDate !== null && dueDate < today) || (own?.overdue ?? false),
        daysLeft: dueDate === null ? null : daysBetween(today, dueDate),
        noRate: dueDate === null && own?.dueKm !== undefined && own.dueKm !== null,
        from: i.from,
      };
    })
    .sort(earliestFirst);
}

/** Overdue first, then by day; what has none comes last. */
export const earliestFirst = (a: Pick<Due, "overdue" | "dueDate">, b: Pick<Due, "overdue" | "dueDate">): number =>
  Number(b.overdue) - Number(a.overdue) || (a.dueDate ?? "9999").localeCompare(b.dueDate ?? "9999");

/** Where a recheck begins: the day it is written down, and the odometer as last read. */
export function beginsAt(
  vehicle: Pick<Vehicle, "odometer">,
  today: string,
): { fromKm: number | null; fromDate: string } {
  const latest = [...vehicle.odometer].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
  return { fromKm: latest?.km ?? null, fromDate: today };
}
