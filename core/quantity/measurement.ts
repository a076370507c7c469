import { exceeds } from "./limit";

export interface ReadingSet {
  readings: number[];
  resolution: number;
}

export interface MeasurementInput {
  unit: string;
  before: ReadingSet;
  after?: ReadingSet;
  k: number;
}

export interface SetResult {
  n: number;
  mean: number;
  sd: number | null;
  standard: number;
  expanded: number;
  dof: number | null;
}

export interface MeasurementNotice {
  code: "fewReadings" | "noSpread";
  field: string;
  message: string;
}

export interface MeasurementAnswer {
  before: SetResult;
  after: SetResult | null;
  change: null | {
    difference: number;
    standard: number;
    expanded: number;
    verdict: "shown" | "not shown";
  };
  reduction: null | {
    pct: number;
    standardPct: number;
    lowPct: number;
    highPct: number;
    extremesPct: [number | null, number | null];
  };
  unit: string;
  notices: MeasurementNotice[];
}

/** Below this number of readings a coverage factor of 2 covers noticeably less than 95 %. */
const FEW = 4;

/**
 * Is a change real: repeated readings to mean and uncertainty, before against after.
 *
 * standard = sqrt(s^2/n + a^2/12), s the sample standard deviation, a the instrument's resolution
 * (a rectangular distribution of half-width a/2); the difference is before - after, its standard
 * uncertainty in quadrature, and it is "shown" when larger than k times that. The reduction is
 * 100 (1 - after/before) in percent with first-order propagation; the extremes take both means to the ends
 * of their intervals. Readings in any one unit. Source: JCGM 100:2008 (GUM), 4.2, 4.3, 5.1.
 */
export function measurement(input: MeasurementInput): MeasurementAnswer {
  const before = resultOf(input.before, input.k);
  const after = input.after ? resultOf(input.after, input.k) : null;
  const notices: MeasurementNotice[] = [];
  const sets = [
    ["before", before, input.before],
    ["after", after, input.after],
  ] as const;
  for (const [name, result] of sets) {
    if (result && result.n < FEW) {
      notices.push({
        code: "fewReadings",
        field: `${name}.readings`,
        message: `only ${result.n} reading${result.n === 1 ? "" : "s"} ${name}: with k = 2 the interval covers less than 95 %`,
      });
    }
  }
  for (const [name, result, set] of sets) {
    if (result?.sd === 0 && set?.resolution === 0) {
      notices.push({
        code: "noSpread",
        field: `${name}.resolution`,
        message: `no spread and no resolution ${name}: enter what the instrument can resolve`,
      });
    }
  }
  return {
    before,
    after,
    change: after && changeOf(before, after, input.k),
    reduction: after && before.mean > 0 ? reductionOf(before, after, input.k) : null,
    unit: input.unit,
    notices,
  };
}

function resultOf({ readings, resolution }: ReadingSet, k: number): SetResult {
  const n = readings.length;
  // From the first one: readings that are equal have exactly that mean, and no spread.
  const [first] = readings;
  const mean = first + readings.reduce((sum, v) => sum + (v - first), 0) / n;
  const squares = readings.reduce((sum, v) => sum + (v - mean) ** 2, 0);
  const sd = n > 1 ? Math.sqrt(squares / (n - 1)) : null;
  const standard = Math.sqrt((sd ?? 0) ** 2 / n + resolution ** 2 / 12);
  return { n, mean, sd, standard, expanded: k * standard, dof: n > 1 ? n - 1 : null };
}

function changeOf(before: SetResult, after: SetResult, k: number): MeasurementAnswer["change"] {
  const difference = before.mean - after.mean;
  const standard = Math.hypot(before.standard, after.standard);
  const expanded = k * standard;
  return {
    difference,
    standard,
    expanded,
    verdict: exceeds(Math.abs(difference), expanded) ? "shown" : "not shown",
  };
}

function reductionOf(before: SetResult, after: SetResult, k: number): MeasurementAnswer["reduction"] {
  const [b, a] = [before.mean, after.mean];
  const pct = 100 * (1 - a / b);
  const standardPct = 100 * Math.hypot(after.standard / b, (a * before.standard) / (b * b));
  const bounded = before.mean - before.expanded > 0;
  const corners = [before.mean - before.expanded, before.mean + before.expanded].flatMap((x) =>
    [after.mean - after.expanded, after.mean + after.expanded].map((y) => 100 * (1 - y / x)),
  );
  // Against next to nothing there is no part to speak of.
  if (!Number.isFinite(pct) || !Number.isFinite(standardPct)) return null;
  return {
    pct,
    standardPct,
    lowPct: pct - k * standardPct,
    highPct: pct + k * standardPct,
    extremesPct: bounded ? [Math.min(...corners), Math.max(...corners)] : [null, null],
  };
}
