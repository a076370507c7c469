import { poseAtAngle, toRad, type Gearbox, type LeverGeometry, type Obstacle, type Point } from "../../../core";
import { solveBench, DEFAULT_LIMITS, seenFrom, type BenchSetup, type Surroundings } from "../../../domain";
import { useUnits } from "../../format/units";
import css from "./findLever.module.css";

const WIDTH = 560;
const HEIGHT = 300;
/** Room beside and above what is drawn, mm. */
const ROUND_MM = 40;

/** The old lever and the one chosen on the map, in neutral, with what stands near and how far each swings. */
export function LeverDrawing({
  gearbox,
  old,
  lever,
  surroundings,
  spacerMm,
}: {
  gearbox: Gearbox;
  old: BenchSetup;
  lever: LeverGeometry;
  surroundings: Surroundings;
  spacerMm: number;
}) {
  const units = useUnits();
  const { levers } = solveBench(gearbox, [{ ...old, id: "wanted", lever }], DEFAULT_LIMITS);
  const degrees = levers.get("wanted")?.gears.flatMap((g) => (g.leverDeg === null ? [] : [g.leverDeg])) ?? [];
  const ends = degrees.length ? [Math.min(...degrees), Math.max(...degrees)] : [];
  const lift = (p: Point): Point => ({ xMm: p.xMm, zMm: p.zMm + spacerMm });
  const obstacles = seenFrom(old.pivot, surroundings.obstacles);
  const knobR = surroundings.body.knobRadiusMm;
  const top = Math.max(old.lever.knob.zMm, lever.knob.zMm + spacerMm) + knobR + 14;
  const low = Math.min(old.lever.pin.zMm, lever.pin.zMm, 0) - ROUND_MM - 20;
  const k = (top - low) / HEIGHT;
  const half = (WIDTH * k) / 2;
  const y = (z: number): number => -z;
  const line = (a: Point, b: Point): string => `M${a.xMm} ${y(a.zMm)}L${b.xMm} ${y(b.zMm)}`;
  const shape = (o: Obstacle) => {
    const props = { key: o.name, className: css.obstacle };
    switch (o.kind) {
      case "circle":
        return <circle {...props} key={o.name} cx={o.xMm} cy={y(o.zMm)} r={o.radiusMm} />;
      case "segment":
        return (
          <path
            {...props}
            key={o.name}
            d={line(o.from, o.to)}
            strokeWidth={2 * o.halfWidthMm}
            className={css.obstacleLong}
          />
        );
      case "polygon":
        return <polygon {...props} key={o.name} points={o.points.map((p) => `${p.xMm},${y(p.zMm)}`).join(" ")} />;
    }
  };
  const nearby = obstacles.filter((o) => {
    const at = middleOf(o, half);
    return at && Math.abs(at.xMm) < half && at.zMm < top && at.zMm > low;
  });
  const dim = (x: number, z: number, tone: string, at: number) => (
    <g className={`${css.dim} ${css[tone]}`} key={`${tone} ${z}`}>
      <path d={`M${x} 0V${y(z)}M${x - 5 * k} 0h${10 * k}M${x - 5 * k} ${y(z)}h${10 * k}`} />
      <text x={x} y={y(z * at) + 4 * k} fontSize={13 * k} textAnchor="middle" strokeWidth={6 * k}>
        {units.bare(Math.abs(z), "length")}
      </text>
    </g>
  );
  return (
    <svg
      className={css.drawing}
      viewBox={`${-half} ${-top} ${2 * half} ${top - low}`}
      role="img"
      aria-label="Side view in neutral: old lever dashed, the one chosen in full, and what stands near"
    >
      {obstacles.map(shape)}
      {nearby.map((o) => {
        const at = middleOf(o, half);
        return (
          at && (
            <text
              key={o.name}
              x={at.xMm}
              y={y(at.zMm) + 4 * k}
              fontSize={12 * k}
              textAnchor="middle"
              className={css.name}
            >
              {o.name}
            </text>
          )
        );
      })}
      {ends.map((deg) => {
        const pose = poseAtAngle(lever, toRad(deg));
        const [knob, pin] = [lift(pose.knob), lift(pose.pin)];
        return (
          <g key={deg} className={css.swing}>
            <path d={line(pin, knob)} />
            <circle cx={knob.xMm} cy={y(knob.zMm)} r={knobR} />
          </g>
        );
      })}
      <g className={css.old}>
        <path d={line(old.lever.pin, old.lever.knob)} />
        <circle cx={old.lever.knob.xMm} cy={y(old.lever.knob.zMm)} r={knobR} />
        <circle cx={old.lever.pin.xMm} cy={y(old.lever.pin.zMm)} r="6" />
      </g>
      <g className={css.wanted}>
        <path d={line(lift(lever.pin), lift(lever.knob))} strokeWidth="5" />
        <circle cx={lever.knob.xMm} cy={y(lever.knob.zMm + spacerMm)} r={knobR} />
        <circle cx={lever.pin.xMm} cy={y(lever.pin.zMm + spacerMm)} r="7" />
        <circle cx="0" cy={y(spacerMm)} r="9" />
      </g>
      {dim(-half + 60 * k, old.lever.knob.zMm, "old", 0.55)}
      {dim(-half + 60 * k, old.lever.pin.zMm, "old", 0.55)}
      {dim(-half + 112 * k, lever.knob.zMm + spacerMm, "wanted", 0.4)}
      {dim(-half + 112 * k, lever.pin.zMm + spacerMm, "wanted", 0.6)}
      <g className={css.name} transform={`translate(${half - 90 * k} ${-top + 26 * k})`}>
        <text fontSize={12 * k}>front</text>
        <path
          d={`M${34 * k} ${-4 * k}h${26 * k}m${-6 * k} ${-4 * k}l${6 * k} ${4 * k}l${-6 * k} ${4 * k}`}
          strokeWidth={1.2 * k}
        />
      </g>
    </svg>
  );
}

/** Where an obstacle is named: its middle, of a long one the middle of what is in view. */
function middleOf(o: Obstacle, half: number): Point | null {
  if (o.kind === "circle") return { xMm: o.xMm, zMm: o.zMm };
  if (o.kind === "polygon") {
    const n = o.points.length;
    return {
      xMm: o.points.reduce((s, p) => s + p.xMm, 0) / n,
      zMm: o.points.reduce((s, p) => s + p.zMm, 0) / n,
    };
  }
  const [left, right] = o.from.xMm < o.to.xMm ? [o.from, o.to] : [o.to, o.from];
  const [a, b] = [Math.max(left.xMm, -half), Math.min(right.xMm, half)];
  if (a > b) return null;
  const x = (a + b) / 2;
  const share = right.xMm === left.xMm ? 0.5 : (x - left.xMm) / (right.xMm - left.xMm);
  return { xMm: x, zMm: left.zMm + share * (right.zMm - left.zMm) };
}
