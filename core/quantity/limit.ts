/** What typed decimals may be off by after arithmetic, as a part of the larger figure; the least for small ones. */
const ROUNDING = 1e-9;

const rounding = (value: number, limit: number): number =>
  ROUNDING * Math.max(1, Math.min(Number.MAX_VALUE, Math.max(Math.abs(value), Math.abs(limit))));

/** Over a limit, and not only by what rounding makes of typed decimals: 13.3 against 13.3 is at it. */
export const exceeds = (value: number, limit: number): boolean => value - limit > rounding(value, limit);

/** Under a limit, in the same sense. */
export const fallsShort = (value: number, limit: number): boolean => limit - value > rounding(value, limit);
