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
export { lockout } from "./lockout";
export type { LockoutAnswer, LockoutInput } from "./lockout";
export { MOST_PACKS, packsToSearch, shims } from "./shims";
export type { ShimPack, ShimsAnswer, ShimsInput, ShimStock } from "./shims";
export { stops, USUAL_BACK_OFF } from "./stops";
export type { StopsAnswer, StopsInput, StopVerdict } from "./stops";
export { LEAST_WEAR_READINGS, wearTrend, type WearReading, type WearTrend } from "./wear";
