import { orders, type OrdersInput, type VibrationSource } from "./orders";

/** What of a vehicle turns, and how the one follows the other. */
export interface DriveTrain {
  layout: OrdersInput["layout"];
  finalDrive: number;
  transferRatio: number;
  ratios: { gear: string; ratio: number }[];
  tyre: OrdersInput["tyre"];
  cylinders: number;
  strokes: 2 | 4;
  /** A live axle has no joints on its half shafts. */
  halfShaftJoint: OrdersInput["halfShaftJoint"] | "none";
  propShaft: boolean;
  accessories: OrdersInput["accessories"];
}

/** How it ran: in a gear, in neutral, or standing. Speeds that are not known are null. */
export interface OperatingPoint {
  gear: string | null;
  speedKmh: number | null;
  engineRpm: number | null;
}

export type RotatingSources =
  | { ok: true; engineRpm: number | null; speedKmh: number | null; sources: VibrationSource[]; notes: string[] }
  | { ok: false; lacks: string; missing: "ratio" | "speed" };

const ENGINE = new Set(["engineHalf", "engine1", "engineFiring"]);
const ofEngine = (id: string): boolean => ENGINE.has(id) || id.startsWith("accessory:");

/**
 * Every source of vibration with its frequency, Hz, as the vehicle ran.
 *
 * In a gear, one of engine and road speed gives the other. In neutral the two stand apart: what road speed turns
 * goes with `speedKmh`, what the engine turns with `engineRpm`. Standing, only the engine's sources are left.
 */
export function rotatingSources(drive: DriveTrain, operatingPoint: OperatingPoint): RotatingSources {
  const { engineRpm, speedKmh } = operatingPoint;
  const { ratios, halfShaftJoint, ...rest } = drive;
  const ratio = operatingPoint.gear === null ? undefined : ratios.find((r) => r.gear === operatingPoint.gear)?.ratio;
  if (operatingPoint.gear !== null && ratio === undefined)
    return { ok: false, lacks: `the ratio of gear ${operatingPoint.gear}`, missing: "ratio" };
  if (engineRpm === null && speedKmh === null) {
    return { ok: false, lacks: "a road speed or an engine speed", missing: "speed" };
  }
  const joint = halfShaftJoint === "none" ? ("tripod" as const) : halfShaftJoint;
  const ask = (given: Pick<OrdersInput, "engineRpm" | "speedKmh" | "gearRatio">) =>
    orders({ ...rest, halfShaftJoint: joint, ...given });
  const real = (list: VibrationSource[]): VibrationSource[] =>
    halfShaftJoint === "none" ? list.filter((s) => s.of !== "halfShaft") : list;

  if (ratio !== undefined) {
    const answer = ask({
      gearRatio: ratio,
      ...(engineRpm !== null && { engineRpm }),
      ...(speedKmh !== null && { speedKmh }),
    });
    return {
      ok: true,
      engineRpm: answer.engineRpm,
      speedKmh: answer.speedKmh,
      sources: real(answer.sources),
      notes: answer.notices.map((n) => n.message),
    };
  }
  // Out of gear any ratio serves: each side is asked by its own speed.
  const engine = engineRpm === null ? [] : ask({ engineRpm, gearRatio: 1 }).sources.filter((s) => ofEngine(s.id));
  const road =
    speedKmh === null || speedKmh === 0
      ? []
      : real(ask({ speedKmh, gearRatio: 1 }).sources.filter((s) => !ofEngine(s.id)));
  return { ok: true, engineRpm, speedKmh, sources: [...engine, ...road], notes: [] };
}
