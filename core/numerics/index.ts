export { generalisedEigen, leastSquares, singularValues, solve, symmetricValues } from "./linearAlgebra";
export type { GeneralisedModes, Rows } from "./linearAlgebra";
export { powers } from "./fft";
