import { quantityKinds, type SheetSetting, type SpecLine, type Vehicle } from "../../contract";
import { parseQuantity, type UnitSystem } from "../../core";
import type { Measurand } from "../readings";
import { linesFor } from "./inherit";
import { sourceText, stateOf } from "./value";

/** Which setting of a sheet says what a quantity should be. */
const SETTING_OF: Partial<Record<Measurand["quantity"], SheetSetting>> = {
  knobHeight: "knobHeight",
  mountHeight: "mountHeight",
  stopGap: "stopGap",
  lockoutGap: "lockoutGap",
  jointAngle: "jointLimit",
  cableThread: "cableMark",
};

/** What the book gives for a quantity: as it is written, in mm or degrees where it can be read, and who says so. */
export interface BookSetting {
  typed: string;
  /** Both ends, the same where one value is given; null where it cannot be read. */
  range: { least: number; most: number } | null;
  source: string;
  /** A joint angle is a limit, everything else a value to be met. */
  limit: boolean;
}

const plain = (s: string): string => s.trim().toLowerCase();

/**
 * The book's value for one thing to be measured: of the vehicle's lines that apply, decided and not in dispute. Of
 * several settings of one kind the one counts whose name or place the measured place has; null where none or more
 * than one does.
 */
export function bookSetting(
  vehicle: Vehicle,
  sheetLines: readonly SpecLine[],
  ownLines: readonly SpecLine[],
  of: Measurand,
  system: UnitSystem = "metric",
): BookSetting | null {
  const what = SETTING_OF[of.quantity];
  if (!what) return null;
  const lines = linesFor(vehicle, sheetLines, ownLines)
    .filter(({ line, applies }) => line.kind === "setting" && line.setting?.what === what && applies.answer !== "no")
    .map(({ line }) => line);
  const place = plain(of.place ?? "");
  const named = place ? lines.filter((l) => plain(l.place).includes(place) || plain(l.name).includes(place)) : lines;
  if (named.length !== 1) return null;
  const state = stateOf(named[0]);
  if (state.kind !== "known") return null;
  const kind = quantityKinds[of.quantity];
  const read = kind === "volume" ? null : parseQuantity(state.source.typed, kind, system);
  return {
    typed: state.source.typed,
    range: read?.ok ? { least: read.value.min, most: read.value.max } : null,
    source: sourceText(state.source),
    limit: what === "jointLimit",
  };
}

/** How a reading compares with the book: "within", or by how much more or less, base units, beyond its uncertainty. */
export function againstBook(
  book: BookSetting,
  read: { mean: number; expanded: number },
): { off: "within" | "more" | "less"; by: number } | null {
  if (!book.range) return null;
  const over = read.mean - book.range.most;
  const under = book.limit ? 0 : book.range.least - read.mean;
  if (over > read.expanded) return { off: "more", by: over };
  if (under > read.expanded) return { off: "less", by: under };
  return { off: "within", by: 0 };
}
