import { solve, type Rows } from "../numerics";
import { isUnsolvable, type Notice, type Unsolvable } from "./notice";
import {
  assemble,
  crankIndex,
  GRAVITY,
  mountUnder,
  pointUnder,
  toDeg,
  underLoad,
  type Assembly,
  type CrankAxis,
  type InertiaTensor,
  type Mode,
  type Place,
  type PowerUnit,
} from "./unit";

export interface MountModesInput extends PowerUnit {
  crankAxis: CrankAxis;
  /** Torque on the unit about its crank's axis, N m. */
  torqueNm?: number;
  /** Engine torque, times `ratio` on the unit. */
  engineTorqueNm?: number;
  ratio: number;
  shake?: { hz: number; torqueNm: number };
  points: ({ name: string } & Place)[];
}

type Force = { xN: number; yN: number; zN: number };
type Pose = Place & { rxDeg: number; ryDeg: number; rzDeg: number };

export interface MountModesAnswer {
  inertia: InertiaTensor;
  comSag: Pose;
  mounts: { name: string; sag: Place; load: Force; torqueMove: Place | null; torqueLoad: Force | null }[];
  modes: Mode[];
  torque: {
    axis: CrankAxis;
    torqueNm: number;
    rollDeg: number;
    com: Pose;
    points: ({ name: string; totalMm: number } & Place)[];
  } | null;
  shake: { hz: number; torqueTransmissibility: number; mounts: ({ name: string } & Force)[] } | null;
  notices: Notice<"liftOff" | "slightlyHeld">[];
}

/** A unit whose lowest mode lies under this, Hz, is barely held. */
const HELD_HZ = 2;

const poseOf = (q: readonly number[]): Pose => ({
  xMm: q[0] * 1000,
  yMm: q[1] * 1000,
  zMm: q[2] * 1000,
  rxDeg: toDeg(q[3]),
  ryDeg: toDeg(q[4]),
  rzDeg: toDeg(q[5]),
});

/** Torque on the unit, N m: given, or the engine's times its ratio. */
export const torqueOn = (t: { torqueNm?: number; engineTorqueNm?: number; ratio: number }): number | null =>
  t.torqueNm ?? (t.engineTorqueNm === undefined ? null : t.engineTorqueNm * t.ratio);

/**
 * How a power unit sits on its mounts, at what frequencies it shakes and in which way, how far it rolls under
 * torque and what a shaking crank passes on.
 *
 * A rigid body on linear springs about its centre of mass, axes +x front, +y left, +z up. Static sag and
 * torque use the static stiffness, shaking the static times `dynamicRatio`; forces are those of the mounts ON
 * the unit. Shapes are M-normalised (m, rad), energy shares 100 phi (M phi). A free motion is refused and named.
 * Checked against W. T. Thomson, Theory of Vibration with Applications, the two-spring car.
 */
export function mountModes(input: MountModesInput): MountModesAnswer | Unsolvable {
  const assembly = assemble(input);
  if (isUnsolvable(assembly)) return assembly;
  const { springs, modes, inertia } = assembly;
  const sagged = underLoad(assembly, [0, 0, -input.massKg * GRAVITY, 0, 0, 0]);
  const torqueNm = torqueOn(input);
  const axis = crankIndex(input.crankAxis);
  const load = [0, 0, 0, 0, 0, 0];
  load[axis] = torqueNm ?? 0;
  const turned = torqueNm === null ? null : underLoad(assembly, load);

  const mounts = springs.map((s) => {
    const rest = mountUnder(s, sagged);
    const under = turned && mountUnder(s, turned);
    return {
      name: s.name,
      sag: rest.move,
      load: rest.load,
      torqueMove: under?.move ?? null,
      torqueLoad: under?.load ?? null,
    };
  });
  const notices: MountModesAnswer["notices"] = mounts.flatMap((m, i) =>
    m.load.zN < 0
      ? [{ code: "liftOff" as const, field: `mounts[${i}]`, message: `${m.name} is pulled upwards: it lifts off` }]
      : [],
  );
  if (modes[0].hz < HELD_HZ) {
    notices.push({
      code: "slightlyHeld",
      field: "mounts",
      message: `the unit is barely held: its slowest motion is ${modes[0].hz.toFixed(2)} Hz`,
    });
  }
  return {
    inertia,
    comSag: poseOf(sagged),
    mounts,
    modes,
    torque:
      turned === null || torqueNm === null
        ? null
        : {
            axis: input.crankAxis,
            torqueNm,
            rollDeg: toDeg(turned[axis]),
            com: poseOf(turned),
            points: input.points.map((p) => {
              const moved = pointUnder(input, p, turned);
              return { name: p.name, ...moved, totalMm: Math.hypot(moved.xMm, moved.yMm, moved.zMm) };
            }),
          },
    shake: input.shake ? forcedResponse(assembly, input.shake, axis) : null,
    notices,
  };
}

/** Steady shaking by a torque about the crank: K(1 + i loss) - w^2 M, as twice as many real equations. */
function forcedResponse(
  { springs, mass }: Assembly,
  { hz, torqueNm }: { hz: number; torqueNm: number },
  axis: number,
): NonNullable<MountModesAnswer["shake"]> {
  const w2 = (2 * Math.PI * hz) ** 2;
  const big: Rows = Array.from({ length: 12 }, () => Array.from({ length: 12 }, () => 0));
  for (let i = 0; i < 6; i++) {
    for (let j = 0; j < 6; j++) {
      let re = -w2 * mass[i][j];
      let im = 0;
      for (const s of springs) {
        const k = s.dynamicRatio * s.share[i][j];
        re += k;
        im += k * s.lossFactor;
      }
      big[i][j] = big[i + 6][j + 6] = re;
      big[i][j + 6] = -im;
      big[i + 6][j] = im;
    }
  }
  // Solved for one N m and scaled: the ratio is the same for any torque, and exists for none.
  const push = Array.from({ length: 12 }, (_, i) => (i === axis ? 1 : 0));
  const q = solve(big, push);
  const [re, im] = [q.slice(0, 6), q.slice(6)];
  let [momentRe, momentIm] = [0, 0];
  const mounts = springs.map((s) => {
    const [a, b] = [mountUnder(s, re).load, mountUnder(s, im).load];
    const force = (x: number, y: number): [number, number] => [
      s.dynamicRatio * (x - s.lossFactor * y),
      s.dynamicRatio * (y + s.lossFactor * x),
    ];
    const [fx, fy, fz] = [force(a.xN, b.xN), force(a.yN, b.yN), force(a.zN, b.zN)];
    const [rx, ry, rz] = s.r;
    for (const part of [0, 1] as const) {
      const moment = axis === 3 ? ry * fz[part] - rz * fy[part] : rz * fx[part] - rx * fz[part];
      if (part === 0) momentRe += moment;
      else momentIm += moment;
    }
    const size = (f: [number, number]): number => torqueNm * Math.hypot(...f);
    return { name: s.name, xN: size(fx), yN: size(fy), zN: size(fz) };
  });
  return { hz, torqueTransmissibility: Math.hypot(momentRe, momentIm), mounts };
}
