export { beginBy, beginByAll, templateChanges, templateOf, UNSAID_MIN, type Beginning } from "./begin";
export { cautionsOf, factsOf, NO_FACTS } from "./facts";
export {
  canBeOrdered,
  edgesOf,
  impossibleIn,
  ordered,
  isHeld,
  withNeeds,
  type Edge,
  type EdgeWhy,
  type Impossible,
  type OfOrder,
} from "./edges";
export {
  allChoices,
  chosenIn,
  decisionKey,
  effectOf,
  firstChoices,
  workOf,
  type ChoiceEffect,
  type Chosen,
} from "./kind";
export { rechoose, type Rechosen } from "./rechoose";
export { doneOperations, isFree, openAtStep, type StepOpen } from "./doing";
export { loadOperations, unsignedAtLoad, withLoad } from "./loadByHand";
export {
  leftOpen,
  markOf,
  measurandOfStep,
  minutesWorked,
  stepWants,
  fastenerText,
  toAnswer,
  unanswered,
  waitOf,
  type Left,
  type StepWants,
  type ToAnswer,
} from "./left";
export { besideOf, mergeTemplates, stepSource, type MergeConflict } from "./merge";
export { estimateMinutes, minutesRange } from "./minutes";
export { faultsOf, type TemplateFault } from "./mirror";
export {
  brokenNeeds,
  circleOf,
  helperCalls,
  latePieces,
  PLAN_WEIGHTS,
  pickList,
  planQuestion,
  stepsAhead,
  twoMechanics,
  USUAL_HOURS,
  visitsOf,
  waitsOf,
  whyText,
  type BrokenNeed,
  type HelperCall,
  type PickStop,
  type PlannedWait,
  type SharedStep,
  type Visit,
} from "./order";
export {
  leadOf,
  proposeKind,
  proposeKinds,
  proposeTemplates,
  stemOf,
  tiedIn,
  type Because,
  type ProposeInput,
  type Proposal,
} from "./propose";
export {
  changedFastener,
  closedAt,
  closing,
  fastenersAt,
  jobOperations,
  templateStepAdded,
  templateStepGone,
  templateStepWith,
  templateWith,
  tightening,
  withFastener,
  withoutFastener,
  workOfJob,
  workOfTemplate,
  type Closing,
  type EditStep,
  type EditWork,
  type Fastener,
  type FastenerUse,
} from "./editing";
export { OTHERWISE, outCount, type OutCount } from "./otherwise";
