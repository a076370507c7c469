import { formatNumber, type PlayDirection, type SlackAnswer } from "../../../core";
import { useUnits } from "../../format/units";
import { engraved } from "../../ui/engraved";
import css from "./slack.module.css";

const WIDTH = 420;

/** Shares stacked against what was measured, on one engraved scale; switched joints shrink to their new share. */
export function ChainBars({
  answer,
  direction,
  fresh,
  measuredMm,
  targetMm,
}: {
  answer: SlackAnswer;
  direction: PlayDirection;
  fresh: ReadonlySet<string>;
  measuredMm: number | null;
  targetMm: number | null;
}) {
  const units = useUnits();
  const joints = answer.joints.filter((j) => j.direction === direction);
  const sum = joints.reduce((s, j) => s + j.shareMm, 0);
  const top = Math.max(sum, measuredMm ?? 0, targetMm ?? 0, 1) * 1.06;
  const x = (mm: number): number => 4 + (mm / top) * (WIDTH - 8);
  // Figures are round in the shop's own unit.
  const scale = engraved(0, units.value(top, "length"), 10);
  const oneMm = units.value(1, "length");
  const shareOf = (j: (typeof joints)[number]): number => (fresh.has(j.id) ? j.newShareMm : j.shareMm);
  const ends = joints.reduce<number[]>((all, j) => [...all, (all.at(-1) ?? 0) + shareOf(j)], []);
  return (
    <svg
      className={css.chainbars}
      viewBox={`0 0 ${WIDTH} 92`}
      role="img"
      aria-label={`joints add up to ${units.show(sum, "length")}`}
    >
      {joints.map((j, i) => {
        const at = ends[i];
        const from = at - shareOf(j);
        return (
          <g key={j.id}>
            <rect
              x={x(from)}
              y="8"
              width={Math.max(0, x(at) - x(from))}
              height="24"
              fill={fresh.has(j.id) ? "var(--panel)" : i % 2 ? "var(--teal-tint)" : "var(--teal)"}
              stroke="var(--teal)"
            />
            {x(at) - x(from) > 18 && (
              <text
                x={(x(from) + x(at)) / 2}
                y="25"
                textAnchor="middle"
                className="n"
                style={{ fontSize: 12.5, fill: i % 2 || fresh.has(j.id) ? "var(--ink)" : "var(--on-teal)" }}
              >
                {i + 1}
              </text>
            )}
          </g>
        );
      })}
      {measuredMm !== null && (
        <>
          <rect
            x={x(0)}
            y="38"
            width={x(measuredMm) - x(0)}
            height="12"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          <text x={x(measuredMm) - 6} y="48.5" textAnchor="end" style={{ font: "500 12px var(--sans)" }}>
            measured
          </text>
        </>
      )}
      {targetMm !== null && (
        <path d={`M${x(targetMm)} 2V60`} stroke="var(--brick)" strokeWidth="1.3" strokeDasharray="3 3" />
      )}
      <path d={`M4 62H${WIDTH - 4}`} stroke="var(--edge)" />
      {scale.at.map((v) => (
        <g key={v}>
          <path d={`M${x(v / oneMm)} 62v6`} stroke="var(--edge)" />
          <text
            x={x(v / oneMm)}
            y="84"
            textAnchor="middle"
            className="n"
            style={{ fontSize: 12, fill: "var(--quiet)" }}
          >
            {formatNumber(v, scale.digits)}
          </text>
        </g>
      ))}
    </svg>
  );
}
