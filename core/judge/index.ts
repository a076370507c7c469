export { diagnose, oddsPaths } from "./diagnose";
export type { DiagnoseAnswer, DiagnoseInput, Move, NextTest, Observed, Suspect } from "./diagnose";
export { defaultKnowledge, knowledgeFor, likelihood, likelihoodWords } from "./knowledge";
export type {
  Applies,
  BenchTest,
  Fault,
  HowTo,
  Knowledge,
  LayoutOfTable,
  Likelihood,
  LikelihoodWord,
  Observable,
  ShifterOfTable,
  VehicleKind,
} from "./knowledge";
export { learn, type ClosedCase, type LearnAnswer, type LearnInput, type Score } from "./learn";
export { drawCase, seededRandom, walkCase, withTest } from "./rehearse";
export type { RehearsedCase, RehearsedWalk } from "./rehearse";
export { RECORDED_AS, shopStandard } from "./recorded";
export { changesBetween, countChanges, withChanges } from "./shopKnowledge";
export type { KnowledgeChanges } from "./shopKnowledge";
