import { askDriveline, askMountModes, driveOf, isRefusal, type RunCondition, type Vehicle } from "../../../contract";
import { hystereticTransmissibility, rotatingSources, type OperatingPoint } from "../../../core";
import { NO_FAULT, type HiddenFault } from "./faults";

/** One line of the shake: its frequency, Hz, and its amplitude at the seat rail, m/s2. */
export interface Line {
  hz: number;
  amplitude: number;
}

/**
 * How hard the engine works in each condition, as a part of its full pull. These and the other figures of this
 * file make a stand-in that behaves as vehicles do; they are invented and nothing else rests on them.
 */
const PULL: Record<RunCondition, number> = {
  idleInGear: 0.25,
  idleCold: 0.35,
  bump: 0.3,
  onThrottle: 1,
  overrun: 0.5,
  left: 0.7,
  right: 0.7,
  roadSpeed: 0.7,
};

const COLD_RUBBER = 1.5;
/** The engine's own shake at full pull, m/s2, and what of it is of first and half order. */
const ENGINE = { fullPullMps2: 5, onceATurn: 0.1, halfOrder: 0.3 };
/** What a line of shafts that was just set still has, deg of residual. */
const LINE_PUT_RIGHT_DEG = 0.9;
const SEAT = { perTorsionalM: 0.0042, bodyKg: 60, kgmPerGmm: 1e-6 };
/** What mounts nobody has entered pass on: a unit that rolls at 8 Hz, lightly damped. */
const UNKNOWN_MOUNTS = { rollHz: 8, loss: 0.1 };

/** The part of the engine's shake at a frequency that its mounts pass on, hidden faults and cold rubber included. */
function passedOn(vehicle: Vehicle, fault: HiddenFault, cold: boolean): (hz: number) => number {
  const unit = vehicle.powerUnit;
  const usual = (hz: number): number => hystereticTransmissibility(hz / UNKNOWN_MOUNTS.rollHz, UNKNOWN_MOUNTS.loss);
  if (!unit) return usual;
  const hard = (name: string): number => (fault.mounts[name] ?? 1) * (cold ? COLD_RUBBER : 1);
  const { massKg, com, box, crankAxis } = unit;
  const mounts = unit.mounts.map(
    ({ name, xMm, yMm, zMm, kxNPerMm, kyNPerMm, kzNPerMm, rxDeg, lossFactor, dynamicRatio }) => ({
      name,
      xMm,
      yMm,
      zMm,
      kxNPerMm: kxNPerMm * hard(name),
      kyNPerMm: kyNPerMm * hard(name),
      kzNPerMm: kzNPerMm * hard(name),
      rxDeg,
      lossFactor,
      dynamicRatio,
    }),
  );
  return (hz) => {
    const modes = askMountModes({ massKg, com, box, crankAxis, mounts, shake: { hz, torqueNm: 1 } });
    return isRefusal(modes) ? usual(hz) : (modes.shake?.torqueTransmissibility ?? usual(hz));
  };
}

/** Residual angle of the line of shafts as entered, deg; none entered, none. */
function residual(vehicle: Vehicle): number {
  const unit = vehicle.powerUnit;
  if (!unit || unit.shafts.length < 2) return 0;
  const line = askDriveline({
    rpm: unit.shaftRpm,
    shafts: unit.shafts.map(({ lengthMm, ...s }) => ({ ...s, ...(lengthMm && { lengthMm }) })),
  });
  return isRefusal(line) ? 0 : line.residualDeg;
}

/** Every line a vehicle shakes with as it runs, with what is wrong with it. */
export function shakeLines(
  vehicle: Vehicle,
  /** Null once the work is done: nothing is wrong any more and the line of shafts was put right. */
  found: HiddenFault | null,
  condition: RunCondition,
  running: OperatingPoint,
): Line[] {
  const fault = found ?? NO_FAULT;
  const drive = driveOf(vehicle);
  const turns = drive && rotatingSources(drive, running);
  if (!turns?.ok) return [];
  const through = passedOn(vehicle, fault, condition === "idleCold");
  const bend = found ? Math.hypot(residual(vehicle), fault.jointAngleDeg) : LINE_PUT_RIGHT_DEG;
  const unbalance = (gmm: number, hz: number): number => (gmm * SEAT.kgmPerGmm * (2 * Math.PI * hz) ** 2) / SEAT.bodyKg;
  const pull = PULL[condition];
  const amplitude: Record<string, (hz: number) => number> = {
    engineHalf: (hz) => ENGINE.fullPullMps2 * ENGINE.halfOrder * (0.01 + fault.weakCylinder) * pull * through(hz),
    // What is out of balance grows with the square of the speed.
    engine1: (hz) => ENGINE.fullPullMps2 * ENGINE.onceATurn * (hz / 40) ** 2 * through(hz),
    engineFiring: (hz) => ENGINE.fullPullMps2 * pull * through(hz),
    prop1: (hz) => unbalance(60 + fault.propImbalanceGmm, hz),
    // Torsional acceleration of the line is residual^2 w^2, w the shaft's speed: half this line's frequency.
    prop2: (hz) => SEAT.perTorsionalM * ((bend * Math.PI) / 180) ** 2 * (Math.PI * hz) ** 2 * (0.4 + 0.6 * pull),
    wheel1: (hz) => unbalance(500 + fault.wheelImbalanceGmm, hz),
    wheel2: (hz) => 0.2 * unbalance(500 + fault.wheelImbalanceGmm, hz),
  };
  return turns.sources.flatMap((s) => {
    const a = amplitude[s.id]?.(s.hz) ?? 0;
    return a > 0
      ? [{ hz: s.hz, amplitude: a }, ...(s.id === "engineFiring" ? [{ hz: 2 * s.hz, amplitude: a / 5 }] : [])]
      : [];
  });
}
