/** How many jobs the typical figure counts for beside the shop's own. */
const TYPICAL_COUNTS = 2;

/**
 * What a step is planned with: the typical figure, moved by what it took here. The typical counts as two jobs; of the
 * shop's own the middle one counts, so that one bad day does not move the plan.
 */
export function estimateMinutes(typical: number, worked: readonly number[]): number {
  if (!worked.length) return typical;
  const sorted = [...worked].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  const median = sorted.length % 2 ? sorted[mid] : (sorted[mid - 1] + sorted[mid]) / 2;
  const n = worked.length;
  return Math.round((TYPICAL_COUNTS * typical + n * median) / (TYPICAL_COUNTS + n));
}

/** The quickest and the slowest a step was here; the typical figure twice where it was never done here. */
export const minutesRange = (typical: number, worked: readonly number[]): { least: number; most: number } =>
  worked.length ? { least: Math.min(...worked), most: Math.max(...worked) } : { least: typical, most: typical };
