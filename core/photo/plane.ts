/** A place in a picture, pixels from its upper left corner, y down. */
export interface Pixel {
  xPx: number;
  yPx: number;
}

/** A place on the sheet, mm from its first corner, x to the right, y down. */
export interface SheetPoint {
  xMm: number;
  yMm: number;
}

/** A plane homography, row by row. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/** Three corners count as in line below this sine. */
const IN_LINE = 1e-9;

/**
 * Whether four corners can be the picture of a sheet: convex, the same way round as the sheet itself, no three in
 * line. A mirrored picture turns the other way.
 */
export function isSheet(corners: readonly Pixel[]): boolean {
  return corners.every((b, i) => {
    const [a, c] = [corners[(i + 3) % 4], corners[(i + 1) % 4]];
    const [u, v] = [
      { x: b.xPx - a.xPx, y: b.yPx - a.yPx },
      { x: c.xPx - b.xPx, y: c.yPx - b.yPx },
    ];
    const lengths = Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y);
    return lengths > 0 && (u.x * v.y - u.y * v.x) / lengths > IN_LINE;
  });
}

/**
 * From mm on the sheet to pixels, through the pictures of its corners (0,0), (width,0), (width,height), (0,height).
 * Four points fix it exactly [Hartley and Zisserman, Multiple View Geometry, 2nd ed., ch. 4]; for a rectangle the
 * eight equations solve in closed form.
 */
export function toPicture(corners: readonly Pixel[], widthMm: number, heightMm: number): Homography {
  const [p0, p1, p2, p3] = corners;
  const [dx1, dx2] = [p1.xPx - p2.xPx, p3.xPx - p2.xPx];
  const [dy1, dy2] = [p1.yPx - p2.yPx, p3.yPx - p2.yPx];
  const sx = p0.xPx - p1.xPx + p2.xPx - p3.xPx;
  const sy = p0.yPx - p1.yPx + p2.yPx - p3.yPx;
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [
    (p1.xPx - p0.xPx + g * p1.xPx) / widthMm,
    (p3.xPx - p0.xPx + h * p3.xPx) / heightMm,
    p0.xPx,
    (p1.yPx - p0.yPx + g * p1.yPx) / widthMm,
    (p3.yPx - p0.yPx + h * p3.yPx) / heightMm,
    p0.yPx,
    g / widthMm,
    h / heightMm,
    1,
  ];
}

/** The other way; not scaled, so that its third coordinate stays positive on the camera's side of the horizon. */
export function inverse(m: Homography): Homography {
  const [a, b, c, d, e, f, g, h, i] = m;
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return [
    (e * i - f * h) / det,
    (c * h - b * i) / det,
    (b * f - c * e) / det,
    (f * g - d * i) / det,
    (a * i - c * g) / det,
    (c * d - a * f) / det,
    (d * h - e * g) / det,
    (b * g - a * h) / det,
    (a * e - b * d) / det,
  ];
}

/** Where a point goes, and its third coordinate before it was divided out. */
export function mapped(m: Homography, x: number, y: number): { x: number; y: number; w: number } {
  const w = m[6] * x + m[7] * y + m[8];
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w, w };
}

/** mm a pixel at a place of the sheet: square root of the ratio of areas there. */
export function mmPerPixel(m: Homography, xMm: number, yMm: number): number {
  const { x, y, w } = mapped(m, xMm, yMm);
  const [xx, xy] = [(m[0] - x * m[6]) / w, (m[1] - x * m[7]) / w];
  const [yx, yy] = [(m[3] - y * m[6]) / w, (m[4] - y * m[7]) / w];
  return 1 / Math.sqrt(Math.abs(xx * yy - xy * yx));
}
