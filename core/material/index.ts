export { torqueSequence } from "./torqueSequence";
export type { BoltPattern, TorquePass, TorqueSequenceAnswer, TorqueSequenceInput, TorqueStep } from "./torqueSequence";
