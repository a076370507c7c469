import { exceeds, fallsShort } from "../quantity/limit";
import dayjs from "dayjs";
import utc from "dayjs/plugin/utc";
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

const DAYS_A_YEAR = 365.25;
/** Mean length of a month, for the part of one that is left over. */
const DAYS_A_MONTH = DAYS_A_YEAR / 12;
/** Days and months ahead or back that still are a date anybody plans with. */
const FARTHEST = 1_000_000;

dayjs.extend(utc);

/** Whether a text is a day that exists: 31 April is none. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && dayjs.utc(text).format("YYYY-MM-DD") === text;
}

const EPOCH = dayjs.utc("1970-01-01");
/** Days since 1970. */
const dayNumber = (day: string): number => dayjs.utc(day).diff(EPOCH, "day");

const dayText = (n: number): string | null => {
  const at = EPOCH.add(n, "day");
  // Years past 9999 are written with a sign, and nobody comes back by then.
  return at.isValid() && at.year() >= 1 && at.year() <= 9999 ? at.format("YYYY-MM-DD") : null;
};

/** So many months on: the same day, or the last one of a shorter month. */
function monthsOn(day: string, months: number): string | null {
  const whole = Math.floor(months);
  if (whole > FARTHEST) return null;
  const at = dayjs.utc(day).add(whole, "month");
  return at.isValid() && at.year() <= 9999
    ? dayText(dayNumber(at.format("YYYY-MM-DD")) + Math.round((months - whole) * DAYS_A_MONTH))
    : null;
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

/** Days that are whole but for what rounding took of typed decimals are whole. */
function wholeDays(days: number): number {
  const next = Math.floor(days) + 1;
  return fallsShort(days, next) ? next - 1 : next;
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
    const ahead = dueKm === null || kmPerDay === null ? null : wholeDays((dueKm - from.km) / kmPerDay);
    const dateByKm = ahead === null || Math.abs(ahead) > FARTHEST ? null : dayText(from.at + ahead);
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
      overdue:
        (dueDate !== null && dueDate < input.today) || (latest !== null && dueKm !== null && exceeds(latest.km, dueKm)),
      daysLeft: dueDate === null ? null : dayNumber(dueDate) - today,
    };
  });
  const undated = items.some((i) => i.dueKm !== null && i.dateByKm === null && kmPerDay === null);
  return {
    kmPerDay,
    source: measured !== null ? "odometer" : kmPerDay !== null ? "yearly" : null,
    items,
    ics: calendar(
      input.today,
      items.flatMap((i, k) =>
        i.dueDate === null ? [] : [{ uid: `${k + 1}-${i.dueDate}`, title: i.name, day: i.dueDate }],
      ),
    ),
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

/** One whole day in a calendar. */
export interface CalendarDay {
  /** The same for the same thing each time, so that a calendar moves it and does not add another. */
  uid: string;
  title: string;
  day: string;
  text?: string;
}

/** A text of a calendar holds no control characters but the end of a line [RFC 5545, 3.3.11]. */
const printable = (text: string): string => text.replace(/(?!\n)\p{Cc}/gu, " ").trim();

/** An iCalendar file [RFC 5545] of whole days; the same bytes for the same question. */
export function calendar(today: string, days: readonly CalendarDay[]): string {
  const partsOf = (day: string): [number, number, number] => {
    const [y, m, d] = day.split("-").map(Number);
    return [y, m, d];
  };
  const { value } = createEvents(
    days.map((i) => ({
      uid: `${i.uid}@ash-lever`,
      title: printable(i.title),
      ...(i.text && { description: printable(i.text) }),
      start: partsOf(i.day),
      end: partsOf(dayText(dayNumber(i.day) + 1) ?? i.day),
      timestamp: dayjs.utc(today).valueOf(),
      productId: "ash-lever",
    })),
  );
  return value ?? "";
}
