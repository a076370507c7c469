import { leastSquares } from "../numerics";
import { boxInPicture, type Grey } from "./corner";
import { inverse, isSheet, mapped, toPicture, type Homography, type Pixel, type SheetPoint } from "./plane";
import { boxCorners, FRAME_MM, markOf, measuringSheet, type SheetBox, type SheetKind } from "./sheet";

/** A code a reader found, with its corners as the code itself stands: upper left, upper right, lower right, lower left. */
export interface SeenCode {
  text: string;
  quad: Pixel[];
}

export interface FoundSheet {
  ok: true;
  kind: SheetKind;
  /** Of (0,0), (width,0), (width,height), (0,height). */
  corners: Pixel[];
  /** Whether each corner's own mark was seen; one that was not is worked out from the others. */
  seen: boolean[];
  /** Ends of the check bars that were seen. */
  bars: { from: Pixel; to: Pixel }[];
  /** How far frames and bars lie from where a flat sheet would show them, mm; null where only the corners were seen. */
  offFlatMm: number | null;
  /** Seen from straight above without the least turn: a picture of the file, not of a sheet on a bench. */
  noCamera: boolean;
}

export type SheetOutcome =
  | FoundSheet
  /** No mark; too few to place the sheet; marks of more than one sheet; seen in a mirror. */
  | { ok: false; why: "none" | "few" | "mixed" | "mirrored"; marks: number[] };

/** Over this a sheet is taken for bent, mm. */
export const BENT_MM = 1;
const LEAST_MARKS = 3;
const STRAIGHT_PX = 0.02;
/** How near words stand to a check bar: farther than this its edges are not looked for, mm. */
const BAR_REACH_MM = 3.7;

/** All four corners of a box, or null. */
const whole4 = (found: readonly (Pixel | null)[]): Pixel[] | null =>
  found.every((p) => p !== null) ? (found as Pixel[]) : null;

/** Homography by least squares [Hartley and Zisserman, 2nd ed., 4.1, inhomogeneous], places and pixels both scaled to about one. */
function throughAll(places: readonly SheetPoint[], pixels: readonly Pixel[]): Homography {
  const sizeMm = Math.max(...places.flatMap((p) => [p.xMm, p.yMm]), 1);
  const sizePx = Math.max(...pixels.flatMap((p) => [p.xPx, p.yPx]), 1);
  const [rows, right]: [number[][], number[]] = [[], []];
  places.forEach((p, i) => {
    const [x, y] = [p.xMm / sizeMm, p.yMm / sizeMm];
    const [u, v] = [pixels[i].xPx / sizePx, pixels[i].yPx / sizePx];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  });
  const h = leastSquares(rows, right);
  const k = sizePx / sizeMm;
  return [h[0] * k, h[1] * k, h[2] * sizePx, h[3] * k, h[4] * k, h[5] * sizePx, h[6] / sizeMm, h[7] / sizeMm, 1];
}

const seenAt = (m: Homography, p: SheetPoint): Pixel => {
  const { x, y } = mapped(m, p.xMm, p.yMm);
  return { xPx: x, yPx: y };
};

/** A box looked for where a homography expects it. */
function refined(grey: Grey, m: Homography, box: SheetBox, darkMm: number): (Pixel | null)[] {
  const expected = boxCorners(box).map((p) => seenAt(m, p));
  const side = Math.hypot(expected[1].xPx - expected[0].xPx, expected[1].yPx - expected[0].yPx);
  const reach = Math.max(2, Math.min(14, (0.8 * darkMm * side) / box.widthMm));
  const once = boxInPicture(grey, expected, reach);
  return once.every((p) => p !== null) ? boxInPicture(grey, once as Pixel[], Math.max(2, reach / 2)) : once;
}

/**
 * Where a printed sheet lies in a photograph, from the codes a reader found.
 *
 * Each mark's frame is looked for from its code, its edges to a fraction of a pixel; the outer corners of the four
 * frames are the sheet's. With one mark covered its corner is worked out from the frames of the others. Frames and
 * check bars together say whether the sheet lies flat. Cost: a few ms.
 */
export function findSheet(grey: Grey, codes: readonly SeenCode[]): SheetOutcome {
  const marks = codes.flatMap((c) => {
    const mark = markOf(c.text);
    return mark ? [{ ...mark, quad: c.quad }] : [];
  });
  const numbers = marks.map((m) => m.corner + 1).sort((a, b) => a - b);
  if (!marks.length) return { ok: false, why: "none", marks: [] };
  if (new Set(marks.map((m) => m.kind)).size > 1 || new Set(numbers).size < numbers.length) {
    return { ok: false, why: "mixed", marks: numbers };
  }
  if (marks.some((m) => !isSheet(m.quad))) return { ok: false, why: "mirrored", marks: numbers };
  if (marks.length < LEAST_MARKS) return { ok: false, why: "few", marks: numbers };
  const sheet = measuringSheet(marks[0].kind);

  // From the codes roughly, then from their frames finely.
  const rough = throughAll(
    marks.flatMap((m) => boxCorners(sheet.marks[m.corner].code)),
    marks.flatMap((m) => m.quad),
  );
  const frames = sheet.marks.map((mark, corner) => {
    const own = marks.find((m) => m.corner === corner);
    if (!own) return null;
    const { code, frame } = mark;
    const local = throughAll(boxCorners({ xMm: 0, yMm: 0, widthMm: code.widthMm, heightMm: code.heightMm }), own.quad);
    const moved = { ...frame, xMm: frame.xMm - code.xMm, yMm: frame.yMm - code.yMm };
    const by = (m: Homography, box: SheetBox): Pixel[] | null => whole4(refined(grey, m, box, FRAME_MM));
    return by(local, moved) ?? by(rough, frame);
  });
  const pointsOf = (): { place: SheetPoint; pixel: Pixel }[] =>
    frames.flatMap((frame, i) =>
      frame ? boxCorners(sheet.marks[i].frame).map((place, k) => ({ place, pixel: frame[k] })) : [],
    );
  const through = (points: ReturnType<typeof pointsOf>): Homography =>
    throughAll(
      points.map((p) => p.place),
      points.map((p) => p.pixel),
    );
  // A mark that was not read may lie there uncovered: the frames of the others say where, finer than codes do.
  if (frames.filter((f) => f !== null).length === LEAST_MARKS) {
    const there = through(pointsOf());
    frames.forEach((frame, i) => {
      if (!frame) frames[i] = whole4(refined(grey, there, sheet.marks[i].frame, FRAME_MM));
    });
  }
  const points = pointsOf();
  const seen = frames.map((f) => f !== null);
  if (seen.filter(Boolean).length < LEAST_MARKS) return { ok: false, why: "few", marks: numbers };
  const all = through(points);
  const whole = boxCorners({ xMm: 0, yMm: 0, widthMm: sheet.widthMm, heightMm: sheet.heightMm });
  const corners = whole.map((place, i) => frames[i]?.[i] ?? seenAt(all, place));
  if (!isSheet(corners)) return { ok: false, why: "mirrored", marks: numbers };

  const exact = toPicture(corners, sheet.widthMm, sheet.heightMm);
  const flat = inverse(exact);
  const offs = points
    .filter((p) => !whole.some((c) => c.xMm === p.place.xMm && c.yMm === p.place.yMm))
    .map((p) => awayBy(flat, p));
  const bars = sheet.bars.flatMap(({ from, to }) => {
    const [a, b] = [from, to].map((box) => refined(grey, exact, box, BAR_REACH_MM));
    if (![...a, ...b].every((p) => p !== null)) return [];
    boxCorners(from).forEach((place, i) => offs.push(awayBy(flat, { place, pixel: a[i]! })));
    boxCorners(to).forEach((place, i) => offs.push(awayBy(flat, { place, pixel: b[i]! })));
    return [{ from: between(a[0]!, a[3]!), to: between(b[1]!, b[2]!) }];
  });
  const [p0, p1, p2, p3] = corners;
  const turn = [p0.yPx - p1.yPx, p2.yPx - p3.yPx, p0.xPx - p3.xPx, p1.xPx - p2.xPx];
  return {
    ok: true,
    kind: sheet.kind,
    corners,
    seen,
    bars,
    offFlatMm: offs.length ? Math.max(...offs) : null,
    noCamera: turn.every((d) => Math.abs(d) < STRAIGHT_PX),
  };
}

function awayBy(flat: Homography, { place, pixel }: { place: SheetPoint; pixel: Pixel }): number {
  const { x, y } = mapped(flat, pixel.xPx, pixel.yPx);
  return Math.hypot(x - place.xMm, y - place.yMm);
}

const between = (a: Pixel, b: Pixel): Pixel => ({ xPx: (a.xPx + b.xPx) / 2, yPx: (a.yPx + b.yPx) / 2 });
