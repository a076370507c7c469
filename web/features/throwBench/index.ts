export { localBench, type LocalBench } from "./localBench";
export { FitKey } from "./FitKey";
export type { LeverPicture } from "./Under";
export type { Taped } from "./Ledger";
export { ThrowBench } from "./ThrowBench";
