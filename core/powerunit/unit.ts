import { generalisedEigen, solve, symmetricValues, type Rows } from "../numerics";
import type { Unsolvable } from "./notice";

export interface Place {
  xMm: number;
  yMm: number;
  zMm: number;
}

export interface InertiaTensor {
  xxKgM2: number;
  yyKgM2: number;
  zzKgM2: number;
  /** Elements of the tensor: minus the integral of x y dm. */
  xyKgM2: number;
  xzKgM2: number;
  yzKgM2: number;
}

export interface UnitMount extends Place {
  name: string;
  kxNPerMm: number;
  kyNPerMm: number;
  kzNPerMm: number;
  rxDeg: number;
  ryDeg: number;
  rzDeg: number;
  lossFactor: number;
  dynamicRatio: number;
}

export interface PowerUnit {
  massKg: number;
  com: Place;
  inertia?: InertiaTensor;
  box?: Place;
  mounts: UnitMount[];
}

export type CrankAxis = "x" | "y";
export const degreesOfFreedom = ["x", "y", "z", "rx", "ry", "rz"] as const;
export type Freedom = (typeof degreesOfFreedom)[number];

export interface Mode {
  hz: number;
  dominant: Freedom;
  energyPct: Record<Freedom, number>;
  shape: number[];
  lossFactor: number;
}

export const GRAVITY = 9.80665;

/** Stiffness over inertia this much smaller than the largest counts as a free motion. */
const FREE = 1e-9;

/** Squared angular frequency, 1/s2, under which nothing holds: a mount of so little stiffness is none. */
const NOTHING = 1e-60;

const FREEDOM_WORDS: Record<Freedom, string> = {
  x: "fore and aft",
  y: "sideways",
  z: "up and down",
  rx: "rolling",
  ry: "pitching",
  rz: "yawing",
};

const rad = (deg: number): number => (deg * Math.PI) / 180;
export const toDeg = (r: number): number => (r * 180) / Math.PI;

type M3 = [V3, V3, V3];
export type V3 = [number, number, number];

const times = (a: M3, b: M3): M3 =>
  a.map((row) => [0, 1, 2].map((j) => row[0] * b[0][j] + row[1] * b[1][j] + row[2] * b[2][j])) as M3;
const transposed = (a: M3): M3 => [0, 1, 2].map((i) => a.map((r) => r[i])) as M3;

/** Rz Ry Rx: local axes to vehicle axes. */
function rotation(m: UnitMount): M3 {
  const [cx, sx, cy, sy, cz, sz] = [m.rxDeg, m.ryDeg, m.rzDeg].flatMap((d) => [Math.cos(rad(d)), Math.sin(rad(d))]);
  return times(
    times(
      [
        [cz, -sz, 0],
        [sz, cz, 0],
        [0, 0, 1],
      ],
      [
        [cy, 0, sy],
        [0, 1, 0],
        [-sy, 0, cy],
      ],
    ),
    [
      [1, 0, 0],
      [0, cx, -sx],
      [0, sx, cx],
    ],
  );
}

/** Displacement of a point of a rigid unit, m, from its six coordinates (m, rad): [I | -skew(r)]. */
export function displaced(q: readonly number[], r: V3): V3 {
  return [q[0] + q[4] * r[2] - q[5] * r[1], q[1] + q[5] * r[0] - q[3] * r[2], q[2] + q[3] * r[1] - q[4] * r[0]];
}

const arm = (p: Place, com: Place): V3 => [
  (p.xMm - com.xMm) / 1000,
  (p.yMm - com.yMm) / 1000,
  (p.zMm - com.zMm) / 1000,
];

export const inertiaOf = (unit: PowerUnit): InertiaTensor => {
  if (unit.inertia) return unit.inertia;
  const { xMm, yMm, zMm } = unit.box ?? { xMm: 0, yMm: 0, zMm: 0 };
  const about = (a: number, b: number): number => (unit.massKg / 12) * ((a * a + b * b) / 1e6);
  return {
    xxKgM2: about(yMm, zMm),
    yyKgM2: about(xMm, zMm),
    zzKgM2: about(xMm, yMm),
    xyKgM2: 0,
    xzKgM2: 0,
    yzKgM2: 0,
  };
};

/** Whether an inertia can be that of a body: positive, and no principal value over the sum of the others. */
export function isBody(i: InertiaTensor): boolean {
  const [a, b, c] = symmetricValues([
    [i.xxKgM2, i.xyKgM2, i.xzKgM2],
    [i.xyKgM2, i.yyKgM2, i.yzKgM2],
    [i.xzKgM2, i.yzKgM2, i.zzKgM2],
  ]);
  return a > 0 && a + b >= c * (1 - 1e-12);
}

interface Spring {
  name: string;
  r: V3;
  /** Stiffness in vehicle axes, N/m, static. */
  k: M3;
  /** Its share of the six by six, static. */
  share: Rows;
  dynamicRatio: number;
  lossFactor: number;
}

/** A unit on its mounts, set up once: matrices in SI about the centre of mass. */
export interface Assembly {
  springs: Spring[];
  mass: Rows;
  /** Static and dynamic stiffness. */
  staticStiffness: Rows;
  dynamicStiffness: Rows;
  modes: Mode[];
  inertia: InertiaTensor;
}

const zero = (): Rows => Array.from({ length: 6 }, () => [0, 0, 0, 0, 0, 0]);

/** The share of one spring: G' k G with G = [I | -skew(r)], written out. */
function shareOf(k: M3, r: V3): Rows {
  const columns = Array.from({ length: 6 }, (_, j) => {
    const e = [0, 0, 0, 0, 0, 0];
    e[j] = 1;
    return displaced(e, r);
  });
  return columns.map((gi) =>
    columns.map((gj) =>
      [0, 1, 2].reduce((s, a) => s + gi[a] * (k[a][0] * gj[0] + k[a][1] * gj[1] + k[a][2] * gj[2]), 0),
    ),
  );
}

const added = (springs: readonly Spring[], factor: (s: Spring) => number): Rows => {
  const out = zero();
  for (const s of springs) {
    const f = factor(s);
    for (let i = 0; i < 6; i++) for (let j = 0; j < 6; j++) out[i][j] += f * s.share[i][j];
  }
  return out;
};

/** Builds and solves a unit; `field` is where its mounts stand in the question. */
export function assemble(unit: PowerUnit, field = "mounts"): Assembly | Unsolvable {
  const inertia = inertiaOf(unit);
  const m = unit.massKg;
  const mass = zero();
  for (let i = 0; i < 3; i++) mass[i][i] = m;
  const { xxKgM2: xx, yyKgM2: yy, zzKgM2: zz, xyKgM2: xy, xzKgM2: xz, yzKgM2: yz } = inertia;
  const block = [
    [xx, xy, xz],
    [xy, yy, yz],
    [xz, yz, zz],
  ];
  for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) mass[3 + i][3 + j] = block[i][j];
  const springs = unit.mounts.map((mount): Spring => {
    const R = rotation(mount);
    const local: M3 = [
      [mount.kxNPerMm * 1000, 0, 0],
      [0, mount.kyNPerMm * 1000, 0],
      [0, 0, mount.kzNPerMm * 1000],
    ];
    const k = times(times(R, local), transposed(R));
    const r = arm(mount, unit.com);
    return {
      name: mount.name,
      r,
      k,
      share: shareOf(k, r),
      dynamicRatio: mount.dynamicRatio,
      lossFactor: mount.lossFactor,
    };
  });
  const staticStiffness = added(springs, () => 1);
  const held = generalisedEigen(staticStiffness, mass);
  if (!held) return { unsolvable: "invalid", field: field.replace("mounts", "inertia"), why: "an inertia of a body" };
  const [least, most] = [held.values[0], held.values[5]];
  if (!(least >= FREE * most) || most <= NOTHING) {
    const { dominant } = shapeOf(held.vectors[0], mass);
    return {
      unsolvable: "singular",
      field,
      why: `nothing holds the unit against ${FREEDOM_WORDS[dominant]}: add a mount away from the others, or one that is stiff that way`,
    };
  }
  // One ratio for all mounts stretches the squares of the frequencies and leaves the shapes: no second solve.
  const common = springs.every((s) => s.dynamicRatio === springs[0].dynamicRatio) ? springs[0].dynamicRatio : null;
  const dynamicStiffness = common === 1 ? staticStiffness : added(springs, (s) => s.dynamicRatio);
  const eigen =
    common === null
      ? generalisedEigen(dynamicStiffness, mass)
      : { values: held.values.map((v) => v * common), vectors: held.vectors };
  if (!eigen) return { unsolvable: "invalid", field, why: "a unit that can be solved" };
  const modes = eigen.values.map((value, i): Mode => {
    const { dominant, energyPct, shape } = shapeOf(eigen.vectors[i], mass);
    const parts = springs.map((s) => s.dynamicRatio * quadratic(s.share, shape));
    const whole = parts.reduce((a, b) => a + b, 0);
    const lossFactor = springs.reduce((sum, s, k) => sum + s.lossFactor * parts[k], 0) / whole;
    return { hz: Math.sqrt(Math.max(0, value)) / (2 * Math.PI), dominant, energyPct, shape, lossFactor };
  });
  return { springs, mass, staticStiffness, dynamicStiffness, modes, inertia };
}

function quadratic(k: Rows, v: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < 6; i++) for (let j = 0; j < 6; j++) sum += v[i] * k[i][j] * v[j];
  return sum;
}

/** Energy shares of an M-normalised shape, its sign set by the largest of them. */
function shapeOf(vector: readonly number[], mass: Rows) {
  const shares = vector.map((v, i) => 100 * v * mass[i].reduce((s, m, j) => s + m * vector[j], 0));
  // Of equal shares the first direction names the mode; rounding must not choose.
  const most = Math.max(...shares);
  const index = shares.findIndex((s) => s >= most - 1e-9);
  const sign = vector[index] < 0 ? -1 : 1;
  return {
    dominant: degreesOfFreedom[index],
    energyPct: Object.fromEntries(degreesOfFreedom.map((d, i) => [d, shares[i]])) as Record<Freedom, number>,
    shape: vector.map((v) => sign * v),
  };
}

/** Index of the turn about the crank among the six coordinates. */
export const crankIndex = (axis: CrankAxis): number => (axis === "x" ? 3 : 4);

/** Coordinates under a steady load, m and rad. */
export const underLoad = (a: Assembly, load: number[]): number[] => solve(a.staticStiffness, load);

/** Force of a mount on the unit, N, for coordinates q, and how its top moves, mm. */
export function mountUnder(
  s: Spring,
  q: readonly number[],
): { move: Place; load: { xN: number; yN: number; zN: number } } {
  const d = displaced(q, s.r);
  const force = s.k.map((row) => -(row[0] * d[0] + row[1] * d[1] + row[2] * d[2]));
  return {
    move: { xMm: d[0] * 1000, yMm: d[1] * 1000, zMm: d[2] * 1000 },
    load: { xN: force[0], yN: force[1], zN: force[2] },
  };
}

/** Movement of a named point, mm. */
export const pointUnder = (unit: PowerUnit, p: Place, q: readonly number[]): Place => {
  const d = displaced(q, arm(p, unit.com));
  return { xMm: d[0] * 1000, yMm: d[1] * 1000, zMm: d[2] * 1000 };
};

/** The mode with the largest share in a direction: where it is felt. */
export const modeIn = (modes: readonly Mode[], direction: Freedom): Mode =>
  modes.reduce((a, b) => (b.energyPct[direction] > a.energyPct[direction] + 1e-9 ? b : a));
