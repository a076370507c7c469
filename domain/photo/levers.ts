import type { Photo, PicturePart, SheetPhoto } from "../../contract";
import { photoFigure, type PhotoFigure, type Point, type SheetPoint } from "../../core";
import type { BenchSetup } from "../lever";
import { OFF_MM } from "../lever";
import { pointKey, sceneIn } from "./ask";
import { leverFrame } from "./frame";

/** Points of a lever that its throw follows from; further ones are measured but not put on the bench. */
export const leverPoints = ["pivot", "pin", "knob"] as const;
export type LeverPoint = (typeof leverPoints)[number];
export type LeverPart = Exclude<PicturePart, "other">;

/** 95 % of repeats lie within this many standard uncertainties [JCGM 100:2008, 6.3.3]. */
const K = 2;

/** A figure with its 95 % interval either way. */
export interface Figure {
  value: number;
  expanded: number;
}

export interface PhotoLever {
  pinMm: Figure | null;
  knobMm: Figure | null;
  /** Knob to pin. */
  ratio: Figure | null;
}

export interface PhotoComparison {
  old: PhotoLever;
  new: PhotoLever;
  /** New pin to old pin, and knob to pin old against new: reduction of throw in %, without rod and angle. */
  pinRatio: Figure | null;
  reductionPct: Figure | null;
  /** The point that makes most of the doubt, and the doubt with that distance taken by calliper instead. */
  most: { part: LeverPart; name: LeverPoint; sharePct: number; expandedByCalliper: number } | null;
}

const figureOf = (f: PhotoFigure): Figure => ({ value: f.value, expanded: K * f.standard });
const apart = (a: SheetPoint, b: SheetPoint): number => Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);

type Taken = Parameters<typeof sceneIn>[0];
type Size = Pick<Photo, "widthPx" | "heightPx">;

/** Lengths and ratios of the two levers of a picture, as far as their points are there. */
export function leversIn(record: Taken, picture: Size): PhotoComparison {
  const scene = sceneIn(record, picture);
  const at = (part: LeverPart, name: LeverPoint): number =>
    scene ? scene.points.findIndex((p) => p.name === pointKey(part, name)) : -1;
  const has = (...points: number[]): boolean => scene !== null && points.every((i) => i >= 0);
  const ask = (f: (places: readonly SheetPoint[]) => number): PhotoFigure => photoFigure(scene!, f);
  const of = (part: LeverPart): PhotoLever => {
    const [pivot, pin, knob] = leverPoints.map((n) => at(part, n));
    return {
      pinMm: has(pivot, pin) ? figureOf(ask((p) => apart(p[pivot], p[pin]))) : null,
      knobMm: has(pivot, knob) ? figureOf(ask((p) => apart(p[pivot], p[knob]))) : null,
      ratio: has(pivot, pin, knob) ? figureOf(ask((p) => apart(p[pivot], p[knob]) / apart(p[pivot], p[pin]))) : null,
    };
  };
  const [o, n] = [
    { pivot: at("old", "pivot"), pin: at("old", "pin"), knob: at("old", "knob") },
    { pivot: at("new", "pivot"), pin: at("new", "pin"), knob: at("new", "knob") },
  ];
  const both = has(o.pivot, o.pin, n.pivot, n.pin);
  const whole = both && has(o.knob, n.knob);
  const throwOf = (p: readonly SheetPoint[], l: typeof o): number =>
    apart(p[l.pivot], p[l.knob]) / apart(p[l.pivot], p[l.pin]);
  const reduction = whole ? ask((p) => 100 * (1 - throwOf(p, n) / throwOf(p, o))) : null;
  return {
    old: of("old"),
    new: of("new"),
    pinRatio: both ? figureOf(ask((p) => apart(p[n.pivot], p[n.pin]) / apart(p[o.pivot], p[o.pin]))) : null,
    reductionPct: reduction && figureOf(reduction),
    most: reduction && scene ? mostDoubt(reduction, { old: o, new: n }, of) : null,
  };
}

/** Which length of the two levers makes most of the doubt about the reduction, and what a calliper would make of it. */
function mostDoubt(
  reduction: PhotoFigure,
  points: Record<LeverPart, Record<LeverPoint, number>>,
  of: (part: LeverPart) => PhotoLever,
): PhotoComparison["most"] {
  const ends = (["old", "new"] as const).flatMap((part) =>
    (["pin", "knob"] as const).map((name) => ({ part, name, share: reduction.shares.points[points[part][name]] })),
  );
  const [first] = ends.sort((a, b) => b.share - a.share);
  if (!(first.share > 0)) return null;
  const lever = of(first.part);
  const length = (first.name === "pin" ? lever.pinMm : lever.knobMm)?.value ?? 0;
  // A relative change of one length changes the quotient by as much.
  const left = 100 - reduction.value;
  const byCalliper = length > 0 ? (left * OFF_MM.calliper) / Math.sqrt(3) / length : 0;
  const rest = reduction.standard ** 2 * (1 - first.share);
  return {
    part: first.part,
    name: first.name,
    sharePct: 100 * first.share,
    expandedByCalliper: K * Math.sqrt(rest + byCalliper ** 2),
  };
}

/**
 * Knob and pin of a lever of the picture in the frame of the throw bench, mm from the pivot, x forward and z up, its
 * knob where the knob of `like` stands. Null where a point is missing.
 */
export function leverFrom(
  places: Readonly<Record<string, SheetPoint>>,
  part: LeverPart,
  front: SheetPhoto["front"],
  like: Pick<BenchSetup["lever"], "knob">,
): { knob: Point; pin: Point } | null {
  const [pivot, pin, knob] = leverPoints.map((n) => places[pointKey(part, n)] as SheetPoint | undefined);
  const frame = pivot && knob && leverFrame(pivot, knob, front, like);
  if (!frame || !pin) return null;
  // Hundredths of a millimetre are finer than any click; adding nought makes a minus nought plain.
  const tidy = (v: number): number => Math.round(v * 100) / 100 + 0;
  const [k, p] = [frame.toFrame(knob), frame.toFrame(pin)];
  return { knob: { xMm: tidy(k.xMm), zMm: tidy(k.zMm) }, pin: { xMm: tidy(p.xMm), zMm: tidy(p.zMm) } };
}
