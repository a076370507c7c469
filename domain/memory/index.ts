export { lastVisit, shopVisits, type ShopVisit, type VisitReading } from "./visits";
export { claimsLedger, type KitJob, type KitLine, type Ledger } from "./claims";
export {
  casesOf,
  learnedLines,
  tableBefore,
  verifiedCause,
  withLearned,
  type Learned,
  type LearnedLine,
} from "./cases";
export { kmOn, wearLines, type WearLine, type WearPoint } from "./wear";
export { timesOf, type StepTimes, type TemplateTimes } from "./times";
export { overDistance, type AtDistance, type OverDistance } from "./overDistance";
