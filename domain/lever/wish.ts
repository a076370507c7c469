import {
  bindingLimits,
  type DesignAnswer,
  type DesignBinding,
  type DesignBreak,
  type DesignCell,
  type DesignInput,
  type DesignLimits,
  type Gearbox,
} from "../../core";
import { askDesign, designLimits, isRefusal, type Refusal } from "../../contract";
import type { BenchSetup } from "./bench";
import { bodyOf, seenFrom } from "./surroundings";
import type { Surroundings } from "../../contract";

/** What is wanted of a lever: how much shorter, and the limits it is held to. */
export interface Wish {
  reductionPct: number;
  limits: DesignLimits;
}

export const USUAL_WISH: Wish = { reductionPct: 30, limits: designLimits.parse(undefined) };

/** Cells of the map each way. */
const MAP = 44;
/** Pins from so much nearer to so much farther than the old one's, as shares of it. */
const NEAREST = 0.7;
const FARTHEST = 1.8;
const MOST_PCT = 66;

const evenly = (from: number, to: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => Math.round((from + ((to - from) * i) / (n - 1)) * 1000) / 1000);

/** The question of a map: reductions from none upward against pins about the old lever's. */
export function mapInput(gearbox: Gearbox, old: BenchSetup, surroundings: Surroundings, wish: Wish): DesignInput {
  const { zMm } = old.lever.pin;
  const obstacles = seenFrom(old.pivot, surroundings.obstacles);
  const targets = evenly(0, MOST_PCT, MAP);
  return {
    gearbox,
    lever: old.lever,
    ...(obstacles.length && { body: bodyOf(old, surroundings.body) }),
    obstacles,
    // The old pin's own height is tried too: where nothing may change, only it passes.
    pinsMm: [...new Set([...evenly(zMm * NEAREST, zMm * FARTHEST, MAP), zMm])].sort((a, b) => b - a),
    // The wish itself is a row, so that it is answered exactly.
    targetsPct: [...new Set([...targets, wish.reductionPct])].sort((a, b) => a - b),
    limits: wish.limits,
  };
}

/** A limit that holds a wish back, and what could be had with it lifted. */
export type Binding = DesignBinding;

/** What is said of a wish. */
export interface WishAnswer {
  map: DesignAnswer;
  /** The passing lever nearest to the old knob's height; null where the wish cannot be had. */
  best: DesignCell | null;
  /** The most that can be had here, in steps of a tenth of a percent; null where nothing tried passes. */
  most: DesignCell | null;
  /** What stands in the way of the wish: limits that give more when they are lifted, the greatest gain first. */
  binds: Binding[];
}

/** Rows and pins of a closer look, and how many looks: the last one tells a hundredth of a percent apart. */
const [ROWS, PINS, LOOKS] = [9, 21, 3];

type Ask = (input: DesignInput) => readonly DesignCell[];

const passes = (c: DesignCell, lifted: readonly DesignBreak[]): boolean =>
  c.pass || (c.breaks.length > 0 && c.breaks.every((b) => lifted.includes(b)));

/** Of the greatest reduction the lever that leaves the knob nearest its height. */
function greatest(cells: readonly DesignCell[], lifted: readonly DesignBreak[]): DesignCell | null {
  const off = (c: DesignCell): number => Math.abs(c.knobShift?.upMm ?? 0);
  return cells
    .filter((c) => passes(c, lifted))
    .reduce<DesignCell | null>(
      (a, b) => (!a || b.targetPct > a.targetPct || (b.targetPct === a.targetPct && off(b) < off(a) - 1e-9) ? b : a),
      null,
    );
}

/** The greatest reduction between the rows of a map, with some limits lifted; `cells` are those of the map. */
function closer(
  input: DesignInput,
  cells: readonly DesignCell[],
  lifted: readonly DesignBreak[],
  ask: Ask,
): DesignCell | null {
  let best = greatest(cells, lifted);
  if (!best) return null;
  let known = cells;
  let step = Math.abs(input.pinsMm[1] - input.pinsMm[0]);
  for (let look = 0; look < LOOKS; look++) {
    const found: DesignCell = best;
    const next = Math.min(...known.filter((c) => c.targetPct > found.targetPct).map((c) => c.targetPct));
    if (!Number.isFinite(next)) break;
    const pins = known.filter((c) => c.targetPct === found.targetPct && passes(c, lifted)).map((c) => c.pinMm);
    const [low, high] = [Math.min(...pins) - step, Math.max(...pins) + step];
    known = ask({ ...input, targetsPct: evenly(found.targetPct, next, ROWS), pinsMm: evenly(low, high, PINS) });
    step = (high - low) / (PINS - 1);
    best = greatest(known, lifted) ?? found;
  }
  const tenth = Math.floor(best.targetPct * 10 + 1e-6) / 10;
  const atTenth = ask({ ...input, targetsPct: [tenth], pinsMm: evenly(best.pinMm - step, best.pinMm + step, PINS) });
  return greatest([...atTenth, ...cells.filter((c) => c.targetPct <= tenth)], lifted) ?? best;
}

/** The pin that leaves the knob nearest its height, found between the pins of the map. */
function nearestKnob(input: DesignInput, from: DesignCell, ask: Ask): DesignCell {
  let best = from;
  let step = Math.abs(input.pinsMm[1] - input.pinsMm[0]);
  for (let look = 0; look < 2; look++) {
    const pinsMm = [...new Set([...evenly(best.pinMm - step, best.pinMm + step, PINS), best.pinMm])];
    best = greatest(ask({ ...input, targetsPct: [from.targetPct], pinsMm }), []) ?? best;
    step = (2 * step) / (PINS - 1);
  }
  return best;
}

/**
 * What can be had of a wish: a map first, then a closer look between its points, with every limit and with each one
 * that binds lifted. A refusal is that of the map.
 */
export function answerWish(input: DesignInput, wish: Wish, tell?: (part: number) => void): WishAnswer | Refusal {
  const map = askDesign(input, (part) => tell?.(part * 0.5));
  if (isRefusal(map)) return map;
  const ask: Ask = (closerInput) => {
    const out = askDesign(closerInput);
    return isRefusal(out) ? [] : out.cells;
  };
  const most = closer(input, map.cells, [], ask);
  tell?.(0.6);
  const row = map.cells.filter((c) => c.targetPct === wish.reductionPct && c.pass);
  const own = greatest(row, []);
  if (own) return { map, best: nearestKnob(input, own, ask), most, binds: [] };
  if (most && most.targetPct >= wish.reductionPct) {
    const [at] = [most].map((m) => ({ ...input, targetsPct: [wish.reductionPct], pinsMm: [m.pinMm] }));
    const best = ask(at).find((c) => c.pass);
    if (best) return { map, best: nearestKnob(input, best, ask), most, binds: [] };
  }
  const binds = bindingLimits(map.cells, most?.targetPct ?? null).map((b, i, all) => {
    const lifted = b.limits.includes("cannotReach") ? null : closer(input, map.cells, b.limits, ask);
    tell?.(0.6 + (0.4 * (i + 1)) / all.length);
    return { ...b, targetPct: lifted?.targetPct ?? b.targetPct };
  });
  // The closer look may have found between the points of the map what a limit seemed to keep away.
  const still = binds.filter(
    (b) => b.limits.includes("cannotReach") || b.targetPct > (most?.targetPct ?? -Infinity) + 0.05,
  );
  return { map, best: null, most, binds: still.sort((a, b) => b.targetPct - a.targetPct) };
}
