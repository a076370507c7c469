import type { Place, Step } from "../../../contract";
import { minuteOfDay, type PlannedStep } from "../../../core";

/** A slot of the drawing: one step on its place's rail. */
export interface Slot {
  step: Step;
  /** Place in the order drawn, from 0; the number shown counts the steps that are over too. */
  index: number;
  number: number;
  x: number;
  width: number;
  lane: number;
  /** Where its words stand; "none" where there is no room: its number is in the list beside. */
  label: "above" | "below" | "none";
  lines: string[];
}

export const LANES: readonly Place[] = ["cabin", "engineBay", "under", "bench"];

/** Breadth of a letter of a label, px: the narrow cut of the type at 12. */
const LETTER = 6;
const LONGEST = 17;
const LEAST_SLOT = 21;

/** The words of a step on at most two lines. */
export function twoLines(text: string): string[] {
  const words = text.split(/\s+/);
  const lines = [""];
  for (const word of words) {
    const now = lines[lines.length - 1];
    const next = now ? `${now} ${word}` : word;
    if (next.length <= LONGEST) lines[lines.length - 1] = next;
    else if (lines.length < 2) lines.push(word);
    else {
      lines[1] = `${lines[1].slice(0, LONGEST - 1)}\u2026`;
      break;
    }
  }
  return lines.map((l) => (l.length > LONGEST + 3 ? `${l.slice(0, LONGEST)}\u2026` : l)).filter(Boolean);
}

/**
 * Where each step of a plan stands: on the rail of its place, as long as it takes. Words go above the rail, else
 * below, where they run into no others; else only the number is shown. `over` steps are done before the first.
 */
export function slotsOf(
  steps: ReadonlyMap<string, Step>,
  schedule: readonly PlannedStep[],
  xOf: (at: PlannedStep) => { from: number; to: number; ready: number },
  over = 0,
): Slot[] {
  const ends = LANES.map(() => ({ above: -Infinity, below: -Infinity }));
  return schedule.flatMap((timed, i): Slot[] => {
    const step = steps.get(timed.id);
    if (!step) return [];
    const { from, to, ready } = xOf(timed);
    const width = Math.max(LEAST_SLOT, to - from - 2);
    const lane = LANES.indexOf(step.place);
    const lines = twoLines(step.text);
    const wide = Math.max(...lines.map((l) => l.length)) * LETTER;
    const sides = ready > to + 1 ? (["above"] as const) : (["above", "below"] as const);
    const label = sides.find((side) => from >= ends[lane][side] + 6) ?? "none";
    if (label !== "none") ends[lane][label] = from + wide;
    // A wait is drawn below its step, and no words across it.
    if (ready > to + 1) ends[lane].below = Math.max(ends[lane].below, ready);
    return [{ step, index: i, number: over + i + 1, x: from + 1, width, lane, label, lines }];
  });
}

const minuteOf = (clock: string): number => minuteOfDay(clock.slice(11)) ?? 0;

/** Days of a plan one after the other, their hours only: nights take no room. */
export interface DayScale {
  days: string[];
  from: number;
  to: number;
  /** Minutes from the first day's opening hour, nights left out. */
  at: (clock: string) => number;
  total: number;
}

export function dayScale(schedule: readonly PlannedStep[], from: number, to: number): DayScale {
  const days = [...new Set(schedule.flatMap((s) => [s.start, s.end]).map((c) => (c ?? "").slice(0, 10)))]
    .filter(Boolean)
    .sort();
  // A day that ends at noon is drawn to noon: what is left of it says nothing.
  const lastEnd = Math.max(0, ...schedule.map((s) => minuteOf(s.end ?? "T00:00")));
  const shownTo = days.length === 1 ? Math.min(to, Math.ceil(lastEnd / 60) * 60 + 30) : to;
  const length = shownTo - from;
  return {
    days,
    from,
    to: shownTo,
    total: Math.max(1, days.length) * length,
    at: (clock) => {
      const day = Math.max(0, days.indexOf(clock.slice(0, 10)));
      return day * length + Math.min(length, Math.max(0, minuteOf(clock) - from));
    },
  };
}

/** The order with one step at another place; the rest keep theirs. */
export function movedTo<T extends { id: string }>(order: readonly T[], id: string, to: number): T[] {
  const moving = order.find((s) => s.id === id);
  if (!moving) return [...order];
  const rest = order.filter((s) => s.id !== id);
  const at = Math.max(0, Math.min(rest.length, to));
  return [...rest.slice(0, at), moving, ...rest.slice(at)];
}
