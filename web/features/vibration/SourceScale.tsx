import { formatNumber, type VibrationSource } from "../../../core";
import type { PlotArea } from "../../ui/LineChart";
import { inWords, shortName } from "../../../domain";
import { Press } from "../../ui/Press";
import css from "./vibration.module.css";

/** Width a name needs, px, and rows there are for names that would stand on each other. */
const NAME_PX = 62;
const ROWS = 4;
const ROW_PX = 17;
const BAR = 10;

interface Placed {
  source: VibrationSource;
  x: number;
  row: number;
}

/** Names in rows, so that none stands on another. */
export function inRows(sources: readonly VibrationSource[], toX: (hz: number) => number): Placed[] {
  const ends = Array.from({ length: ROWS }, () => -Infinity);
  return [...sources]
    .sort((a, b) => a.hz - b.hz)
    .map((source) => {
      const x = toX(source.hz);
      const free = ends.findIndex((end) => end <= x - NAME_PX / 2);
      const row = free >= 0 ? free : ends.indexOf(Math.min(...ends));
      ends[row] = x + NAME_PX / 2;
      return { source, x, row };
    });
}

/**
 * The engraved scale under the spectrum: a pointer where every source of this vehicle must stand as it ran. A
 * band as wide as what counts as that source; the other recording's places are open pointers above the bar.
 */
export function SourceScale({
  plot,
  sources,
  otherSources,
  toHz,
  reachHz,
  lit,
  onLight,
}: {
  plot: PlotArea;
  sources: VibrationSource[];
  otherSources: VibrationSource[];
  toHz: number;
  reachHz: number;
  lit: string | null;
  onLight: (id: string | null) => void;
}) {
  const toX = (hz: number): number => plot.left + (hz / toHz) * plot.width;
  const seen = sources.filter((s) => s.hz <= toHz && s.hz > 0);
  const placed = inRows(seen, toX);
  const rows = Math.max(1, ...placed.map((p) => p.row + 1));
  if (!seen.length) return null;
  return (
    <div className={css.vscale} style={{ height: BAR + 12 + rows * ROW_PX }}>
      <svg width="100%" height={BAR + 12 + rows * ROW_PX} aria-hidden="true">
        <rect x={plot.left} y={3} width={plot.width} height={BAR} rx={5} fill="var(--well)" stroke="var(--edge)" />
        {otherSources
          .filter((s) => s.hz <= toHz)
          .map((s) => (
            <path
              key={`o${s.id}`}
              d={`M${toX(s.hz)} 3v${BAR}`}
              stroke="var(--ochre)"
              strokeWidth={1.2}
              strokeDasharray="2 2"
            />
          ))}
        {placed.map(({ source, x, row }) => {
          const half = Math.max(1.5, (Math.max(reachHz, 0.03 * source.hz) / toHz) * plot.width);
          const on = source.id === lit;
          return (
            <g key={source.id} color={on ? "var(--teal)" : "var(--ref)"}>
              <rect
                x={x - half}
                y={4}
                width={2 * half}
                height={BAR - 2}
                fill="currentColor"
                opacity={on ? 0.75 : 0.3}
              />
              <path d={`M${x} ${BAR + 3}l-4 7h8z`} fill="currentColor" />
              <path d={`M${x} ${BAR + 9}v${row * ROW_PX + 1}`} stroke="currentColor" strokeWidth={0.8} />
            </g>
          );
        })}
      </svg>
      {placed.map(({ source, x, row }) => (
        <Press
          key={source.id}
          className={source.id === lit ? "on" : undefined}
          style={{ left: x, top: BAR + 9 + row * ROW_PX }}
          aria-pressed={source.id === lit}
          aria-label={`${inWords(source.id)}: ${formatNumber(source.hz, 1)} Hz`}
          title={`${source.name}, ${formatNumber(source.hz, 1)} Hz`}
          onClick={() => onLight(source.id === lit ? null : source.id)}
        >
          {shortName(source.id)}
        </Press>
      ))}
    </div>
  );
}
