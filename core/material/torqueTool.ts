import type { Notice } from "../powerunit";
import { exceeds, fallsShort } from "../quantity/limit";

/** Limits at the bolt: a range, or one value with the tolerance it is given. */
export interface ToolSpec {
  minNm?: number;
  maxNm?: number;
  nm?: number;
  tolerancePct?: number;
}

export interface TorqueToolInput {
  wantedNm: number;
  tool: { maxNm: number; minNm?: number; deviationPct?: number };
  /** From the square drive to the hand. */
  handMm?: number;
  adapter?: { offsetMm: number; angleDeg: number };
  readingNm?: number;
  spec?: ToolSpec;
}

export type ToolVerdict = "in" | "in, not proven" | "out, not proven" | "out";

export interface TorqueToolAnswer {
  factor: number;
  setNm: number;
  fits: boolean;
  lowNm: number;
  highNm: number;
  deviationPct: number;
  deviationNm: number;
  verdict: ToolVerdict | null;
  notices: Notice<"outsideTool">[];
}

/** Part of its greatest value from which a tool is good. Source: ISO 6789-1. */
const LEAST_PART = 0.2;
/** Permissible deviation, %, of tools up to `SMALL_NM` and of larger ones. Source: ISO 6789-1, click types. */
const SMALL_NM = 10;
const DEVIATION_PCT = { small: 6, large: 4 };
/** Tolerance of a single value, %, where none is given. Common practice, no source. */
export const TOLERANCE_PCT = 10;
/** An adapter that leaves less of the lever than this, as a part, is no lever. */
export const LEAST_LEVER = 0.2;

const cosine = (deg: number): number => (Math.abs(deg) === 90 ? 0 : Math.cos((deg * Math.PI) / 180));

/** Hand to bolt, mm: the lever of a tool with its adapter. The offset counts along the handle. */
export const leverMm = (handMm: number, adapter: NonNullable<TorqueToolInput["adapter"]>): number =>
  handMm + adapter.offsetMm * cosine(adapter.angleDeg);

/**
 * What a torque wrench is set to, whether it is good there, and what its reading proves.
 *
 * An adapter off the square drive lengthens the lever: set = wanted L / (L + e cos a), L from drive to hand, e the
 * offset in mm, a its angle to the handle in degrees (the static balance of moments). The set value must be from 20 to
 * 100 % of the tool's greatest. A reading is the tool's own: the bolt gets reading / factor, and with the tool's
 * deviation about it a value inside the limits may still be "in, not proven".
 */
export function torqueTool(input: TorqueToolInput): TorqueToolAnswer {
  const { tool, wantedNm, handMm, adapter } = input;
  const factor = adapter && handMm !== undefined ? handMm / leverMm(handMm, adapter) : 1;
  const setNm = wantedNm * factor;
  const lowNm = Math.max(tool.minNm ?? 0, LEAST_PART * tool.maxNm);
  const highNm = tool.maxNm;
  const fits = !fallsShort(setNm, lowNm) && !exceeds(setNm, highNm);
  const deviationPct = tool.deviationPct ?? (exceeds(tool.maxNm, SMALL_NM) ? DEVIATION_PCT.large : DEVIATION_PCT.small);
  const message = `set to ${setNm.toFixed(1)} N m; this tool is good from ${lowNm.toFixed(1)} to ${highNm.toFixed(1)} N m`;
  return {
    factor,
    setNm,
    fits,
    lowNm,
    highNm,
    deviationPct,
    deviationNm: (deviationPct / 100) * setNm,
    verdict: verdictOf(input, factor, deviationPct),
    notices: fits ? [] : [{ code: "outsideTool", field: "tool.maxNm", message }],
  };
}

function verdictOf({ readingNm, spec }: TorqueToolInput, factor: number, deviationPct: number): ToolVerdict | null {
  if (readingNm === undefined || !spec) return null;
  const [min, max] = limitsOf(spec);
  const inside = (low: number, high: number): boolean => !fallsShort(low, min) && !exceeds(high, max);
  const torque = readingNm / factor;
  const doubt = (deviationPct / 100) * torque;
  if (inside(torque - doubt, torque + doubt)) return "in";
  if (inside(torque, torque)) return "in, not proven";
  return inside(torque + doubt, torque - doubt) ? "out, not proven" : "out";
}

function limitsOf(spec: ToolSpec): [number, number] {
  if (spec.nm === undefined) return [spec.minNm ?? -Infinity, spec.maxNm ?? Infinity];
  const part = (spec.tolerancePct ?? TOLERANCE_PCT) / 100;
  return [spec.nm * (1 - part), spec.nm * (1 + part)];
}
