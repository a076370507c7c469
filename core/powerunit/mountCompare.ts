import { hystereticTransmissibility, firingOrder, type FiringInput } from "./isolation";
import { torqueOn } from "./mountModes";
import { isUnsolvable, type Notice, type Unsolvable } from "./notice";
import {
  assemble,
  crankIndex,
  modeIn,
  pointUnder,
  toDeg,
  underLoad,
  type CrankAxis,
  type Place,
  type PowerUnit,
  type UnitMount,
} from "./unit";

export interface MountSet {
  name: string;
  mounts?: UnitMount[];
  /** Times the unit's own mounts. */
  stiffnessFactor?: number;
  lossFactor?: number;
  dynamicRatio?: number;
}

export interface MountCompareInput extends FiringInput {
  unit: PowerUnit & { crankAxis: CrankAxis };
  sets: MountSet[];
  shifter: Place;
  torqueNm?: number;
  engineTorqueNm?: number;
  ratio: number;
  idleRpm: number;
  cruiseRpm: number;
}

export interface NoiseLevel {
  transmissibility: number;
  dB: number;
  againstReferenceDb: number;
}

export interface MountSetAnswer {
  name: string;
  shifter: Place & { totalMm: number };
  movePct: number;
  rollDeg: number;
  rollHz: number;
  lossFactor: number;
  idle: NoiseLevel;
  cruise: NoiseLevel;
}

export interface MountCompareAnswer {
  reference: string;
  sets: MountSetAnswer[];
  notices: Notice<"amplifies" | "rigidBase" | "largeRoll">[];
}

/** Over this roll, deg, limiters take part that the linear model does not know. */
const LINEAR_DEG = 3;

/** The mounts of one set: its own, or the unit's made stiffer. */
export function mountsOf(unit: PowerUnit, set: MountSet): UnitMount[] {
  const f = set.stiffnessFactor ?? 1;
  return (set.mounts ?? unit.mounts).map((m) => ({
    ...m,
    kxNPerMm: m.kxNPerMm * f,
    kyNPerMm: m.kyNPerMm * f,
    kzNPerMm: m.kzNPerMm * f,
    lossFactor: set.lossFactor ?? m.lossFactor,
    dynamicRatio: set.dynamicRatio ?? m.dynamicRatio,
  }));
}

/**
 * The same power unit on several sets of mounts: how far the shifter walks under torque, and what each set costs in
 * noise at idle and at cruise, against the first.
 *
 * Movement in mm under the torque on the unit; noise in dB by the loss-factor form at each set's roll mode.
 * The body is taken as rigid and limiters are left out; notices say where that matters.
 */
export function mountCompare(input: MountCompareInput): MountCompareAnswer | Unsolvable {
  const { unit } = input;
  const axis = crankIndex(unit.crankAxis);
  const firing = firingOrder(input);
  const load = [0, 0, 0, 0, 0, 0];
  load[axis] = torqueOn(input) ?? 0;
  const solved: Omit<MountSetAnswer, "movePct">[] = [];
  for (const [i, set] of input.sets.entries()) {
    const assembly = assemble(
      { ...unit, mounts: mountsOf(unit, set) },
      set.mounts ? `sets[${i}].mounts` : "unit.mounts",
    );
    if (isUnsolvable(assembly)) return assembly;
    const q = underLoad(assembly, load);
    const moved = pointUnder(unit, input.shifter, q);
    const roll = modeIn(assembly.modes, unit.crankAxis === "x" ? "rx" : "ry");
    const levelAt = (rpm: number): NoiseLevel => {
      const t = hystereticTransmissibility((firing * rpm) / 60 / roll.hz, roll.lossFactor);
      return { transmissibility: t, dB: 20 * Math.log10(t), againstReferenceDb: 0 };
    };
    solved.push({
      name: set.name,
      shifter: { ...moved, totalMm: Math.hypot(moved.xMm, moved.yMm, moved.zMm) },
      rollDeg: toDeg(q[axis]),
      rollHz: roll.hz,
      lossFactor: roll.lossFactor,
      idle: levelAt(input.idleRpm),
      cruise: levelAt(input.cruiseRpm),
    });
  }
  const [reference] = solved;
  const against = (own: NoiseLevel, first: NoiseLevel): NoiseLevel => ({
    ...own,
    againstReferenceDb: own.dB - first.dB,
  });
  const sets = solved.map((s): MountSetAnswer => ({
    ...s,
    movePct: reference.shifter.totalMm === 0 ? 0 : 100 * (1 - s.shifter.totalMm / reference.shifter.totalMm),
    idle: against(s.idle, reference.idle),
    cruise: against(s.cruise, reference.cruise),
  }));
  const notices: MountCompareAnswer["notices"] = sets.flatMap((s, i) =>
    s.idle.transmissibility > 1
      ? [
          {
            code: "amplifies" as const,
            field: `sets[${i}]`,
            message: `${s.name} makes the idle worse than no mount at all`,
          },
        ]
      : [],
  );
  const idleHz = (firing * input.idleRpm) / 60;
  if (sets.some((s) => s.rollHz > idleHz)) {
    notices.push({
      code: "rigidBase",
      field: "sets",
      message: "the body is taken as rigid: a set that rolls faster than the idle fires is louder than shown",
    });
  }
  sets.forEach((s, i) => {
    if (Math.abs(s.rollDeg) > LINEAR_DEG) {
      notices.push({
        code: "largeRoll",
        field: `sets[${i}]`,
        message: `${s.name} rolls ${Math.abs(s.rollDeg).toFixed(1)} deg: limiters would stop it before that`,
      });
    }
  });
  return { reference: reference.name, sets, notices };
}
