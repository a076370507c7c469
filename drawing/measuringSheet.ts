import { create } from "qrcode";
import {
  BAR_MM,
  CODE_MODULES,
  FLAT_BORDER_MM,
  FRAME_MM,
  MODULE_MM,
  measuringSheet,
  type MeasuringSheet,
  type SheetKind,
} from "../core";
import { pdfTools } from "./load";
import { DRAWN, finished, POINTS_PER_MM } from "./pdf";

/** What is drawn on a sheet, mm from its first corner. */
type Shape =
  | { kind: "box"; x: number; y: number; width: number; height: number }
  | { kind: "line"; x1: number; y1: number; x2: number; y2: number; width: number; grey: boolean }
  | { kind: "words"; x: number; y: number; text: string; size: number };

const GRID_MM = 10;

/** Grid left free above and below: marks, bars and words stand there. */
const GRID_FROM_MM = 40;

/** The dark modules of a code, a run at a time. */
function codeBoxes(text: string, x: number, y: number): Shape[] {
  const { modules } = create(text, { version: 1, errorCorrectionLevel: "M" });
  const boxes: Shape[] = [];
  for (let row = 0; row < CODE_MODULES; row++) {
    for (let from = 0; from < CODE_MODULES; from++) {
      if (!modules.get(row, from)) continue;
      let to = from;
      while (to < CODE_MODULES && modules.get(row, to)) to++;
      const [width, height] = [(to - from) * MODULE_MM, MODULE_MM];
      boxes.push({ kind: "box", x: x + from * MODULE_MM, y: y + row * MODULE_MM, width, height });
      from = to;
    }
  }
  return boxes;
}

function shapesOf(sheet: MeasuringSheet): Shape[] {
  const shapes: Shape[] = [];
  const line = (x1: number, y1: number, x2: number, y2: number, width: number, grey: boolean): void =>
    void shapes.push({ kind: "line", x1, y1, x2, y2, width, grey });
  const [below, above] = [GRID_FROM_MM, sheet.heightMm - GRID_FROM_MM];
  for (let x = 0; x <= sheet.widthMm; x += GRID_MM) line(x, below, x, above, x % 50 === 0 ? 0.3 : 0.15, true);
  for (let y = below; y <= above; y += GRID_MM) line(0, y, sheet.widthMm, y, 0.15, true);
  for (const { frame, code, text } of sheet.marks) {
    const { xMm: x, yMm: y, widthMm: side } = frame;
    const box = (bx: number, by: number, width: number, height: number): void =>
      void shapes.push({ kind: "box", x: bx, y: by, width, height });
    box(x, y, side, FRAME_MM);
    box(x, y + side - FRAME_MM, side, FRAME_MM);
    box(x, y, FRAME_MM, side);
    box(x + side - FRAME_MM, y, FRAME_MM, side);
    shapes.push(...codeBoxes(text, code.xMm, code.yMm));
  }
  for (const { from, to } of sheet.bars) {
    for (const b of [from, to]) shapes.push({ kind: "box", x: b.xMm, y: b.yMm, width: b.widthMm, height: b.heightMm });
    const y = from.yMm + from.heightMm / 2;
    line(from.xMm + from.widthMm, y, to.xMm, y, 0.3, false);
  }
  const [, lower] = sheet.bars;
  // Words never run over a joint.
  const left = sheet.pages.length > 1 ? 60 : sheet.widthMm / 2 - BAR_MM / 2;
  const name = sheet.kind === "A4x2" ? "two of A4, joined" : sheet.kind;
  const words = (x: number, y: number, text: string, size = 3.6): void =>
    void shapes.push({ kind: "words", x, y, text, size });
  words(
    left,
    sheet.bars[0].from.yMm + (sheet.pages.length > 1 ? 4 : 12),
    `Print at 100 %. Over the two squares: ${BAR_MM} mm. Measure it.`,
  );
  words(
    left,
    lower.from.yMm - (sheet.pages.length > 1 ? -4 : 4),
    `Ash Lever measuring sheet, ${name}. Lay it flat; leave all four marks free.`,
  );
  if (sheet.pages.length > 1) {
    const joint = sheet.widthMm / 2;
    line(joint, 0, joint, GRID_FROM_MM, 0.2, false);
    line(joint, sheet.heightMm - GRID_FROM_MM, joint, sheet.heightMm, 0.2, false);
    words(40, 22, "Cut the other page along its line and lay it on this line.", 3);
    words(sheet.widthMm - 150, 22, "Cut this page along its line.", 3);
  }
  return shapes;
}

/** The whole sheet as a picture, its pages joined. */
export function measuringSheetSvg(kind: SheetKind): string {
  const sheet = measuringSheet(kind);
  const [width, height] = [sheet.widthMm + 2 * FLAT_BORDER_MM, sheet.heightMm + 2 * FLAT_BORDER_MM];
  const drawn = shapesOf(sheet).map((s) => {
    if (s.kind === "box") return `<rect x="${s.x}" y="${s.y}" width="${s.width}" height="${s.height}"/>`;
    if (s.kind === "line") {
      return `<path d="M${s.x1} ${s.y1}L${s.x2} ${s.y2}" stroke="${s.grey ? "#999" : "#000"}" stroke-width="${s.width}"/>`;
    }
    return `<text x="${s.x}" y="${s.y}" font-family="Helvetica, Arial, sans-serif" font-size="${s.size}">${s.text}</text>`;
  });
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" ` +
    `viewBox="${-FLAT_BORDER_MM} ${-FLAT_BORDER_MM} ${width} ${height}">` +
    `<rect x="${-FLAT_BORDER_MM}" y="${-FLAT_BORDER_MM}" width="${width}" height="${height}" fill="#fff"/>${drawn.join("")}</svg>`
  );
}

/** The sheet to print, at full size: one page, or two that are joined. The same sheet gives the same bytes. */
export function measuringSheetPdf(kind: SheetKind): Buffer {
  const sheet = measuringSheet(kind);
  const Document = pdfTools();
  const doc = new Document({
    autoFirstPage: false,
    margin: 0,
    info: { Title: `Ash Lever measuring sheet ${kind}`, CreationDate: DRAWN, ModDate: DRAWN },
    lang: "en-GB",
  });
  // A viewer that fits a page to the paper would change every length on it.
  (doc as unknown as { _root: { data: Record<string, unknown> } })._root.data.ViewerPreferences = doc.ref({
    PrintScaling: "None",
  });
  const shapes = shapesOf(sheet);
  for (const page of sheet.pages) {
    doc.addPage({ size: [page.widthMm * POINTS_PER_MM, page.heightMm * POINTS_PER_MM], margin: 0 });
    doc.save();
    doc.scale(POINTS_PER_MM).translate(page.originMm.xMm, page.originMm.yMm);
    doc.rect(page.fromXMm - 10, -10, page.toXMm - page.fromXMm + 20, sheet.heightMm + 20).clip();
    for (const s of shapes) {
      if (s.kind === "box") doc.rect(s.x, s.y, s.width, s.height).fill("#000");
      else if (s.kind === "line") {
        doc
          .lineWidth(s.width)
          .moveTo(s.x1, s.y1)
          .lineTo(s.x2, s.y2)
          .stroke(s.grey ? "#999" : "#000");
      } else {
        doc
          .font("Helvetica")
          .fontSize(s.size)
          .fillColor("#000")
          .text(s.text, s.x, s.y - s.size, { lineBreak: false });
      }
    }
    doc.restore();
  }
  return finished(doc);
}
