import type { Reading } from "../../contract";

/** A cable's thread past its nut, mm, before it came off and now that it is back; null: not measured yet. */
export interface CableMark {
  name: string;
  end: "leftHand" | "rightHand";
  pitchMm: number;
  beforeMm: number;
  afterMm: number | null;
}

export interface CableMarksFields {
  cables: CableMark[];
  by: "length" | "threads";
}

/** Less than this, mm, is read as the same place. */
export const SAME_MARK_MM = 0.05;

const cable = (name: string, beforeMm: number): CableMark => ({
  name,
  end: "rightHand",
  pitchMm: 1,
  beforeMm,
  afterMm: null,
});

export const beginCableMarks = (): CableMarksFields => ({
  by: "length",
  cables: [cable("Left cable", 12), cable("Right cable", 9.5)],
});

const meanOf = ({ values }: Pick<Reading, "values">): number =>
  values.reduce((sum, v) => sum + v.base, 0) / values.length;

/**
 * The marks that were read in the job, a cable for each place they were read at; null where there are none. What was
 * read once is not typed again.
 */
export function cableMarksOf(
  readings: readonly Pick<Reading, "quantity" | "phase" | "place" | "values">[],
): CableMarksFields | null {
  const marks = readings.filter((r) => r.quantity === "cableThread" && r.values.length > 0);
  const before = marks.filter((r) => r.phase === "before");
  if (!before.length) return null;
  return {
    by: "length",
    cables: before.slice(0, 8).map((r, i) => {
      const now = marks.find((m) => m.phase === "after" && (m.place ?? "") === (r.place ?? ""));
      const place = (r.place ?? "").trim();
      const name = place
        ? place.charAt(0).toUpperCase() + place.slice(1)
        : before.length > 1
          ? `Cable ${i + 1}`
          : "Cable";
      return { ...cable(name, meanOf(r)), afterMm: now ? meanOf(now) : null };
    }),
  };
}

/** The list with one cable more at its end. */
export const oneCableMore = (cables: readonly CableMark[]): CableMark[] => [
  ...cables,
  cable(`Cable ${cables.length + 1}`, 10),
];

/** Two cables whose figures fit crosswise better than straight were most likely put back on each other's place. */
export function changedOver(cables: readonly CableMark[]): [string, string] | null {
  for (const [i, a] of cables.entries()) {
    for (const b of cables.slice(i + 1)) {
      if (a.afterMm === null || b.afterMm === null) continue;
      // Threads of another pitch or hand do not go onto each other's nuts.
      if (a.pitchMm !== b.pitchMm || a.end !== b.end) continue;
      const straight = Math.abs(a.afterMm - a.beforeMm) + Math.abs(b.afterMm - b.beforeMm);
      const crossed = Math.abs(a.afterMm - b.beforeMm) + Math.abs(b.afterMm - a.beforeMm);
      if (crossed < straight - 0.5) return [a.name, b.name];
    }
  }
  return null;
}

/**
 * How a cable's nut is to be turned so that its thread stands out as before: how much thread is missing, mm (negative:
 * there is too much), turns to the nearest eighth, and which way the nut turns. Null: not measured yet, or in its place.
 */
export function nutTurn(c: CableMark): { offMm: number; turns: number; way: "clockwise" | "anticlockwise" } | null {
  if (c.afterMm === null) return null;
  const offMm = c.beforeMm - c.afterMm;
  if (Math.abs(offMm) < SAME_MARK_MM) return null;
  return {
    offMm,
    turns: Math.round((Math.abs(offMm) / c.pitchMm) * 8) / 8,
    // More thread out: a right-hand nut runs down the thread, away from its end, clockwise.
    way: offMm > 0 === (c.end === "rightHand") ? "clockwise" : "anticlockwise",
  };
}
