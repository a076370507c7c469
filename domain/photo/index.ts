export { barIn, measured, PICK_PX, pointKey, printedSize, sceneIn, sheetFrame } from "./ask";
export { angleBetween, circleDiameter, figurePoint, figuresIn, POINTS_OF } from "./figures";
export { leverFrom, leverPoints, leversIn } from "./levers";
export type { Figure, LeverPart, LeverPoint, PhotoComparison, PhotoLever } from "./levers";
export { pictureUnder, type PictureUnder } from "./under";
