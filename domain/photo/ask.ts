import {
  askPhotoMeasure,
  isRefusal,
  type Photo,
  type PicturePart,
  type Refusal,
  type SheetPhoto,
} from "../../contract";
import {
  BAR_MM,
  inverse,
  mapped,
  measuringSheet,
  toPicture,
  type PhotoAnswer,
  type PhotoInput,
  type Pixel,
  type SheetPoint,
} from "../../core";

/** Width of the picture a focal length "as on 35 mm film" belongs to, mm [CIPA DC-008 (EXIF), FocalLengthIn35mmFilm]. */
const FILM_MM = 36;

/** How finely a point is clicked and a corner found, px, one standard uncertainty. Common practice, no source. */
export const PICK_PX = 1;
export const CORNER_PX = 0.5;

/** What a point is called in questions: its part, then its own name. */
export const pointKey = (part: PicturePart, name: string): string => `${part} ${name}`;

type Scene = Omit<PhotoInput, "lengths" | "known" | "k">;
type OfPicture = Pick<SheetPhoto, "sheet" | "corners" | "barMm" | "focal35Mm" | "heights" | "points">;
type Size = Pick<Photo, "widthPx" | "heightPx">;

/** The sheet between its marks as it was printed. */
export function printedSize({ sheet, barMm }: Pick<SheetPhoto, "sheet" | "barMm">): {
  widthMm: number;
  heightMm: number;
} {
  const { widthMm, heightMm } = measuringSheet(sheet);
  const by = (barMm ?? BAR_MM) / BAR_MM;
  return { widthMm: widthMm * by, heightMm: heightMm * by };
}

/** A focal length in pixels of this picture. */
export const focalPx = (focal35Mm: number, { widthPx, heightPx }: Size): number =>
  (focal35Mm / FILM_MM) * Math.max(widthPx, heightPx);

/** Everything that decides where the points of a picture lie; null where its corners are not known. */
export function sceneIn(record: OfPicture, picture: Size): Scene | null {
  if (record.corners.length !== 4) return null;
  const { focal35Mm, heights } = record;
  return {
    target: printedSize(record),
    corners: record.corners,
    points: record.points.map(({ part, name, xPx, yPx }) => ({
      name: pointKey(part, name),
      xPx,
      yPx,
      heightMm: focal35Mm === null ? 0 : heights[part],
    })),
    // One for all: the coarsest of them, so that no figure says more than its points can.
    pickPx: Math.max(PICK_PX, ...record.points.map((p) => p.offPx)),
    cornerPx: CORNER_PX,
    ...(focal35Mm !== null && {
      image: { widthPx: picture.widthPx, heightPx: picture.heightPx },
      focalPx: focalPx(focal35Mm, picture),
    }),
  };
}

/** The places of all points, or why they cannot be given; null where there is nothing to measure yet. */
export function measured(
  record: OfPicture,
  picture: Size,
  more: Partial<Pick<PhotoInput, "lengths" | "known">> = {},
): PhotoAnswer | Refusal | null {
  const scene = sceneIn(record, picture);
  return scene && scene.points.length ? askPhotoMeasure({ ...scene, ...more }) : null;
}

/** The check bars, printed `BAR_MM` long, as the picture has them; `barMm` is what they measure on the paper. */
export function barIn(record: OfPicture, picture: Size, bar: { from: Pixel; to: Pixel }): PhotoAnswer["known"] {
  const scene = sceneIn({ ...record, points: [] }, picture);
  if (!scene) return null;
  const points = [
    { name: "from", ...bar.from, heightMm: 0 },
    { name: "to", ...bar.to, heightMm: 0 },
  ];
  // Its ends are found like the corners, not clicked.
  const known = { from: "from", to: "to", mm: record.barMm ?? BAR_MM };
  const out = askPhotoMeasure({ ...scene, points, pickPx: CORNER_PX, known });
  return isRefusal(out) ? null : out.known;
}

/** From places on the flat sheet to the picture as it was taken, and back; mm as printed. */
export function sheetFrame(record: Pick<SheetPhoto, "sheet" | "corners" | "barMm">): {
  toPixel: (place: SheetPoint) => Pixel;
  toPlace: (pixel: Pixel) => SheetPoint;
} {
  const { widthMm, heightMm } = printedSize(record);
  const there = toPicture(record.corners, widthMm, heightMm);
  const back = inverse(there);
  return {
    toPixel: ({ xMm, yMm }) => {
      const { x, y } = mapped(there, xMm, yMm);
      return { xPx: x, yPx: y };
    },
    toPlace: ({ xPx, yPx }) => {
      const { x, y } = mapped(back, xPx, yPx);
      return { xMm: x, yMm: y };
    },
  };
}
