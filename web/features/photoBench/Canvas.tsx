import { useState } from "react";
import { BAR_MM, FLAT_BORDER_MM, measuringSheet, type Pixel, type SheetPoint } from "../../../core";
import { type Figure, type LeverPart } from "../../../domain";
import { useUnits } from "../../format/units";
import type { Pick } from "./usePhotoBench";
import css from "./photoBench.module.css";
import { BY_HAND_PX, Dimension, Sign, unitsPerPx, useLocal, Word, type CanvasProps, type View } from "./signs";

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
