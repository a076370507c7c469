import type { SpectrumAnswer } from "./spectrum";

/** The chance that noise alone brings up any peak of a spectrum. */
const FALSE_ALARM = 1e-4;

/** Bins beside a peak that belong to it: the Hann window's main lobe and what leaks past it. */
const OWN_BINS = 3;

/** Bins on one side from which the floor is taken: as wide as a road's noise is even. */
const LEAST_SIDE = 12;
const SIDE_PART = 0.1;

/** Overlapping windows repeat each other: half an overlap of a Hann window repeats this part. */
const REPEATED = 1 / 18;

/** Upper standard normal deviate of a small chance: Abramowitz and Stegun, 26.2.23, to 0.0005. */
function deviate(chance: number): number {
  const t = Math.sqrt(-2 * Math.log(chance));
  return (
    t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t * t * t)
  );
}

/**
 * How many times the median power around it noise may reach in one of `bins` bins by chance.
 *
 * The power of noise, averaged over windows, is a chi-square of two degrees of freedom a window; its quantiles by
 * Wilson and Hilferty (1931).
 */
export function noiseReach(windows: number, bins: number): number {
  const independent = windows / (1 + REPEATED * (1 - 1 / windows));
  const spread = 2 / (9 * 2 * independent);
  const cube = (z: number): number => (1 - spread + z * Math.sqrt(spread)) ** 3;
  return cube(deviate(FALSE_ALARM / bins)) / cube(0);
}

const median = (sorted: readonly number[]): number => {
  const m = sorted.length >> 1;
  return sorted.length % 2 ? sorted[m] : (sorted[m - 1] + sorted[m]) / 2;
};

/** The louder of the two sides: a peak on a slope is held against the upper end of it. */
function floorAt(amplitude: ArrayLike<number>, bin: number): number {
  const wide = Math.max(LEAST_SIDE, Math.round(bin * SIDE_PART));
  const side = (from: number, to: number): number => {
    const around: number[] = [];
    for (let k = Math.max(1, from); k <= Math.min(amplitude.length - 1, to); k++) around.push(amplitude[k]);
    return around.length < LEAST_SIDE / 2 ? 0 : median(around.sort((a, b) => a - b));
  };
  return Math.max(side(bin - OWN_BINS - wide, bin - OWN_BINS - 1), side(bin + OWN_BINS + 1, bin + OWN_BINS + wide));
}

/**
 * The peaks of a spectrum that stand out of the noise around them, in their order. A peak counts where its power is
 * more than noise alone would bring up anywhere in the spectrum once in ten thousand recordings, against the median of
 * the bins beside it. Silence and noise have none.
 */
export function standingOut(answer: Pick<SpectrumAnswer, "amplitude" | "peaks" | "windows">): SpectrumAnswer["peaks"] {
  const { amplitude, windows } = answer;
  const reach = Math.sqrt(noiseReach(windows, amplitude.length));
  return answer.peaks.filter(({ bin }) => amplitude[bin] > reach * floorAt(amplitude, bin));
}
