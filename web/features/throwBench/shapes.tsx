import { range } from "d3-array";
import { memo } from "react";
import type { LeverGeometry, Point, Pose } from "../../../core";
import { projection, type Projection, type Size, type View } from "./viewport";
import css from "./throwBench.module.css";

export type Stroke = "cand" | "old" | "ghost" | "other";

const plus = (a: Point, b: Point): Point => ({ xMm: a.xMm + b.xMm, zMm: a.zMm + b.zMm });

/** Sizes a lever is drawn with, mm; only the geometry is measured, the flesh is for the eye. */
const BODY = { knob: 22, shaftTop: 5, shaftFoot: 9, tail: 8, pin: 8, rod: 5, joint: 9, pivot: 13 };

/** Two parallel lines from a to b, `ra` and `rb` mm to either side. */
function bar(pr: Projection, a: Point, b: Point, ra: number, rb: number): string {
  const dx = b.xMm - a.xMm;
  const dz = b.zMm - a.zMm;
  const len = Math.hypot(dx, dz) || 1;
  const n = { xMm: -dz / len, zMm: dx / len };
  const off = (p: Point, k: number): Point => ({ xMm: p.xMm + n.xMm * k, zMm: p.zMm + n.zMm * k });
  return `M${pr.p(off(a, ra))}L${pr.p(off(b, rb))}L${pr.p(off(b, -rb))}L${pr.p(off(a, -ra))}Z`;
}

interface ShapeProps {
  pr: Projection;
  lever: LeverGeometry;
  pivot: Point;
  pose: Pose;
  stroke: Stroke;
  filled?: boolean;
}

/** Lever, rod and joint of one setup in one pose. */
export function LeverShape({ pr, lever, pivot, pose, stroke, filled }: ShapeProps) {
  const knob = plus(pivot, pose.knob);
  const pin = plus(pivot, pose.pin);
  const cls = `${css.ln} ${stroke}${filled ? " filled" : ""}`;
  const r = (mm: number) => Math.max(3, mm * pr.scale);
  const circle = (at: Point, mm: number, key?: string) => (
    <circle key={key} className={cls} cx={pr.x(at.xMm)} cy={pr.y(at.zMm)} r={r(mm)} />
  );
  return (
    <g>
      {stroke !== "ghost" && (
        <DriveShape pr={pr} lever={lever} pivot={pivot} pose={pose} stroke={stroke} filled={filled} />
      )}
      <path className={cls} d={bar(pr, pivot, pin, BODY.shaftFoot, BODY.tail)} />
      <path className={cls} d={bar(pr, pivot, knob, BODY.shaftFoot, BODY.shaftTop)} />
      {circle(knob, BODY.knob)}
      {stroke !== "ghost" && circle(pin, BODY.pin)}
      {stroke !== "ghost" && circle(pivot, BODY.pivot)}
    </g>
  );
}

function DriveShape({ pr, lever, pivot, pose, stroke, filled }: ShapeProps) {
  const { drive } = lever;
  const cls = `${css.ln} ${stroke}${filled ? " filled" : ""}`;
  const pin = plus(pivot, pose.pin);
  const r = (mm: number) => Math.max(3, mm * pr.scale);
  if (drive.kind === "direct") {
    const a = (drive.axisDeg * Math.PI) / 180;
    const along = (k: number): Point => ({ xMm: pin.xMm + k * Math.cos(a), zMm: pin.zMm + k * Math.sin(a) });
    return <path className={cls} d={bar(pr, along(-24), along(190), BODY.rod + 1, BODY.rod + 1)} />;
  }
  if (!pose.far) return null;
  const far = plus(pivot, pose.far);
  const end = pose.shortBy ? plus(pivot, pose.shortBy.from) : far;
  return (
    <>
      {drive.kind === "arm" && (
        <>
          <path className={cls} d={bar(pr, plus(pivot, drive.armPivot), far, BODY.tail, BODY.rod)} />
          <circle
            className={cls}
            cx={pr.x(pivot.xMm + drive.armPivot.xMm)}
            cy={pr.y(pivot.zMm + drive.armPivot.zMm)}
            r={r(BODY.joint)}
          />
        </>
      )}
      {drive.kind === "cable" ? (
        <path className={cls} d={`M${pr.p(pin)}L${pr.p(end)}`} fill="none" />
      ) : (
        <path className={cls} d={bar(pr, pin, end, BODY.rod, BODY.rod)} />
      )}
      <circle className={cls} cx={pr.x(far.xMm)} cy={pr.y(far.zMm)} r={r(BODY.joint)} />
    </>
  );
}

/** The gap a rod leaves when it cannot reach: hatched, with what is missing. */
export function MissingGap({ pr, pivot, pose, label }: { pr: Projection; pivot: Point; pose: Pose; label: string }) {
  if (!pose.shortBy || !pose.far) return null;
  const from = plus(pivot, pose.shortBy.from);
  const far = plus(pivot, pose.far);
  const [x1, y1, x2, y2] = [pr.x(from.xMm), pr.y(from.zMm), pr.x(far.xMm), pr.y(far.zMm)];
  return (
    <g className="missing">
      <path d={bar(pr, from, far, BODY.rod + 2, BODY.rod + 2)} />
      <circle cx={x1} cy={y1} r="4" />
      <circle cx={x2} cy={y2} r="4" />
      <text x={(x1 + x2) / 2} y={Math.min(y1, y2) - 16} textAnchor="middle" className={`${css.dt} brk`}>
        {label}
      </text>
    </g>
  );
}

const HEAD = 8;
/** Under this length the heads stand outside and the figure goes on a leg, px. */
const TIGHT = 40;

interface DimProps {
  kind: "old" | "cand" | "ink";
  from: number;
  to: number;
  /** The line's own coordinate across. */
  at: number;
  /** Where the extension lines begin, across. */
  ends: [number, number];
  text: string;
  upright?: boolean;
  /** Where on the line the figure stands, 0 to 1: two that stand close are read at different heights. */
  share?: number;
}

/** A dimension line with filled heads, extension lines and its figure on an opaque ground. */
export function Dimension({ kind, from, to, at, ends, text, upright, share = 0.5 }: DimProps) {
  const [a, b] = from < to ? [from, to] : [to, from];
  const [endA, endB] = from < to ? ends : [ends[1], ends[0]];
  const tight = b - a < TIGHT;
  const middle = a + (b - a) * share;
  const half = text.length * 4.4 + 5;
  const pt = (along: number, across: number): string => (upright ? `${across} ${along}` : `${along} ${across}`);
  const head = (tip: number, dir: 1 | -1): string =>
    `M${pt(tip, at)}L${pt(tip + dir * HEAD, at - 2.6)}L${pt(tip + dir * HEAD, at + 2.6)}Z`;
  const gap = (end: number): number => end + Math.sign(at - end) * 3;
  const past = at + Math.sign(at - ends[0]) * 5;
  const line = tight
    ? `M${pt(a - 18, at)}L${pt(a, at)}M${pt(b, at)}L${pt(b + 18 + (upright ? 0 : half * 2), at)}`
    : `M${pt(a, at)}L${pt(b, at)}`;
  const label = tight ? b + 22 + half : middle;
  const [tx, ty] = upright ? [at, tight ? a - 26 : middle] : [label, at];
  return (
    <g className={`${css.dim} ${kind}`}>
      <path className={css.ext} d={`M${pt(a, gap(endA))}L${pt(a, past)}M${pt(b, gap(endB))}L${pt(b, past)}`} />
      <path className="line" d={line} />
      <path className={css.arr} d={tight ? head(a, -1) + head(b, 1) : head(a, 1) + head(b, -1)} />
      <rect x={tx - half} y={ty - 9} width={half * 2} height={18} className={css.ground} />
      <text x={tx} y={ty + 5} textAnchor="middle" className={css.dt}>
        {text}
      </text>
    </g>
  );
}

/** Steps of a ruler, mm: round in the unit it is read in; every fifth is longer, every tenth (fourth) has its figure. */
const STEPS = { mm: [10, 20, 50, 100, 200, 500], in: [6.35, 12.7, 25.4, 50.8, 101.6, 254] };
const MAJOR = { mm: 10, in: 8 };

/** Engraved scales at the left and bottom edge, 0 at the pivot. Drawn again only when the view moves. */
export const Rulers = memo(function Rulers({ view, size, unit }: { view: View; size: Size; unit: "mm" | "in" }) {
  const pr = projection(view, size);
  const { width, height } = size;
  const steps = STEPS[unit];
  const step = steps.find((s) => s * pr.scale >= 7) ?? steps[steps.length - 1];
  const one = unit === "in" ? 25.4 : 1;
  /** Counted in steps, so that a sum of inches does not drift off its figures. */
  const ticks = (from: number, to: number): number[] => range(Math.ceil(from / step), Math.floor(to / step) + 1);
  const isMajor = (n: number): boolean => n % MAJOR[unit] === 0;
  const tl = pr.back(26, 0);
  const br = pr.back(width, height - 24);
  const lengthOf = (n: number): number => (isMajor(n) ? 13 : n % (MAJOR[unit] / 2) === 0 ? 9 : 5);
  const figure = (n: number): number => Math.round((Math.abs(n) * step * 100) / one) / 100;
  const [zs, xs] = [ticks(br.zMm, tl.zMm), ticks(tl.xMm, br.xMm)];
  const marks =
    zs.map((n) => `M26 ${pr.y(n * step).toFixed(1)}h${-lengthOf(n)}`).join("") +
    xs.map((n) => `M${pr.x(n * step).toFixed(1)} ${height - 24}v${lengthOf(n)}`).join("");
  return (
    <g className="rulers" aria-hidden="true">
      <rect x="0" y="0" width="26" height={height} className={css.ground} />
      <rect x="0" y={height - 24} width={width} height="24" className={css.ground} />
      <path className={css.rul} d={`M26 0V${height - 24}H${width}`} />
      <path className={css.tk} d={marks} />
      {zs.filter(isMajor).map((n) => (
        <text key={n} className="rt" transform={`translate(11 ${pr.y(n * step)}) rotate(-90)`} textAnchor="middle">
          {figure(n)}
        </text>
      ))}
      {xs
        .filter((n) => isMajor(n) && pr.x(n * step) > 44 && pr.x(n * step) < width - 18)
        .map((n) => (
          <text key={n} className="rt" x={pr.x(n * step)} y={height - 1} textAnchor="middle">
            {figure(n)}
          </text>
        ))}
    </g>
  );
});

/** Pointers on both scales at the selected point. */
export function RulerPointers({ pr, height, at }: { pr: Projection; height: number; at: Point }) {
  return (
    <g aria-hidden="true">
      <path className={css.ptr} d={`M26 ${pr.y(at.zMm)}l-9 -5v10z`} />
      <path className={css.ptr} d={`M${pr.x(at.xMm)} ${height - 24}l-5 9h10z`} />
    </g>
  );
}

/** A bar of a round length, black and white, so that a print can be measured. */
export function ScaleBar({ pr, right, bottom, unit }: { pr: Projection; right: number; bottom: number; unit: string }) {
  const inch = unit === "in";
  const steps = inch ? [25.4, 50.8, 101.6, 203.2] : [10, 20, 50, 100, 200, 500];
  const mm = steps.find((s) => s * pr.scale >= 60) ?? steps[steps.length - 1];
  const w = mm * pr.scale;
  const x = right - w - 40;
  return (
    <g className="scalebar">
      <text x={x} y={bottom - 10} textAnchor="middle" className={css.rt2}>
        0
      </text>
      <text x={x + w} y={bottom - 10} textAnchor="middle" className={css.rt2}>
        {inch ? `${mm / 25.4} in` : `${mm} mm`}
      </text>
      <rect x={x} y={bottom - 5} width={w} height="5" fill="var(--ink)" />
      <rect x={x + w / 4} y={bottom - 4} width={w / 4} height="3" fill="var(--panel)" />
      <rect x={x + (3 * w) / 4} y={bottom - 4} width={w / 4} height="3" fill="var(--panel)" />
    </g>
  );
}
