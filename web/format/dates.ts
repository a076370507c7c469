import { day, dayOrMonth } from "../../contract";

const two = (n: number): string => String(n).padStart(2, "0");

/** What a person types for a month: 2004-03, 2004/3, 03/2004, 3.2004. */
const MONTH = [
  { re: /^(\d{4})[-/.](\d{1,2})$/, year: 1, month: 2 },
  { re: /^(\d{1,2})[-/.](\d{4})$/, year: 2, month: 1 },
] as const;

/** A day, or where that will do a month, as it is kept; null where it is neither. */
export function readDay(text: string, monthWillDo: boolean): string | null {
  const clean = text.trim();
  if (day.safeParse(clean).success) return clean;
  if (!monthWillDo) return null;
  for (const { re, year, month } of MONTH) {
    const found = re.exec(clean);
    if (!found) continue;
    const kept = `${found[year]}-${two(Number(found[month]))}`;
    return dayOrMonth.safeParse(kept).success ? kept : null;
  }
  return null;
}

/** A day with or without its time, or a time of today, as a moment; null where it is none. */
export function readMoment(text: string, now = new Date()): string | null {
  const today = `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
  const found = /^(?:(\d{4}-\d{2}-\d{2})(?:[ T]+)?)?(?:(\d{1,2}):(\d{2}))?$/.exec(text.trim());
  if (!found || (!found[1] && !found[2])) return null;
  const [, date = today, hour, minute] = found;
  if (!day.safeParse(date).success || Number(hour ?? 0) > 23 || Number(minute ?? 0) > 59) return null;
  // A day without a time is that working day to its end.
  const at = new Date(`${date}T${hour ? `${two(Number(hour))}:${minute}` : "17:00"}:00`);
  return at.toISOString();
}

/** A moment as it would be typed. */
export function momentText(iso: string | null): string {
  if (!iso) return "";
  const at = new Date(iso);
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())} ${two(at.getHours())}:${two(at.getMinutes())}`;
}
