import { isRefusal, readJsonBytes, type RefusalCode } from "../../contract";
import { answer } from "../../models";

/** An answer as it is sent, and why it is a refusal, where it is one. */
export interface JsonAnswer {
  json: string;
  refused: RefusalCode | null;
}

/** Reads a question, answers it and writes the answer: all that may take long is in here. */
export function answerJson(model: string, question: Uint8Array): JsonAnswer {
  const read = readJsonBytes(question);
  const output = read.ok ? answer(model, read.value) : read.refusal;
  return { json: JSON.stringify(output), refused: isRefusal(output) ? output.error.code : null };
}
