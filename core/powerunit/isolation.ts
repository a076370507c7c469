import { exceeds, fallsShort } from "../quantity";
import { isUnsolvable, type Notice, type Unsolvable } from "./notice";
import { assemble, modeIn, type CrankAxis, type Freedom, type PowerUnit } from "./unit";

export interface FiringInput {
  cylinders: number;
  strokes: 2 | 4;
  order?: number;
}

export interface IsolationInput extends FiringInput {
  naturalHz?: number;
  unit?: PowerUnit & { crankAxis: CrankAxis };
  direction: "roll" | Freedom;
  dampingRatio?: number;
  lossFactor?: number;
  idleRpm: number;
  fromRpm: number;
  toRpm: number;
  stepRpm: number;
}

export interface Passed {
  transmissibility: number | null;
  dB: number | null;
}

export interface IsolationAnswer {
  order: number;
  naturalHz: number;
  dampingRatio: number | null;
  lossFactor: number | null;
  crossRpm: number;
  idle: { rpm: number; hz: number; ratio: number } & Passed;
  resonanceRpm: number;
  curve: ({ rpm: number; hz: number } & Passed)[];
  notices: Notice<"amplifies" | "undamped">[];
}

/** Firings to a turn of the crank: the order a mount hears most. */
export const firingOrder = (f: FiringInput): number => f.order ?? (f.strokes === 4 ? f.cylinders / 2 : f.cylinders);

/** Transmissibility by damping ratio; Infinity at an undamped resonance. */
export const viscousTransmissibility = (r: number, z: number): number =>
  Math.sqrt((1 + (2 * z * r) ** 2) / ((1 - r * r) ** 2 + (2 * z * r) ** 2));

/** Transmissibility by loss factor; Infinity at an undamped resonance. */
export const hystereticTransmissibility = (r: number, h: number): number =>
  Math.sqrt((1 + h * h) / ((1 - r * r) ** 2 + h * h));

/** At the resonance itself, to rounding, and nothing damps it: what is passed on has no end. */
const endless = (ratio: number, dampingRatio: number | null, lossFactor: number | null): boolean =>
  (dampingRatio ?? lossFactor ?? 0) === 0 && !exceeds(ratio, 1) && !fallsShort(ratio, 1);

const passed = (t: number): Passed =>
  Number.isFinite(t) && t > 0 ? { transmissibility: t, dB: 20 * Math.log10(t) } : { transmissibility: null, dB: null };

/** Points of the curve; the check counts them before they are computed. */
export const curvePoints = (i: Pick<IsolationInput, "fromRpm" | "toRpm" | "stepRpm">): number =>
  Math.floor((i.toRpm - i.fromRpm) / i.stepRpm + 1e-9) + 1;

export const freedomOf = (direction: "roll" | Freedom, axis: CrankAxis): Freedom =>
  direction === "roll" ? (axis === "x" ? "rx" : "ry") : direction;

/**
 * How much of the engine's shake a mount passes on, at idle and over the range of speed.
 *
 * Force transmissibility of one mass on a spring, by damping ratio or by loss factor as given; crosses 1 at
 * sqrt 2 of the natural frequency. Sources: C. Harris and C. Crede, Shock and Vibration Handbook; S. Rao,
 * Mechanical Vibrations.
 */
export function isolation(input: IsolationInput): IsolationAnswer | Unsolvable {
  const order = firingOrder(input);
  let naturalHz = input.naturalHz ?? 0;
  let own: number | null = null;
  if (input.unit) {
    const assembly = assemble(input.unit, "unit.mounts");
    if (isUnsolvable(assembly)) return assembly;
    const mode = modeIn(assembly.modes, freedomOf(input.direction, input.unit.crankAxis));
    naturalHz = mode.hz;
    own = mode.lossFactor;
  }
  const dampingRatio = input.dampingRatio ?? null;
  const lossFactor = dampingRatio === null ? (input.lossFactor ?? own) : null;
  const at = (rpm: number) => {
    const hz = (order * rpm) / 60;
    const ratio = hz / naturalHz;
    const t = endless(ratio, dampingRatio, lossFactor)
      ? Infinity
      : dampingRatio === null
        ? hystereticTransmissibility(ratio, lossFactor ?? 0)
        : viscousTransmissibility(ratio, dampingRatio);
    return { rpm, hz, ratio, t };
  };
  const idle = at(input.idleRpm);
  const curve = Array.from({ length: curvePoints(input) }, (_, i) => {
    const { rpm, hz, t } = at(input.fromRpm + i * input.stepRpm);
    return { rpm, hz, ...passed(t) };
  });
  const notices: IsolationAnswer["notices"] = [];
  if (exceeds(idle.t, 1)) {
    notices.push({
      code: "amplifies",
      field: "idleRpm",
      message: "at idle the mount passes on more than it is given: softer, or a higher idle",
    });
  }
  if (!Number.isFinite(idle.t) || curve.some((c) => c.transmissibility === null)) {
    notices.push({ code: "undamped", field: "curve", message: "without damping the resonance has no end" });
  }
  return {
    order,
    naturalHz,
    dampingRatio,
    lossFactor,
    crossRpm: (60 * Math.SQRT2 * naturalHz) / order,
    idle: { rpm: idle.rpm, hz: idle.hz, ratio: idle.ratio, ...passed(idle.t) },
    resonanceRpm: (60 * naturalHz) / order,
    curve,
    notices,
  };
}
