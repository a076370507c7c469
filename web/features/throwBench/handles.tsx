import type { Point } from "../../../core";
import { useGrip, type PointerAt } from "../../ui/useGrip";
import type { Units } from "./overlays";
import type { Projection, Size } from "./viewport";
import css from "./throwBench.module.css";

/** A square to drag a point by; a finger finds it 44 px wide. */
export function Handle({
  id,
  label,
  at,
  pr,
  on,
  onSelect,
  onDrag,
  onCancel,
  toLocal,
}: {
  id: string;
  label: string;
  at: Point;
  pr: Projection;
  on: boolean;
  onSelect: () => void;
  onDrag: (x: number, y: number, fine: boolean, done: boolean) => void;
  /** The drag was taken away by the system: everything is where it was. */
  onCancel: () => void;
  toLocal: (e: PointerAt) => [number, number];
}) {
  const [x, y] = [pr.x(at.xMm), pr.y(at.zMm)];
  const bind = useGrip<void, [number, number]>({
    onTake: (from) => {
      onSelect();
      const [px, py] = toLocal(from);
      return [px - x, py - y];
    },
    onMove: ([gx, gy], to, { fine, done }) => {
      const [px, py] = toLocal(to);
      onDrag(px - gx, py - gy, fine, done);
    },
    onCancel,
  });
  return (
    <g
      data-point={id}
      className={on ? `${css.hnd} ${css.sel}` : css.hnd}
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-label={`${label}: drag, or arrows to move`}
      aria-pressed={on}
      onFocus={onSelect}
      {...bind()}
    >
      <circle r="22" fill="transparent" />
      {on && <rect x="-8.5" y="-8.5" width="17" height="17" className={css.hring} />}
      <rect x={on ? -5.5 : -4} y={on ? -5.5 : -4} width={on ? 11 : 8} height={on ? 11 : 8} className={css.sq} />
    </g>
  );
}

/** What the selected point is at, in both units, on a leader. */
export function Callout({
  pr,
  size,
  at,
  name,
  own,
  units,
  held,
}: {
  pr: Projection;
  size: Size;
  at: Point;
  name: string;
  own: Point;
  units: Units;
  held: string | null;
}) {
  const [x, y] = [pr.x(at.xMm), pr.y(at.zMm)];
  const w = 204;
  const h = 44;
  // Above the pivot the dimensions stand to the left, below it the rod runs to the right.
  const toRight = own.zMm >= 0 ? x + 34 + w < size.width : x - w - 26 < 32;
  const left = toRight ? x + 34 : x - w - 26;
  const top = Math.min(Math.max(y - 8, 52), size.height - h - 34);
  const side = own.zMm >= 0 ? "up" : "down";
  const along = own.xMm >= 0 ? "forward" : "back";
  return (
    <g className={css.callout} pointerEvents="none">
      <path d={`M${x} ${y}L${left < x ? left + w : left} ${top + h / 2}`} className="lead" />
      <rect x={left} y={top} width={w} height={h} className={css.fbox} />
      <text x={left + 8} y={top + 17} className="cap b">
        {name}
      </text>
      <text x={left + w - 8} y={top + 17} textAnchor="end" className={css.val}>
        {units.show(Math.abs(own.zMm), "length")} {side}
      </text>
      <text x={left + 8} y={top + 35} className={css.und}>
        {held ? `held: ${held}` : `= ${units.other(Math.abs(own.zMm), "length")}`}
      </text>
      <text x={left + w - 8} y={top + 35} textAnchor="end" className={css.und}>
        {held ? "" : `${units.show(Math.abs(own.xMm), "length")} ${along}`}
      </text>
    </g>
  );
}
