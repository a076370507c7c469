export { generalisedEigen, leastSquares, singularValues, solve, symmetricValues } from "./symmetric";
export type { GeneralisedModes, Rows } from "./symmetric";
export { powers } from "./fft";
