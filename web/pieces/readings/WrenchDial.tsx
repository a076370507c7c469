import { useUnits } from "../../format/units";
import { engraved } from "../../ui/engraved";
import css from "./readings.module.css";

const R = 118;
/** From lower left to lower right, over the top. */
const [FROM, TO] = [-120, 120];

const at = (deg: number, r: number): string => {
  const a = ((deg - 90) * Math.PI) / 180;
  return `${(r * Math.cos(a)).toFixed(1)} ${(r * Math.sin(a)).toFixed(1)}`;
};

/** What a wrench shows while it is pulled: the needle, the peak it leaves behind, and the band that is wanted. */
export function WrenchDial({
  value,
  peak,
  held,
  target,
  limits,
  kind,
}: {
  value: number;
  peak: number | null;
  /** The pull is over: the needle rests, the peak counts. */
  held: boolean;
  target: number | null;
  limits: { min: number; max: number } | null;
  kind: "torque" | "angle";
}) {
  const units = useUnits();
  const own = (v: number): number => (kind === "torque" ? units.value(v, "torque") : v);
  const top = Math.max(own(limits?.max ?? target ?? 40), own(target ?? 0)) * 1.35;
  const deg = (v: number): number => FROM + (Math.min(top, Math.max(0, v)) / top) * (TO - FROM);
  const ticks = engraved(0, top, 24).at;
  const arc = (from: number, to: number, r: number): string =>
    `M${at(deg(from), r)}A${r} ${r} 0 ${deg(to) - deg(from) > 180 ? 1 : 0} 1 ${at(deg(to), r)}`;
  const shown = own(value);
  return (
    <svg
      className={css.dial}
      viewBox="-140 -134 280 206"
      role="img"
      aria-label={held ? "The pull is over; the peak is held" : "The wrench is being pulled"}
    >
      <path d={arc(0, top, R)} fill="none" stroke="var(--edge)" />
      {ticks.map((v, i) => (
        <path key={v} d={`M${at(deg(v), R)}L${at(deg(v), R - (i % 5 === 0 ? 13 : 7))}`} stroke="var(--edge)" />
      ))}
      {ticks
        .filter((_, i) => i % 5 === 0)
        .map((v) => {
          const [x, y] = at(deg(v), R - 26).split(" ");
          return (
            <text key={v} x={x} y={Number(y) + 4} textAnchor="middle" className={css.dialText}>
              {Number(v.toFixed(2))}
            </text>
          );
        })}
      {limits && (
        <path d={arc(own(limits.min), own(limits.max), R + 5)} fill="none" stroke="var(--moss)" strokeWidth="7" />
      )}
      {target !== null && (
        <path
          d={`M${at(deg(own(target)), R + 12)}L${at(deg(own(target)), R - 3)}`}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      )}
      {peak !== null && peak > 0 && (
        <path d={`M${at(deg(own(peak)), R - 2)}L${at(deg(own(peak)), 70)}`} stroke="var(--ochre)" strokeWidth="3" />
      )}
      <path d={`M0 0L${at(deg(shown), 96)}`} stroke="var(--teal)" strokeWidth="3.4" />
      <circle r="8" fill="var(--teal)" />
    </svg>
  );
}
