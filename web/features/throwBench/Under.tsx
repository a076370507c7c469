import { FLAT_BORDER_MM, measuringSheet, type Point } from "../../../core";
import { takenAs, OFF_MM, pointsOf, type BenchSetup, type PictureUnder, type PointName } from "../../../domain";
import type { SheetPhoto } from "../../../contract";
import type { Projection } from "./viewport";
import css from "./throwBench.module.css";

/** A photograph of a lever, to lie under its drawing. */
export interface LeverPicture extends PictureUnder {
  href: string;
  sheet: SheetPhoto["sheet"];
}

/** The lever's own photograph at true scale under the drawing of it, turned with the lever. */
export function PictureBelow({
  picture,
  pr,
  pivot,
  angleRad,
}: {
  picture: LeverPicture;
  pr: Projection;
  pivot: Point;
  angleRad: number;
}) {
  const { widthMm, heightMm } = measuringSheet(picture.sheet);
  const [c, s] = [Math.cos(angleRad), Math.sin(angleRad)];
  const onScreen = (xMm: number, yMm: number): [number, number] => {
    const p = picture.toFrame({ xMm, yMm });
    return [pr.x(pivot.xMm + p.xMm * c - p.zMm * s), pr.y(pivot.zMm + p.xMm * s + p.zMm * c)];
  };
  const [e, f] = onScreen(0, 0);
  const [ax, bx] = onScreen(1, 0);
  const [cx, dx] = onScreen(0, 1);
  const id = `under-${picture.href.length}-${picture.band[0].xMm.toFixed(0)}-${picture.band[0].yMm.toFixed(0)}`;
  return (
    <g transform={`matrix(${ax - e} ${bx - f} ${cx - e} ${dx - f} ${e} ${f})`} className={css.below}>
      <clipPath id={id}>
        <polygon points={picture.band.map((p) => `${p.xMm},${p.yMm}`).join(" ")} />
      </clipPath>
      <image
        clipPath={`url(#${id})`}
        href={picture.href}
        x={-FLAT_BORDER_MM}
        y={-FLAT_BORDER_MM}
        width={widthMm + 2 * FLAT_BORDER_MM}
        height={heightMm + 2 * FLAT_BORDER_MM}
        preserveAspectRatio="none"
      />
    </g>
  );
}

/** Bands under this are not worth their ink, px. */
const LEAST_PX = 2.5;

const FAR: readonly PointName[] = ["joint", "anchor"];

/** How far off each point of a lever may be, by how it was taken: a ring of that size round it, at scale. */
export function DoubtBands({
  setup,
  pr,
  at,
  tone,
}: {
  setup: BenchSetup;
  pr: Projection;
  /** Where a point is drawn now. */
  at: (name: PointName) => Point;
  tone: "old" | "cand";
}) {
  return pointsOf(setup.lever).flatMap(({ name }) => {
    const point = name === "knob" || name === "pin" ? name : FAR.includes(name) ? "far" : null;
    if (!point) return [];
    const r = OFF_MM[takenAs(setup, point)] * pr.scale;
    const { xMm, zMm } = at(name);
    return r < LEAST_PX
      ? []
      : [<circle key={name} className={`${css.doubt} ${tone}`} cx={pr.x(xMm)} cy={pr.y(zMm)} r={r} />];
  });
}
