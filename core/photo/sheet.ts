import type { SheetPoint } from "./plane";

/** Sheets that are printed and laid under a part; two of A4 joined carry a long lever. */
export const sheetKinds = ["A4", "Letter", "A3", "A4x2"] as const;
export type SheetKind = (typeof sheetKinds)[number];

/** A rectangle on the sheet, mm. */
export interface SheetBox {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** A mark in a corner: a code inside a frame, whose outer corner is the sheet's own. */
export interface SheetMark {
  text: string;
  frame: SheetBox;
  code: SheetBox;
}

/** A printed page, and where on it the sheet's first corner lies; of two joined pages the second begins further left. */
export interface SheetPage {
  widthMm: number;
  heightMm: number;
  originMm: SheetPoint;
  /** From where to where along the sheet this page shows it. */
  fromXMm: number;
  toXMm: number;
}

export interface MeasuringSheet {
  kind: SheetKind;
  /** Between the outer corners of the four marks. */
  widthMm: number;
  heightMm: number;
  pages: SheetPage[];
  /** In the order of the corners (0,0), (width,0), (width,height), (0,height). */
  marks: SheetMark[];
  /** Squares at the ends of the check bars; `BAR_MM` from outer edge to outer edge. */
  bars: { from: SheetBox; to: SheetBox }[];
}

/** White round the sheet that a flat picture shows, mm: the margin of its paper. */
export const FLAT_BORDER_MM = 10;

/** White round the marks: printers leave the edge bare, and a mark is found by the white about it. */
const MARGIN_MM = 10;
/** One module of a code; a code of the smallest size has 21. */
export const MODULE_MM = 1;
export const CODE_MODULES = 21;
const QUIET_MM = 3;
export const FRAME_MM = 2.5;
export const MARK_MM = CODE_MODULES * MODULE_MM + 2 * (QUIET_MM + FRAME_MM);

/** Length of a check bar over its two squares, and the side of those. */
export const BAR_MM = 100;
export const BAR_SQUARE_MM = 6;
const BAR_INSET_MM = 6;

const PAPER: Record<SheetKind, { widthMm: number; heightMm: number; pages: 1 | 2 }> = {
  A4: { widthMm: 297, heightMm: 210, pages: 1 },
  Letter: { widthMm: 279.4, heightMm: 215.9, pages: 1 },
  A3: { widthMm: 420, heightMm: 297, pages: 1 },
  A4x2: { widthMm: 297, heightMm: 210, pages: 2 },
};

const textOf = (kind: SheetKind, corner: number): string => `ASH LEVER ${kind.toUpperCase()} ${corner + 1}`;

/** Which sheet and which of its corners a mark belongs to; null for a code of something else. */
export function markOf(text: string): { kind: SheetKind; corner: number } | null {
  for (const kind of sheetKinds) {
    for (const corner of [0, 1, 2, 3]) if (text === textOf(kind, corner)) return { kind, corner };
  }
  return null;
}

/**
 * Everything about a sheet: size between its marks, the marks, its check bars and the pages it is printed on. All in
 * mm, x to the right, y down, from the outer corner of the first mark.
 */
export function measuringSheet(kind: SheetKind): MeasuringSheet {
  const paper = PAPER[kind];
  const pageWidth = paper.widthMm - 2 * MARGIN_MM;
  const widthMm = pageWidth * paper.pages;
  const heightMm = paper.heightMm - 2 * MARGIN_MM;
  const inset = FRAME_MM + QUIET_MM;
  const corners: [number, number][] = [
    [0, 0],
    [widthMm - MARK_MM, 0],
    [widthMm - MARK_MM, heightMm - MARK_MM],
    [0, heightMm - MARK_MM],
  ];
  const square = (xMm: number, yMm: number, side: number): SheetBox => ({ xMm, yMm, widthMm: side, heightMm: side });
  const middle = widthMm / 2;
  return {
    kind,
    widthMm,
    heightMm,
    pages: Array.from({ length: paper.pages }, (_, i) => ({
      widthMm: paper.widthMm,
      heightMm: paper.heightMm,
      originMm: { xMm: MARGIN_MM - i * pageWidth, yMm: MARGIN_MM },
      fromXMm: i * pageWidth,
      toXMm: (i + 1) * pageWidth,
    })),
    marks: corners.map(([x, y], corner) => ({
      text: textOf(kind, corner),
      frame: square(x, y, MARK_MM),
      code: square(x + inset, y + inset, CODE_MODULES * MODULE_MM),
    })),
    bars: [BAR_INSET_MM, heightMm - BAR_INSET_MM - BAR_SQUARE_MM].map((y) => ({
      from: square(middle - BAR_MM / 2, y, BAR_SQUARE_MM),
      to: square(middle + BAR_MM / 2 - BAR_SQUARE_MM, y, BAR_SQUARE_MM),
    })),
  };
}

/** The four corners of a box, clockwise from its upper left. */
export const boxCorners = ({ xMm, yMm, widthMm, heightMm }: SheetBox): SheetPoint[] => [
  { xMm, yMm },
  { xMm: xMm + widthMm, yMm },
  { xMm: xMm + widthMm, yMm: yMm + heightMm },
  { xMm, yMm: yMm + heightMm },
];
