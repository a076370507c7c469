export { MOST_CANDIDATES, jointPlaces, playGains, replaceables, slack } from "./slack";
export type {
  DirectionAnswer,
  JointAnswer,
  JointPlace,
  PlayDirection,
  PlayGains,
  ReplacePlan,
  SlackAnswer,
  SlackFinding,
  SlackInput,
  SlackJoint,
} from "./slack";
export { paretoPlans } from "./replacementPlans";
export type { PlanSet, Replaceable } from "./replacementPlans";
