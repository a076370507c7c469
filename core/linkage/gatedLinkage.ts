import { length, minus, toDeg, toRad, vec, wrapped, type Vec } from "./plane";
import type { Point } from "./types";

export type LinkageBranch = "left" | "right";

export interface GatedInput {
  shifter: { pivot: Point; armMm: number[]; positions: { name: string; deg: number }[] };
  gearbox: { pivot: Point; armMm: number[]; detents: { name: string; deg: number }[]; captureDeg: number };
  rodMm: { min: number; max: number };
  branch: "auto" | LinkageBranch;
  /** What is fitted now. */
  present?: { shifterArmMm: number; gearboxArmMm: number; rodMm: number; changePerTurnMm?: number };
}

export interface GatedPosition {
  name: string;
  shifterDeg: number;
  gearboxDeg: number;
  detentDeg: number;
  errorDeg: number;
  inCapture: boolean;
}

export interface GatedChoice {
  shifterArmMm: number;
  gearboxArmMm: number;
  rodMm: number;
  branch: LinkageBranch;
  largestErrorDeg: number;
  allInCapture: boolean;
  atRodLimit: boolean;
  positions: GatedPosition[];
}

export interface GatedPresent {
  shifterArmMm: number;
  gearboxArmMm: number;
  rodMm: number;
  reached: boolean;
  branch: LinkageBranch | null;
  largestErrorDeg: number | null;
  allInCapture: boolean;
  positions: GatedPosition[];
  bestRodMm: number | null;
  adjustMm: number | null;
  direction: "lengthen" | "shorten" | "none" | null;
  turns: number | null;
}

export interface GatedAnswer {
  reached: boolean;
  best: GatedChoice | null;
  next: GatedChoice[];
  message?: string;
  present: GatedPresent | null;
}

const TURN = 2 * Math.PI;

/** A rod this near to an end of its range, mm, stands at the limit. */
const AT_LIMIT_MM = 0.005;

/** Errors are ranked in thousandths of a degree, so that rounding does not choose between holes. */
const rank = (deg: number): number => Math.round(deg * 1000);

/** Halvings that bring a rod's range under the resolution of a double. */
const HALVINGS = 60;

/** A rod as fitted counts as joining the arms if it misses by no more than this, mm: rounding, not metal. */
const JOINS_MM = 1e-9;

/** One pair of holes: where the shifter's arm tip stands per detent, and which rods join the arms over the swing. */
interface Pair {
  arm: number;
  /** Per detent: distance of the shifter's tip from the gearbox pivot and its bearing from there. */
  tips: { distance: number; bearing: number; detent: number; name: string; shifterDeg: number }[];
  rods: [least: number, most: number];
}

const tipOf = (pivot: Vec, armMm: number, deg: number): Vec => ({
  x: pivot.x + armMm * Math.cos(toRad(deg)),
  z: pivot.z + armMm * Math.sin(toRad(deg)),
});

/** Least and greatest distance of the shifter's tip from the gearbox pivot over the whole swing. */
function distances(input: GatedInput, armMm: number): [number, number] {
  const [from, to] = [vec(input.shifter.pivot), vec(input.gearbox.pivot)];
  const angles = input.shifter.positions.map((p) => toRad(p.deg));
  const [low, high] = [Math.min(...angles), Math.max(...angles)];
  const line = minus(to, from);
  const bearing = Math.atan2(line.z, line.x);
  const found = [low, high].map((a) => length(minus(tipOf(from, armMm, toDeg(a)), to)));
  const passes = (angle: number): boolean => angle + TURN * Math.ceil((low - angle) / TURN) <= high;
  if (passes(bearing)) found.push(Math.abs(length(line) - armMm));
  if (passes(bearing + Math.PI)) found.push(length(line) + armMm);
  return [Math.min(...found), Math.max(...found)];
}

function pairOf(input: GatedInput, shifterArm: number, gearboxArm: number): Pair {
  const [from, to] = [vec(input.shifter.pivot), vec(input.gearbox.pivot)];
  const [nearest, farthest] = distances(input, shifterArm);
  const byName = new Map(input.shifter.positions.map((p) => [p.name, p.deg]));
  return {
    arm: gearboxArm,
    tips: input.gearbox.detents.map(({ name, deg }) => {
      const shifterDeg = byName.get(name) ?? 0;
      const away = minus(tipOf(from, shifterArm, shifterDeg), to);
      return { distance: length(away), bearing: Math.atan2(away.z, away.x), detent: toRad(deg), name, shifterDeg };
    }),
    rods: [Math.max(Math.abs(nearest - gearboxArm), Math.abs(farthest - gearboxArm)), nearest + gearboxArm],
  };
}

/** Angle at the gearbox pivot between the line to the shifter's tip and the arm, rad. */
function opening(arm: number, distance: number, rod: number): number {
  const cosine = (arm * arm + distance * distance - rod * rod) / (2 * arm * distance);
  // A tip on the pivot itself gives the arm no direction: any will do.
  return Number.isNaN(cosine) ? 0 : Math.acos(Math.min(1, Math.max(-1, cosine)));
}

/** Seen along the line from the shifter's tip to the gearbox pivot, the arm's tip lies left or right of it. */
const SIDE = { left: -1, right: 1 } as const;

const angleAt = (pair: Pair, branch: LinkageBranch, tip: Pair["tips"][number], rod: number): number =>
  tip.bearing + SIDE[branch] * opening(pair.arm, tip.distance, rod);

const errorsAt = (pair: Pair, branch: LinkageBranch, rod: number): number[] =>
  pair.tips.map((tip) => wrapped(angleAt(pair, branch, tip, rod) - tip.detent));

const largest = (errors: readonly number[]): number => Math.max(...errors.map(Math.abs));

/**
 * The rod of least largest error in a range. Every angle opens steadily as the rod grows, so between two
 * lengths at which an error wraps round, the largest overshoot rises and the largest undershoot falls: the
 * least stands where they meet.
 */
function bestRod(pair: Pair, branch: LinkageBranch, low: number, high: number): { rod: number; error: number } {
  const wraps = pair.tips.flatMap((tip) => {
    const opens = SIDE[branch] * (tip.detent + Math.PI - tip.bearing);
    const angle = opens - TURN * Math.floor(opens / TURN);
    if (angle > Math.PI) return [];
    const d = tip.distance;
    const rod = Math.sqrt(pair.arm * pair.arm + d * d - 2 * pair.arm * d * Math.cos(angle));
    return rod > low && rod < high ? [rod] : [];
  });
  const ends = [low, ...wraps.sort((a, b) => a - b), high];
  let best = { rod: low, error: Infinity };
  const consider = (rod: number): void => {
    const error = largest(errorsAt(pair, branch, rod));
    if (error < best.error) best = { rod, error };
  };
  ends.forEach(consider);
  for (let i = 1; i < ends.length; i++) {
    let [a, b] = [ends[i - 1], ends[i]];
    for (let k = 0; k < HALVINGS && b - a > 0; k++) {
      const middle = (a + b) / 2;
      const errors = errorsAt(pair, branch, middle);
      // Opening carries the arm one way or the other, by branch.
      const rising = SIDE[branch] > 0;
      const tooFar = Math.max(...errors) + Math.min(...errors) > 0;
      if (tooFar === rising) b = middle;
      else a = middle;
    }
    consider((a + b) / 2);
  }
  return best;
}

const branchesOf = (input: GatedInput): LinkageBranch[] =>
  input.branch === "auto" ? ["left", "right"] : [input.branch];

const positionsAt = (input: GatedInput, pair: Pair, branch: LinkageBranch, rod: number): GatedPosition[] =>
  pair.tips.map((tip) => {
    const error = wrapped(angleAt(pair, branch, tip, rod) - tip.detent);
    const detentDeg = toDeg(tip.detent);
    const errorDeg = toDeg(error);
    return {
      name: tip.name,
      shifterDeg: tip.shifterDeg,
      // Counted from the detent, so that both read in the same turn.
      gearboxDeg: detentDeg + errorDeg,
      detentDeg,
      errorDeg,
      inCapture: Math.abs(errorDeg) <= input.gearbox.captureDeg,
    };
  });

const worst = (positions: readonly GatedPosition[]): number => largest(positions.map((p) => p.errorDeg));

/** The best rod of one pair of holes; null where no rod in the range joins the arms over the whole swing. */
function bestOfPair(input: GatedInput, shifterArmMm: number, gearboxArmMm: number): GatedChoice | null {
  const pair = pairOf(input, shifterArmMm, gearboxArmMm);
  const low = Math.max(pair.rods[0], input.rodMm.min);
  const high = Math.min(pair.rods[1], input.rodMm.max);
  if (low > high) return null;
  const tries = branchesOf(input).map((branch) => ({ branch, ...bestRod(pair, branch, low, high) }));
  const best = tries.reduce((a, b) => (b.error < a.error ? b : a));
  const positions = positionsAt(input, pair, best.branch, best.rod);
  return {
    shifterArmMm,
    gearboxArmMm,
    rodMm: best.rod,
    branch: best.branch,
    largestErrorDeg: worst(positions),
    allInCapture: positions.every((p) => p.inCapture),
    atRodLimit: best.rod - input.rodMm.min <= AT_LIMIT_MM || input.rodMm.max - best.rod <= AT_LIMIT_MM,
    positions,
  };
}

/** What is fitted now, and which way its rod should go. */
function presentOf(input: GatedInput): GatedPresent | null {
  const { present } = input;
  if (!present) return null;
  const { shifterArmMm, gearboxArmMm, rodMm } = present;
  const pair = pairOf(input, shifterArmMm, gearboxArmMm);
  const reached = rodMm >= pair.rods[0] - JOINS_MM && rodMm <= pair.rods[1] + JOINS_MM;
  const tries = branchesOf(input).map((branch) => ({ branch, error: largest(errorsAt(pair, branch, rodMm)) }));
  const branch = reached ? tries.reduce((a, b) => (b.error < a.error ? b : a)).branch : null;
  const positions = branch ? positionsAt(input, pair, branch, rodMm) : [];
  const best = bestOfPair(input, shifterArmMm, gearboxArmMm);
  const change = best ? best.rodMm - rodMm : null;
  return {
    shifterArmMm,
    gearboxArmMm,
    rodMm,
    reached,
    branch,
    largestErrorDeg: positions.length ? worst(positions) : null,
    allInCapture: positions.length > 0 && positions.every((p) => p.inCapture),
    positions,
    bestRodMm: best?.rodMm ?? null,
    adjustMm: change,
    direction: change === null ? null : change > 0 ? "lengthen" : change < 0 ? "shorten" : "none",
    turns: change === null || present.changePerTurnMm === undefined ? null : Math.abs(change) / present.changePerTurnMm,
  };
}

/**
 * Which holes and which rod join a detented shifter to a gearbox so that every detent lines up.
 *
 * Angles of the arms in deg from +x, counter-clockwise; errors are gearbox arm less detent. The least over
 * the rod's length of the largest |error|, exact per pair of holes; the rod must join the arms over the whole
 * swing and not only at the detents. A rod that cannot is an ordinary answer. Two-circle geometry; agrees
 * with F. Freudenstein, Trans. ASME 77, 1955. Common practice, no source.
 */
export function gatedLinkage(input: GatedInput): GatedAnswer {
  const choices = input.shifter.armMm
    .flatMap((s) => input.gearbox.armMm.map((g) => bestOfPair(input, s, g)))
    .filter((c) => c !== null)
    // A stable sort keeps the order of the holes among equals.
    .sort((a, b) => rank(a.largestErrorDeg) - rank(b.largestErrorDeg));
  return {
    reached: choices.length > 0,
    best: choices[0] ?? null,
    next: choices.slice(1, 3),
    ...(choices.length
      ? {}
      : { message: `no rod from ${input.rodMm.min} to ${input.rodMm.max} mm joins the arms over the whole swing` }),
    present: presentOf(input),
  };
}
