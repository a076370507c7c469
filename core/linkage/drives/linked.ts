import { dot, length, minus, quarterTurn, turned, type Vec } from "../plane";
import type { DriveSolver, Reason, Swing } from "../types";
import { DEAD_CENTRE_COS, POLISH_STEPS, SETTLED } from "./tolerance";

/** The far end of a rod or cable, as a function of travel. */
export interface FarEnd {
  /** Position for a travel. */
  at(travel: number): Vec;
  /** Displacement from neutral, computed without cancellation. */
  moved(travel: number): Vec;
  /** Velocity per unit of travel. */
  velocity(travel: number): Vec;
  /** Turn of the line pivot - far end since neutral, followed continuously, rad. */
  lineTurn(travel: number): number;
  /** Least and greatest distance from the pivot on the way from neutral to a travel. */
  distanceRange(travel: number): [number, number];
  /** Change of rod or cable length since neutral, mm (0 for a rigid rod). */
  lengthChange(travel: number): number;
  /** d(length)/d(travel), mm per unit of travel. */
  lengthRate: number;
  /** What a lack means: a rod that is short or long, or a swing that does not suffice. */
  lackIs: "rod" | "swing";
}

/**
 * Pin joined to a far end by a rod or cable: |P(t) - J(s)| = R(s), two circles that meet.
 *
 * With L = |P|, D = |J(s)| the angle w of the pin from the line pivot - far end has
 * cos w = (L^2 + D^2 - R^2) / (2 L D); the branch keeps the sign of w it has in neutral, and the
 * turn of that line is followed along the way. A Newton step on the difference form
 * 2 u0.d + |d|^2 = R^2 - R0^2, d = dP - dJ, u0 = P0 - J0, restores full precision for small travels.
 * Closed form: two-circle intersection, as in any text on four-bar linkages.
 */
export function linkedDrive(pin: Vec, far: FarEnd): DriveSolver {
  const joint0 = far.at(0);
  const u0 = minus(pin, joint0);
  const rod0 = length(u0);
  const arm = length(pin);
  const line0 = length(joint0);
  const w0 = Math.atan2(joint0.x * pin.z - joint0.z * pin.x, dot(joint0, pin));
  const side = w0 < 0 ? -1 : 1;
  const pinRate = Math.abs(dot(quarterTurn(pin), u0)) / rod0;
  const dead = pinRate / arm < DEAD_CENTRE_COS;

  const rate = (travel: number, t: number): number | null => {
    const p = turned(pin, t);
    const u = minus(p, far.at(travel));
    const rod = length(u);
    const pinSpeed = dot(u, quarterTurn(p));
    if (Math.abs(pinSpeed) < DEAD_CENTRE_COS * arm * rod) return null;
    return (dot(u, far.velocity(travel)) + rod * far.lengthRate) / pinSpeed;
  };

  const lackAt = (distance: number, rod: number): { lack: number; reason: Reason } | null => {
    if (far.lackIs === "swing") {
      const lack = Math.max(rod - (arm + distance), Math.abs(arm - distance) - rod);
      return lack > 0 ? { lack, reason: "swing_short" } : null;
    }
    if (distance > arm + rod) return { lack: distance - arm - rod, reason: "rod_short" };
    const inner = Math.abs(arm - rod);
    if (distance < inner) {
      return { lack: inner - distance, reason: rod > arm ? "rod_long" : "rod_short" };
    }
    return null;
  };

  const solve = (travel: number): Swing => {
    if (travel === 0) return { ok: true, angleRad: 0 };
    if (dead) return { ok: false, reason: "dead_centre", missingMm: null };
    const joint = far.at(travel);
    const rod = rod0 + far.lengthChange(travel);
    const line = length(joint);
    const lack = lackAt(line, rod);
    if (lack) return { ok: false, reason: lack.reason, missingMm: lack.lack };
    if (far.lackIs === "rod") {
      const [nearest, farthest] = far.distanceRange(travel);
      const onTheWay = Math.max(lackAt(nearest, rod)?.lack ?? 0, lackAt(farthest, rod)?.lack ?? 0);
      // A hair of rounding at an end that just touches is no crossing.
      if (onTheWay > 1e-12 * (arm + rod)) {
        return { ok: false, reason: "dead_centre", missingMm: onTheWay };
      }
    }
    const cosW = (arm * arm + line * line - rod * rod) / (2 * arm * line);
    if (!Number.isFinite(cosW)) return { ok: false, reason: "dead_centre", missingMm: null };
    let t = side * Math.acos(Math.min(1, Math.max(-1, cosW))) - w0 + far.lineTurn(travel);
    const dJ = far.moved(travel);
    const change = far.lengthChange(travel);
    const squares = change * (2 * rod0 + change);
    for (let i = 0; i < POLISH_STEPS; i++) {
      // Written out: this is the innermost loop of every drag, and vectors made here would be its whole cost.
      const sin = Math.sin(t);
      const half = Math.sin(t / 2);
      const back = -2 * half * half;
      const dx = back * pin.x - sin * pin.z - dJ.x;
      const dz = back * pin.z + sin * pin.x - dJ.z;
      const miss = 2 * (u0.x * dx + u0.z * dz) + dx * dx + dz * dz - squares;
      const px = pin.x + back * pin.x - sin * pin.z;
      const pz = pin.z + back * pin.z + sin * pin.x;
      const slope = 2 * ((u0.x + dx) * -pz + (u0.z + dz) * px);
      const step = miss / slope;
      // Close to a dead centre the slope fades and the closed form is the better answer.
      if (!(Math.abs(step) < 1e-6 + Math.abs(t) * 1e-3)) break;
      t -= step;
      if (Math.abs(step) <= SETTLED * Math.abs(t)) break;
    }
    return { ok: true, angleRad: t };
  };

  return {
    rodMm: rod0,
    neutralAtDeadCentre: dead || line0 === 0,
    pinRateMmPerRad: pinRate,
    solve,
    rate,
  };
}
