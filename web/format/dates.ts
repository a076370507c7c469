import dayjs from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat";
import { day, dayOrMonth } from "../../contract";

dayjs.extend(customParseFormat);

const DAY = "YYYY-MM-DD";

/** What a person types for a month: 2004-03, 2004/3, 03/2004, 3.2004. */
const MONTHS = ["YYYY-MM", "YYYY-M", "YYYY/M", "YYYY.M", "MM/YYYY", "M/YYYY", "M.YYYY", "MM.YYYY", "M-YYYY", "MM-YYYY"];

const MOMENTS = ["YYYY-MM-DD HH:mm", "YYYY-MM-DD H:mm"];
const TIMES = ["HH:mm", "H:mm"];

/** A day without a time is that working day to its end. */
const DAY_ENDS = "17:00";

/** A day, or where that will do a month, as it is kept; null where it is neither. */
export function readDay(text: string, monthWillDo: boolean): string | null {
  const clean = text.trim();
  if (day.safeParse(clean).success) return clean;
  if (!monthWillDo) return null;
  const read = dayjs(clean, MONTHS, true);
  const kept = read.isValid() ? read.format("YYYY-MM") : "";
  return dayOrMonth.safeParse(kept).success ? kept : null;
}

/** A day with or without its time, or a time of today, as a moment; null where it is none. */
export function readMoment(text: string, now = new Date()): string | null {
  const clean = text.trim().replace(/[ T]+/, " ");
  const today = dayjs(now).format(DAY);
  const whole = day.safeParse(clean).success
    ? `${clean} ${DAY_ENDS}`
    : dayjs(clean, TIMES, true).isValid()
      ? `${today} ${clean}`
      : clean;
  const read = dayjs(whole, MOMENTS, true);
  return read.isValid() && day.safeParse(whole.slice(0, DAY.length)).success ? read.toISOString() : null;
}

/** A moment as it would be typed. */
export const momentText = (iso: string | null): string => (iso ? dayjs(iso).format("YYYY-MM-DD HH:mm") : "");

/** Today where the shop is, as a day is kept. */
export const todayHere = (): string => dayjs().format(DAY);

/** The day so many days after a moment, where the shop is. */
export const dayAfter = (from: Date, days: number): string => dayjs(from).add(days, "day").format(DAY);

/** "Saturday 28 Nov". */
export const dayName = (day: string): string => dayjs(day).format("dddd D MMM");
