export { torqueSequence } from "./torqueSequence";
export type { BoltPattern, TorquePass, TorqueSequenceAnswer, TorqueSequenceInput, TorqueStep } from "./torqueSequence";
export {
  farFrom,
  fastener,
  fastenerFinishes,
  fastenerGrades,
  isInchGrade,
  LARGEST_9_8_MM,
  readThread,
} from "./fastener";
export type { FastenerAnswer, FastenerFinish, FastenerGrade, FastenerInput, Thread } from "./fastener";
export { LEAST_LEVER, leverMm, TOLERANCE_PCT, torqueTool } from "./torqueTool";
export type { TorqueToolAnswer, TorqueToolInput, ToolSpec, ToolVerdict } from "./torqueTool";
export { elastomer } from "./elastomer";
export type { ElastomerAnswer, ElastomerInput, RubberBlock } from "./elastomer";
export { metalNames, metalOf, METALS, pressFit, TEMPER_C } from "./pressFit";
export type { Metal, MetalName, PressFitAnswer, PressFitCase, PressFitInput } from "./pressFit";
