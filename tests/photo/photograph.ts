import { multiply } from "mathjs";
import perspective from "perspective-transform";
import sharp from "sharp";
import { seededRandom } from "../../core";

/** How a picture is taken: the camera over the middle of what lies there, tilted, turned, at a distance. */
export interface Pose {
  tiltDeg: number;
  turnDeg: number;
  distanceMm: number;
  focalPx: number;
  widthPx: number;
  heightPx: number;
}

/**
 * A pinhole camera x = K [R|t] X [Hartley and Zisserman, 2nd ed., 6.1] by the matrices of mathjs. Places in mm, x to
 * the right, y down; heights are above the sheet, which in its own frame is -z.
 */
export function cameraOver(middle: { xMm: number; yMm: number }, pose: Pose) {
  const [t, u] = [(pose.tiltDeg * Math.PI) / 180, (pose.turnDeg * Math.PI) / 180];
  const about = [
    [1, 0, 0],
    [0, Math.cos(t), -Math.sin(t)],
    [0, Math.sin(t), Math.cos(t)],
  ];
  const round = [
    [Math.cos(u), -Math.sin(u), 0],
    [Math.sin(u), Math.cos(u), 0],
    [0, 0, 1],
  ];
  const r = multiply(about, round);
  return (xMm: number, yMm: number, heightMm = 0): { xPx: number; yPx: number } => {
    const v = multiply(r, [xMm - middle.xMm, yMm - middle.yMm, -heightMm]);
    const z = v[2] + pose.distanceMm;
    return { xPx: (pose.focalPx * v[0]) / z + pose.widthPx / 2, yPx: (pose.focalPx * v[1]) / z + pose.heightPx / 2 };
  };
}

/** What spoils a picture. */
export interface Spoilt {
  noise?: number;
  blurPx?: number;
  /** Bends the sheet: its middle stands this much above its ends, mm. */
  bentMm?: number;
  mirrored?: boolean;
}

/**
 * A photograph of a drawing: each pixel's place on it by an independent package of perspective (perspective-transform,
 * from the four corners a pinhole camera sees), the brightness there taken linearly, over a bench of middling grey.
 */
export async function photograph(
  svg: string,
  size: { widthMm: number; heightMm: number; borderMm: number },
  pose: Pose,
  spoilt: Spoilt = {},
): Promise<{ jpeg: Buffer; see: ReturnType<typeof cameraOver> }> {
  const pxPerMm = 8;
  const source = await sharp(Buffer.from(svg), { density: 25.4 * pxPerMm })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const [sw, sh] = [source.info.width, source.info.height];
  const scale = sw / (size.widthMm + 2 * size.borderMm);
  const see = cameraOver({ xMm: size.widthMm / 2, yMm: size.heightMm / 2 }, pose);
  const places = [0, 0, size.widthMm, 0, size.widthMm, size.heightMm, 0, size.heightMm];
  const seen = [0, 1, 2, 3].flatMap((i) => {
    const { xPx, yPx } = see(places[2 * i], places[2 * i + 1]);
    return [xPx, yPx];
  });
  const c = perspective(places, seen).coeffsInv;
  const { widthPx, heightPx } = pose;
  const grey = new Uint8Array(widthPx * heightPx);
  const random = seededRandom(4);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const w = c[6] * (x + 0.5) + c[7] * (y + 0.5) + c[8];
      const mmX = (c[0] * (x + 0.5) + c[1] * (y + 0.5) + c[2]) / w;
      const mmY = (c[3] * (x + 0.5) + c[4] * (y + 0.5) + c[5]) / w;
      // A sheet curved along its length, seen from far above: what stands up looks shifted away from the middle.
      const bulge = spoilt.bentMm ? spoilt.bentMm * Math.sin((Math.PI * mmX) / size.widthMm) : 0;
      const shift = 1 - bulge / pose.distanceMm;
      const [cx, cy] = [size.widthMm / 2, size.heightMm / 2];
      const [placeX, placeY] = [cx + (mmX - cx) * shift, cy + (mmY - cy) * shift];
      const [u, v] = [(placeX + size.borderMm) * scale - 0.5, (placeY + size.borderMm) * scale - 0.5];
      let value = 105;
      if (u >= 0 && v >= 0 && u < sw - 1 && v < sh - 1) {
        const [i, j] = [Math.floor(u), Math.floor(v)];
        const [a, b] = [u - i, v - j];
        const at = j * sw + i;
        const d = source.data;
        value = (d[at] * (1 - a) + d[at + 1] * a) * (1 - b) + (d[at + sw] * (1 - a) + d[at + sw + 1] * a) * b;
        value = 30 + value * 0.82;
      }
      grey[y * widthPx + x] = Math.max(
        0,
        Math.min(255, value + (spoilt.noise ?? 0) * (random() + random() + random() - 1.5) * 2),
      );
    }
  }
  let out = sharp(grey, { raw: { width: widthPx, height: heightPx, channels: 1 } });
  if (spoilt.blurPx) out = out.blur(spoilt.blurPx);
  if (spoilt.mirrored) out = out.flop();
  return { jpeg: await out.jpeg({ quality: 88 }).toBuffer(), see };
}
