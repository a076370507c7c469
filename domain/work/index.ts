export { beginBy, beginByAll, templateChanges, NO_FACTS, templateOf, UNSAID_MIN, type Beginning } from "./begin";
export { doneOperations, isFree, openAtStep, type StepOpen } from "./doing";
export { loadOperations, unsignedAtLoad, withLoad } from "./loadByHand";
export {
  leftOpen,
  markOf,
  measurandOfStep,
  minutesWorked,
  stepWants,
  toAnswer,
  unanswered,
  waitOf,
  type Left,
  type StepWants,
  type ToAnswer,
} from "./left";
export { besideOf, mergeTemplates, stepSource, type MergeConflict } from "./merge";
export { estimateMinutes } from "./minutes";
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
  type HelperCall,
  type PickStop,
  type PlannedWait,
  type SharedStep,
  type Visit,
} from "./order";
export { proposeTemplates, type Proposal } from "./propose";
