import { memo } from "react";
import type { Gearbox, LeverAnswer } from "../../../core";
import { gearShort } from "../../format/words";
import css from "./throwBench.module.css";

export interface Gate {
  seats: Seat[];
  gates: number;
}

interface Seat {
  gear: string;
  x: number;
  y: number;
}

/** Gates side by side: closer together where there are many, so that they stay on the pad. */
const gapOf = (gates: number): number => (gates > 3 ? 46 : 60);
const ROWS = { top: 26, middle: 72, bottom: 118 };

/** Seats of the gate as the driver sees it: gates by where the knob goes, gears by which way it leans. */
export function seatsOf(gearbox: Gearbox, lever: LeverAnswer | undefined): Gate {
  const known = lever?.columns ?? (gearbox.columns ?? []).map((c) => ({ ...c, knobYMm: null }));
  const columns = known.map((c, i) => ({ ...c, i }));
  // Where the knob goes is known by the lever; without one, or short of a gate, by a pin below the pivot: the knob
  // goes the other way than the selector.
  const way = columns.some((c) => c.crossMm * (c.knobYMm ?? 0) > 0) ? 1 : -1;
  columns.sort((a, b) => way * (b.crossMm - a.crossMm) || a.i - b.i);
  const gap = gapOf(columns.length);
  const seats = gearbox.gears.map((g): Seat => {
    const at = Math.max(
      0,
      columns.findIndex((c) => c.column === g.column),
    );
    const solved = lever?.gears.find((x) => x.gear === g.gear);
    const travel = g.travelMm ?? g.travelDeg ?? 0;
    const forward = solved?.reached ? (solved.leverDeg === 0 ? null : solved.leverDeg < 0) : travel < 0;
    const y = forward === null ? ROWS.middle : forward ? ROWS.top : ROWS.bottom;
    return { gear: g.gear, x: 38 + at * gap, y };
  });
  // Gears on one side of one gate (two-high, four-high in one line) stand beside each other.
  for (const seat of seats) {
    const same = seats.filter((s) => s.x === seat.x && s.y === seat.y);
    if (same.length > 1) same.forEach((s, k) => (s.x += (k - (same.length - 1) / 2) * 38));
  }
  return { seats, gates: Math.max(1, columns.length) };
}

interface PadProps extends Gate {
  gear: string | null;
  onGear: (gear: string | null) => void;
}

/** The gate itself; the knob stands in the present gear. The same keys as on the keyboard. */
export const GearPad = memo(function GearPad({ gates, seats, gear, onGear }: PadProps) {
  const gap = gapOf(gates);
  const width = 76 + (gates - 1) * gap;
  const middle = 38 + ((gates - 1) * gap) / 2;
  const slots = Array.from({ length: gates }, (_, i) => `M${38 + i * gap} ${ROWS.top}V${ROWS.bottom}`).join("");
  const path = `${slots}M38 ${ROWS.middle}H${38 + (gates - 1) * gap}`;
  const knob =
    gear === null ? { x: middle, y: ROWS.middle } : (seats.find((s) => s.gear === gear) ?? { x: middle, y: 72 });
  return (
    <svg
      width={width}
      height="146"
      viewBox={`0 0 ${width} 146`}
      className={css.gearpad}
      role="group"
      aria-label="Put the lever in gear"
    >
      <path d={path} stroke="var(--edge)" strokeWidth="11" strokeLinecap="round" fill="none" />
      <path d={path} stroke="var(--well)" strokeWidth="9" strokeLinecap="round" fill="none" />
      {[...seats, { gear: null, x: middle, y: ROWS.middle }].map((s) => {
        const here = s.gear === gear;
        const neutral = s.gear === null;
        const name = s.gear === null ? "neutral" : gearShort(s.gear);
        const label = s.gear ?? "N";
        return (
          <g
            key={label}
            role="button"
            tabIndex={0}
            aria-label={name}
            aria-pressed={here}
            className={css.seat}
            onClick={() => onGear(s.gear)}
            onKeyDown={(e) => {
              if (e.key !== "Enter" && e.key !== " ") return;
              e.preventDefault();
              onGear(s.gear);
            }}
          >
            <circle cx={s.x} cy={s.y} r={22} fill="transparent" />
            <circle cx={s.x} cy={s.y} r={neutral ? 12.5 : 17} fill="var(--panel)" stroke="var(--edge)" />
            {here && (
              <>
                <circle cx={knob.x} cy={knob.y} r={neutral ? 15 : 20} fill="var(--ink)" />
                <circle cx={knob.x} cy={knob.y} r={neutral ? 11.5 : 15.5} fill="none" stroke="var(--ring)" />
              </>
            )}
            <text
              x={s.x}
              y={s.y + (neutral ? 4.8 : 6)}
              textAnchor="middle"
              style={{
                font: `${here ? 600 : 560} ${neutral ? 13.5 : label.length > 2 ? 12 : 16}px var(--mono)`,
                fill: here ? "var(--panel)" : neutral ? "var(--quiet)" : "var(--ink)",
              }}
            >
              {label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}, sameGate);

const placesOf = (g: Gate): string => g.seats.map((s) => `${s.gear} ${s.x} ${s.y}`).join();

/** A lever that is dragged keeps its seats; the pad is drawn again only when one of them moves. */
function sameGate(a: PadProps, b: PadProps): boolean {
  return a.gear === b.gear && a.onGear === b.onGear && placesOf(a) === placesOf(b);
}
