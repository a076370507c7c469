import { exceeds, fallsShort } from "../quantity";
import { leastSquares, singularValues } from "../numerics";
import type { Notice, Unsolvable } from "./notice";

export interface SagMount {
  name: string;
  xMm: number;
  yMm?: number;
  nominalMm: number;
  measuredMm: number;
  /** The unit hangs below its bracket: its gap grows as it sags. */
  hangs: boolean;
}

export interface MountSagInput {
  heightKind: "installed" | "free";
  mounts: SagMount[];
  points: { name: string; xMm: number; yMm: number }[];
  inclinationDeg?: number;
  warnMm: number;
}

export interface MountSagAnswer {
  fit: "plane" | "line" | "roll";
  mounts: { name: string; sagMm: number; fitMm: number; residualMm: number }[];
  tiltDeg: number | null;
  rollDeg: number | null;
  points: { name: string; dropMm: number }[];
  inclinationDeg: number | null;
  maxResidualMm: number;
  notices: Notice<"collapsed" | "rises" | "notRigid">[];
}

/** Mounts this near to one line, mm, hold no plane; this near to one place, no line. */
const SAME_MM = 1;

/** A mount higher than nominal by more than this, mm, is told. */
const RISES_MM = 1;

/** A rigid unit leaves no more than this, mm, between fit and measure. */
const RIGID_MM = 2;

const deg = (slope: number): number => (Math.atan(slope) * 180) / Math.PI;

/**
 * How a power unit sits on mounts that sagged: by how much each, which way it tilts, what drops where.
 *
 * Sag in mm, positive is lower than nominal. Tilt positive: front end up; roll positive: left side up. A
 * plane by least squares where the mounts span one, else a line fore and aft, else side to side; mounts at one
 * place hold neither. Common practice, no source. Installed and free heights are never mixed.
 */
export function mountSag(input: MountSagInput): MountSagAnswer | Unsolvable {
  const sags = input.mounts.map((m) => (m.nominalMm - m.measuredMm) * (m.hangs ? -1 : 1));
  const xs = input.mounts.map((m) => m.xMm);
  const ys = input.mounts.map((m) => m.yMm);
  const sided = ys.every((y) => y !== undefined) ? (ys as number[]) : null;
  const spread = (v: number[]): number => Math.max(...v) - Math.min(...v);
  const mean = (v: number[]): number => v.reduce((a, b) => a + b, 0) / v.length;
  const heights = sags.map((s) => -s);

  let fit: MountSagAnswer["fit"];
  let rows: number[][];
  const [cx, cy] = [mean(xs), sided ? mean(sided) : 0];
  const flat = sided ? singularValues(xs.map((x, i) => [x - cx, sided[i] - cy])) : [];
  if (sided && (flat[1] ?? 0) > SAME_MM) {
    fit = "plane";
    rows = xs.map((x, i) => [1, x - cx, sided[i] - cy]);
  } else if (spread(xs) >= SAME_MM) {
    fit = "line";
    rows = xs.map((x) => [1, x - cx, 0]);
  } else if (sided && spread(sided) >= SAME_MM) {
    fit = "roll";
    rows = sided.map((y) => [1, 0, y - cy]);
  } else {
    return { unsolvable: "singular", field: "mounts", why: "the mounts stand at one place: they hold no line" };
  }
  const used = fit === "plane" ? [0, 1, 2] : fit === "line" ? [0, 1] : [0, 2];
  const solved = leastSquares(
    rows.map((r) => used.map((k) => r[k])),
    heights,
  );
  const c = [0, 0, 0];
  used.forEach((k, i) => (c[k] = solved[i]));
  const height = (x: number, y: number): number => c[0] + c[1] * (x - cx) + c[2] * (y - cy);

  const mounts = input.mounts.map((m, i) => {
    const fitMm = -height(m.xMm, m.yMm ?? cy);
    return { name: m.name, sagMm: sags[i], fitMm, residualMm: sags[i] - fitMm };
  });
  const maxResidualMm = Math.max(...mounts.map((m) => Math.abs(m.residualMm)));
  const tiltDeg = fit === "roll" ? null : deg(c[1]);
  const at = (i: number): string => `mounts[${i}]`;
  const notices: MountSagAnswer["notices"] = [];
  mounts.forEach((m, i) => {
    if (exceeds(m.sagMm, input.warnMm)) {
      notices.push({
        code: "collapsed",
        field: at(i),
        message: `${m.name} sits ${m.sagMm.toFixed(1)} mm low: collapsed`,
      });
    }
  });
  mounts.forEach((m, i) => {
    if (fallsShort(m.sagMm, -RISES_MM)) {
      notices.push({ code: "rises", field: at(i), message: `${m.name} stands ${(-m.sagMm).toFixed(1)} mm high` });
    }
  });
  if (exceeds(maxResidualMm, RIGID_MM)) {
    notices.push({
      code: "notRigid",
      field: "mounts",
      message: `the heights do not fit a rigid unit by ${maxResidualMm.toFixed(1)} mm: measure again, or something is bent`,
    });
  }
  return {
    fit,
    mounts,
    tiltDeg,
    rollDeg: fit === "line" ? null : deg(c[2]),
    points: input.points.map((p) => ({ name: p.name, dropMm: -height(p.xMm, fit === "line" ? cy : p.yMm) })),
    inclinationDeg: input.inclinationDeg === undefined || tiltDeg === null ? null : input.inclinationDeg + tiltDeg,
    maxResidualMm,
    notices,
  };
}
