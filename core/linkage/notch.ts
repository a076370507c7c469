import { exceeds, fallsShort, formatNumber } from "../quantity";
import { leastClearance, type ClearanceInput } from "./clearance";
import { reductionPct } from "./compare";
import { driveSolver } from "./drives";
import { lever, neutralGain, type Throw } from "./lever";
import { cross, dot, length, minus, toDeg, toRad, turned, vec, wrapped, type Vec } from "./plane";
import type { Drive, LeverGeometry, Point } from "./types";

export interface NotchLimits {
  minGapMm: number;
  maxEffortFactor: number;
  minThrowMm: number;
  maxReductionPct: number;
}

export interface NotchInput extends ClearanceInput {
  /** How far the lever is lowered in its clamp, mm; negative raises it. */
  notchesMm: number[];
  limits: NotchLimits;
  /** What reductions and effort are measured against; absent: the lever as entered. */
  reference?: LeverGeometry;
  rodAdjusted: boolean;
}

export type NotchBreak = "cannotReach" | keyof NotchLimits;

export interface NotchThrow {
  column: string;
  from: string;
  to: string;
  throwMm: number | null;
  reductionPct: number | null;
}

export interface NotchResult {
  notch: number;
  notchMm: number;
  neutralDeg: number | null;
  throws: NotchThrow[];
  throwMm: number | null;
  reductionPct: number | null;
  effortFactor: number | null;
  gapMm: number | null;
  obstacle: string | null;
  leverDeg: number | null;
  gear: string | null;
  breaks: NotchBreak[];
  pass: boolean;
}

export interface NotchAnswer {
  notches: NotchResult[];
  best: number | null;
  sentence: string;
}

const point = (v: Vec): Point => ({ xMm: v.x, zMm: v.z });

/** Farther than this past an end of a reach, relative to it, a circle is missed; nearer it is a touch. */
const TOUCH = 1e-12;

/** The least turn, rad, after which cos(turned angle) has the wanted value: direction of `p` from axis `u`. */
function leastTurn(p: Vec, u: Vec, cosine: number): number | null {
  if (!(Math.abs(cosine) <= 1 + TOUCH)) return null;
  const now = Math.atan2(cross(u, p), dot(u, p));
  const wanted = Math.acos(Math.min(1, Math.max(-1, cosine)));
  const turns = [wrapped(wanted - now), wrapped(-wanted - now)];
  return Math.abs(turns[0]) <= Math.abs(turns[1]) ? turns[0] : turns[1];
}

/** The least turn that puts a moved pin back where the selector, in neutral, holds it; null: nowhere. */
export function neutralTurn(drive: Drive, oldPin: Point, newPin: Point): number | null {
  const [was, pin] = [vec(oldPin), vec(newPin)];
  const arm = length(pin);
  if (drive.kind === "direct") {
    const axis = { x: Math.cos(toRad(drive.axisDeg)), z: Math.sin(toRad(drive.axisDeg)) };
    return leastTurn(pin, axis, dot(was, axis) / arm);
  }
  const far = vec(drive.kind === "cable" ? drive.anchor : drive.joint);
  const [rod, line] = [length(minus(was, far)), length(far)];
  if (line === 0) return Math.abs(arm - rod) <= TOUCH * rod ? 0 : null;
  return leastTurn(pin, far, (arm * arm + line * line - rod * rod) / (2 * arm * line));
}

/** A lever lowered in its clamp by d: knob and pin go down together, and the lever finds its new neutral. */
export function loweredLever(
  geometry: LeverGeometry,
  d: number,
  rodAdjusted: boolean,
): { lever: LeverGeometry; neutralDeg: number } | null {
  const knob = { xMm: geometry.knob.xMm, zMm: geometry.knob.zMm - d };
  const pin = { xMm: geometry.pin.xMm, zMm: geometry.pin.zMm - d };
  const turn = rodAdjusted || d === 0 ? 0 : neutralTurn(geometry.drive, geometry.pin, pin);
  if (turn === null) return null;
  const { knobArmMm, pinArmMm } = geometry.cross;
  const atLeast = (mm: number): number => Math.max(1, mm);
  return {
    neutralDeg: toDeg(turn),
    lever: {
      ...geometry,
      knob: point(turned(vec(knob), turn)),
      pin: point(turned(vec(pin), turn)),
      cross: {
        knobArmMm: knobArmMm === undefined ? Math.abs(knob.zMm) : atLeast(knobArmMm - d),
        pinArmMm: pinArmMm === undefined ? Math.abs(pin.zMm) : atLeast(pinArmMm + d),
      },
    },
  };
}

const mean = (values: readonly number[]): number | null =>
  values.length ? values.reduce((a, b) => a + b, 0) / values.length : null;

function notchResult(input: NotchInput, before: readonly Throw[], notch: number, notchMm: number): NotchResult {
  const lowered = loweredLever(input.lever, notchMm, input.rodAdjusted);
  if (!lowered) {
    return {
      notch,
      notchMm,
      neutralDeg: null,
      throws: [],
      throwMm: null,
      reductionPct: null,
      effortFactor: null,
      gapMm: null,
      obstacle: null,
      leverDeg: null,
      gear: null,
      breaks: ["cannotReach"],
      pass: false,
    };
  }
  const reference = input.reference ?? input.lever;
  const own = lever({ gearbox: input.gearbox, lever: lowered.lever });
  const throws = own.throws.map(({ column, from, to, throwMm }, k): NotchThrow => ({
    column,
    from,
    to,
    throwMm,
    reductionPct: reductionPct(throwMm, before[k].throwMm),
  }));
  const [gain0, gain] = [reference, lowered.lever].map((l) => neutralGain(l, driveSolver(l)));
  const effortFactor = gain0 && gain ? gain0 / gain : null;
  const lengths = throws.flatMap((t) => (t.throwMm === null ? [] : [t.throwMm]));
  const reductions = throws.flatMap((t) => (t.reductionPct === null ? [] : [t.reductionPct]));
  const pinArm = (l: Pick<LeverGeometry, "pin">): number => length(vec(l.pin));
  const tailDepthMm = (input.body.tailDepthMm ?? pinArm(input.lever)) + (pinArm(lowered.lever) - pinArm(input.lever));
  const least = leastClearance({
    gearbox: input.gearbox,
    lever: lowered.lever,
    body: { ...input.body, tailDepthMm: Math.max(1, tailDepthMm) },
    obstacles: input.obstacles,
  });
  const { limits } = input;
  const breaks: NotchBreak[] = [];
  if (own.gears.some((g) => !g.reached) || gain === null) breaks.push("cannotReach");
  if (fallsShort(least.gapMm, limits.minGapMm)) breaks.push("minGapMm");
  if (effortFactor !== null && exceeds(effortFactor, limits.maxEffortFactor)) breaks.push("maxEffortFactor");
  if (lengths.length && fallsShort(Math.min(...lengths), limits.minThrowMm)) breaks.push("minThrowMm");
  if (reductions.length && exceeds(Math.max(...reductions), limits.maxReductionPct)) breaks.push("maxReductionPct");
  return {
    notch,
    notchMm,
    neutralDeg: lowered.neutralDeg,
    throws,
    throwMm: lengths.length ? Math.min(...lengths) : null,
    reductionPct: mean(reductions),
    effortFactor,
    gapMm: least.gapMm,
    obstacle: least.obstacle,
    leverDeg: least.leverDeg,
    gear: least.gear,
    breaks,
    pass: breaks.length === 0,
  };
}

/**
 * Which notch of an adjustable lever to take: all of them tried, none passed over because an earlier one failed.
 *
 * Lengths in mm, angles in deg from each notch's own neutral. Reductions and effort are against `reference`.
 * The rod keeps its length unless `rodAdjusted`, so the lever leans in neutral by `neutralDeg`.
 * Common practice, no source: knob and pin go down together, the tail grows as the pin does.
 */
export function notch(input: NotchInput): NotchAnswer {
  const before = lever({ gearbox: input.gearbox, lever: input.reference ?? input.lever }).throws;
  const notches = input.notchesMm.map((mm, i) => notchResult(input, before, i + 1, mm));
  const best = notches
    .filter((n) => n.pass && n.reductionPct !== null)
    .reduce<NotchResult | null>((a, b) => {
      if (!a) return b;
      const [ra, rb] = [a.reductionPct ?? 0, b.reductionPct ?? 0];
      return rb > ra || (rb === ra && b.notchMm < a.notchMm) ? b : a;
    }, null);
  return { notches, best: best?.notch ?? null, sentence: sentenceOf(notches, best) };
}

const BREAK_WORDS: Record<NotchBreak, string> = {
  cannotReach: "a gear is out of reach",
  minGapMm: "it comes too near",
  maxEffortFactor: "it is too heavy",
  minThrowMm: "the throw is too short",
  maxReductionPct: "it is shortened too far",
};

function sentenceOf(notches: readonly NotchResult[], best: NotchResult | null): string {
  if (!best) {
    const reasons = [...new Set(notches.flatMap((n) => n.breaks))].map((b) => BREAK_WORDS[b]);
    return reasons.length ? `No notch will do: ${reasons.join(", ")}.` : "No notch shortens the throw.";
  }
  const pct = best.reductionPct ?? 0;
  const gap = `clears ${best.obstacle} by ${formatNumber(best.gapMm ?? 0, 1)} mm in ${best.gear}`;
  const effort = best.effortFactor === null ? "" : `, ${formatNumber(best.effortFactor, 2)} times the effort`;
  return `Notch ${best.notch}: ${formatNumber(Math.abs(pct), 0)} % ${pct < 0 ? "longer" : "shorter"}${effort}, ${gap}.`;
}
