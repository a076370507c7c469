import type { ClearanceAnswer, GatedAnswer, NotchAnswer, ShimsAnswer } from "../../core";
import type { Refusal } from "../../contract";

/** What can be worked out beside the screen, and what each answers. */
export interface Solvable {
  shims: ShimsAnswer;
  gatedLinkage: GatedAnswer;
  clearance: ClearanceAnswer;
  notch: NotchAnswer;
}

/** What the screen may call in the worker. Types only: both ends import it. */
export interface Solver {
  solve<N extends keyof Solvable>(name: N, input: unknown): Solvable[N] | Refusal;
}
