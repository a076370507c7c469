import { displacement, dot, length, quarterTurn, toRad, turned, type Vec } from "../plane";
import type { DriveSolver, Swing } from "../types";
import { DEAD_CENTRE_COS, POLISH_STEPS, SETTLED } from "./tolerance";

/**
 * The pin pushes the rail itself: (P(t) - P(0)) . a = travel, the slot takes up the rest.
 *
 * With w the angle of the pin from the axis a, |P| cos w = |P| cos w0 + travel; the branch keeps
 * the pin on its own side of the axis line, so w stays within one half turn and is unique.
 */
export function directDrive(pin: Vec, axisDeg: number): DriveSolver {
  const a: Vec = { x: Math.cos(toRad(axisDeg)), z: Math.sin(toRad(axisDeg)) };
  const arm = length(pin);
  const along = dot(pin, a);
  const across = a.x * pin.z - a.z * pin.x;
  const w0 = Math.atan2(across, along);
  const side = w0 < 0 ? -1 : 1;
  const pathCos = Math.abs(across) / arm;

  const rate = (_travel: number, t: number): number | null => {
    const moved = dot(quarterTurn(turned(pin, t)), a);
    return Math.abs(moved) < DEAD_CENTRE_COS * arm ? null : 1 / moved;
  };

  const solve = (travel: number): Swing => {
    if (travel === 0) return { ok: true, angleRad: 0 };
    if (pathCos < DEAD_CENTRE_COS) return { ok: false, reason: "dead_centre", missingMm: null };
    const reach = along + travel;
    const lack = Math.abs(reach) - arm;
    if (lack > 0) return { ok: false, reason: "swing_short", missingMm: lack };
    let t = side * Math.acos(reach / arm) - w0;
    for (let i = 0; i < POLISH_STEPS; i++) {
      const slope = rate(travel, t);
      if (slope === null) break;
      const step = (dot(displacement(pin, t), a) - travel) * slope;
      if (Math.abs(step) > 1e-6 + Math.abs(t) * 1e-3) break;
      t -= step;
      if (Math.abs(step) <= SETTLED * Math.abs(t)) break;
    }
    return { ok: true, angleRad: t };
  };

  return {
    rodMm: null,
    neutralAtDeadCentre: pathCos < DEAD_CENTRE_COS,
    pinRateMmPerRad: Math.abs(dot(quarterTurn(pin), a)),
    solve,
    rate,
  };
}
