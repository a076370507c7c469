import { expose } from "comlink";
import {
  asked,
  checkClearance,
  checkGated,
  checkNotch,
  checkShims,
  clearanceInput,
  gatedInput,
  notchInput,
  shimsInput,
} from "../../contract";
import { clearance, gatedLinkage, notch, shims } from "../../core";
import type { Solvable, Solver } from "./protocol";

const solvers = {
  shims: asked(shimsInput, checkShims, shims),
  gatedLinkage: asked(gatedInput, checkGated, gatedLinkage),
  clearance: asked(clearanceInput, checkClearance, clearance),
  notch: asked(notchInput, checkNotch, notch),
};

const solver: Solver = {
  solve: <N extends keyof Solvable>(name: N, input: unknown) =>
    solvers[name](input) as ReturnType<Solver["solve"]> as never,
};

expose(solver);
