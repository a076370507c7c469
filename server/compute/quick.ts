/**
 * Models whose largest legal question of this size is answered in a few milliseconds: they are answered where they
 * come in, as a thread takes longer to be handed the question.
 */
const QUICK: ReadonlySet<string> = new Set([
  "lever",
  "compare",
  "stops",
  "lockout",
  "rod",
  "elastomer",
  "pressFit",
  "fastener",
  "torqueTool",
  "torqueSequence",
  "torqueText",
  "measurement",
  "service",
]);
const QUICK_BYTES = 16 * 1024;

export const isQuick = (model: string, bytes: number): boolean => QUICK.has(model) && bytes <= QUICK_BYTES;
