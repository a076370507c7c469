import { exceeds, fallsShort } from "../quantity";
import type { Notice } from "./notice";

export type JointKind = "cardan" | "cv" | "flexible";

export interface Shaft {
  name: string;
  lengthMm?: number;
  /** Positive rises to the front. */
  sideDeg: number;
  /** Positive: front end to the left. */
  planDeg: number;
  /** Angle of the rear yoke ahead of the front yoke, right-handed about the shaft's forward direction. */
  yokesDeg: number;
}

export interface DrivelineInput {
  rpm: number;
  shafts: Shaft[];
  joints?: { kind: JointKind }[];
  limits: {
    minDeg: number;
    maxDeg: number;
    differenceDeg: number;
    torsionalRadPerS2: number;
    inertiaRadPerS2: number;
  };
}

export interface DrivelineJoint {
  from: string;
  to: string;
  kind: JointKind;
  angleDeg: number;
  planeDeg: number | null;
  ratioMin: number;
  ratioMax: number;
  spreadPct: number;
  peakAccelRadPerS2: number;
  peakAccelApproxRadPerS2: number;
}

export interface DrivelineAnswer {
  joints: DrivelineJoint[];
  residualDeg: number;
  torsionalRadPerS2: number;
  inertiaDriveRadPerS2: number;
  inertiaCoastRadPerS2: number;
  maxAngleAtRpmDeg: number;
  notices: Notice<"angleUnder" | "angleOver" | "angleDifference" | "torsionalOver" | "inertiaOver">[];
}

type V3 = readonly [number, number, number];

const rad = (deg: number): number => (deg * Math.PI) / 180;
const toDeg = (r: number): number => (r * 180) / Math.PI;
const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: V3, b: V3): V3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const norm = (a: V3): number => Math.sqrt(dot(a, a));

/** A joint straighter than this, rad, has no plane. */
const STRAIGHT = 1e-9;

/** Exact peak acceleration of the driven side of a Cardan joint over w^2, by differentiating w2/w1. */
function peakOf(b: number): number {
  const s = Math.sin(b) ** 2;
  if (s === 0) return 0;
  const a = 1 - s / 2;
  const u = (-2 * s) / (a + Math.sqrt(a * a + 2 * s * s));
  return (Math.cos(b) * s * Math.sqrt(1 - u * u)) / (a + (s * u) / 2) ** 2;
}

/**
 * What a line of shafts does at a speed: each joint's true angle and ripple, and what the train leaves of them.
 *
 * Shafts run front to rear; direction (1, tan plan, tan side). A Cardan joint is a vector of length b^2 at
 * twice the angle of its plane about the shafts, its sign turned by every shaft whose yokes are in phase; their
 * sum is what reaches the axle, the sums before and after each inner shaft what shakes it. Constant-velocity and
 * flexible joints make none. Angles in deg, accelerations in rad/s2. Source: Cardan joint kinematics, e.g.
 * Seherr-Thoss, Schmelz, Aucktor, Universal Joints and Driveshafts; limits are design practice, unverified.
 */
export function driveline(input: DrivelineInput): DrivelineAnswer {
  const { shafts, limits } = input;
  const w = (input.rpm * 2 * Math.PI) / 60;
  const w2 = w * w;
  const directions = shafts.map((s): V3 => {
    const d: V3 = [1, Math.tan(rad(s.planDeg)), Math.tan(rad(s.sideDeg))];
    const length = norm(d);
    return [d[0] / length, d[1] / length, d[2] / length];
  });
  let theta = 0;
  let normal: V3 | null = null;
  let yokes = 0;
  let turns = 0;
  const z: [number, number][] = [];
  const joints = shafts.slice(1).map((to, j): DrivelineJoint => {
    const kind = input.joints?.[j]?.kind ?? "cardan";
    const [u1, u2] = [directions[j], directions[j + 1]];
    const n = cross(u1, u2);
    const b = Math.atan2(norm(n), dot(u1, u2));
    if (j > 0) yokes += rad(shafts[j].yokesDeg);
    if (b > STRAIGHT) {
      // Both planes contain the shaft between them, so the angle is measured about that shaft.
      if (normal) theta += Math.atan2(dot(cross(normal, n), u1), dot(normal, n));
      normal = n;
    }
    const ripples = kind === "cardan";
    const angle = 2 * (yokes - theta);
    const size = ripples ? (turns % 2 ? -1 : 1) * b * b : 0;
    z.push(b > STRAIGHT ? [size * Math.cos(angle), size * Math.sin(angle)] : [0, 0]);
    if (ripples) turns += 1;
    const plane = toDeg(theta);
    return {
      from: shafts[j].name,
      to: to.name,
      kind,
      angleDeg: toDeg(b),
      planeDeg: b > STRAIGHT ? plane - 180 * Math.floor(plane / 180 + 1e-12) : null,
      ratioMin: ripples ? Math.cos(b) : 1,
      ratioMax: ripples ? 1 / Math.cos(b) : 1,
      spreadPct: ripples ? 100 * (1 / Math.cos(b) - Math.cos(b)) : 0,
      peakAccelRadPerS2: ripples ? w2 * peakOf(b) : 0,
      peakAccelApproxRadPerS2: ripples ? w2 * b * b : 0,
    };
  });
  const sum = (from: number, to: number): number => {
    const [x, y] = z.slice(from, to).reduce(([a, b], [c, d]) => [a + c, b + d], [0, 0]);
    return Math.hypot(x, y);
  };
  const inner = shafts.slice(1, -1).map((_, k) => k + 1);
  const total = sum(0, z.length);
  const inertiaDrive = Math.max(0, ...inner.map((k) => w2 * sum(0, k)));
  const inertiaCoast = Math.max(0, ...inner.map((k) => w2 * sum(k, z.length)));
  return {
    joints,
    residualDeg: toDeg(Math.sqrt(total)),
    torsionalRadPerS2: w2 * total,
    inertiaDriveRadPerS2: inertiaDrive,
    inertiaCoastRadPerS2: inertiaCoast,
    maxAngleAtRpmDeg: toDeg(Math.sqrt(limits.inertiaRadPerS2) / w),
    notices: noticesOf(joints, limits, w2 * total, Math.max(inertiaDrive, inertiaCoast)),
  };
}

function noticesOf(
  joints: readonly DrivelineJoint[],
  limits: DrivelineInput["limits"],
  torsional: number,
  inertia: number,
): DrivelineAnswer["notices"] {
  const notices: DrivelineAnswer["notices"] = [];
  joints.forEach((j, i) => {
    if (j.kind === "cardan" && fallsShort(j.angleDeg, limits.minDeg)) {
      notices.push({
        code: "angleUnder",
        field: `joints[${i}]`,
        message: `${j.from} to ${j.to} is at ${j.angleDeg.toFixed(2)} deg: too straight, its rollers do not turn`,
      });
    }
  });
  joints.forEach((j, i) => {
    if (exceeds(j.angleDeg, limits.maxDeg)) {
      notices.push({
        code: "angleOver",
        field: `joints[${i}]`,
        message: `${j.from} to ${j.to} is at ${j.angleDeg.toFixed(2)} deg, over ${limits.maxDeg} deg`,
      });
    }
  });
  const cardan = joints.filter((j) => j.kind === "cardan");
  if (cardan.length === 2) {
    const difference = Math.abs(cardan[0].angleDeg - cardan[1].angleDeg);
    if (exceeds(difference, limits.differenceDeg)) {
      notices.push({
        code: "angleDifference",
        field: "joints",
        message: `the two joint angles differ by ${difference.toFixed(2)} deg: they do not cancel`,
      });
    }
  }
  if (exceeds(torsional, limits.torsionalRadPerS2)) {
    notices.push({
      code: "torsionalOver",
      field: "shafts",
      message: `${torsional.toFixed(0)} rad/s2 reach the axle at the second order, over ${limits.torsionalRadPerS2}`,
    });
  }
  if (exceeds(inertia, limits.inertiaRadPerS2)) {
    notices.push({
      code: "inertiaOver",
      field: "shafts",
      message: `a shaft is shaken with ${inertia.toFixed(0)} rad/s2, over ${limits.inertiaRadPerS2}`,
    });
  }
  return notices;
}
