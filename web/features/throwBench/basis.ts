import type { DriveKind, Gearbox } from "../../../core";
import { tapeConflict, type TapeConflict, type BenchSetup, exampleGearbox } from "../../../domain";
import type { Taped } from "./Ledger";
import type { Basis } from "./sentence";

/** Whether a gearbox still is the usual one to begin with: no travel of it was entered or taped. */
export const isUsual = (gearbox: Gearbox, kind: DriveKind): boolean =>
  JSON.stringify(gearbox) === JSON.stringify(exampleGearbox(kind));

const guessed = (s: BenchSetup): boolean => s.origin === "estimated" || s.origin === "missing";

/** What the bench's answer is built on where nobody measured it; null where everything was. */
export function basisOf(
  gearbox: Gearbox,
  old: BenchSetup,
  candidate: BenchSetup | null,
  taped: Taped | null,
): Basis | null {
  if (candidate?.origin === "missing") return "unknown";
  if (guessed(old) || (candidate && guessed(candidate))) return "lever";
  // A tape at the old lever that agrees with it has measured the travel too.
  if (!taped && isUsual(gearbox, old.lever.drive.kind)) return "travel";
  return candidate?.origin === "claimed" ? "claimed" : null;
}

/** A taped throw of the old lever that contradicts its figures; nothing where those are estimates anyway. */
export function conflictOf(old: BenchSetup, calculatedMm: number | null, taped: Taped | null): TapeConflict | null {
  if (!taped || calculatedMm === null || guessed(old)) return null;
  return tapeConflict(old.lever, calculatedMm, taped);
}
