export { pieceNames, piecesOf } from "./body";
export type { Body, Piece, PieceName } from "./body";
export { gapAt, leastGapOver, SAME_GAP_MM } from "./leastGap";
export { solidOf } from "./shapes";
export type { Obstacle } from "./shapes";
export { nearestPoints } from "./nearest";
export type { Solid } from "./shapes";
