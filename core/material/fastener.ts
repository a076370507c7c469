import type { Notice } from "../powerunit";
import { exceeds, fallsShort } from "../quantity/limit";

export const metricGrades = ["4.6", "4.8", "5.6", "5.8", "6.8", "8.8", "9.8", "10.9", "12.9"] as const;
export const inchGrades = ["2", "5", "8"] as const;
export const fastenerGrades = [...metricGrades, ...inchGrades] as const;
export type FastenerGrade = (typeof fastenerGrades)[number];

export const fastenerFinishes = ["zinc", "lubricated", "blackDry"] as const;
export type FastenerFinish = (typeof fastenerFinishes)[number];

export interface FastenerInput {
  thread: string;
  grade: FastenerGrade;
  finish: FastenerFinish;
  /** Nut factor; wins over the finish. */
  k?: number;
  preloadFraction: number;
  specNm?: number;
  engagementMm?: number;
  into: "steel" | "aluminium";
}

export interface FastenerAnswer {
  diameterMm: number;
  pitchMm: number;
  stressAreaMm2: number;
  stressAreaIn2: number;
  proofMPa: number;
  proofLoadKN: number;
  preloadKN: number;
  k: number;
  estimateNm: number;
  isEstimate: true;
  spec: { ratio: number; flag: "low" | "high" | "ok" } | null;
  engagement: { neededMm: number; ok: boolean } | null;
  notices: Notice<"specFar" | "shortEngagement">[];
}

export interface Thread {
  diameterMm: number;
  pitchMm: number;
  inch: boolean;
}

/** Coarse pitches, mm, by diameter. Source: ISO 261. */
const METRIC_COARSE: Record<string, number> = {
  3: 0.5,
  4: 0.7,
  5: 0.8,
  6: 1,
  7: 1,
  8: 1.25,
  10: 1.5,
  12: 1.75,
  14: 2,
  16: 2,
  18: 2.5,
  20: 2.5,
  22: 2.5,
  24: 3,
};

/** Threads per inch of the coarse series, by diameter in inches. Source: ASME B1.1, UNC. */
const INCH_COARSE: Record<string, number> = {
  "1/4": 20,
  "5/16": 18,
  "3/8": 16,
  "7/16": 14,
  "1/2": 13,
  "9/16": 12,
  "5/8": 11,
  "3/4": 10,
};

const MM_PER_INCH = 25.4;
const MM2_PER_IN2 = MM_PER_INCH ** 2;
/** Source: NIST SP 811, to seven digits. */
const MPA_PER_KSI = 6.894757;

/** Nut factors. Source: Shigley's Mechanical Engineering Design, table of torque factors. */
const NUT_FACTOR: Record<FastenerFinish, number> = { zinc: 0.2, lubricated: 0.18, blackDry: 0.3 };

/** A specification under and over these parts of the estimate is likely a slip. Common practice, no source. */
const FAR = { low: 0.35, high: 1.6 };

/** Thread needed, in diameters. Common practice, no source. */
const NEEDED = { steel: 1, aluminium: 2 };

/** Largest and smallest thread that is read as one, mm. */
const DIAMETERS = { min: 1, max: 200 };

/**
 * Reads a thread: "M10" and "3/8" with the coarse pitch, "M10x1.25", "3/8-24" or "1 1/8-7" with their own. Null where
 * it is none, its coarse pitch is not in the tables, or its pitch leaves no core.
 */
export function readThread(text: string): Thread | null {
  const metric = /^\s*M\s*(\d+(?:\.\d+)?)\s*(?:[x×]\s*(\d+(?:\.\d+)?))?\s*$/i.exec(text);
  if (metric) {
    const diameterMm = Number(metric[1]);
    const pitchMm = metric[2] === undefined ? METRIC_COARSE[String(diameterMm)] : Number(metric[2]);
    return possible({ diameterMm, pitchMm, inch: false });
  }
  const inch = /^\s*(?:(\d+)\s+)?(\d+)(?:\/(\d+))?\s*(?:-\s*(\d+(?:\.\d+)?))?\s*$/.exec(text);
  if (!inch) return null;
  const [, whole = "0", over, under = "1", perInch] = inch;
  // A bare number is a machine screw's size, not inches, except for one: "6-32" is a gauge.
  if (inch[3] === undefined && (whole !== "0" || over !== "1")) return null;
  const coarse = whole === "0" ? INCH_COARSE[`${over}/${under}`] : undefined;
  return possible({
    diameterMm: (Number(whole) + Number(over) / Number(under)) * MM_PER_INCH,
    pitchMm: MM_PER_INCH / (perInch === undefined ? (coarse ?? NaN) : Number(perInch)),
    inch: true,
  });
}

const possible = (thread: Thread): Thread | null =>
  thread.diameterMm >= DIAMETERS.min &&
  thread.diameterMm <= DIAMETERS.max &&
  thread.pitchMm > 0 &&
  thread.pitchMm < thread.diameterMm
    ? thread
    : null;

/** Largest thread of property class 9.8, mm. Source: ISO 898-1, table of proof loads (from memory). */
export const LARGEST_9_8_MM = 16;

export const isInchGrade = (grade: FastenerGrade): boolean => (inchGrades as readonly string[]).includes(grade);

/** Proof stress, MPa. Sources: ISO 898-1; SAE J429 for the inch grades. */
function proofOf(grade: FastenerGrade, diameterMm: number): number {
  const inches = diameterMm / MM_PER_INCH;
  switch (grade) {
    case "4.6":
      return 225;
    case "4.8":
      return 310;
    case "5.6":
      return 280;
    case "5.8":
      return 380;
    case "6.8":
      return 440;
    case "8.8":
      return diameterMm <= 16 ? 580 : 600;
    case "9.8":
      return 650;
    case "10.9":
      return 830;
    case "12.9":
      return 970;
    case "2":
      return (exceeds(inches, 0.75) ? 33 : 55) * MPA_PER_KSI;
    case "5":
      return (exceeds(inches, 1) ? 74 : 85) * MPA_PER_KSI;
    case "8":
      return 120 * MPA_PER_KSI;
  }
}

/** Stress area, mm2. Sources: ISO 898-1; ASME B1.1 for inch threads. */
function stressAreaOf({ diameterMm, pitchMm, inch }: Thread): number {
  const core = diameterMm - (inch ? 0.9743 : 0.938194) * pitchMm;
  return (Math.PI / 4) * core ** 2;
}

/** What a specification at this ratio to the estimate is called. */
export const farFrom = (ratio: number): "low" | "high" | "ok" =>
  fallsShort(ratio, FAR.low) ? "low" : exceeds(ratio, FAR.high) ? "high" : "ok";

/**
 * What a bolt of this thread and grade carries, and about which torque that takes where no specification is known.
 *
 * Stress area in mm2, proof load and preload in kN, torque in N m: T = k F d with F a part of the proof load
 * (Shigley's Mechanical Engineering Design). The torque is an estimate, said so in the answer, and never a
 * specification. A known specification is judged against it (`ratio`), and the thread engaged against the part it
 * goes into. The thread must be readable (`readThread`) and of the same system as the grade.
 */
export function fastener(input: FastenerInput): FastenerAnswer {
  const thread = readThread(input.thread);
  if (!thread) throw new RangeError(`thread: got ${JSON.stringify(input.thread)}; accepted: a thread such as M10`);
  const { diameterMm, pitchMm } = thread;
  const stressAreaMm2 = stressAreaOf(thread);
  const proofMPa = proofOf(input.grade, diameterMm);
  const proofLoadKN = (proofMPa * stressAreaMm2) / 1000;
  const preloadKN = input.preloadFraction * proofLoadKN;
  const k = input.k ?? NUT_FACTOR[input.finish];
  const estimateNm = k * preloadKN * diameterMm;
  const notices: Notice<"specFar" | "shortEngagement">[] = [];

  let spec: FastenerAnswer["spec"] = null;
  if (input.specNm !== undefined) {
    const ratio = input.specNm / estimateNm;
    const flag = farFrom(ratio);
    spec = { ratio, flag };
    if (flag !== "ok") {
      const message = `the specification is ${ratio.toFixed(2)} times the estimate: check its unit and its row`;
      notices.push({ code: "specFar", field: "specNm", message });
    }
  }
  let engagement: FastenerAnswer["engagement"] = null;
  if (input.engagementMm !== undefined) {
    const neededMm = NEEDED[input.into] * diameterMm;
    engagement = { neededMm, ok: !fallsShort(input.engagementMm, neededMm) };
    if (!engagement.ok) {
      const message = `${input.engagementMm} mm of thread in ${input.into}, ${neededMm} mm needed: it may strip`;
      notices.push({ code: "shortEngagement", field: "engagementMm", message });
    }
  }
  return {
    diameterMm,
    pitchMm,
    stressAreaMm2,
    stressAreaIn2: stressAreaMm2 / MM2_PER_IN2,
    proofMPa,
    proofLoadKN,
    preloadKN,
    k,
    estimateNm,
    isEstimate: true,
    spec,
    engagement,
    notices,
  };
}
