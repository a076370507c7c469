export {
  lockoutOfGates,
  pressFitDanger,
  rodDanger,
  shimVerdict,
  stopsDanger,
  type Danger,
  type GateGap,
  type GatesAnswer,
} from "./dangers";
