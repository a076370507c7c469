export { useComputed, useSpectrum, wavOf, type SpectrumState } from "./vibrations";
export type { SpectrumDrawn, SpectrumRequest } from "./vibrationProtocol";
export type { Solvable } from "./protocol";
export { useSolved, type Solved } from "./useSolved";
