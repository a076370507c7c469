import { useRef } from "react";
import type { SheetPoint } from "../../../core";
import { useGrip, type PointerAt } from "../../ui/useGrip";
import type { Bench, Pick } from "./usePhotoBench";
import css from "./photoBench.module.css";

/** The drawing on the usual screen, px: sizes of signs follow from it. */
const SCREEN = { width: 800, height: 416 };

/** A hand sets a place on the screen to so many of its pixels, one standard uncertainty. Common practice, no source. */
export const BY_HAND_PX = 0.6;

/** Units of a drawing to a pixel of the screen. */
export const unitsPerPx = (width: number, height: number): number =>
  Math.max(width / SCREEN.width, height / SCREEN.height);

export type Chosen = { kind: "point"; pick: Pick } | { kind: "corner"; corner: number } | null;

export interface View {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Places in the drawing of where the pointer is. */
export function useLocal() {
  const svg = useRef<SVGSVGElement>(null);
  const local = ({ clientX, clientY }: PointerAt): [number, number] => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return [0, 0];
    const p = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
    return [p.x, p.y];
  };
  return { svg, local };
}

/** A ring with a cross in it, to drag a point by; arrows move it finely. */
export function Sign({
  at,
  k,
  tone,
  label,
  on,
  step,
  local,
  onSelect,
  onMove,
  onCancel,
  onRemove,
}: {
  at: { x: number; y: number };
  /** Units of the drawing to a pixel of the screen. */
  k: number;
  tone: string;
  label: string;
  on: boolean;
  /** How far an arrow key moves it, units of the drawing. */
  step: number;
  local: (e: PointerAt) => [number, number];
  onSelect: () => void;
  onMove: (x: number, y: number, done: boolean, byKey: boolean) => void;
  onCancel: () => void;
  onRemove?: () => void;
}) {
  const bind = useGrip<null, [number, number]>({
    onTake: (pointer) => {
      onSelect();
      const [x, y] = local(pointer);
      return [x - at.x, y - at.y];
    },
    onMove: ([gx, gy], pointer, { done }) => {
      const [x, y] = local(pointer);
      onMove(x - gx, y - gy, done, false);
    },
    onCancel,
  });
  const arm = `M${-11 * k} 0H${-4 * k}M${4 * k} 0H${11 * k}M0 ${-11 * k}V${-4 * k}M0 ${4 * k}V${11 * k}`;
  return (
    <g
      transform={`translate(${at.x} ${at.y})`}
      className={`${css.sign} ${css[tone]}`}
      role="button"
      tabIndex={0}
      aria-pressed={on}
      aria-label={`${label}: drag, or arrows to move`}
      onFocus={onSelect}
      onClick={(e) => e.stopPropagation()}
      onKeyDown={(e) => {
        const moves: Record<string, [number, number]> = {
          ArrowLeft: [-1, 0],
          ArrowRight: [1, 0],
          ArrowUp: [0, -1],
          ArrowDown: [0, 1],
        };
        const move = moves[e.key];
        if (move) {
          e.preventDefault();
          const by = e.shiftKey ? 20 * step : step;
          onMove(at.x + move[0] * by, at.y + move[1] * by, true, true);
        } else if ((e.key === "Delete" || e.key === "Backspace") && onRemove) {
          e.preventDefault();
          onRemove();
        }
      }}
      {...bind(null)}
    >
      <circle r={20 * k} fill="transparent" stroke="none" />
      <circle r={6.5 * k} className={css.halo} strokeWidth={3.6} />
      <path d={arm} className={css.halo} strokeWidth={3.2} />
      <circle r={6.5 * k} className={css.line} strokeWidth={on ? 2.4 : 1.8} />
      <path d={arm} className={css.line} strokeWidth={1.5} />
    </g>
  );
}

/** A word on the picture, with ground behind it. */
export function Word({ x, y, k, tone, children }: { x: number; y: number; k: number; tone: string; children: string }) {
  const width = (children.length * 6.6 + 10) * k;
  return (
    <g transform={`translate(${x} ${y})`} className={`${css.word} ${css[tone]}`} aria-hidden="true">
      <rect x={-width / 2} y={-12.5 * k} width={width} height={17 * k} rx={2 * k} />
      <text textAnchor="middle" fontSize={12 * k}>
        {children}
      </text>
    </g>
  );
}

/** A length drawn beside a lever: along its line, moved aside. */
export function Dimension({
  from,
  to,
  aside,
  k,
  tone,
  text,
}: {
  from: SheetPoint;
  to: SheetPoint;
  /** Signed, units of the drawing, to the right of from-to. */
  aside: number;
  k: number;
  tone: string;
  text: string;
}) {
  const [dx, dy] = [to.xMm - from.xMm, to.yMm - from.yMm];
  const length = Math.hypot(dx, dy);
  if (length < 20 * k) return null;
  const [ux, uy] = [dx / length, dy / length];
  const [nx, ny] = [-uy * aside, ux * aside];
  const [x1, y1, x2, y2] = [from.xMm + nx, from.yMm + ny, to.xMm + nx, to.yMm + ny];
  const head = (x: number, y: number, s: number): string =>
    `M${x} ${y}l${(ux * 8 * s - uy * 3) * k} ${(uy * 8 * s + ux * 3) * k}l${uy * 6 * k} ${-ux * 6 * k}z`;
  return (
    <g className={`${css.dim} ${css[tone]}`} aria-hidden="true">
      <path
        d={`M${from.xMm} ${from.yMm}L${x1 + nx * 0.12} ${y1 + ny * 0.12}M${to.xMm} ${to.yMm}L${x2 + nx * 0.12} ${y2 + ny * 0.12}`}
      />
      <path d={`M${x1} ${y1}L${x2} ${y2}`} strokeWidth="1.3" />
      <path d={head(x1, y1, 1)} className={css.head} />
      <path d={head(x2, y2, -1)} className={css.head} />
      <Word x={(x1 + x2) / 2} y={(y1 + y2) / 2 + 4 * k} k={k} tone={tone}>
        {text}
      </Word>
    </g>
  );
}

/** What is pointed at on a bench's picture. */
export interface CanvasProps {
  bench: Bench;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}
