import { useMemo, useRef } from "react";
import { formatNumber, type DesignAnswer, type DesignBreak, type DesignCell } from "../../../core";
import { useUnits } from "../../format/units";
import { engraved } from "../../ui/engraved";
import { useGrip } from "../../ui/useGrip";
import { bindsFirst, REGION } from "./words";
import css from "./findLever.module.css";

const [WIDTH, HEIGHT, LEFT, TOP, LOW] = [600, 300, 44, 10, 36];

const FILL: Record<DesignBreak, string> = {
  cannotReach: "url(#fl-reach)",
  minGapMm: "url(#fl-gap)",
  maxEffortFactor: "url(#fl-effort)",
  minThrowMm: "url(#fl-throw)",
  maxKnobShiftMm: "url(#fl-knob)",
  knobRange: "url(#fl-range)",
};

/** Hatching by limit: every pair differs without colour too. */
function Hatches() {
  const hatch = (id: string, path: string, stroke: string, size = 8) => (
    <pattern key={id} id={id} width={size} height={size} patternUnits="userSpaceOnUse">
      <path d={path} stroke={stroke} strokeWidth="1" fill="none" />
    </pattern>
  );
  return (
    <defs>
      {hatch("fl-gap", "M0 8 8 0", "var(--brick)")}
      {hatch("fl-effort", "M0 0 8 8", "var(--ochre)")}
      {hatch("fl-throw", "M0 8 8 0M0 0 8 8", "var(--edge)")}
      {hatch("fl-knob", "M0 4H8", "var(--edge)")}
      {hatch("fl-range", "M4 0V8", "var(--edge)")}
      {hatch("fl-reach", "M0 2H8M0 6H8M2 0V8", "var(--brick)")}
    </defs>
  );
}

/** Another lever on the map: a candidate of the job. */
export interface OnMap {
  number: number;
  pinMm: number;
  reductionPct: number;
  name: string;
  /** One of the shop's list that keeps every limit is filled. */
  passes?: boolean;
}

/** Pin depth against reduction: what passes is plain, what a limit forbids is hatched by that limit. */
export function DesignMap({
  answer,
  oldPinMm,
  wishPct,
  chosen,
  others,
  onChoose,
}: {
  answer: DesignAnswer;
  oldPinMm: number;
  wishPct: number;
  chosen: DesignCell | null;
  others: readonly OnMap[];
  onChoose: (pinMm: number, targetPct: number) => void;
}) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const pins = useMemo(() => [...new Set(answer.cells.map((c) => c.pinMm))], [answer]);
  const targets = useMemo(() => [...new Set(answer.cells.map((c) => c.targetPct))], [answer]);
  const [near, far] = [pins[0], pins[pins.length - 1]];
  const top = targets[targets.length - 1];
  // Round figures in the unit that is shown.
  const [shownNear, shownFar] = [units.value(near, "length"), units.value(far, "length")];
  const along = engraved(shownNear, shownFar, 8);
  const x = (pin: number): number => LEFT + ((pin - near) / (far - near)) * (WIDTH - LEFT - 8);
  const y = (target: number): number => TOP + (1 - target / top) * (HEIGHT - TOP - LOW);
  const nearest = (list: readonly number[], v: number): number =>
    list.reduce((a, b) => (Math.abs(b - v) < Math.abs(a - v) ? b : a));
  const at = ({ clientX, clientY }: { clientX: number; clientY: number }): void => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !box.width) return;
    const [px, py] = [((clientX - box.left) / box.width) * WIDTH, ((clientY - box.top) / box.height) * HEIGHT];
    const pin = near + ((px - LEFT) / (WIDTH - LEFT - 8)) * (far - near);
    const target = (1 - (py - TOP) / (HEIGHT - TOP - LOW)) * top;
    onChoose(nearest(pins, pin), nearest(targets, target));
  };
  const bind = useGrip<null, true>({
    onTake: (pointer) => {
      at(pointer);
      return true;
    },
    onMove: (_held, pointer) => at(pointer),
    onCancel: () => undefined,
  });
  const step = (list: readonly number[], v: number, by: number): number =>
    list[Math.min(list.length - 1, Math.max(0, list.indexOf(nearest(list, v)) + by))];
  const cells = useMemo(() => runsOf(answer, targets), [answer, targets]);
  const best = answer.best.filter((b) => b.pinMm !== null);
  const seen = useMemo(() => [...new Set(answer.cells.flatMap((c) => bindsFirst(c) ?? []))], [answer]);
  return (
    <figure className={css.map}>
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="slider"
        tabIndex={0}
        aria-label="Lever on the map: arrow keys change pin and reduction"
        aria-valuenow={chosen?.targetPct ?? 0}
        aria-valuetext={
          chosen ? `${chosen.targetPct} % shorter, pin ${units.show(Math.abs(chosen.pinMm), "length")}` : "none"
        }
        onKeyDown={(e) => {
          const moves: Record<string, [number, number]> = {
            ArrowLeft: [-1, 0],
            ArrowRight: [1, 0],
            ArrowUp: [0, 1],
            ArrowDown: [0, -1],
          };
          const move = moves[e.key];
          if (!move || !chosen) return;
          e.preventDefault();
          onChoose(step(pins, chosen.pinMm, move[0]), step(targets, chosen.targetPct, move[1]));
        }}
        {...bind(null)}
      >
        <Hatches />
        <rect x={LEFT} y={TOP} width={WIDTH - LEFT - 8} height={HEIGHT - TOP - LOW} fill="var(--panel)" />
        {cells.map((r) => (
          <rect
            key={`${r.from} ${r.targetPct}`}
            x={x(r.from)}
            y={y(r.high)}
            width={Math.max(1, x(r.to) - x(r.from))}
            height={Math.max(1, y(r.low) - y(r.high))}
            fill={FILL[r.limit]}
          />
        ))}
        <path d={`M${LEFT} ${y(wishPct)}H${WIDTH - 8}`} stroke="var(--ochre)" strokeDasharray="6 4" strokeWidth="1.4" />
        <rect x={LEFT + 3} y={y(wishPct) - 17} width="62" height="15" fill="var(--panel)" />
        <text x={LEFT + 6} y={y(wishPct) - 5} className={css.label}>
          wish {wishPct} %
        </text>
        <path
          d={best.map((b, i) => `${i ? "L" : "M"}${x(b.pinMm ?? 0)} ${y(b.targetPct)}`).join("")}
          fill="none"
          stroke="var(--teal)"
          strokeWidth="2"
        />
        {engraved(0, top, 7).at.map((t) => (
          <g key={t}>
            <path d={`M${LEFT - 5} ${y(t)}h5`} stroke="var(--edge)" />
            <text x={LEFT - 8} y={y(t) + 4} textAnchor="end" className={`n ${css.tick}`}>
              {t}
            </text>
          </g>
        ))}
        {along.at.map((shown) => {
          const px = LEFT + ((shown - shownNear) / (shownFar - shownNear)) * (WIDTH - LEFT - 8);
          return (
            <g key={shown}>
              <path d={`M${px} ${HEIGHT - LOW}v5`} stroke="var(--edge)" />
              <text x={px} y={HEIGHT - LOW + 18} textAnchor="middle" className={`n ${css.tick}`}>
                {formatNumber(Math.abs(shown), along.digits)}
              </text>
            </g>
          );
        })}
        <circle
          cx={x(oldPinMm)}
          cy={y(0)}
          r="6"
          fill="none"
          stroke="var(--ochre)"
          strokeDasharray="3 2"
          strokeWidth="1.6"
        />
        {others.map((o) => (
          <g key={o.number} aria-label={o.name}>
            <circle
              cx={x(o.pinMm)}
              cy={y(Math.max(0, o.reductionPct))}
              r="9"
              fill={o.passes ? "var(--ink)" : "var(--panel)"}
              stroke="var(--ink)"
            />
            <text
              x={x(o.pinMm)}
              y={y(Math.max(0, o.reductionPct)) + 4}
              textAnchor="middle"
              className={`n ${o.passes ? css.onInk : css.tick}`}
            >
              {o.number}
            </text>
          </g>
        ))}
        {chosen && (
          <rect
            x={x(chosen.pinMm) - 6}
            y={y(chosen.targetPct) - 6}
            width="12"
            height="12"
            fill="var(--teal)"
            stroke="var(--panel)"
            strokeWidth="2"
          />
        )}
      </svg>
      <figcaption className="lb">
        Reduction in % over the pin’s distance from the pivot, {units.label("length")}. Plain passes; teal: the best
        lever for each reduction.
      </figcaption>
      <ul className={css.legend}>
        {seen.map((s) => (
          <li key={s}>
            <svg width="22" height="14" aria-hidden="true">
              <rect width="22" height="14" fill={FILL[s]} stroke="var(--edge)" />
            </svg>
            {REGION[s]}
          </li>
        ))}
      </ul>
    </figure>
  );
}

/** Neighbouring cells of one row that the same limit closes, drawn as one. */
function runsOf(answer: DesignAnswer, targets: readonly number[]) {
  const half = (i: number, by: 1 | -1): number => {
    const other = targets[i + by];
    return other === undefined ? targets[i] : (targets[i] + other) / 2;
  };
  return targets.flatMap((targetPct, i) => {
    const row = answer.cells.filter((c) => c.targetPct === targetPct);
    const runs: { from: number; to: number; targetPct: number; low: number; high: number; limit: DesignBreak }[] = [];
    row.forEach((c, k) => {
      const limit = bindsFirst(c);
      if (!limit) return;
      const edge = (by: 1 | -1): number => {
        const other = row[k + by];
        return other ? (c.pinMm + other.pinMm) / 2 : c.pinMm;
      };
      const last = runs.at(-1);
      if (last?.limit === limit && last.to === edge(-1)) last.to = edge(1);
      else runs.push({ from: edge(-1), to: edge(1), targetPct, low: half(i, -1), high: half(i, 1), limit });
    });
    return runs;
  });
}
