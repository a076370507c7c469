import { createEvents } from "ics";
import type { Notice } from "../powerunit";

export interface ServiceItem {
  name: string;
  everyKm?: number;
  everyMonths?: number;
  lastKm?: number;
  /** Day, "2025-01-31". */
  lastDate?: string;
}

export interface ServiceInput {
  today: string;
  odometer: { date: string; km: number }[];
  kmPerYear?: number;
  items: ServiceItem[];
}

export interface ServiceAnswer {
  kmPerDay: number | null;
  source: "odometer" | "yearly" | null;
  items: {
    name: string;
    dueKm: number | null;
    dateByKm: string | null;
    dateByTime: string | null;
    dueDate: string | null;
    by: "distance" | "time" | null;
    overdue: boolean;
    daysLeft: number | null;
  }[];
  /** The due days as an iCalendar file. */
  ics: string;
  notices: Notice<"noRate">[];
}

const DAY_MS = 86_400_000;
const DAYS_A_YEAR = 365.25;
/** Mean length of a month, for the part of one that is left over. */
const DAYS_A_MONTH = DAYS_A_YEAR / 12;
/** Days ahead or back that still are a date anybody plans with. */
const FARTHEST_DAYS = 1_000_000;

/** Whether a text is a day that exists: 31 April is none. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const at = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text);
}

const dayNumber = (day: string): number => Date.parse(`${day}T00:00:00Z`) / DAY_MS;
const dayText = (n: number): string | null => {
  const at = new Date(n * DAY_MS);
  // Years past 9999 are written with a sign, and nobody comes back by then.
  return Number.isNaN(at.getTime()) || at.getUTCFullYear() > 9999 || at.getUTCFullYear() < 1
    ? null
    : at.toISOString().slice(0, 10);
};

/** So many months on: the same day, or the last one of a shorter month. */
function monthsOn(day: string, months: number): string | null {
  const whole = Math.floor(months);
  if (whole > FARTHEST_DAYS) return null;
  const [y, m, d] = day.split("-").map(Number);
  const lastOfMonth = new Date(Date.UTC(y, m + whole, 0));
  const at = Date.UTC(lastOfMonth.getUTCFullYear(), lastOfMonth.getUTCMonth(), Math.min(d, lastOfMonth.getUTCDate()));
  return dayText(at / DAY_MS + Math.round((months - whole) * DAYS_A_MONTH));
}

/** Slope of the readings by least squares, km a day; null with fewer than two days or where it does not rise. */
function slopeOf(readings: readonly { at: number; km: number }[]): number | null {
  const n = readings.length;
  const meanAt = readings.reduce((s, r) => s + r.at, 0) / n;
  const meanKm = readings.reduce((s, r) => s + r.km, 0) / n;
  const across = readings.reduce((s, r) => s + (r.at - meanAt) ** 2, 0);
  if (n < 2 || across === 0) return null;
  const slope = readings.reduce((s, r) => s + (r.at - meanAt) * (r.km - meanKm), 0) / across;
  return slope > 0 ? slope : null;
}

/**
 * When is what due: by distance at the rate of the odometer's readings (least squares over two days at least; else the
 * yearly figure), by time, and whichever comes first; at the same day distance is named. Dates are days, `daysLeft`
 * counts from today and is negative once past. Overdue is a due day before today, or a latest reading beyond the due
 * distance. `ics` holds one event of a whole day for each item with a due day, the same bytes for the same question.
 * Notice "noRate": something is due by distance and no rate is known. Source: least squares, RFC 5545 for the calendar.
 */
export function service(input: ServiceInput): ServiceAnswer {
  const readings = input.odometer.map((r) => ({ at: dayNumber(r.date), km: r.km })).sort((a, b) => a.at - b.at);
  const measured = slopeOf(readings);
  const kmPerDay = measured ?? (input.kmPerYear === undefined ? null : input.kmPerYear / DAYS_A_YEAR);
  const latest = readings.at(-1) ?? null;
  const today = dayNumber(input.today);

  const items = input.items.map((item): ServiceAnswer["items"][number] => {
    const dueKm = item.everyKm === undefined || item.lastKm === undefined ? null : item.lastKm + item.everyKm;
    const from = latest ?? { at: today, km: item.lastKm ?? 0 };
    const ahead = dueKm === null || kmPerDay === null ? null : Math.floor((dueKm - from.km) / kmPerDay);
    const dateByKm = ahead === null || Math.abs(ahead) > FARTHEST_DAYS ? null : dayText(from.at + ahead);
    const dateByTime =
      item.everyMonths === undefined || item.lastDate === undefined ? null : monthsOn(item.lastDate, item.everyMonths);
    const byKm = dateByKm !== null && (dateByTime === null || dateByKm <= dateByTime);
    const dueDate = byKm ? dateByKm : dateByTime;
    return {
      name: item.name,
      dueKm,
      dateByKm,
      dateByTime,
      dueDate,
      by: dueDate === null ? null : byKm ? "distance" : "time",
      overdue: (dueDate !== null && dueDate < input.today) || (latest !== null && dueKm !== null && latest.km > dueKm),
      daysLeft: dueDate === null ? null : dayNumber(dueDate) - today,
    };
  });
  const undated = items.some((i) => i.dueKm !== null && i.dateByKm === null && kmPerDay === null);
  return {
    kmPerDay,
    source: measured !== null ? "odometer" : kmPerDay !== null ? "yearly" : null,
    items,
    ics: calendarOf(input.today, items),
    notices: undated
      ? [
          {
            code: "noRate",
            field: "odometer",
            message:
              "due by distance, and how far it goes a day is not known: two readings on different days, or a yearly figure",
          },
        ]
      : [],
  };
}

function calendarOf(today: string, items: ServiceAnswer["items"]): string {
  const dated = items.flatMap((i, k) => (i.dueDate === null ? [] : [{ ...i, dueDate: i.dueDate, k }]));
  const partsOf = (day: string): [number, number, number] => {
    const [y, m, d] = day.split("-").map(Number);
    return [y, m, d];
  };
  const { value } = createEvents(
    dated.map((i) => ({
      uid: `${i.k + 1}-${i.dueDate}@ash-lever`,
      title: i.name,
      start: partsOf(i.dueDate),
      end: partsOf(dayText(dayNumber(i.dueDate) + 1) ?? i.dueDate),
      timestamp: dayNumber(today) * DAY_MS,
      productId: "ash-lever",
    })),
  );
  return value ?? "";
}
