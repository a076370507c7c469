import { type LeverAnswer, type Point, toRad, type Pose } from "../../../core";
import type { useUnits } from "../../format/units";
import type { BenchSetup } from "../../../domain";
import type { SideViewProps } from "./sideViewProps";
import { Dimension } from "./shapes";
import type { Projection } from "./viewport";
import css from "./throwBench.module.css";

export type Units = ReturnType<typeof useUnits>;

export const plus = (a: Point, b: Point): Point => ({ xMm: a.xMm + b.xMm, zMm: a.zMm + b.zMm });

/** The engraved scale over the knob: where each gear lies, and a needle where the lever stands. */
export function Quadrant({
  pr,
  setup,
  lever,
  pose,
}: {
  pr: Projection;
  setup: BenchSetup;
  lever: LeverAnswer;
  pose: Pose;
}) {
  const { knob } = setup.lever;
  const rest = Math.atan2(knob.xMm, knob.zMm);
  const radius = Math.hypot(knob.xMm, knob.zMm) + 22 + 16 / pr.scale;
  const reached = lever.gears.flatMap((g) => (g.reached ? [g] : []));
  const most = Math.max(6, ...reached.map((g) => Math.abs(g.leverDeg))) + 3;
  // A lever that turns far would wrap the scale round itself; it is left away.
  if (most > 60) return null;
  const at = (deg: number, out = 0): Point => {
    const t = rest - toRad(deg);
    return plus(setup.pivot, {
      xMm: (radius + out / pr.scale) * Math.sin(t),
      zMm: (radius + out / pr.scale) * Math.cos(t),
    });
  };
  const arc = Array.from({ length: 41 }, (_, i) => pr.p(at(-most + (i * 2 * most) / 40))).join("L");
  const ticks = Array.from({ length: Math.floor(most) * 2 + 1 }, (_, i) => i - Math.floor(most));
  const labels = new Map<number, string[]>();
  for (const g of reached) {
    // Names that would run into each other share one place: one side's names are about 30 px wide.
    const apart = Math.max(0.8, (30 / (radius * pr.scale)) * (180 / Math.PI));
    const near = [...labels.keys()].find((d) => d * g.leverDeg > 0 && Math.abs(d - g.leverDeg) < apart) ?? g.leverDeg;
    labels.set(near, [...(labels.get(near) ?? []), g.gear]);
  }
  /** Neutral is left to the needle where a gear's name would run into it. */
  const roomForN = [...labels].every(
    ([deg, names]) => radius * pr.scale * Math.sin(toRad(Math.abs(deg))) > names.join(" ").length * 4.2 + 12,
  );
  const shown = (pose.angleRad * 180) / Math.PI;
  return (
    <g>
      <path className={css.quad} d={`M${arc}`} />
      <path className={css.qt} d={ticks.map((d) => `M${pr.p(at(d))}L${pr.p(at(d, d % 5 === 0 ? 7 : 4))}`).join("")} />
      {[...(roomForN ? [[0, ["N"]] as [number, string[]]] : []), ...labels].map(([deg, names]) => {
        const p = at(deg, 18);
        return (
          <text key={names.join()} className={css.ql} x={pr.x(p.xMm)} y={pr.y(p.zMm) + 4} textAnchor="middle">
            {names.join(" ")}
          </text>
        );
      })}
      <path className={css.needle} d={`M${pr.p(at(shown, -14))}L${pr.p(at(shown, 9))}`} />
    </g>
  );
}

/** Throws over the knobs, heights beside the levers. */
export function Dimensions({
  pr,
  setups,
  levers,
  selected,
  pair,
  units,
}: SideViewProps & { pr: Projection; units: Units }) {
  const old = setups[0];
  const both = selected.id === old.id ? [selected] : [old, selected].filter((s) => s.shown || s.id === selected.id);
  const tops = both.map((s) => pr.y(s.pivot.zMm + s.lever.knob.zMm) - 26 * pr.scale);
  const top = Math.max(20, Math.min(...tops) - 74);
  return (
    <>
      {both.map((s, i) => {
        const lever = levers.get(s.id);
        const kind = s === old ? ("old" as const) : ("cand" as const);
        const [a, b] = [pair.from, pair.to].map((g) => lever?.gears.find((x) => x.gear === g));
        const knobZ = s.pivot.zMm + s.lever.knob.zMm;
        const left = Math.max(
          54,
          pr.x(Math.min(s.pivot.xMm, ...both.map((x) => x.lever.knob.xMm))) - 130 * Math.min(1, pr.scale) + i * 42 - 20,
        );
        return (
          <g key={s.id}>
            {a?.reached && b?.reached && (
              <Dimension
                kind={kind}
                from={pr.x(s.pivot.xMm + a.knob.xMm)}
                to={pr.x(s.pivot.xMm + b.knob.xMm)}
                at={top + i * 22}
                ends={[pr.y(s.pivot.zMm + a.knob.zMm), pr.y(s.pivot.zMm + b.knob.zMm)]}
                text={units.bare(throwOf(lever, pair) ?? 0, "length")}
              />
            )}
            <Dimension
              kind={kind}
              upright
              share={both.length > 1 ? (i ? 0.62 : 0.38) : 0.5}
              from={pr.y(s.pivot.zMm)}
              to={pr.y(knobZ)}
              at={left}
              ends={[pr.x(s.pivot.xMm), pr.x(s.pivot.xMm + s.lever.knob.xMm)]}
              text={units.bare(s.lever.knob.zMm, "length", 0)}
            />
          </g>
        );
      })}
    </>
  );
}

const throwOf = (lever: LeverAnswer | undefined, pair: { from: string; to: string }): number | null =>
  lever?.throws.find((t) => t.from === pair.from && t.to === pair.to)?.throwMm ?? null;
