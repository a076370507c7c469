import { expose } from "comlink";
import {
  validated,
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
  shims: validated(shimsInput, checkShims, shims),
  gatedLinkage: validated(gatedInput, checkGated, gatedLinkage),
  clearance: validated(clearanceInput, checkClearance, clearance),
  notch: validated(notchInput, checkNotch, notch),
};

const solver: Solver = {
  solve: <N extends keyof Solvable>(name: N, input: unknown) =>
    solvers[name](input) as ReturnType<Solver["solve"]> as never,
};

expose(solver);
