import { formatNumber, type ReplacePlan } from "../../../core";
import { useUnits } from "../../format/units";
import { engraved } from "../../ui/engraved";

const [W, H] = [420, 170];
const BOX = { left: 44, right: 12, top: 10, bottom: 30 };

/** Every set worth its price: play left against what it costs, and the target. */
export function FrontChart({
  plans,
  cheapest,
  targetMm,
}: {
  plans: ReplacePlan[];
  cheapest: ReplacePlan | null;
  targetMm: number | null;
}) {
  const units = useUnits();
  const show = (mm: number): string => units.show(mm, "length");
  const mostCost = Math.max(...plans.map((p) => p.cost), 1);
  const mostPlay = Math.max(...plans.map((p) => p.worstCaseMm), targetMm ?? 0) * 1.08;
  const x = (cost: number): number => BOX.left + (cost / mostCost) * (W - BOX.left - BOX.right);
  const y = (mm: number): number => H - BOX.bottom - (mm / mostPlay) * (H - BOX.top - BOX.bottom);
  const [costs, plays] = [engraved(0, mostCost, 6), engraved(0, units.value(mostPlay, "length"), 5)];
  const oneMm = units.value(1, "length");
  const path = plans.map((p, i) => `${i ? `H${x(p.cost)}V` : `M${x(p.cost)} `}${y(p.worstCaseMm)}`).join("");
  return (
    <svg
      className="front"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`${plans.length} sets, from ${show(plans[0].worstCaseMm)} down to ${show(plans[plans.length - 1].worstCaseMm)}`}
    >
      <path d={`M${BOX.left} ${BOX.top}V${H - BOX.bottom}H${W - BOX.right}`} fill="none" stroke="var(--edge)" />
      {plays.at.map((v) => (
        <g key={`y${v}`}>
          <path d={`M${BOX.left} ${y(v / oneMm)}h-6`} stroke="var(--edge)" />
          <text x={BOX.left - 10} y={y(v / oneMm) + 4} textAnchor="end" className="n tick">
            {formatNumber(v, plays.digits)}
          </text>
        </g>
      ))}
      {costs.at.map((v) => (
        <g key={`x${v}`}>
          <path d={`M${x(v)} ${H - BOX.bottom}v6`} stroke="var(--edge)" />
          <text x={x(v)} y={H - 8} textAnchor="middle" className="n tick">
            {formatNumber(v, costs.digits)}
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
            target
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
