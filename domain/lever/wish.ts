import {
  type DesignInput,
  type DesignLimits,
  type Gearbox,
  hindrance,
  type DesignAnswer,
  type DesignCell,
} from "../../core";
import { designLimits } from "../../contract";
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
    pinsMm: evenly(zMm * NEAREST, zMm * FARTHEST, MAP),
    // The wish itself is a row, so that it is answered exactly.
    targetsPct: [...new Set([...targets, wish.reductionPct])].sort((a, b) => a - b),
    limits: wish.limits,
  };
}

/** What a map says of a wish. */
export interface WishAnswer {
  /** The passing lever nearest to the old knob's height; null where the wish cannot be had. */
  best: DesignCell | null;
  /** The most that can be had here. */
  most: DesignCell | null;
  /** What stands in the way of the wish. */
  hinders: ReturnType<typeof hindrance>;
}

export function answerOf(answer: DesignAnswer, wish: Wish): WishAnswer {
  const at = (targetPct: number, pinMm: number | null): DesignCell | null =>
    answer.cells.find((c) => c.targetPct === targetPct && c.pinMm === pinMm) ?? null;
  const own = answer.best.find((b) => b.targetPct === wish.reductionPct);
  const best = own?.pinMm == null ? null : at(own.targetPct, own.pinMm);
  const most = answer.most && at(answer.most.targetPct, answer.most.pinMm);
  const row = answer.cells.filter((c) => c.targetPct === wish.reductionPct);
  return { best, most, hinders: best ? null : hindrance(row) };
}
