import type { StepDrawing as Which } from "../../../contract";
import { SHAPES } from "./drawingShapes";
import css from "./drawing.module.css";

const WORDS: Record<Which, [string, string]> = {
  lipInwards: ["Cut through, seen from the rear", "wide lip inwards"],
  dotForward: ["Seen from above", "dot to the front"],
  notchToTab: ["Seen along the axis", "notch to the tab"],
  smallEndProud: ["Cut through the joint", "small end stands proud"],
  flatWasher: ["Seen from the side", "rounded side to the nut"],
  endsToMarks: ["Seen from above", "left to left, at the marks"],
  ringInGroove: ["Cut through the boot", "ring in its groove all round"],
  ringFirst: ["Seen from the side", "ring first, then the knob"],
  lipToOil: ["Cut through the seal", "lip to the oil"],
  arrowsToArms: ["Seen along the shaft", "arrows to the flange arms"],
  leanRearward: ["Seen from the left", "leaned to the rear, then linked"],
  patternStraight: ["Seen from above", "pattern reads straight"],
  pinDepth: ["Cut through the turret", "pin at its old depth"],
  notchInHole: ["Seen from the side", "notch shows through the hole"],
  splinesIn: ["Cut through the arm", "splines in to the collar"],
  plateFlat: ["Seen from the side", "no gap all round"],
  endClicked: ["Cut through the cable end", "clicked on: pull it to be sure"],
};

/** Where orientation decides: one drawing, and what is right in it. */
export function StepDrawing({ which }: { which: Which }) {
  const [title, right] = WORDS[which];
  return (
    <figure className={css.drawing}>
      <figcaption>
        <b>{title}</b> <span className={css.right}>{right}</span>
      </figcaption>
      <svg viewBox="0 0 320 170" role="img" aria-label={`${title}: ${right}`}>
        {SHAPES[which]}
      </svg>
    </figure>
  );
}
