export { readSpecText, sameRounded, type SpecStage, type SpecText, type SpecTextOutcome } from "./specText";
export {
  judgeReading,
  judgeSigned,
  passesOf,
  specOf,
  type Judged,
  type Judgement,
  type Limits,
  type Pass,
  type Spec,
  type TurnLimits,
} from "./passes";
export {
  countsOf,
  isGroupDone,
  progressOf,
  strandedSignatures,
  wasOutside,
  type Progress,
  type Step,
} from "./progress";
export { atRideHeight, loadGate, type LoadGate } from "./rideHeight";
export * from "./passNames";
export {
  proofOf,
  reachOf,
  recheckOf,
  toolsFor,
  wrenchSetting,
  type Recheck,
  type WrenchReach,
  type WrenchSetting,
} from "./wrench";
export { boltsText, signedRuns, type SignedGroup, type SignedHow, type SignedRun } from "./signedRuns";
export { lacksSource, withSpec } from "./spec";
export {
  comesDown,
  heldAt,
  isToFind,
  loadAfter,
  momentAt,
  momentOf,
  unsignedAt,
  type Moment,
  type Unsigned,
} from "./holds";
