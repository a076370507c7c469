import type { Photo, SheetPhoto } from "../../contract";
import { sheetCamera, type Point, type SheetPoint } from "../../core";
import type { BenchSetup } from "../lever";
import { leverFrame } from "./frame";
import { pointKey, printedSize, sceneIn, sheetFrame } from "./ask";
import type { LeverPart } from "./levers";

/** Half the band of a picture that shows one lever, and how far it goes on beyond pin and knob, mm. */
const ROUND_LEVER_MM = 28;

/** How a flat picture lies under a lever's drawing. */
export interface PictureUnder {
  /** From mm of the sheet as designed to mm of the lever's frame, pivot at nought, x forward and z up: affine. */
  toFrame: (place: SheetPoint) => Point;
  /** What of the picture shows the lever: corners, mm of the sheet as designed. */
  band: SheetPoint[];
}

/**
 * Where the flat picture of a lever lies under its drawing, at true scale: pivot on pivot, knob along knob. A lever
 * above the sheet is shown larger than it is; by the lens that is taken out again. Null where pivot or knob is not
 * clicked.
 */
export function pictureUnder(
  record: SheetPhoto,
  picture: Pick<Photo, "widthPx" | "heightPx">,
  part: LeverPart,
  lever: Pick<BenchSetup["lever"], "knob">,
): PictureUnder | null {
  const scene = sceneIn(record, picture);
  const at = (name: string): SheetPhoto["points"][number] | undefined =>
    record.points.find((p) => pointKey(p.part, p.name) === pointKey(part, name));
  const [pivotPx, knobPx, pinPx] = [at("pivot"), at("knob"), at("pin")];
  if (!scene || !pivotPx || !knobPx) return null;
  const { toPlace } = sheetFrame(record);
  const camera = sheetCamera(scene);
  const share = camera ? record.heights[part] / camera.heightMm : 0;
  /** A place of the sheet's plane, moved to where the part over it lies. */
  const under = (g: SheetPoint): SheetPoint =>
    camera ? { xMm: g.xMm + (camera.over.xMm - g.xMm) * share, yMm: g.yMm + (camera.over.yMm - g.yMm) * share } : g;
  const [pivot, knob] = [under(toPlace(pivotPx)), under(toPlace(knobPx))];
  const frame = leverFrame(pivot, knob, record.front, lever);
  if (!frame) return null;
  const { up } = frame;
  const printed = printedSize(record).widthMm / printedSize({ ...record, barMm: null }).widthMm;
  const designed = (p: SheetPoint): SheetPoint => ({ xMm: p.xMm / printed, yMm: p.yMm / printed });
  const [plainPivot, plainKnob] = [designed(toPlace(pivotPx)), designed(toPlace(knobPx))];
  const plainPin = pinPx ? designed(toPlace(pinPx)) : plainPivot;
  const back = Math.hypot(plainPin.xMm - plainPivot.xMm, plainPin.yMm - plainPivot.yMm) + ROUND_LEVER_MM;
  const ahead = Math.hypot(plainKnob.xMm - plainPivot.xMm, plainKnob.yMm - plainPivot.yMm) + ROUND_LEVER_MM;
  const corner = (along: number, side: number): SheetPoint => ({
    xMm: plainPivot.xMm + up.x * along - up.y * side,
    yMm: plainPivot.yMm + up.y * along + up.x * side,
  });
  return {
    toFrame: (place) => frame.toFrame(under({ xMm: place.xMm * printed, yMm: place.yMm * printed })),
    band: [
      corner(-back, -ROUND_LEVER_MM),
      corner(ahead, -ROUND_LEVER_MM),
      corner(ahead, ROUND_LEVER_MM),
      corner(-back, ROUND_LEVER_MM),
    ],
  };
}
