import type { DriveSolver } from "./types";

/** Looks along the travel; between looks the extremes are refined, so this only has to separate them. */
const LOOKS = 16;
/** At an extreme the value is flat: a place good to a hundred-thousandth of the range gives it to 1e-10. */
const PLACE = 1e-5;
const GOLDEN_STEPS = 40;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * Least and greatest |d angle / d travel| over a range of travel.
 *
 * Works on the signed rate, whose extremes are smooth; where it changes sign the least is 0.
 * `max` is null where the rate grows without bound (a dead centre at the end of the range).
 * Cost: about 150 solves.
 */
export function rateRange(drive: DriveSolver, from: number, to: number): { min: number; max: number | null } | null {
  const rateAt = (s: number): number | null => {
    const swing = drive.solve(s);
    return swing.ok ? drive.rate(s, swing.angleRad) : null;
  };
  if (to === from) {
    const rate = rateAt(from);
    return rate === null ? null : { min: Math.abs(rate), max: Math.abs(rate) };
  }
  const step = (to - from) / LOOKS;
  const rates: number[] = [];
  let unbounded = false;
  for (let i = 0; i <= LOOKS; i++) {
    const rate = rateAt(i === LOOKS ? to : from + i * step);
    if (rate === null) {
      unbounded = true;
      rates.push(NaN);
    } else rates.push(rate);
  }
  const finite = rates.filter((r) => !Number.isNaN(r));
  if (!finite.length) return null;
  let least = Math.min(...finite);
  let most = Math.max(...finite);

  const refine = (i: number, sign: 1 | -1): number => {
    let lo = from + Math.max(0, i - 1) * step;
    let hi = from + Math.min(LOOKS, i + 1) * step;
    let best = sign * rates[i];
    const value = (s: number) => {
      const r = rateAt(s);
      return r === null ? Infinity : sign * r;
    };
    let a = hi - GOLDEN * (hi - lo);
    let b = lo + GOLDEN * (hi - lo);
    let fa = value(a);
    let fb = value(b);
    for (let k = 0; k < GOLDEN_STEPS && hi - lo > PLACE * Math.abs(to - from); k++) {
      if (fa < fb) {
        hi = b;
        b = a;
        fb = fa;
        a = hi - GOLDEN * (hi - lo);
        fa = value(a);
      } else {
        lo = a;
        a = b;
        fa = fb;
        b = lo + GOLDEN * (hi - lo);
        fb = value(b);
      }
      best = Math.min(best, fa, fb);
    }
    return sign * best;
  };
  for (let i = 0; i <= LOOKS; i++) {
    // An end has one neighbour only: an extreme may be between the two.
    const [before, here, after] = [rates[i - 1] ?? rates[i], rates[i], rates[i + 1] ?? rates[i]];
    if (here <= before && here <= after) least = Math.min(least, refine(i, 1));
    if (here >= before && here >= after) most = Math.max(most, refine(i, -1));
  }
  const crossesZero = least < 0 && most > 0;
  const min = crossesZero ? 0 : Math.min(Math.abs(least), Math.abs(most));
  return { min, max: unbounded ? null : Math.max(Math.abs(least), Math.abs(most)) };
}
