/** How worn something was found at a distance. */
export interface WearReading {
  km: number;
  /** What grows with wear: play or height lost, mm; torque lost, N m. */
  worn: number;
}

export interface WearTrend {
  readings: number;
  /** Worn a km. */
  slope: number;
  /** Worn at the mean distance. */
  mean: { km: number; worn: number };
  /** Standard deviation of the readings about the line. */
  spread: number;
  /** Distance at which the line reaches the limit, with its 95 % range; null where it is not sure that it rises. */
  reaches: { km: number; low: number; high: number } | null;
  /** The line with its 95 % band at a distance. */
  at: (km: number) => { worn: number; low: number; high: number };
}

/** From fewer readings nothing is said. */
export const LEAST_WEAR_READINGS = 3;

/** Student's t for 95 %, two-sided, by degrees of freedom [JCGM 100:2008, table G.2]. */
const STUDENT = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11,
  2.101, 2.093, 2.086,
];
/** Beyond the table the normal distribution with its first correction is good to a thousandth. */
const student = (dof: number): number => STUDENT[dof - 1] ?? 1.96 + 2.4 / dof;

/**
 * How something wears with distance, and where it reaches a limit.
 *
 * A line of least squares through readings at several distances; its 95 % band and the range of the crossing after
 * Fieller [Draper and Smith, Applied Regression Analysis, 3rd ed., ch. 3]. Distances in km, wear and limit in one unit. Null with
 * fewer than three readings or all of them at one distance. The limit counts only where the line surely rises.
 */
export function wearTrend(readings: readonly WearReading[], limit: number): WearTrend | null {
  const n = readings.length;
  if (n < LEAST_WEAR_READINGS) return null;
  const mean = {
    km: readings.reduce((s, r) => s + r.km, 0) / n,
    worn: readings.reduce((s, r) => s + r.worn, 0) / n,
  };
  const across = readings.reduce((s, r) => s + (r.km - mean.km) ** 2, 0);
  if (across === 0) return null;
  const slope = readings.reduce((s, r) => s + (r.km - mean.km) * (r.worn - mean.worn), 0) / across;
  const rest = readings.reduce((s, r) => s + (r.worn - mean.worn - slope * (r.km - mean.km)) ** 2, 0);
  const spread = Math.sqrt(rest / (n - 2));
  const c = (student(n - 2) * spread) ** 2;
  const at = (km: number): { worn: number; low: number; high: number } => {
    const worn = mean.worn + slope * (km - mean.km);
    const half = Math.sqrt(c * (1 / n + (km - mean.km) ** 2 / across));
    return { worn, low: worn - half, high: worn + half };
  };
  const lack = limit - mean.worn;
  const steep = slope * slope - c / across;
  const square = c * (steep / n + (lack * lack) / across);
  const reaches =
    slope > 0 && steep > 0
      ? {
          km: mean.km + lack / slope,
          low: mean.km + (slope * lack - Math.sqrt(square)) / steep,
          high: mean.km + (slope * lack + Math.sqrt(square)) / steep,
        }
      : null;
  return { readings: n, slope, mean, spread, reaches, at };
}
