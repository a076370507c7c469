import type { DriveKind, Gearbox } from "../../../core";
import { exampleGearbox, isGuessed, type BenchSetup } from "../../../domain";
import type { Taped } from "./Ledger";
import type { Basis } from "./sentence";

/** Whether a gearbox still is the usual one to begin with: no travel of it was entered or taped. */
export const isUsual = (gearbox: Gearbox, kind: DriveKind): boolean =>
  JSON.stringify(gearbox) === JSON.stringify(exampleGearbox(kind));

/** What the bench's answer is built on where nobody measured it; null where everything was. */
export function basisOf(
  gearbox: Gearbox,
  old: BenchSetup,
  candidate: BenchSetup | null,
  taped: Taped | null,
): Basis | null {
  if (candidate?.origin === "missing") return "unknown";
  if (isGuessed(old) || (candidate && isGuessed(candidate))) return "lever";
  // A tape at the old lever that agrees with it has measured the travel too.
  if (!taped && isUsual(gearbox, old.lever.drive.kind)) return "travel";
  return candidate?.origin === "claimed" ? "claimed" : null;
}
