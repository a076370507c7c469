import { useRef, useState } from "react";
import { BAR_MM, FLAT_BORDER_MM, measuringSheet, type Pixel, type SheetPoint } from "../../../core";
import { type Figure, type LeverPart } from "../../../domain";
import { useUnits } from "../../format/units";
import { useGrip, type PointerAt } from "../../ui/useGrip";
import type { Bench, Pick } from "./usePhotoBench";
import css from "./photoBench.module.css";

/** The drawing on the usual screen, px: sizes of signs follow from it. */
const SCREEN = { width: 800, height: 416 };

/** A hand sets a place on the screen to so many of its pixels, one standard uncertainty. Common practice, no source. */
const BY_HAND_PX = 0.6;

/** Units of a drawing to a pixel of the screen. */
const unitsPerPx = (width: number, height: number): number => Math.max(width / SCREEN.width, height / SCREEN.height);

export type Chosen = { kind: "point"; pick: Pick } | { kind: "corner"; corner: number } | null;

interface View {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Places in the drawing of where the pointer is. */
function useLocal() {
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
function Sign({
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
function Word({ x, y, k, tone, children }: { x: number; y: number; k: number; tone: string; children: string }) {
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
function Dimension({
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

/** The picture laid flat, in mm of the sheet: points to set and drag, lengths drawn on it, one lever over the other. */
export function FlatCanvas({
  bench,
  chosen,
  onChoose,
  next,
  mix,
}: CanvasProps & {
  /** What a click sets. */
  next: Pick | null;
  /** How much of the new lever is laid over the old one, 0 to 1. */
  mix: number;
}) {
  const { live, frame, levers, flatAddress } = bench;
  const units = useUnits();
  const { svg, local } = useLocal();
  const [loaded, setLoaded] = useState("");
  if (!live || !frame || !flatAddress) return null;
  const sheet = measuringSheet(live.sheet);
  // The picture is that of the sheet as designed; what was printed larger or smaller is measured so.
  const printed = live.barMm === null ? 1 : live.barMm / BAR_MM;
  const view: View = {
    x: -FLAT_BORDER_MM,
    y: -FLAT_BORDER_MM,
    width: sheet.widthMm + 2 * FLAT_BORDER_MM,
    height: sheet.heightMm + 2 * FLAT_BORDER_MM,
  };
  const k = unitsPerPx(view.width, view.height);
  const placeOf = (p: Pixel): SheetPoint => {
    const { xMm, yMm } = frame.toPlace(p);
    return { xMm: xMm / printed, yMm: yMm / printed };
  };
  const pixelAt = (x: number, y: number): Pixel => frame.toPixel({ xMm: x * printed, yMm: y * printed });
  /** How far off a place is that was set by hand on this screen: half a pixel of it or so, in pixels of the picture. */
  const byHand = (): number => {
    const [a, b] = [frame.toPixel({ xMm: 0, yMm: 0 }), frame.toPixel({ xMm: 1, yMm: 0 })];
    const screen = svg.current?.getScreenCTM()?.a ?? 0;
    return screen > 0 ? (BY_HAND_PX * Math.hypot(b.xPx - a.xPx, b.yPx - a.yPx)) / screen : 1;
  };
  const set = (x: number, y: number): void => {
    if (!next) return;
    bench.place(next, pixelAt(x, y), true, byHand());
    onChoose({ kind: "point", pick: next });
  };
  const at = (part: LeverPart, name: string): SheetPoint | null => {
    const p = bench.pixelOf({ part, name });
    return p && placeOf(p);
  };
  const [oldPivot, oldKnob, newPivot, newKnob] = [
    at("old", "pivot"),
    at("old", "knob"),
    at("new", "pivot"),
    at("new", "knob"),
  ];
  const over = oldPivot && oldKnob && newPivot && newKnob ? overlay(oldPivot, oldKnob, newPivot, newKnob) : null;
  const image = (
    <image
      href={flatAddress}
      onLoad={() => setLoaded(flatAddress)}
      onError={() => setLoaded(flatAddress)}
      x={view.x}
      y={view.y}
      width={view.width}
      height={view.height}
      preserveAspectRatio="none"
    />
  );
  const dims = (["old", "new"] as const).flatMap((part) =>
    (["pin", "knob"] as const).flatMap((name) => {
      const [from, to] = [at(part, "pivot"), at(part, name)];
      const figure: Figure | null = levers?.[part][name === "pin" ? "pinMm" : "knobMm"] ?? null;
      if (!from || !to || !figure) return [];
      // Both of a lever on the same side of it, whichever way it lies.
      const aside = (name === "pin" ? -1 : 1) * 42 * k;
      return [
        <Dimension
          key={`${part} ${name}`}
          from={from}
          to={to}
          aside={aside}
          k={k}
          tone={part}
          text={units.bare(figure.value, "length")}
        />,
      ];
    }),
  );
  return (
    <svg
      ref={svg}
      className={next ? `${css.canvas} ${css.setting}` : css.canvas}
      viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
      role="group"
      tabIndex={next ? 0 : -1}
      aria-label={
        next
          ? `The picture laid flat. Click the ${next.name}, or Enter to set it in the middle`
          : "The picture laid flat"
      }
      onClick={(e) => {
        if (next) set(...local(e));
        else onChoose(null);
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter" && next && e.target === svg.current) set(sheet.widthMm / 2, sheet.heightMm / 2);
      }}
    >
      {image}
      {over && mix > 0 && (
        <>
          <clipPath id="pb-new">
            <path d={over.outline} />
          </clipPath>
          <g transform={over.transform} opacity={mix}>
            <g clipPath="url(#pb-new)">{image}</g>
          </g>
        </>
      )}
      {loaded !== flatAddress && (
        <text
          x={sheet.widthMm / 2}
          y={sheet.heightMm * 0.06}
          fontSize={15 * k}
          textAnchor="middle"
          className={css.laying}
        >
          Laying the picture flat…
        </text>
      )}
      {dims}
      {live.points.map((p) => {
        const { xMm: x, yMm: y } = placeOf(p);
        const pick: Pick = { part: p.part, name: p.name };
        const on = chosen?.kind === "point" && chosen.pick.part === p.part && chosen.pick.name === p.name;
        return (
          <g key={`${p.part} ${p.name}`}>
            <Word x={x} y={y - 18 * k} k={k} tone={p.part}>
              {p.name}
            </Word>
            <Sign
              at={{ x, y }}
              k={k}
              tone={p.part}
              label={`${p.name}, ${p.part === "other" ? "measured also" : `${p.part} lever`}`}
              on={on}
              step={0.1}
              local={local}
              onSelect={() => onChoose({ kind: "point", pick })}
              onMove={(px, py, done, byKey) => bench.place(pick, pixelAt(px, py), done, byKey ? 1 : byHand())}
              onCancel={bench.letGo}
              onRemove={() => {
                onChoose(null);
                bench.take(pick);
              }}
            />
          </g>
        );
      })}
    </svg>
  );
}

/** Room round a lever that is laid over another, mm: a knob is about so thick. */
const ROUND_LEVER_MM = 26;

/** Lays the new lever on the old one, pivot on pivot, knob along knob; and what of the picture is the new lever. */
function overlay(oldPivot: SheetPoint, oldKnob: SheetPoint, newPivot: SheetPoint, newKnob: SheetPoint) {
  const heading = (a: SheetPoint, b: SheetPoint): number => Math.atan2(b.yMm - a.yMm, b.xMm - a.xMm);
  const turn = heading(oldPivot, oldKnob) - heading(newPivot, newKnob);
  const length = Math.hypot(newKnob.xMm - newPivot.xMm, newKnob.yMm - newPivot.yMm) || 1;
  const [ux, uy] = [(newKnob.xMm - newPivot.xMm) / length, (newKnob.yMm - newPivot.yMm) / length];
  // Beyond the pivot stands the pin, beyond the knob its own half.
  const [back, ahead] = [length * 0.6, length + ROUND_LEVER_MM + 8];
  const corner = (along: number, side: number): string =>
    `${newPivot.xMm + ux * along - uy * side} ${newPivot.yMm + uy * along + ux * side}`;
  const r = ROUND_LEVER_MM;
  return {
    transform: `translate(${oldPivot.xMm} ${oldPivot.yMm}) rotate(${(turn * 180) / Math.PI}) translate(${-newPivot.xMm} ${-newPivot.yMm})`,
    outline: `M${corner(-back, -r)}L${corner(ahead, -r)}L${corner(ahead, r)}L${corner(-back, r)}Z`,
  };
}

/** What is pointed at on a bench's picture. */
export interface CanvasProps {
  bench: Bench;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

/** The picture as it was taken, to drag the sheet's corners on. */
export function TakenCanvas({ bench, chosen, onChoose }: CanvasProps) {
  const { live, photo, wholeAddress } = bench;
  const { svg, local } = useLocal();
  if (!live || !photo || !wholeAddress) return null;
  const k = unitsPerPx(photo.widthPx, photo.heightPx);
  const corners = live.corners;
  return (
    <svg
      ref={svg}
      className={css.canvas}
      viewBox={`0 0 ${photo.widthPx} ${photo.heightPx}`}
      role="group"
      aria-label="The picture as it was taken"
    >
      <image href={wholeAddress} width={photo.widthPx} height={photo.heightPx} />
      {corners.length === 4 && (
        <path
          d={`M${corners.map((c) => `${c.xPx} ${c.yPx}`).join("L")}Z`}
          className={css.outline}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {corners.map((c, i) => (
        <g key={i}>
          <Word x={c.xPx} y={c.yPx - 18 * k} k={k} tone="new">
            {`corner ${i + 1}`}
          </Word>
          <Sign
            at={{ x: c.xPx, y: c.yPx }}
            k={k}
            tone="new"
            label={`corner ${i + 1} of the sheet`}
            on={chosen?.kind === "corner" && chosen.corner === i}
            step={0.1}
            local={local}
            onSelect={() => onChoose({ kind: "corner", corner: i })}
            onMove={(x, y, done) => bench.corner(i, { xPx: x, yPx: y }, done)}
            onCancel={bench.letGo}
          />
        </g>
      ))}
    </svg>
  );
}
