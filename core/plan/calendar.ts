import dayjs, { type Dayjs } from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat";
import utc from "dayjs/plugin/utc";
import type { Network } from "./network";
import type { PlanInput } from "./types";

dayjs.extend(utc);
dayjs.extend(customParseFormat);

const MOMENT = "YYYY-MM-DDTHH:mm";

/** Whether a text is a minute of a day that exists. */
export const isMoment = (text: string): boolean => dayjs.utc(text, MOMENT, true).isValid();

/** Minutes since midnight of "08:30"; null where it is no time of day. "24:00" is the end of the day. */
export function minuteOfDay(text: string): number | null {
  const m = /^(\d{2}):(\d{2})$/.exec(text);
  if (!m) return null;
  const [h, min] = [Number(m[1]), Number(m[2])];
  return min < 60 && h * 60 + min <= 24 * 60 ? h * 60 + min : null;
}

type Hours = Pick<PlanInput, "hours" | "days">;

const hoursOf = ({ hours }: Hours) => ({ from: minuteOfDay(hours.from) ?? 0, to: minuteOfDay(hours.to) ?? 24 * 60 });

/** Minutes worked in a day, by the clock. */
export function dayLength(of: Hours): number {
  const { from, to } = hoursOf(of);
  return to - from;
}

/** The first moment from `at` on, at which a step of so many minutes can be begun and ended in one working day. */
function fit(at: Dayjs, minutes: number, of: Hours): Dayjs {
  const { from, to } = hoursOf(of);
  let day = at.startOf("day");
  let begin = Math.max(at.diff(day, "minute", true), from);
  while (!of.days.includes(day.day() === 0 ? 7 : day.day()) || begin + minutes > to + 1e-9) {
    day = day.add(1, "day");
    begin = from;
  }
  return day.add(begin * 60_000, "millisecond");
}

/** When each step of an order begins and ends by the clock. No step is split; waits go on overnight. */
export function clockOf(
  { steps, needs }: Network,
  order: readonly number[],
  start: string,
  of: Hours,
): { start: string; end: string }[] {
  const ready: Dayjs[] = [];
  let now = dayjs.utc(start, MOMENT, true);
  return order.map((i) => {
    const after = needs[i].reduce((latest, k) => (ready[k].isAfter(latest) ? ready[k] : latest), now);
    const begin = fit(after, steps[i].minutes, of);
    const end = begin.add(steps[i].minutes * 60_000, "millisecond");
    ready[i] = end.add(steps[i].waitMin * 60_000, "millisecond");
    now = end;
    return { start: begin.format(MOMENT), end: end.format(MOMENT) };
  });
}

/** A step as it is shared out: who does it, and whether it takes both. */
export interface SharedWork {
  id: string;
  who: number;
  hands: number;
  minutes: number;
  waitMin: number;
  needs: readonly string[];
}

/**
 * The same where several share the work: each goes on with the next step of theirs as soon as they and its needs are
 * ready, within the hours; a step of two people waits for both. Steps in the order they are begun, needs before those
 * that need them.
 */
export function clockOfShared(
  steps: readonly SharedWork[],
  start: string,
  of: Hours,
): Map<string, { start: string; end: string }> {
  const first = dayjs.utc(start, MOMENT, true);
  const now = new Map<number, Dayjs>();
  const ready = new Map<string, Dayjs>();
  const out = new Map<string, { start: string; end: string }>();
  const people = [...new Set(steps.map((s) => s.who))];
  for (const s of steps) {
    const mine = s.hands > 1 ? people : [s.who];
    const after = [...mine.map((p) => now.get(p) ?? first), ...s.needs.map((n) => ready.get(n) ?? first)].reduce(
      (latest, t) => (t.isAfter(latest) ? t : latest),
    );
    const begin = fit(after, s.minutes, of);
    const end = begin.add(s.minutes * 60_000, "millisecond");
    for (const p of mine) now.set(p, end);
    ready.set(s.id, end.add(s.waitMin * 60_000, "millisecond"));
    out.set(s.id, { start: begin.format(MOMENT), end: end.format(MOMENT) });
  }
  return out;
}
