import type makerjs from "makerjs";
import { drawingTools, pdfTools } from "./load";

export const POINTS_PER_MM = 72 / 25.4;

/** White border round a drawing, mm; printers leave the edge bare. */
const MARGIN_MM = 15;

/** A drawing does not age: a date that changes would make every sheet a new file. */
export const DRAWN = new Date(Date.UTC(2025, 0, 1));

/** Sheets tried in turn, mm; a drawing too large for them gets a sheet of its own size. */
const SHEETS: readonly [number, number][] = [
  [210, 297],
  [297, 210],
  [297, 420],
  [420, 297],
];

/** One sheet with a drawing in millimetres at full size; the same drawing gives the same bytes. */
export function pdfOf(model: makerjs.IModel, title: string): Buffer {
  const maker = drawingTools();
  const Document = pdfTools();
  const box = maker.measure.modelExtents(model);
  if (!box) throw new RangeError("a drawing has lines");
  const need = [box.width + 2 * MARGIN_MM, box.height + 2 * MARGIN_MM];
  const [width, height] = SHEETS.find(([w, h]) => need[0] <= w && need[1] <= h) ?? need;
  const doc = new Document({
    size: [width * POINTS_PER_MM, height * POINTS_PER_MM],
    margin: 0,
    info: { Title: title, CreationDate: DRAWN, ModDate: DRAWN },
  });
  // Centred on the sheet; the page counts downwards, the drawing up.
  const left = (width - box.width) / 2 - box.low[0];
  const top = (height + box.height) / 2 + box.low[1];
  const at = (p: makerjs.IPoint): [number, number] => [(left + p[0]) * POINTS_PER_MM, (top - p[1]) * POINTS_PER_MM];
  doc.lineWidth(0.25 * POINTS_PER_MM);
  maker.model.walk(model, {
    onPath: ({ pathContext: path, offset }) => {
      const moved = (p: makerjs.IPoint): [number, number] => at(maker.point.add(p, offset));
      if (path.type === maker.pathType.Line) {
        doc.moveTo(...moved(path.origin)).lineTo(...moved((path as makerjs.IPathLine).end));
      } else if (path.type === maker.pathType.Circle) {
        doc.circle(...moved(path.origin), (path as makerjs.IPathCircle).radius * POINTS_PER_MM);
      } else throw new TypeError(`no way to draw a ${path.type}`);
      doc.stroke();
    },
  });
  doc.font("Helvetica").fontSize(4 * POINTS_PER_MM);
  for (const caption of maker.model.getAllCaptionsOffset(model)) {
    const [x, y] = at(caption.anchor.origin);
    const half = doc.widthOfString(caption.text) / 2;
    doc.text(caption.text, x - half, y - 2 * POINTS_PER_MM, { lineBreak: false });
  }
  return finished(doc);
}

/** Ends a document and gives its bytes. */
export function finished(doc: InstanceType<ReturnType<typeof pdfTools>>): Buffer {
  doc.end();
  const pieces: Buffer[] = [];
  // Everything is in the stream's store once it has ended: no need to wait for it.
  for (let piece = doc.read() as Buffer | null; piece; piece = doc.read() as Buffer | null) pieces.push(piece);
  return Buffer.concat(pieces);
}

/** A model at full size as SVG, DXF and PDF; the same model gives the same bytes. */
export function fullSize(
  model: makerjs.IModel,
  title: string,
): { svg: () => string; dxf: () => string; pdf: () => Buffer } {
  const { exporter, unitType } = drawingTools();
  const units = unitType.Millimeter;
  return {
    svg: () =>
      exporter.toSVG(model, {
        units,
        stroke: "#000",
        strokeWidth: "0.25mm",
        fontSize: "4",
        closingTags: true,
        useSvgPathOnly: false,
      }),
    dxf: () => exporter.toDXF(model, { units, fontSize: 4 }),
    pdf: () => pdfOf(model, title),
  };
}
