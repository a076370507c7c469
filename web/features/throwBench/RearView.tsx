import { type Gearbox, type LeverAnswer, crossArms } from "../../../core";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import type { BenchSetup } from "../../../domain";
import css from "./throwBench.module.css";

/** The lever from behind, one line per gate: how far the knob goes sideways, left on the left. */
export function RearView({
  gearbox,
  setup,
  lever,
  gear,
}: {
  gearbox: Gearbox;
  setup: BenchSetup;
  lever: LeverAnswer | undefined;
  gear: string | null;
}) {
  const units = useUnits();
  const { knobArmMm, pinArmMm } = crossArms(setup.lever);
  const columns = lever?.columns ?? [];
  const present = gearbox.gears.find((g) => g.gear === gear)?.column ?? null;
  const widest = Math.max(40, ...columns.map((c) => Math.abs(c.knobYMm ?? 0)));
  const scale = Math.min(360 / (knobArmMm + pinArmMm + 60), 250 / widest);
  const [cx, cy] = [332, 60 + knobArmMm * scale + 20];
  const x = (yMm: number): number => cx - yMm * scale;
  const sorted = [...columns].sort((a, b) => (b.knobYMm ?? 0) - (a.knobYMm ?? 0));
  return (
    <div className={`${css.sheet} ${css.rear}`}>
      <svg
        className={css.draw}
        viewBox="0 0 664 492"
        width="100%"
        height="100%"
        role="img"
        aria-label={`From behind: ${sorted.map((c) => `gate ${c.column}, knob ${c.knobYMm === null ? "out of reach" : units.show(Math.abs(c.knobYMm), "length")} ${(c.knobYMm ?? 0) >= 0 ? "left" : "right"}`).join("; ")}`}
      >
        <path className="ctr" d={`M${cx} 30V470`} />
        {sorted.map((c) => {
          if (c.knobYMm === null) return null;
          const on = c.column === present || (present === null && c.crossMm === 0);
          const tilt = Math.asin(Math.max(-1, Math.min(1, c.knobYMm / knobArmMm)));
          const top = cy - knobArmMm * Math.cos(tilt) * scale;
          const foot = cy + pinArmMm * Math.cos(tilt) * scale;
          const side = Math.sign(c.knobYMm) * Math.sign(c.crossMm || 1);
          const pinX = x(side >= 0 ? c.crossMm : -Math.abs(c.crossMm) * Math.sign(c.knobYMm));
          return (
            <g key={c.column}>
              <path
                className={`${css.ln} ${on ? "cand" : "ghost"}`}
                d={`M${x(c.knobYMm)} ${top}L${cx} ${cy}L${pinX} ${foot}`}
              />
              <circle
                className={`${css.ln} ${on ? "cand filled" : "ghost"}`}
                cx={x(c.knobYMm)}
                cy={top}
                r={Math.max(7, 22 * scale)}
              />
              <circle className={`${css.ln} ${on ? "cand filled" : "ghost"}`} cx={pinX} cy={foot} r="4" />
              <text className={css.ql} x={x(c.knobYMm)} y={top - 22 * scale - 8} textAnchor="middle">
                {c.column}
              </text>
            </g>
          );
        })}
        <circle className={`${css.ln} cand filled`} cx={cx} cy={cy} r="9" />
        {sorted.slice(1).map((c, i) => {
          const [a, b] = [sorted[i].knobYMm, c.knobYMm];
          if (a === null || b === null) return null;
          const at = cy - knobArmMm * scale + 46 + i * 24;
          return (
            <g key={c.column} className={`${css.dim} cand`}>
              <path className="line" d={`M${x(a)} ${at}H${x(b)}`} />
              <path className={css.arr} d={`M${x(a)} ${at}l8 -2.6v5.2zM${x(b)} ${at}l-8 -2.6v5.2z`} />
              <rect className={css.ground} x={(x(a) + x(b)) / 2 - 24} y={at - 9} width="48" height="18" />
              <text className={css.dt} x={(x(a) + x(b)) / 2} y={at + 5} textAnchor="middle">
                {units.bare(Math.abs(a - b), "length")}
              </text>
            </g>
          );
        })}
        {columns.some((c) => c.knobYMm === null) && (
          <text x="38" y="470" className="cap brk">
            Out of reach sideways:{" "}
            {columns
              .filter((c) => c.knobYMm === null)
              .map((c) => `gate ${c.column}`)
              .join(", ")}
          </text>
        )}
        <text x="38" y="452" className="cap q">
          {gear ? `in ${gearShort(gear)}` : "in neutral"}; left is left
        </text>
      </svg>
    </div>
  );
}
