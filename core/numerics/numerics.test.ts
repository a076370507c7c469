import FFT from "fft.js";
import fc from "fast-check";
import { create, all } from "mathjs";
import { describe, expect, it } from "vitest";
import { generalisedEigen, leastSquares, powers, singularValues, solve, symmetricValues } from ".";

// mathjs is the independent library here: what it answers comes by other code.
const math = create(all, { matrix: "Array" });
const SEED = 20251126;
const figure = fc.double({ min: -100, max: 100, noNaN: true });
const square = (n: number) =>
  fc.array(fc.array(figure, { minLength: n, maxLength: n }), { minLength: n, maxLength: n });
/** A' A + I: symmetric and positive definite whatever A is. */
const definite = (a: number[][]): number[][] =>
  a.map((_, i) => a.map((__, j) => a.reduce((s, row) => s + row[i] * row[j], 0) + (i === j ? 1 : 0)));
const times = (a: number[][], x: number[]): number[] => a.map((row) => row.reduce((s, v, j) => s + v * x[j], 0));

describe("solving", () => {
  it("agrees with mathjs's own LU", () => {
    fc.assert(
      fc.property(square(4), fc.array(figure, { minLength: 4, maxLength: 4 }), (a, b) => {
        const A = definite(a);
        const own = solve(A, b);
        const other = (math.lusolve(A, b) as number[][]).map(([v]) => v);
        const size = Math.max(1, ...other.map(Math.abs));
        own.forEach((v, i) => expect(Math.abs(v - other[i]) / size).toBeLessThan(1e-6));
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it("refuses what is singular, and what is no number, by name", () => {
    expect(() => solve([[1, 2], [2, 4]], [1, 1])).toThrow(/^a: singular/); // prettier-ignore
    expect(() => solve([[1, NaN], [2, 4]], [1, 1])).toThrow(/^a: every entry/); // prettier-ignore
    expect(() => solve([[1, 2], [2]], [1, 1])).toThrow(/every row as long as the first/); // prettier-ignore
    // The library's own test for singular is "=== 0": one third three times over is not caught by it.
    const third = 1 / 3;
    expect(() => solve([[third, 1], [1, 3 + 2e-16]], [1, 2])).toThrow(/singular/); // prettier-ignore
  });
});

describe("least squares", () => {
  it("lays a plane through four heights as the normal equations do, and exactly through three", () => {
    const rows = [
      [1, 0, 300],
      [1, 0, -300],
      [1, -1100, 0],
      [1, -900, 50],
    ];
    const b = [0.2, -0.1, 12.7, 10.1];
    const x = leastSquares(rows, b);
    // The residual of a least-squares answer stands at right angles to every column: the definition.
    const left = times(rows, x).map((v, i) => v - b[i]);
    for (const c of [0, 1, 2]) expect(rows.reduce((s, r, i) => s + r[c] * left[i], 0)).toBeCloseTo(0, 8);
    const exact = leastSquares(rows.slice(0, 3), b.slice(0, 3));
    times(rows.slice(0, 3), exact).forEach((v, i) => expect(v).toBeCloseTo(b[i], 10));
  });

  it("refuses columns that are one another's, to rounding", () => {
    const third = 1 / 3;
    expect(() => leastSquares([[third, 1], [0.1, 0.3], [0.7, 2.1]], [1, 2, 3])).toThrow(/^a: singular/); // prettier-ignore
  });

  it("keeps its digits where the normal equations lose half of them", () => {
    // Laeuchli's matrix: columns that differ by e = 1e-7; the normal equations hold e^2 = 1e-14. The answer is exact.
    const e = 1e-7;
    const x = leastSquares(
      [
        [1, 1],
        [e, 0],
        [0, e],
      ],
      [2, e, e],
    );
    expect(x[0]).toBeCloseTo(1, 6);
    expect(x[1]).toBeCloseTo(1, 6);
  });
});

describe("modes", () => {
  it("of two masses on three equal springs are sqrt(k/m) and sqrt(3k/m)", () => {
    // Closed form, any text on vibration: in phase and against each other.
    const modes = generalisedEigen([[2, -1], [-1, 2]], [[1, 0], [0, 1]]); // prettier-ignore
    expect(modes?.values[0]).toBeCloseTo(1, 12);
    expect(modes?.values[1]).toBeCloseTo(3, 12);
    expect(Math.abs(modes!.vectors[0][0])).toBeCloseTo(Math.SQRT1_2, 12);
  });

  it("satisfy K v = lambda M v, rise, and are normal to each other in M", () => {
    fc.assert(
      fc.property(square(4), square(4), (a, b) => {
        const [k, m] = [definite(a), definite(b)];
        const modes = generalisedEigen(k, m);
        expect(modes).not.toBeNull();
        const { values, vectors } = modes!;
        expect([...values].sort((x, y) => x - y)).toEqual(values);
        vectors.forEach((v, i) => {
          const [kv, mv] = [times(k, v), times(m, v)];
          const size = Math.max(...kv.map(Math.abs), 1e-9);
          kv.forEach((x, r) => expect(Math.abs(x - values[i] * mv[r]) / size).toBeLessThan(1e-5));
          vectors.forEach((w, j) => {
            const dot = w.reduce((s, x, r) => s + x * mv[r], 0);
            expect(dot).toBeCloseTo(i === j ? 1 : 0, 6);
          });
        });
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it("are none where a mass is none", () => {
    expect(generalisedEigen([[1, 0], [0, 1]], [[1, 0], [0, 0]])).toBeNull(); // prettier-ignore
    expect(generalisedEigen([[1, 0], [0, 1]], [[1, 0], [0, -2]])).toBeNull(); // prettier-ignore
  });

  it("of a symmetric matrix agree with mathjs", () => {
    const a = [
      [4, 1, -2],
      [1, 2, 0.5],
      [-2, 0.5, 3],
    ];
    const other = (math.eigs(a).values as number[]).sort((x, y) => x - y);
    symmetricValues(a).forEach((v, i) => expect(v).toBeCloseTo(other[i], 9));
    // A symmetric matrix's singular values are its eigenvalues' sizes.
    singularValues(a)
      .sort((x, y) => x - y)
      .forEach((v, i) => expect(v).toBeCloseTo(Math.abs(other[i]), 9));
    expect(() => symmetricValues([[NaN]])).toThrow(RangeError);
  });
});

describe("power of a signal", () => {
  const N = 64;
  it("agrees with mathjs's Fourier transform, bin by bin, and is added to the sum", () => {
    const signal = Float64Array.from({ length: N }, (_, i) => Math.sin(i) + 0.3 * Math.cos(2.2 * i) + 0.1);
    const [into, sum] = [new Float64Array(N / 2 + 1), new Float64Array(N / 2 + 1).fill(1)];
    powers(signal, into, sum);
    const other = math.fft([...signal]) as unknown as { re: number; im: number }[];
    for (let k = 0; k <= N / 2; k++) {
      expect(into[k]).toBeCloseTo(other[k].re ** 2 + other[k].im ** 2, 8);
      expect(sum[k]).toBe(1 + into[k]);
    }
  });

  it("holds all of the signal's power: Parseval", () => {
    const signal = Float64Array.from({ length: 256 }, (_, i) => Math.sin(i * i));
    const into = new Float64Array(129);
    powers(signal, into, new Float64Array(129));
    const inFrequency = into.reduce((s, p, k) => s + (k === 0 || k === 128 ? p : 2 * p), 0) / 256;
    expect(inFrequency).toBeCloseTo(
      signal.reduce((s, v) => s + v * v, 0),
      8,
    );
  });

  it("wants a power of two, as the package says", () => {
    expect(() => new FFT(12)).toThrow();
    expect(() => powers(new Float64Array(12), new Float64Array(7), new Float64Array(7))).toThrow();
  });
});
