import type { TorqueGroup } from "../../../contract";
import css from "./torque.module.css";

type Pattern = TorqueGroup["pattern"];

interface Place {
  x: number;
  y: number;
}

/** Where bolt n of a group is drawn, in a box of 2 by 2 about the middle. Bolt 1 is up, or first in the line. */
export function boltPlaces(pattern: Pattern, count: number): Place[] {
  if (count === 1) return [{ x: 0, y: 0 }];
  const row = (n: number, half: number, y: number): Place[] =>
    Array.from({ length: n }, (_, i) => ({ x: n === 1 ? 0 : -half + (2 * half * i) / (n - 1), y }));
  if (pattern === "line") return row(count, 0.85, 0);
  if (pattern === "box") {
    // Numbered round: along the upper edge and back along the lower one.
    const upper = Math.ceil(count / 2);
    const half = upper > 2 ? 0.82 : 0.62;
    return [...row(upper, half, -0.62), ...row(count - upper, half, 0.62).reverse()];
  }
  return Array.from({ length: count }, (_, i) => {
    const a = (2 * Math.PI * i) / count - Math.PI / 2;
    return { x: 0.74 * Math.cos(a), y: 0.74 * Math.sin(a) };
  });
}

/** The pattern in small, for lists. */
export function BoltPatternMini({ pattern, count }: { pattern: Pattern; count: number }) {
  return (
    <svg width="32" height="32" viewBox="-16 -16 32 32" aria-hidden="true">
      {pattern === "circle" && count > 1 && <circle r="11" fill="none" stroke="var(--line)" />}
      {boltPlaces(pattern, count).map((p, i) => (
        <circle
          key={i}
          cx={p.x * 15}
          cy={p.y * 15}
          r={count > 8 ? 1.6 : 2.8}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.2"
        />
      ))}
    </svg>
  );
}

const hexagon = (r: number): string =>
  Array.from({ length: 6 }, (_, i) => {
    const a = (Math.PI * i) / 3 + 0.2;
    return `${(r * Math.cos(a)).toFixed(2)} ${(r * Math.sin(a)).toFixed(2)}`;
  }).join("L");

export interface BoltState {
  bolt: number;
  /** Signed in the pass shown. */
  signed: boolean;
  /** Signed in the last pass: gets its paint mark. */
  marked: boolean;
  /** Accepted with a reading outside its limits. */
  outside: boolean;
  next: boolean;
}

/** The bolts as they sit, the next one lit, an arrow from the last to it, a paint mark on what is finished. */
export function BoltPattern({
  pattern,
  count,
  bolts,
  order,
  onPick,
}: {
  pattern: Pattern;
  count: number;
  bolts: BoltState[];
  order: number[];
  onPick?: (bolt: number) => void;
}) {
  const places = boltPlaces(pattern, count);
  const wide = pattern === "line";
  const [w, h] = wide ? [380, 150] : [360, 350];
  const scale = wide ? 180 : 165;
  // In a row they stand closer than round a circle.
  const close = Math.max(count, wide ? count * 1.5 : pattern === "box" ? count * 1.25 : 0);
  const r = close > 40 ? 5 : close > 20 ? 12 : close > 10 ? 18 : 27;
  const at = (bolt: number): [number, number] => {
    const p = places[bolt - 1];
    return [p.x * scale, p.y * (wide ? 60 : scale)];
  };
  const next = bolts.find((b) => b.next)?.bolt;
  const position = next === undefined ? -1 : order.indexOf(next);
  const leg = (from: number, to: number, on: boolean): React.ReactNode => {
    const [[x1, y1], [x2, y2]] = [at(from), at(to)];
    const d = Math.hypot(x2 - x1, y2 - y1) || 1;
    const [ux, uy] = [(x2 - x1) / d, (y2 - y1) / d];
    const [sx, sy, ex, ey] = [x1 + ux * (r + 4), y1 + uy * (r + 4), x2 - ux * (r + 10), y2 - uy * (r + 10)];
    if (d < 2 * r + 24) return null;
    const angle = (Math.atan2(uy, ux) * 180) / Math.PI;
    return (
      <g key={`${from}-${to}`} stroke={on ? "var(--teal)" : "var(--edge)"} fill={on ? "var(--teal)" : "var(--edge)"}>
        <path d={`M${sx} ${sy}L${ex} ${ey}`} strokeWidth={on ? 2 : 1.2} strokeDasharray={on ? undefined : "6 5"} />
        <path d="M6 0L-4 4V-4Z" transform={`translate(${ex} ${ey}) rotate(${angle})`} stroke="none" />
      </g>
    );
  };
  return (
    <svg
      className={css.bolts}
      viewBox={`${-w / 2} ${-h / 2} ${w} ${h}`}
      role="group"
      aria-label={next ? `Bolt pattern, bolt ${next} next` : "Bolt pattern, all signed"}
    >
      {pattern === "circle" && count > 1 && (
        <>
          <circle r="168" fill="none" stroke="var(--edge)" />
          {Array.from({ length: 72 }, (_, i) => (
            <path key={i} d="M0 -168v-5" stroke="var(--edge)" transform={`rotate(${i * 5})`} />
          ))}
          <circle r={0.74 * scale} fill="none" stroke="var(--edge)" strokeDasharray="12 4 2 4" />
          <circle r="56" fill="none" stroke="var(--edge)" />
        </>
      )}
      {position > 0 && leg(order[position - 1], order[position], true)}
      {position >= 0 && order[position + 1] !== undefined && leg(order[position], order[position + 1], false)}
      {bolts.map((b) => {
        const [x, y] = at(b.bolt);
        const out = pattern === "circle" && count > 1 ? Math.atan2(y, x) : -Math.PI / 2;
        const tone = b.next ? "next" : b.signed ? "signed" : "open";
        const words = `${b.next ? "next" : b.signed ? "signed" : "open"}${b.outside ? ", accepted outside its limits" : ""}`;
        return (
          <g
            key={b.bolt}
            className={`${css.bolt} ${tone}`}
            transform={`translate(${x} ${y})`}
            role={onPick ? "button" : undefined}
            tabIndex={onPick ? 0 : undefined}
            aria-label={`Bolt ${b.bolt}, ${words}`}
            onClick={() => onPick?.(b.bolt)}
            onKeyDown={(e) => {
              if (e.key === "Enter" || e.key === " ") {
                e.preventDefault();
                onPick?.(b.bolt);
              }
            }}
          >
            {b.next && <circle r={r + 8} className={css.ring} />}
            <circle r={r} className={css.face} />
            {count <= 20 && <path d={`M${hexagon(r * 0.66)}Z`} className={css.hex} />}
            <text
              y={r * 0.22}
              textAnchor="middle"
              style={{ font: `600 ${count > 20 ? 12 : count > 10 ? 15 : b.next ? 24 : 20}px var(--sans)` }}
            >
              {b.bolt}
            </text>
            {b.outside && (
              <path className="outside" d={`M${-r - 6} ${-r - 6}h${2 * r + 12}v${2 * r + 12}h${-2 * r - 12}z`} />
            )}
            {b.marked && (
              <path
                className={css.paint}
                d={`M${Math.cos(out) * r * 0.35} ${Math.sin(out) * r * 0.35}L${Math.cos(out) * (r + 12)} ${Math.sin(out) * (r + 12)}`}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
