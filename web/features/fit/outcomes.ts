import type { Signature } from "../../../contract";

/** What was done about a pull, in words. */
export const OUTCOME_WORDS: Record<Signature["outcome"], string> = {
  held: "inside its limits",
  redo: "loosened, done again",
  replaced: "fastener replaced",
  accepted: "accepted outside its limits",
};
