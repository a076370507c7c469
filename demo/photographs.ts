import {
  boxCorners,
  inverse,
  measuringSheet,
  seededRandom,
  toPicture,
  type Homography,
  type Pixel,
  type SheetKind,
  type SheetPoint,
} from "../core";

/** A photograph played by the program: parts on the measuring sheet, seen by a pinhole camera. */
export interface Photographed {
  jpeg: Buffer;
  /** Where a place so high above the sheet stands in the picture. */
  see: (at: SheetPoint, heightMm: number) => Pixel;
}

interface Camera {
  tiltDeg: number;
  turnDeg: number;
  distanceMm: number;
  focal35Mm: number;
  widthPx: number;
  heightPx: number;
}

const BORDER_MM = 10;
/** How finely a drawing is made before the camera sees it, dots an inch. */
const DRAWN_DPI = 150;

/** Pinhole camera over the middle of the sheet, tilted about its long side and turned. */
function seen(camera: Camera, middle: SheetPoint): Photographed["see"] {
  const [t, u] = [(camera.tiltDeg * Math.PI) / 180, (camera.turnDeg * Math.PI) / 180];
  const focal = (camera.focal35Mm / 36) * camera.widthPx;
  return ({ xMm, yMm }, heightMm) => {
    const [x, y, z] = [xMm - middle.xMm, yMm - middle.yMm, -heightMm];
    const [x1, y1] = [x * Math.cos(u) - y * Math.sin(u), x * Math.sin(u) + y * Math.cos(u)];
    const [y2, z2] = [y1 * Math.cos(t) - z * Math.sin(t), y1 * Math.sin(t) + z * Math.cos(t)];
    const far = z2 + camera.distanceMm;
    return { xPx: (focal * x1) / far + camera.widthPx / 2, yPx: (focal * y2) / far + camera.heightPx / 2 };
  };
}

/**
 * Draws parts on the sheet and photographs it: `sheetSvg` is the whole sheet, `shadow` and `parts` are drawings in mm of the sheet, the parts
 * lying `heightMm` above it. The camera writes its lens into the file, as cameras do.
 */
export async function photographed(
  kind: SheetKind,
  camera: Camera,
  { sheetSvg, shadow, parts, heightMm }: { sheetSvg: string; shadow: string; parts: string; heightMm: number },
): Promise<Photographed> {
  const { default: sharp } = await import("sharp");
  const sheet = measuringSheet(kind);
  const [width, height] = [sheet.widthMm + 2 * BORDER_MM, sheet.heightMm + 2 * BORDER_MM];
  const drawn = async (svg: string) =>
    await sharp(Buffer.from(svg), { density: DRAWN_DPI }).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const layer = (inside: string): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" ` +
    `viewBox="${-BORDER_MM} ${-BORDER_MM} ${width} ${height}">${inside}</svg>`;
  const below = await drawn(sheetSvg.replace("</svg>", `${shadow}</svg>`));
  const above = await drawn(layer(parts));
  const see = seen(camera, { xMm: sheet.widthMm / 2, yMm: sheet.heightMm / 2 });
  const plane = (h: number): Homography =>
    inverse(
      toPicture(
        boxCorners({ xMm: 0, yMm: 0, widthMm: sheet.widthMm, heightMm: sheet.heightMm }).map((p) => see(p, h)),
        sheet.widthMm,
        sheet.heightMm,
      ),
    );
  const [lower, upper] = [plane(0), plane(heightMm)];
  const { widthPx, heightPx } = camera;
  const out = new Uint8Array(widthPx * heightPx * 3);
  const random = seededRandom(17);
  /** Colour and cover of a drawing at a place, taken linearly between its pixels. */
  const pick = ({ data, info }: typeof below, m: Homography, x: number, y: number, into: Float64Array): void => {
    // Written out: a picture has millions of pixels.
    const w = m[6] * x + m[7] * y + m[8];
    const [mmX, mmY] = [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w];
    const fine = info.width / width;
    const u = (mmX + BORDER_MM) * fine - 0.5;
    const v = (mmY + BORDER_MM) * fine - 0.5;
    into[3] = 0;
    if (!(u >= 0 && v >= 0 && u < info.width - 1 && v < info.height - 1)) return;
    const i = Math.floor(u);
    const j = Math.floor(v);
    const a = u - i;
    const b = v - j;
    const p = (j * info.width + i) * 4;
    const q = p + info.width * 4;
    for (let c = 0; c < 4; c++) {
      into[c] =
        (data[p + c] * (1 - a) + data[p + 4 + c] * a) * (1 - b) + (data[q + c] * (1 - a) + data[q + 4 + c] * a) * b;
    }
  };
  const [one, two] = [new Float64Array(4), new Float64Array(4)];
  const bench = [126, 121, 112];
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      pick(below, lower, x + 0.5, y + 0.5, one);
      pick(above, upper, x + 0.5, y + 0.5, two);
      // Darker towards the edges of the picture, a little grain: light in a shed.
      const dx = x / widthPx - 0.45;
      const dy = y / heightPx - 0.4;
      const light = 0.93 - 0.34 * (dx * dx + dy * dy);
      const grain = (random() + random() - 1) * 7;
      const sheetCover = one[3] / 255;
      const partCover = two[3] / 255;
      for (let c = 0; c < 3; c++) {
        const under = bench[c] * (1 - sheetCover) + one[c] * sheetCover;
        const value = under * (1 - partCover) + two[c] * partCover;
        out[(y * widthPx + x) * 3 + c] = Math.max(0, Math.min(255, value * light + grain));
      }
    }
  }
  const jpeg = await sharp(out, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .blur(0.6)
    .withExif({ IFD2: { FocalLengthIn35mmFilm: String(camera.focal35Mm) } })
    .jpeg({ quality: 90 })
    .toBuffer();
  return { jpeg, see };
}

/** A straight lever lying along the sheet: pin, pivot and knob on one line, mm from the pivot. */
export function leverDrawing(
  at: SheetPoint,
  pinMm: number,
  knobMm: number,
  steel: [light: string, dark: string],
): string {
  const { xMm: x, yMm: y } = at;
  const id = `lever-${pinMm}-${knobMm}`;
  const hole = (cx: number, r: number): string =>
    `<circle cx="${cx}" cy="${y}" r="${r}" fill="#5a5852"/><circle cx="${cx}" cy="${y}" r="${r * 0.72}" fill="#38372f"/>` +
    `<circle cx="${cx}" cy="${y}" r="0.7" fill="#c9c6bd"/>`;
  return (
    `<defs><linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${steel[0]}"/>` +
    `<stop offset="0.5" stop-color="${steel[1]}"/><stop offset="1" stop-color="#3b3a36"/></linearGradient>` +
    `<radialGradient id="${id}-knob" cx="0.36" cy="0.3"><stop offset="0" stop-color="#8d8b84"/>` +
    `<stop offset="0.5" stop-color="#45443f"/><stop offset="1" stop-color="#24231f"/></radialGradient></defs>` +
    `<path d="M${x - pinMm} ${y - 5}L${x} ${y - 8}L${x + knobMm - 18} ${y - 4.5}V${y + 4.5}L${x} ${y + 8}L${x - pinMm} ${y + 5}Z" fill="url(#${id})" stroke="#3b3a36" stroke-width="0.4"/>` +
    `<circle cx="${x - pinMm}" cy="${y}" r="9" fill="url(#${id})" stroke="#3b3a36" stroke-width="0.4"/>${hole(x - pinMm, 4)}` +
    `<circle cx="${x}" cy="${y}" r="13" fill="url(#${id})" stroke="#3b3a36" stroke-width="0.5"/>${hole(x, 6)}` +
    `<circle cx="${x + knobMm}" cy="${y}" r="19" fill="url(#${id}-knob)"/><circle cx="${x + knobMm}" cy="${y}" r="1" fill="#d9d6cd"/>`
  );
}

/** The shadow of such a lever on the sheet below it: soft by outlines laid over each other, as filters are slow. */
export const leverShadow = ({ xMm: x, yMm: y }: SheetPoint, pinMm: number, knobMm: number): string =>
  [9, 7, 5, 3, 1]
    .map(
      (soft) =>
        `<g fill="#000" opacity="0.075"><path d="M${x - pinMm - soft} ${y + 1 - soft}H${x + knobMm}V${y + 7 + soft}H${x - pinMm - soft}Z"/>` +
        `<circle cx="${x + 3}" cy="${y + 5}" r="${11 + soft}"/><circle cx="${x + knobMm + 4}" cy="${y + 6}" r="${15 + soft}"/></g>`,
    )
    .join("");
