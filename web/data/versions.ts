import { formatNumber } from "../../core";

/** One thing in which two versions of a record differ, in words. */
export interface Difference {
  field: string;
  yours: string;
  theirs: string;
}

/** What the program keeps for itself and nobody chooses between. */
const HIDDEN = new Set(["id", "version", "createdAt", "updatedAt", "deletedAt", "jobId", "vehicleId"]);

/** Units at the end of a field's name, as they are written. */
const UNITS: [RegExp, string][] = [
  [/NPerMm$/, "N/mm"],
  [/Mm$/, "mm"],
  [/Deg$/, "°"],
  [/Nm$/, "N m"],
  [/Kg$/, "kg"],
  [/Km$/, "km"],
  [/Kmh$/, "km/h"],
  [/Rpm$/, "rpm"],
  [/Pct$/, "%"],
  [/Db$/, "dB"],
  [/Hz$/, "Hz"],
];

/** "claimedReductionPct" is read "claimed reduction, %". */
export function fieldWords(name: string): string {
  const unit = UNITS.find(([end]) => end.test(name));
  const plain = unit ? name.replace(unit[0], "") : name;
  const words = plain
    .replace(/([a-z\d])([A-Z])/g, "$1 $2")
    .toLowerCase()
    .trim();
  return [words, unit?.[1]].filter(Boolean).join(", ");
}

const shown = (value: unknown): string => {
  if (value === null || value === undefined || value === "") return "empty";
  if (typeof value === "number") return formatNumber(value, Number.isInteger(value) ? 0 : 2);
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.length ? `${value.length} in the list` : "empty";
  return typeof value === "object" ? "set" : String(value);
};

const isPart = (value: unknown): value is Record<string, unknown> => typeof value === "object" && value !== null;

/** A piece of a list goes by its name where it has one, else by its place. */
const pieceName = (piece: unknown, key: string, inList: boolean): string => {
  if (!inList) return fieldWords(key);
  const named = isPart(piece) ? (piece.name ?? piece.gear ?? piece.text) : null;
  return typeof named === "string" && named ? named : `no. ${Number(key) + 1}`;
};

function within(yours: unknown, theirs: unknown, path: string[]): Difference[] {
  if (JSON.stringify(yours) === JSON.stringify(theirs)) return [];
  const typed = [yours, theirs].map((v) => (isPart(v) && typeof v.typed === "string" ? v.typed : null));
  const inside = isPart(yours) && isPart(theirs) && Array.isArray(yours) === Array.isArray(theirs);
  if (typed.some((t) => t !== null) || !inside) {
    const [a, b] = [yours, theirs].map((v, i) => typed[i] ?? shown(v));
    return a === b ? [] : [{ field: path.join(": "), yours: a, theirs: b }];
  }
  const keys = [...new Set([...Object.keys(yours), ...Object.keys(theirs)])];
  return keys.flatMap((k) =>
    within(yours[k], theirs[k], [...path, pieceName(yours[k] ?? theirs[k], k, Array.isArray(yours))]),
  );
}

/**
 * In what a write differs from the record as it now is, down to the figures, so that a person can choose. `yours`
 * holds only what was written. What is typed and what was understood of it stand as one.
 */
export const differences = (yours: Record<string, unknown>, theirs: Record<string, unknown>): Difference[] =>
  Object.keys(yours)
    .filter((k) => !HIDDEN.has(k))
    .flatMap((k) => within(yours[k], theirs[k], [fieldWords(k)]));
