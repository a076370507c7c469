export { torqueSequence } from "./torqueSequence";
export type { BoltPattern, TorquePass, TorqueSequenceAnswer, TorqueSequenceInput, TorqueStep } from "./torqueSequence";
export { elastomer } from "./elastomer";
export type { ElastomerAnswer, ElastomerInput, RubberBlock } from "./elastomer";
export { metalNames, metalOf, METALS, pressFit, TEMPER_C } from "./pressFit";
export type { Metal, MetalName, PressFitAnswer, PressFitCase, PressFitInput } from "./pressFit";
