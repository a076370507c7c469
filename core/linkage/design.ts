import { exceeds, fallsShort, formatNumber } from "../quantity";
import { leastOver } from "./clearance";
import { lever, neutralGain, type LeverAnswer } from "./lever";
import { driveSolver } from "./drives";
import { piecesOf, solidOf, type Body, type Obstacle } from "./obstacles";
import type { Gearbox, LeverGeometry } from "./types";

export interface DesignLimits {
  minGapMm: number;
  maxEffortFactor: number;
  minThrowMm: number;
  maxKnobShiftMm: number;
  minKnobMm: number;
  maxKnobMm: number;
}

export interface DesignInput {
  gearbox: Gearbox;
  /** The lever all is measured against. */
  lever: LeverGeometry;
  body?: Body;
  obstacles: Obstacle[];
  /** Heights of the pin to try, mm from the pivot, below it negative. */
  pinsMm: number[];
  /** Reductions wanted, percent. */
  targetsPct: number[];
  limits: DesignLimits;
}

export const designBreaks = [
  "cannotReach",
  "minGapMm",
  "maxEffortFactor",
  "minThrowMm",
  "maxKnobShiftMm",
  "knobRange",
] as const;
export type DesignBreak = (typeof designBreaks)[number];

export interface DesignCell {
  targetPct: number;
  pinMm: number;
  /** Distance from pivot to knob. */
  knobMm: number | null;
  /** Knob's distance against the reference's. */
  scale: number | null;
  knobShift: { upMm: number; rearwardMm: number } | null;
  effortFactor: number | null;
  throwMm: number | null;
  gapMm: number | null;
  obstacle: string | null;
  gear: string | null;
  breaks: DesignBreak[];
  pass: boolean;
}

export interface DesignAnswer {
  cells: DesignCell[];
  best: { targetPct: number; pinMm: number | null; knobMm: number | null }[];
  most: { targetPct: number; pinMm: number; knobMm: number } | null;
  sentence: string;
}

/** Knob shifts nearer than this are the same, mm. */
const SAME_MM = 1e-9;

/** The reference with its pin moved along its own upright line; the knob as it was. */
function withPin({ lever: reference }: DesignInput, pinMm: number): LeverGeometry {
  const { pinArmMm } = reference.cross;
  const was = reference.pin.zMm;
  return {
    ...reference,
    pin: { xMm: reference.pin.xMm, zMm: pinMm },
    cross: {
      ...reference.cross,
      ...(pinArmMm !== undefined && { pinArmMm: was === 0 ? pinArmMm : pinArmMm * Math.abs(pinMm / was) }),
    },
  };
}

/** A lever of a map's cell: pin at `pinMm`, knob on its own line at `scale` times its distance. */
export function designedLever(input: DesignInput, pinMm: number, scale: number): LeverGeometry {
  const moved = withPin(input, pinMm);
  const { knobArmMm } = moved.cross;
  return {
    ...moved,
    knob: { xMm: moved.knob.xMm * scale, zMm: moved.knob.zMm * scale },
    cross: { ...moved.cross, ...(knobArmMm !== undefined && { knobArmMm: knobArmMm * scale }) },
  };
}

/** What a pin's height alone decides, whatever reduction is wanted. */
interface PinHeight {
  geometry: LeverGeometry;
  answer: LeverAnswer;
  gain: number | null;
  /** Mean of this lever's throws over the reference's, knob as it was. */
  ratio: number;
  leastThrowMm: number;
}

function pinHeight(input: DesignInput, before: LeverAnswer, pinMm: number): PinHeight | null {
  const geometry = withPin(input, pinMm);
  const answer = lever({ gearbox: input.gearbox, lever: geometry });
  if (answer.gears.some((g, i) => !g.reached && before.gears[i].reached)) return null;
  const pairs = answer.throws.flatMap((t, i) => {
    const old = before.throws[i].throwMm;
    return t.throwMm !== null && old ? [{ ratio: t.throwMm / old, throwMm: t.throwMm }] : [];
  });
  const ratio = pairs.reduce((sum, p) => sum + p.ratio, 0) / pairs.length;
  if (!pairs.length || ratio === 0) return null;
  return {
    geometry,
    answer,
    gain: neutralGain(geometry, driveSolver(geometry)),
    ratio,
    leastThrowMm: Math.min(...answer.throws.flatMap((t) => (t.throwMm === null ? [] : [t.throwMm]))),
  };
}

const unreached = (targetPct: number, pinMm: number): DesignCell => ({
  targetPct,
  pinMm,
  knobMm: null,
  scale: null,
  knobShift: null,
  effortFactor: null,
  throwMm: null,
  gapMm: null,
  obstacle: null,
  gear: null,
  breaks: ["cannotReach"],
  pass: false,
});

/**
 * Which lever would do what is wanted: every reduction asked against every height of the pin.
 *
 * Along one pin height throws and gain are in proportion to the knob's distance, so the knob that gives a reduction
 * follows in closed form; only the gap to obstacles is swept, as in `clearance`. The rod is reset, so the lever
 * stands upright in neutral. Lengths in mm, reductions in percent (mean of the pairs of gears both levers reach),
 * effort without friction. `best` is the passing pin that leaves the knob nearest its height. The defaults of the
 * limits are common practice of the trade, no source. Cost: one sweep an obstacle and cell.
 */
export function design(input: DesignInput, tell?: (part: number) => void): DesignAnswer {
  const { limits, lever: reference, body } = input;
  const before = lever({ gearbox: input.gearbox, lever: reference });
  const gainBefore = neutralGain(reference, driveSolver(reference));
  const distance = Math.hypot(reference.knob.xMm, reference.knob.zMm);
  const depth = (z: number): number => Math.hypot(reference.pin.xMm, z);
  const solids = input.obstacles.map((o) => ({ name: o.name, solid: solidOf(o) }));
  const heights = input.pinsMm.map((pinMm) => pinHeight(input, before, pinMm));

  const cellOf = (targetPct: number, at: number): DesignCell => {
    const pinMm = input.pinsMm[at];
    const height = heights[at];
    if (!height) return unreached(targetPct, pinMm);
    const scale = (1 - targetPct / 100) / height.ratio;
    const knobMm = scale * distance;
    const knobShift = { upMm: (scale - 1) * reference.knob.zMm, rearwardMm: (1 - scale) * reference.knob.xMm };
    const effortFactor = gainBefore && height.gain ? gainBefore / (height.gain * scale) : null;
    const throwMm = scale * height.leastThrowMm;
    const geometry = designedLever(input, pinMm, scale);
    const least =
      body && solids.length
        ? leastOver(
            height.answer.gears,
            piecesOf(geometry, grown(body, depth(pinMm) - depth(reference.pin.zMm))),
            solids,
          )
        : null;
    const breaks: DesignBreak[] = [];
    if (least && fallsShort(least.gapMm, limits.minGapMm)) breaks.push("minGapMm");
    if (effortFactor !== null && exceeds(effortFactor, limits.maxEffortFactor)) breaks.push("maxEffortFactor");
    if (fallsShort(throwMm, limits.minThrowMm)) breaks.push("minThrowMm");
    if (exceeds(Math.abs(knobShift.upMm), limits.maxKnobShiftMm)) breaks.push("maxKnobShiftMm");
    if (fallsShort(knobMm, limits.minKnobMm) || exceeds(knobMm, limits.maxKnobMm)) breaks.push("knobRange");
    return {
      targetPct,
      pinMm,
      knobMm,
      scale,
      knobShift,
      effortFactor,
      throwMm,
      gapMm: least?.gapMm ?? null,
      obstacle: least?.obstacle ?? null,
      gear: least?.gear ?? null,
      breaks,
      pass: breaks.length === 0,
    };
  };

  const rows = input.targetsPct.map((targetPct, i) => {
    tell?.(i / input.targetsPct.length);
    return input.pinsMm.map((_, at) => cellOf(targetPct, at));
  });
  const bestCells = rows.map((cells) => bestOf(cells, reference.pin.zMm));
  const most = bestCells.reduce<DesignCell | null>((a, b) => (b && (!a || b.targetPct > a.targetPct) ? b : a), null);
  return {
    cells: rows.flat(),
    best: bestCells.map((b, i) => ({
      targetPct: input.targetsPct[i],
      pinMm: b?.pinMm ?? null,
      knobMm: b?.knobMm ?? null,
    })),
    most: most && { targetPct: most.targetPct, pinMm: most.pinMm, knobMm: most.knobMm ?? 0 },
    sentence: sentenceOf(rows, most),
  };
}

/** The tail below the pin keeps its length as the pin goes up or down, and is never shorter than 1 mm. */
const grown = (body: Body, by: number): Body =>
  body.tailDepthMm === undefined ? body : { ...body, tailDepthMm: Math.max(1, body.tailDepthMm + by) };

/** The passing cell that leaves the knob nearest its height, then the pin nearest its own. */
function bestOf(cells: readonly DesignCell[], pinBefore: number): DesignCell | null {
  const off = (c: DesignCell): number => Math.abs(c.knobShift?.upMm ?? 0);
  return cells
    .filter((c) => c.pass)
    .reduce<DesignCell | null>((a, b) => {
      if (!a) return b;
      const nearer = off(b) - off(a);
      if (Math.abs(nearer) > SAME_MM) return nearer < 0 ? b : a;
      return Math.abs(b.pinMm - pinBefore) < Math.abs(a.pinMm - pinBefore) - SAME_MM ? b : a;
    }, null);
}

/** Limits that hold a design back, and what could be had without them. */
export interface DesignBinding {
  /** One; several only where no single one gives more by itself. */
  limits: DesignBreak[];
  /** Greatest reduction tried that passes with these lifted, percent. */
  targetPct: number;
  /** What it comes too near at that reduction. */
  obstacle: string | null;
}

/**
 * Which limits bind: those that give more than `mostPct` when they are lifted alone, the greatest gain first; where
 * none does, the fewest that do together. A gear out of reach is no limit to lift, and is named only where there is
 * nothing else. `mostPct` null: nothing passes.
 */
export function bindingLimits(cells: readonly DesignCell[], mostPct: number | null): DesignBinding[] {
  const bySet = new Map<string, DesignCell>();
  for (const c of cells) {
    if (c.pass || (mostPct !== null && c.targetPct <= mostPct)) continue;
    const known = bySet.get(c.breaks.join());
    if (!known || c.targetPct > known.targetPct) bySet.set(c.breaks.join(), c);
  }
  const weight = (c: DesignCell): number => (c.breaks.includes("cannotReach") ? designBreaks.length : c.breaks.length);
  const fewest = Math.min(...[...bySet.values()].map(weight));
  return [...bySet.values()]
    .filter((c) => weight(c) === fewest)
    .sort((a, b) => b.targetPct - a.targetPct)
    .map((c) => ({
      limits: c.breaks,
      targetPct: c.targetPct,
      obstacle: c.breaks.includes("minGapMm") ? c.obstacle : null,
    }));
}

const HINDERS: Record<DesignBreak, string> = {
  cannotReach: "a gear is out of reach",
  minGapMm: "it comes too near",
  maxEffortFactor: "it gets too heavy",
  minThrowMm: "the throw gets too short",
  maxKnobShiftMm: "the knob moves too far up or down",
  knobRange: "the lever gets too long or too short",
};

function sentenceOf(rows: readonly DesignCell[][], most: DesignCell | null): string {
  const order = [...rows].sort((a, b) => b[0].targetPct - a[0].targetPct);
  const wanted = order[0];
  const pct = (n: number): string => `${Number(n.toFixed(1))} %`;
  const below = (mm: number): string => `${formatNumber(Math.abs(mm), 0)} mm ${mm < 0 ? "below" : "above"} the pivot`;
  if (most && most.targetPct === wanted[0].targetPct) {
    return `${pct(most.targetPct)} shorter is possible, with the pin ${below(most.pinMm)} and the knob ${formatNumber(most.knobMm ?? 0, 0)} mm from it.`;
  }
  const [why] = bindingLimits(rows.flat(), most?.targetPct ?? null);
  const reason = why?.limits.map((l) =>
    l === "minGapMm" && why.obstacle ? `it comes too near ${why.obstacle}` : HINDERS[l],
  );
  if (!most) return `No lever tried here will do${reason ? `: ${reason.join(" and ")}` : ""}.`;
  const because = reason ? `: beyond that ${reason.join(" and ")}` : "";
  return `${pct(wanted[0].targetPct)} shorter is not possible here. ${pct(most.targetPct)} is, with the pin ${below(most.pinMm)}${because}.`;
}
