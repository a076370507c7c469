import FFT from "fft.js";

const plans = new Map<number, { plan: FFT; out: Float64Array }>();

/** The plan and its store of a length, made once: every window of a record has the same. */
function planOf(size: number) {
  let known = plans.get(size);
  if (!known) {
    // The package's own type says a plain array; a typed one is read and written faster.
    known = { plan: new FFT(size), out: new Float64Array(2 * size) };
    plans.set(size, known);
  }
  return known;
}

/**
 * |X|^2 of a real signal, bins 0 to N/2, into `into` and onto `sum`. N is a power of two; the signal is not changed.
 * A discrete Fourier transform without scaling, by fft.js.
 */
export function powers(signal: Float64Array, into: Float64Array, sum: Float64Array): void {
  const { plan, out } = planOf(signal.length);
  plan.realTransform(out as unknown as number[], signal as unknown as number[]);
  const half = signal.length / 2;
  for (let k = 0, j = 0; k <= half; k++, j += 2) {
    const p = out[j] * out[j] + out[j + 1] * out[j + 1];
    into[k] = p;
    sum[k] += p;
  }
}
