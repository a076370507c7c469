import type { Part, Vehicle } from "../../contract";

/** The first and last day of what may be a month only: 2004-03 is all of March. */
export const spanOf = (text: string): { from: string; to: string } => {
  if (text.length > 7) return { from: text, to: text };
  const [year, month] = text.split("-").map(Number);
  const days = new Date(Date.UTC(year, month, 0)).getUTCDate();
  return { from: `${text}-01`, to: `${text}-${String(days).padStart(2, "0")}` };
};

/** Why a part may not fit this vehicle. */
export type FitDoubt =
  | { kind: "builtBefore" | "builtAfter"; part: string; vehicle: string }
  /** Which side of the limit it is on cannot be told: only the month is known. */
  | { kind: "sameMonth"; part: string; vehicle: string }
  /** The part is for certain build dates and the vehicle's is not entered. */
  | { kind: "dateUnknown"; part: string }
  | { kind: "otherVariant"; part: string; vehicle: string };

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w.length > 1 && !/^(from|to|until|and|or|the|all|for)$/.test(w) && !/^(19|20)\d\d$/.test(w));

/**
 * What speaks against a part: outside the build dates it is for, or named for another variant. A variant is free
 * text; it is doubted only where it shares no word with the vehicle's make, model and variant.
 */
export function fitDoubts(
  part: Pick<Part, "builtFrom" | "builtTo" | "variant">,
  vehicle: Pick<Vehicle, "buildDate" | "make" | "model" | "variant">,
): FitDoubt[] {
  const doubts: FitDoubt[] = [];
  const { builtFrom, builtTo } = part;
  if ((builtFrom || builtTo) && !vehicle.buildDate) {
    doubts.push({ kind: "dateUnknown", part: builtFrom ?? builtTo ?? "" });
  }
  if (vehicle.buildDate) {
    const own = spanOf(vehicle.buildDate);
    if (builtFrom) {
      const { from } = spanOf(builtFrom);
      if (own.to < from) doubts.push({ kind: "builtBefore", part: builtFrom, vehicle: vehicle.buildDate });
      else if (own.from < from) doubts.push({ kind: "sameMonth", part: builtFrom, vehicle: vehicle.buildDate });
    }
    if (builtTo) {
      const { to } = spanOf(builtTo);
      if (own.from > to) doubts.push({ kind: "builtAfter", part: builtTo, vehicle: vehicle.buildDate });
      else if (own.to > to) doubts.push({ kind: "sameMonth", part: builtTo, vehicle: vehicle.buildDate });
    }
  }
  const wanted = wordsOf(part.variant);
  const own = wordsOf(`${vehicle.make} ${vehicle.model} ${vehicle.variant}`);
  if (wanted.length && own.length && !wanted.some((w) => own.includes(w))) {
    doubts.push({ kind: "otherVariant", part: part.variant, vehicle: vehicle.variant || vehicle.model });
  }
  return doubts;
}
