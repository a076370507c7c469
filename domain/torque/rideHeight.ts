import type { LoadWord, TorqueGroup } from "../../contract";
import type { Pass } from "./passes";

/** Why a fastener has to wait: nobody has said what the vehicle is on, or it is not on its wheels. */
export type LoadGate = "notSaid" | "notOnWheels";

/** On its wheels, on the ground or over a pit, and on no stands. */
export const atRideHeight = (load: readonly LoadWord[]): boolean =>
  (load.includes("onWheels") || load.includes("overPit")) && !load.includes("onStands");

/**
 * Whether a fastener that is torqued at ride height has to wait, and why; null where it may be done. Every pass above
 * snug waits: rubber bonded to its sleeve is twisted by the first of them.
 */
export function loadGate(
  group: Pick<TorqueGroup, "loadNeeded">,
  pass: Pick<Pass, "pct" | "targetNm" | "angleDeg">,
  load: readonly LoadWord[],
): LoadGate | null {
  const aboveSnug = pass.pct !== null || pass.targetNm !== null || pass.angleDeg !== null;
  if (group.loadNeeded !== "rideHeight" || !aboveSnug || atRideHeight(load)) return null;
  return load.length ? "notOnWheels" : "notSaid";
}
