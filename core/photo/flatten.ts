import { mapped, toPicture, type Pixel } from "./plane";

/** Three bytes a pixel, row by row. */
export interface Colours {
  widthPx: number;
  heightPx: number;
  data: Uint8Array | Uint8ClampedArray;
}

/**
 * The part of a picture that shows the sheet, as seen from straight above: every pixel `1 / pxPerMm` mm wide, with a
 * border round the sheet, mm. What lies outside the picture is grey. Between pixels the picture is taken linearly.
 *
 */
export function flatten(
  picture: Colours,
  corners: readonly Pixel[],
  sheet: { widthMm: number; heightMm: number },
  pxPerMm: number,
  borderMm: number,
): Colours {
  const m = toPicture(corners, sheet.widthMm, sheet.heightMm);
  const widthPx = Math.round((sheet.widthMm + 2 * borderMm) * pxPerMm);
  const heightPx = Math.round((sheet.heightMm + 2 * borderMm) * pxPerMm);
  const data = new Uint8Array(widthPx * heightPx * 3).fill(128);
  const [sw, sh, source] = [picture.widthPx, picture.heightPx, picture.data];
  // Along a row both numerators and the denominator change by the same amount from pixel to pixel.
  const step = 1 / pxPerMm;
  for (let row = 0; row < heightPx; row++) {
    const y = (row + 0.5) * step - borderMm;
    const x0 = 0.5 * step - borderMm;
    let nu = m[0] * x0 + m[1] * y + m[2];
    let nv = m[3] * x0 + m[4] * y + m[5];
    let w = mapped(m, x0, y).w;
    let at = row * widthPx * 3;
    for (let column = 0; column < widthPx; column++, at += 3, nu += m[0] * step, nv += m[3] * step, w += m[6] * step) {
      if (w <= 0) continue;
      const [u, v] = [nu / w - 0.5, nv / w - 0.5];
      if (!(u >= 0 && v >= 0 && u < sw - 1 && v < sh - 1)) continue;
      const [i, j] = [u | 0, v | 0];
      const [a, b] = [u - i, v - j];
      const p = (j * sw + i) * 3;
      const q = p + sw * 3;
      const [k00, k10, k01, k11] = [(1 - a) * (1 - b), a * (1 - b), (1 - a) * b, a * b];
      data[at] = k00 * source[p] + k10 * source[p + 3] + k01 * source[q] + k11 * source[q + 3];
      data[at + 1] = k00 * source[p + 1] + k10 * source[p + 4] + k01 * source[q + 1] + k11 * source[q + 4];
      data[at + 2] = k00 * source[p + 2] + k10 * source[p + 5] + k01 * source[q + 2] + k11 * source[q + 5];
    }
  }
  return { widthPx, heightPx, data };
}
