export { readSpecText, type SpecStage, type SpecText, type SpecTextOutcome } from "./specText";
export { judgeReading, passesOf, specOf, type Judgement, type Limits, type Pass, type Spec } from "./passes";
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
