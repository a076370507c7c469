export { FitKey } from "./FitKey";
export type { Taped } from "./Ledger";
export { ThrowBench } from "./ThrowBench";
