import {
  quantityKinds,
  type JobView,
  type NewFields,
  type Reading,
  type ReadingQuantity,
  type TypedValue,
} from "../../contract";
import { measurement, parseQuantity, type Gearbox, type MeasurementAnswer, type SetResult } from "../../core";

export type Phase = "before" | "after";

/** One thing that is measured: a quantity, and for a throw the two gears the tape was held at. */
export interface Measurand {
  quantity: ReadingQuantity;
  fromGear: string;
  toGear: string;
  /** Which mount, stop, joint or cable; absent where there is only one. */
  place?: string | null;
}

/** The same thing measured: quantity, gears and place. */
export const sameMeasurand = (a: Measurand, b: Measurand): boolean =>
  a.quantity === b.quantity &&
  a.fromGear === b.fromGear &&
  a.toGear === b.toGear &&
  (a.place ?? null) === (b.place ?? null);

/** One text for one measurand, for lists. */
export const measurandKey = (m: Measurand): string => [m.quantity, m.fromGear, m.toGear, m.place ?? ""].join("/");

/** A measurand from its text; null where it names no quantity. */
export function measurandOf(key: string | null): Measurand | null {
  const [quantity, fromGear = "", toGear = "", ...place] = (key ?? "").split("/");
  return quantity in quantityKinds
    ? { quantity: quantity as ReadingQuantity, fromGear, toGear, place: place.join("/") || null }
    : null;
}

/** Pairs of gears across one gate, in listed order. */
export function gearPairs(gearbox: Gearbox | null): { from: string; to: string }[] {
  const travel = (g: Gearbox["gears"][number]) => g.travelMm ?? g.travelDeg ?? 0;
  const gears = gearbox?.gears ?? [];
  return gears.flatMap((a, i) =>
    gears
      .slice(i + 1)
      .filter((b) => b.column === a.column && travel(a) * travel(b) < 0)
      .map((b) => ({ from: a.gear, to: b.gear })),
  );
}

/** The pair a shop measures first: third to fourth where there is one, else the two gears nearest to neutral. */
export function mainPair(gearbox: Gearbox | null): { from: string; to: string } {
  const pairs = gearPairs(gearbox);
  const travel = (name: string): number => {
    const g = gearbox?.gears.find((x) => x.gear === name);
    return Math.abs(g?.travelMm ?? g?.travelDeg ?? 0);
  };
  const span = (p: { from: string; to: string }): number => travel(p.from) + travel(p.to);
  const nearest = pairs.length ? pairs.reduce((a, b) => (span(b) < span(a) ? b : a)) : { from: "3", to: "4" };
  return pairs.find((p) => p.from === "3" && p.to === "4") ?? nearest;
}

export const findReading = (readings: readonly Reading[], m: Measurand, phase: Phase): Reading | undefined =>
  readings.find((r) => r.phase === phase && sameMeasurand(r, m));

const setOf = (r: Reading) => ({ readings: r.values.map((v) => v.base), resolution: r.resolution?.base ?? 0 });

/** Mean and uncertainty of one reading's repeats, mm. */
export const resultOf = (r: Reading): SetResult => measurement({ unit: "mm", before: setOf(r), k: 2 }).before;

/** Before against after, mm. */
export const comparisonOf = (before: Reading, after: Reading): MeasurementAnswer =>
  measurement({ unit: "mm", before: setOf(before), after: setOf(after), k: 2 });

/**
 * Put back where it was within so much, mm, is the same place: half a turn of a cable's thread, and about what nobody
 * feels at a knob. Common practice, no source.
 */
const SAME_MM: { [Q in ReadingQuantity]?: number } = { cableThread: 0.5, knobHeight: 2 };

/** Quantities of which a person speaks as shorter by a part: how far something moves. */
const SHORTENS: ReadonlySet<ReadingQuantity> = new Set(["throw", "crossGate", "freePlayForeAft", "freePlayCross"]);

/** What two readings of one thing say together. */
export interface Compared extends MeasurementAnswer {
  /** Put back at its mark, the same to a hand, changed, or within measuring error. */
  word: "back at its mark" | "the same" | "changed" | "within measuring error";
}

/** Before against after of one quantity; null for its reduction where a part of it says nothing. */
export function compared(before: Reading, after: Reading): Compared {
  const answer = comparisonOf(before, after);
  const same = SAME_MM[before.quantity];
  const off = Math.abs(answer.change?.difference ?? 0);
  const isSame = same !== undefined && off <= same + 1e-9;
  const word = isSame
    ? before.quantity === "cableThread"
      ? "back at its mark"
      : "the same"
    : answer.change?.verdict === "shown"
      ? "changed"
      : "within measuring error";
  return { ...answer, reduction: SHORTENS.has(before.quantity) ? answer.reduction : null, word };
}

/** Repeats farther than this many standard deviations of the others from their mean are worth a second look. */
const OUTLIER_SD = 3;

/** Index of a repeat that stands apart from the others; common practice, no source. Needs four repeats. */
export function outlierOf(values: readonly TypedValue[], resolutionMm: number): number | null {
  if (values.length < 4) return null;
  for (const [i, value] of values.entries()) {
    const rest = values.filter((_, k) => k !== i).map((v) => v.base);
    const { mean, sd } = measurement({ unit: "mm", before: { readings: rest, resolution: resolutionMm }, k: 2 }).before;
    const spread = Math.max(sd ?? 0, resolutionMm / 2);
    if (spread > 0 && Math.abs(value.base - mean) > OUTLIER_SD * spread) return i;
  }
  return null;
}

type Kind = (typeof quantityKinds)[ReadingQuantity];

const mm = (v: number): TypedValue => ({ typed: `${v} mm`, base: v });
const inch = (text: string, v: number): TypedValue => ({ typed: text, base: v * 25.4 });

const LENGTH_RESOLUTION: Record<Reading["method"], [metric: TypedValue, inch: TypedValue]> = {
  tape: [mm(1), inch("1/16 in", 1 / 16)],
  calliper: [mm(0.1), inch("0.001 in", 0.001)],
  dial: [mm(0.01), inch("0.001 in", 0.001)],
  angleGauge: [mm(1), inch("1/16 in", 1 / 16)],
  jug: [mm(1), inch("1/16 in", 1 / 16)],
  photo: [mm(1), inch("1/32 in", 1 / 32)],
  byEye: [mm(5), inch("1/4 in", 1 / 4)],
};

/** What an instrument of this shop can resolve, as it would be typed. Common practice, no source. */
export function usualResolution(
  method: Reading["method"],
  system: "metric" | "inch",
  kind: Kind = "length",
): TypedValue {
  if (kind === "angle") return method === "byEye" ? { typed: "2 deg", base: 2 } : { typed: "0.1 deg", base: 0.1 };
  if (kind === "volume") {
    return system === "metric" ? { typed: "0.05 L", base: 0.05 } : { typed: "0.05 qt", base: 0.05 * 0.946352946 };
  }
  return LENGTH_RESOLUTION[method][system === "metric" ? 0 : 1];
}

/** What a quantity is usually taken with. */
export const usualMethod = (quantity: ReadingQuantity): Reading["method"] => {
  switch (quantityKinds[quantity]) {
    case "angle":
      return "angleGauge";
    case "volume":
      return "jug";
    default:
      return quantity === "stopGap" || quantity === "lockoutGap" || quantity === "cableThread" ? "calliper" : "tape";
  }
};

/** About what a reading will be where nothing was read yet, for an instrument that wants to know; base unit. */
export const expectedOf = (view: JobView, m: Measurand): number | null => {
  const twin = view.reading.find((r) => sameMeasurand(r, m));
  return twin ? resultOf(twin).mean : null;
};

const FRACTION = /\d+\s*\/\s*(\d+)/;

/**
 * What a reading can resolve, by the text that was typed: inches by a fraction are read on a tape of sixteenths or of
 * that fraction, millimetres with a decimal to that place. Never coarser than the instrument usually is.
 */
export function resolutionOf(
  typed: string,
  method: Reading["method"],
  system: "metric" | "inch",
  kind: Kind = "length",
): TypedValue {
  const read = parseQuantity(typed, kind, system);
  const unit = read.ok ? read.value.unit : "";
  const own = usualResolution(method, unit === "in" || unit === "ft" ? "inch" : unit ? "metric" : system, kind);
  if (kind !== "length" || !read.ok) return own;
  const below = Number(FRACTION.exec(typed)?.[1] ?? 0);
  if (unit === "in" && below > 0) {
    const finer = Math.max(below, method === "tape" ? 16 : below);
    return 25.4 / finer < own.base ? inch(`1/${finer} in`, 1 / finer) : own;
  }
  const places = /\d[.,](\d+)/.exec(typed)?.[1].length ?? 0;
  const step = unit === "in" ? 25.4 * 10 ** -places : 10 ** -places;
  // A half between two marks is read off a tape, a tenth is not.
  const halves = method === "tape" && unit === "mm" && /[.,]5\b/.test(typed) ? 0.5 : step;
  return places && halves < own.base ? { typed: `${halves / (unit === "in" ? 25.4 : 1)} ${unit}`, base: halves } : own;
}

/** A first reading of something. */
export const firstReading = (
  view: JobView,
  m: Measurand,
  phase: Phase,
  value: TypedValue,
  system: "metric" | "inch",
  takenBy: string | null,
): NewFields<"reading"> => {
  // The same instrument is taken afterwards as before.
  const twin = phase === "after" ? findReading(view.reading, m, "before") : undefined;
  const method = twin?.method ?? usualMethod(m.quantity);
  const kind = quantityKinds[m.quantity];
  const own = resolutionOf(value.typed, method, system, kind);
  // What a person said of the first reading holds for the second, where it was typed to the same place.
  const same = twin && resolutionOf(twin.values[0].typed, method, system, kind).base === own.base;
  return {
    jobId: view.job.id,
    ...m,
    phase,
    values: [value],
    method,
    resolution: (same ? twin.resolution : null) ?? own,
    takenBy,
    takenAt: new Date().toISOString(),
  };
};
