import type { ReplacePlan } from "../../../core";

const [W, H] = [420, 170];
const BOX = { left: 44, right: 12, top: 10, bottom: 30 };

const stepOf = (span: number, most: number): number => {
  const raw = span / most;
  const power = 10 ** Math.floor(Math.log10(raw));
  return ([1, 2, 5, 10].find((k) => k * power >= raw) ?? 10) * power;
};

/** Every set worth its price: play left against what it costs, and the line to come under. */
export function FrontChart({
  plans,
  cheapest,
  targetMm,
  show,
}: {
  plans: ReplacePlan[];
  cheapest: ReplacePlan | null;
  targetMm: number | null;
  show: (mm: number) => string;
}) {
  const mostCost = Math.max(...plans.map((p) => p.cost), 1);
  const mostPlay = Math.max(...plans.map((p) => p.worstCaseMm), targetMm ?? 0) * 1.08;
  const x = (cost: number): number => BOX.left + (cost / mostCost) * (W - BOX.left - BOX.right);
  const y = (mm: number): number => H - BOX.bottom - (mm / mostPlay) * (H - BOX.top - BOX.bottom);
  const [sx, sy] = [stepOf(mostCost, 6), stepOf(mostPlay, 5)];
  const steps = (top: number, step: number): number[] =>
    Array.from({ length: Math.floor(top / step) + 1 }, (_, i) => i * step);
  const path = plans.map((p, i) => `${i ? `H${x(p.cost)}V` : `M${x(p.cost)} `}${y(p.worstCaseMm)}`).join("");
  return (
    <svg
      className="front"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`${plans.length} sets, from ${show(plans[0].worstCaseMm)} down to ${show(plans[plans.length - 1].worstCaseMm)}`}
    >
      <path d={`M${BOX.left} ${BOX.top}V${H - BOX.bottom}H${W - BOX.right}`} fill="none" stroke="var(--edge)" />
      {steps(mostPlay, sy).map((v) => (
        <g key={`y${v}`}>
          <path d={`M${BOX.left} ${y(v)}h-6`} stroke="var(--edge)" />
          <text x={BOX.left - 10} y={y(v) + 4} textAnchor="end" className="n tick">
            {show(v)}
          </text>
        </g>
      ))}
      {steps(mostCost, sx).map((v) => (
        <g key={`x${v}`}>
          <path d={`M${x(v)} ${H - BOX.bottom}v6`} stroke="var(--edge)" />
          <text x={x(v)} y={H - 8} textAnchor="middle" className="n tick">
            {v}
          </text>
        </g>
      ))}
      {targetMm !== null && (
        <>
          <path d={`M${BOX.left} ${y(targetMm)}H${W - BOX.right}`} stroke="var(--brick)" strokeDasharray="5 4" />
          <text
            x={W - BOX.right}
            y={y(targetMm) - 5}
            textAnchor="end"
            style={{ font: "500 12px var(--sans)", fill: "var(--brick-ink)" }}
          >
            to come under
          </text>
        </>
      )}
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
      {plans.map((p) => (
        <circle
          key={p.replace.join()}
          cx={x(p.cost)}
          cy={y(p.worstCaseMm)}
          r={p === cheapest ? 6.5 : 3.6}
          fill={p === cheapest ? "var(--teal)" : "var(--panel)"}
          stroke={p === cheapest ? "var(--teal)" : "var(--ink)"}
          strokeWidth="1.3"
        />
      ))}
    </svg>
  );
}
