import type { Due } from "../../../domain";
import type { RecheckOutcome } from "../../../contract";
import type { useUnits } from "../../format/units";
import { count, dateText } from "../../format/words";

export const OUTCOMES: Record<RecheckOutcome, string> = {
  good: "in order",
  corrected: "corrected on the spot",
  job: "a job was opened for it",
};

type When = Pick<Due, "dueDate" | "dueKm" | "by" | "overdue" | "daysLeft" | "noRate">;

/** "about 3 March, at 105,000 km": a day by distance is an estimate and says so. */
export function whenText(d: When, units: ReturnType<typeof useUnits>): string {
  const km = d.dueKm === null ? "" : `at ${units.show(d.dueKm, "distance")}`;
  const day = d.dueDate === null ? "" : `${d.by === "distance" ? "about " : ""}${dateText(d.dueDate)}`;
  return [day, km].filter(Boolean).join(", ") || "no day";
}

/** How long it still is, in words. */
export function leftText(d: When): string {
  if (d.noRate) return "no day: it needs two odometer readings";
  if (d.daysLeft === null) return d.overdue ? "overdue by distance" : "";
  if (d.daysLeft < 0) return `overdue by ${count(-d.daysLeft, "day")}`;
  if (d.overdue) return "overdue by distance";
  return d.daysLeft === 0 ? "today" : `in ${count(d.daysLeft, "day")}`;
}
