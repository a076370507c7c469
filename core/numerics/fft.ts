import FFT from "fft.js";

const plans = new Map<number, { plan: FFT; out: number[] }>();

/** The plan and its store of a length, made once: every window of a record has the same. */
function planOf(size: number) {
  let known = plans.get(size);
  if (!known) {
    const plan = new FFT(size);
    known = { plan, out: plan.createComplexArray() as number[] };
    plans.set(size, known);
  }
  return known;
}

/**
 * |X| of a real signal, bins 0 to N/2, into `into`. N is a power of two; the signal is not changed.
 * A discrete Fourier transform without scaling, by fft.js.
 */
export function magnitudes(signal: Float64Array, into: Float64Array): void {
  const { plan, out } = planOf(signal.length);
  plan.realTransform(out, signal as unknown as number[]);
  for (let k = 0; k <= signal.length / 2; k++) into[k] = Math.hypot(out[2 * k], out[2 * k + 1]);
}
