import { formatNumber } from "../../../core";
import type { GaugeReading } from "../../../domain";
import { OriginMark } from "../../ui/marks";
import css from "./mounts.module.css";

/** Before and after on one engraved scale: open ochre where it stands, filled teal where it would. */
export function Gauges({ list }: { list: GaugeReading[] }) {
  return (
    <ul className={css.gauges} aria-label="Before and after">
      {list.map((g) => (
        <li key={g.name}>
          <div className={css.g1}>
            <b>{g.name}</b> <span className="lb">{g.limit}</span>
          </div>
          <Scale {...g} />
          <div className={css.g2}>
            <OriginMark origin={g.origin} />
            <span className="n och">
              {g.before === null ? "to take" : formatNumber(g.before, g.digits, g.unit === "dB")}
            </span>
            <span className="lb">to</span>
            <span className="n teal">
              {g.after === null ? "none" : formatNumber(g.after, g.digits, g.unit === "dB")}
            </span>
            <span className="lb">{g.unit}</span>
          </div>
        </li>
      ))}
    </ul>
  );
}

function Scale({ before, after, most }: GaugeReading) {
  const values = [before, after, most].filter((v) => v !== null && v !== undefined) as number[];
  const [low, high] = [Math.min(0, ...values), Math.max(0.001, ...values) * 1.25];
  const x = (v: number): number => 4 + ((v - low) / (high - low)) * 142;
  return (
    <svg className="gscale" width="150" height="26" viewBox="0 0 150 26" aria-hidden="true">
      <path d="M4 20h142" stroke="var(--edge)" />
      <path
        d={Array.from({ length: 15 }, (_, i) => `M${4 + i * 10.14} 20v${i % 5 ? 3 : 5}`).join("")}
        stroke="var(--edge)"
      />
      {most !== undefined && (
        <>
          <path d={`M${x(most)} 10v14`} stroke="var(--ink)" strokeWidth="1.6" />
          <path
            d={Array.from(
              { length: Math.max(0, Math.floor((146 - x(most)) / 6)) },
              (_, i) => `M${x(most) + 3 + i * 6} 19l4 -7`,
            ).join("")}
            stroke="var(--brick)"
            strokeWidth="1.2"
          />
        </>
      )}
      {before !== null && (
        <path d={`M${x(before)} 18l-6 -11h12z`} fill="var(--ground)" stroke="var(--ochre)" strokeWidth="1.6" />
      )}
      {after !== null && <path d={`M${x(after)} 18l-6 -11h12z`} fill="var(--teal)" />}
    </svg>
  );
}
