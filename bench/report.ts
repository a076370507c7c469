/** One measured figure against its floor or its limit, printed as a line. */
export interface Figure {
  what: string;
  /** Measured value and its unit. */
  value: number;
  unit: string;
  /** Floor measured in the same run, same unit. */
  floor?: number;
  /** Greatest accepted ratio to the floor, or value where there is no floor. */
  limit: number;
}

const show = (v: number): string => (v >= 100 ? v.toFixed(0) : v >= 1 ? v.toFixed(2) : v.toPrecision(3));

export function report(figures: Figure[]): boolean {
  let good = true;
  for (const { what, value, unit, floor, limit } of figures) {
    const ratio = floor === undefined ? null : value / floor;
    const ok = (ratio ?? value) <= limit;
    good &&= ok;
    const against =
      ratio === null
        ? `limit ${show(limit)} ${unit}`
        : `floor ${show(floor ?? 0)} ${unit}, ratio ${ratio.toFixed(2)} (at most ${limit})`;
    console.log(`${ok ? "ok  " : "OVER"} ${what}: ${show(value)} ${unit}; ${against}`);
  }
  return good;
}

/** Median of several runs of a function, in microseconds per call. */
export function microseconds(run: () => void, calls: number, runs = 9): number {
  for (let i = 0; i < Math.min(calls, 2000); i++) run();
  const times = Array.from({ length: runs }, () => {
    const begun = performance.now();
    for (let i = 0; i < calls; i++) run();
    return ((performance.now() - begun) * 1000) / calls;
  }).sort((a, b) => a - b);
  return times[(runs - 1) / 2];
}

export const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
export const p95 = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length * 0.95)];
