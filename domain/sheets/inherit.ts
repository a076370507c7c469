import type { SpecLine, Vehicle } from "../../contract";
import { appliesTo, type Applies } from "./applies";

/** A value as it counts for one vehicle, and where it comes from. */
export interface VehicleLine {
  line: SpecLine;
  from: "sheet" | "overridden" | "own";
  /** The sheet's line that it replaces. */
  instead: SpecLine | null;
  applies: Applies;
}

/**
 * What counts for a vehicle: its sheet's lines, those it overrides replaced, and its own after them. An override of
 * a line that the sheet no longer has goes on as the vehicle's own.
 */
export function linesFor(
  vehicle: Vehicle,
  sheetLines: readonly SpecLine[],
  ownLines: readonly SpecLine[],
): VehicleLine[] {
  const over = new Map(ownLines.flatMap((l) => (l.overrides ? [[l.overrides, l] as const] : [])));
  const known = new Set(sheetLines.map((l) => l.id));
  const made = (line: SpecLine, from: VehicleLine["from"], instead: SpecLine | null): VehicleLine => ({
    line,
    from,
    instead,
    applies: appliesTo(line, vehicle),
  });
  return [
    ...sheetLines.map((l) => {
      const own = over.get(l.id);
      return own ? made(own, "overridden", l) : made(l, "sheet", null);
    }),
    ...ownLines.filter((l) => !l.overrides || !known.has(l.overrides)).map((l) => made(l, "own", null)),
  ];
}

/** How many of a vehicle's values come from where. */
export function countFrom(lines: readonly VehicleLine[]): Record<VehicleLine["from"], number> {
  const counts = { sheet: 0, overridden: 0, own: 0 };
  for (const l of lines) counts[l.from] += 1;
  return counts;
}
