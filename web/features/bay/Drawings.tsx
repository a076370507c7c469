import type { StepDrawing as Which } from "../../../contract";
import { DRAWING_WORDS } from "../../format/stepWords";
import { SHAPES } from "./drawingShapes";
import css from "./drawing.module.css";

/** Where orientation decides: one drawing, and what is right in it. */
export function StepDrawing({ which }: { which: Which }) {
  const [title, right] = DRAWING_WORDS[which];
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
