import { exceeds } from "../quantity";
import { cameraOf, type Camera } from "./camera";
import { inverse, mapped, mmPerPixel, toPicture, type Homography, type Pixel, type SheetPoint } from "./plane";

export interface PickedPoint extends Pixel {
  name: string;
  /** Above the sheet, mm. */
  heightMm: number;
}

export interface PhotoInput {
  /** The sheet's own rectangle between its four marks. */
  target: { widthMm: number; heightMm: number };
  /** Pictures of (0,0), (width,0), (width,height), (0,height). */
  corners: Pixel[];
  points: PickedPoint[];
  /** Standard uncertainty of each coordinate of a pick and of a corner. */
  pickPx: number;
  cornerPx: number;
  image?: { widthPx: number; heightPx: number };
  focalPx?: number;
  lengths: { from: string; to: string }[];
  known?: { from: string; to: string; mm: number };
  k: number;
}

export interface PhotoAnswer {
  points: { name: string; xMm: number; yMm: number; standardMm: number }[];
  lengths: { from: string; to: string; mm: number; standard: number; expanded: number }[];
  mmPerPx: number;
  cameraHeightMm: number | null;
  tiltDeg: number | null;
  known: { measuredMm: number; differenceMm: number; expanded: number; agrees: boolean } | null;
  notices: { code: "knownDiffers" | "steep" | "heightIgnored"; field?: string; message: string }[];
}

/** Over this tilt small errors of the corners grow. Common practice, no source. */
const STEEP_DEG = 40;
/** Step of the central differences, pixels. */
const STEP_PX = 1e-3;

/** What of a question decides where its points lie. */
type Scene = Pick<PhotoInput, "target" | "corners" | "points" | "image" | "focalPx">;

function sceneOf({ target, corners, image, focalPx }: Omit<Scene, "points">): {
  picture: Homography;
  flat: Homography;
  camera: Camera | null;
} {
  const picture = toPicture(corners, target.widthMm, target.heightMm);
  const centre = image && { xPx: image.widthPx / 2, yPx: image.heightPx / 2 };
  return {
    picture,
    flat: inverse(picture),
    camera: centre && focalPx ? cameraOf(picture, centre, focalPx) : null,
  };
}

/** A pick on the sheet: put right for its height along the ray from the camera. */
function placeOf(flat: Homography, camera: Camera | null, p: Pixel & { heightMm: number }): SheetPoint {
  const g = mapped(flat, p.xPx, p.yPx);
  if (!camera || p.heightMm === 0) return { xMm: g.x, yMm: g.y };
  const share = p.heightMm / camera.heightMm;
  return { xMm: g.x + (camera.over.xMm - g.x) * share, yMm: g.y + (camera.over.yMm - g.y) * share };
}

/** The camera over a sheet; null without image size and focal length. */
export const sheetCamera = (scene: Omit<Scene, "points">): Camera | null => sceneOf(scene).camera;

/** Whether a pick lies on the sheet's side of its horizon. */
export function seesPlane(scene: Omit<Scene, "points">, p: Pixel): boolean {
  return mapped(sceneOf(scene).flat, p.xPx, p.yPx).w > 1e-12;
}

/**
 * Lengths from a photograph of parts that lie on the printed sheet.
 *
 * The sheet's four corners fix the plane [Hartley and Zisserman, 2nd ed., ch. 4]; with picture size and focal length
 * also the camera, so that points above the sheet are put right along their rays. Places in mm on the sheet, x to the
 * right, y down; a length is taken in plan. Uncertainty to first order, every coordinate of corners and picks
 * independent [JCGM 100:2008]; `expanded` is k times the standard uncertainty. Without a focal length heights are
 * not put right: a ratio of two parts lying equally high is not touched by that.
 *
 * Expects input that was checked: a sheet seen from its front, picks short of its horizon, the camera above every
 * point. Cost: well under a millisecond for a dozen points.
 */
export function photoMeasure(input: PhotoInput): PhotoAnswer {
  const { target, points, k } = input;
  const { picture, flat, camera } = sceneOf(input);
  const places = points.map((p) => placeOf(flat, camera, p));
  const at = new Map(points.map((p, i) => [p.name, i]));

  const moves = movesOf(input).map((m) => m.by);

  const lengthOf = (from: string, to: string): { mm: number; standard: number } => {
    const [a, b] = [at.get(from) ?? 0, at.get(to) ?? 0];
    const [dx, dy] = [places[b].xMm - places[a].xMm, places[b].yMm - places[a].yMm];
    const mm = Math.hypot(dx, dy);
    const along = moves.map((m) => {
      const [mx, my] = [m[b].xMm - m[a].xMm, m[b].yMm - m[a].yMm];
      return mm === 0 ? Math.hypot(mx, my) : (dx * mx + dy * my) / mm;
    });
    return { mm, standard: Math.hypot(...along) };
  };

  const { known } = input;
  const measured = known && lengthOf(known.from, known.to);
  const differenceMm = known && measured ? measured.mm - known.mm : 0;
  const agrees = !measured || !exceeds(Math.abs(differenceMm), k * measured.standard);
  const notices: PhotoAnswer["notices"] = [];
  if (!agrees) {
    const message = "the known length reads otherwise: printed to another size, not flat, or lying higher";
    notices.push({ code: "knownDiffers", field: "known", message });
  }
  if (camera && exceeds(camera.tiltDeg, STEEP_DEG)) {
    notices.push({
      code: "steep",
      message: `taken at ${camera.tiltDeg.toFixed(0)} deg: nearer to straight above is surer`,
    });
  }
  if (!camera) {
    const message =
      "heights of points cannot be put right without the focal length; a ratio of two parts lying equally high is not touched";
    notices.push({ code: "heightIgnored", message });
  }
  return {
    points: points.map((p, i) => ({
      name: p.name,
      ...places[i],
      standardMm: Math.hypot(...moves.flatMap((m) => [m[i].xMm, m[i].yMm])),
    })),
    lengths: input.lengths.map(({ from, to }) => {
      const { mm, standard } = lengthOf(from, to);
      return { from, to, mm, standard, expanded: k * standard };
    }),
    mmPerPx: mmPerPixel(picture, target.widthMm / 2, target.heightMm / 2),
    cameraHeightMm: camera?.heightMm ?? null,
    tiltDeg: camera?.tiltDeg ?? null,
    known: measured ? { measuredMm: measured.mm, differenceMm, expanded: k * measured.standard, agrees } : null,
    notices,
  };
}

/** What one unsure coordinate does to every place, times its uncertainty: whose it is, and the moves. */
interface Move {
  of: { corner: number } | { point: number };
  by: SheetPoint[];
}

function movesOf(input: Omit<PhotoInput, "lengths" | "known" | "k">): Move[] {
  const { points } = input;
  const { flat, camera } = sceneOf(input);
  const moves: Move[] = [];
  if (input.cornerPx > 0) {
    for (const corner of [0, 1, 2, 3]) {
      for (const axis of ["xPx", "yPx"] as const) {
        const moved = (by: number): SheetPoint[] => {
          const corners = input.corners.map((p, i) => (i === corner ? { ...p, [axis]: p[axis] + by } : p));
          const scene = sceneOf({ ...input, corners });
          return points.map((p) => placeOf(scene.flat, scene.camera, p));
        };
        moves.push({ of: { corner }, by: slope(moved, input.cornerPx) });
      }
    }
  }
  const still = { xMm: 0, yMm: 0 };
  points.forEach((p, point) => {
    for (const axis of ["xPx", "yPx"] as const) {
      const moved = (by: number): SheetPoint[] => [placeOf(flat, camera, { ...p, [axis]: p[axis] + by })];
      const [own] = slope(moved, input.pickPx);
      moves.push({ of: { point }, by: points.map((_, j) => (j === point ? own : still)) });
    }
  });
  return moves;
}

/** A figure made of places in a picture, and how far off it may be. */
export interface PhotoFigure {
  value: number;
  /** One standard uncertainty. */
  standard: number;
  /** Share of each point in the variance, in the order of the points, and of the corners together; they add to one. */
  shares: { points: number[]; corners: number };
}

/**
 * Any figure of the places that `photoMeasure` finds (an angle, a ratio of two levers) with its uncertainty: to first
 * order by central differences over one standard uncertainty of every coordinate [JCGM 101:2008, 5.1; JCGM 100:2008,
 * 5.1.2], all coordinates independent. `figure` gets the places in the order of the points and must be finite near
 * them. Cost: twice the figure per coordinate.
 */
export function photoFigure(
  input: Omit<PhotoInput, "lengths" | "known" | "k">,
  figure: (places: readonly SheetPoint[]) => number,
): PhotoFigure {
  const { flat, camera } = sceneOf(input);
  const places = input.points.map((p) => placeOf(flat, camera, p));
  const shares = { points: input.points.map(() => 0), corners: 0 };
  let variance = 0;
  for (const { of, by } of movesOf(input)) {
    const at = (sign: number): number =>
      figure(places.map((p, i) => ({ xMm: p.xMm + sign * by[i].xMm, yMm: p.yMm + sign * by[i].yMm })));
    const own = ((at(1) - at(-1)) / 2) ** 2;
    variance += own;
    if ("corner" in of) shares.corners += own;
    else shares.points[of.point] += own;
  }
  const part = (v: number): number => (variance === 0 ? 0 : v / variance);
  return {
    value: figure(places),
    standard: Math.sqrt(variance),
    shares: { points: shares.points.map(part), corners: part(shares.corners) },
  };
}

/** Central difference over a step either way, times an uncertainty in pixels. */
function slope(moved: (by: number) => SheetPoint[], u: number): SheetPoint[] {
  const [up, down] = [moved(STEP_PX), moved(-STEP_PX)];
  const by = u / (2 * STEP_PX);
  return up.map((p, i) => ({ xMm: (p.xMm - down[i].xMm) * by, yMm: (p.yMm - down[i].yMm) * by }));
}
