import type { Block, Cell, Run } from "./blocks";
import { INK, QUIET } from "./ink";
import { Stopped } from "./stopped";
import { inFonts, type Fonts } from "./type";

type Doc = PDFKit.PDFDocument;

export interface PdfOptions {
  title: string;
  paper: "A4" | "Letter";
  /** At the foot of each page, beside its number. */
  foot: string;
  /** Kept in the file in place of the moment it is made: the same record gives the same bytes. */
  date: Date;
  /** Base size of the text, points. */
  size?: number;
  fonts: Fonts;
  /** Bytes of a picture, by its address; null where it is missing. */
  picture: (src: string) => Promise<ArrayBuffer | null>;
  /** 0 to 1, while it is made. */
  tell?: (part: number) => void;
  cancelled?: () => boolean;
}

export interface MadePdf {
  bytes: Uint8Array;
  pages: number;
  /** Pictures that could not be had. */
  missing: string[];
}

const POINT_PER_MM = 72 / 25.4;
const MARGIN = 18 * POINT_PER_MM;
const GAP = 6;
const LINE = "#cfcabb";
const PICTURES_A_ROW = 2;
/** Height of a picture to the size of the text. */
const PICTURE_TO_TEXT = 15;
const HEADING_SIZE = { 1: 1.75, 2: 1.15, 3: 1 } as const;

interface Letters {
  hasGlyphForCodePoint(code: number): boolean;
}

/** One document under way: where the pen is, and how words are set. */
class Pen {
  private readonly letters: { regular: Letters[]; bold: Letters[] } = { regular: [], bold: [] };

  constructor(
    readonly doc: Doc,
    readonly options: PdfOptions,
    readonly size: number,
  ) {
    for (const weight of ["regular", "bold"] as const) {
      options.fonts[weight].forEach((bytes, i) => {
        doc.registerFont(`${weight}${i}`, bytes);
        doc.font(`${weight}${i}`);
        this.letters[weight].push((doc as unknown as { _font: { font: Letters } })._font.font);
      });
    }
  }

  get left(): number {
    return MARGIN;
  }
  get width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  get bottom(): number {
    return this.doc.page.height - MARGIN - 14;
  }

  /** Begins a new page where so much does not fit any more. */
  need(height: number): void {
    if (this.doc.y + height > this.bottom && this.doc.y > MARGIN + 1) this.doc.addPage();
  }

  widthOf(text: string, bold: boolean, size: number): number {
    return inFonts(text, this.letters[bold ? "bold" : "regular"]).reduce((sum, part) => {
      this.doc.font(`${bold ? "bold" : "regular"}${part.font}`).fontSize(size);
      return sum + this.doc.widthOfString(part.text);
    }, 0);
  }

  heightOf(runs: readonly Run[], width: number, size: number): number {
    const text = runs.map((r) => r.text).join("");
    this.doc.font(runs.some((r) => r.bold) ? "bold0" : "regular0").fontSize(size);
    return this.doc.heightOfString(text, { width, lineGap: size * 0.18 });
  }

  write(
    runs: readonly Run[],
    x: number,
    y: number,
    width: number,
    size: number,
    colour: string,
    align: "left" | "right",
  ): void {
    const parts = runs.flatMap((r) =>
      inFonts(r.text, this.letters[r.bold ? "bold" : "regular"]).map((p) => ({ ...p, bold: r.bold })),
    );
    this.doc.fillColor(colour);
    parts.forEach((p, i) => {
      this.doc.font(`${p.bold ? "bold" : "regular"}${p.font}`).fontSize(size);
      const rest = { width, align, lineGap: size * 0.18, continued: i < parts.length - 1 };
      if (i === 0) this.doc.text(p.text, x, y, rest);
      else this.doc.text(p.text, rest);
    });
  }
}

/** Widths of a table's columns: what their words need, the rest shared by what they hold. */
export function columnWidths(least: readonly number[], natural: readonly number[], total: number): number[] {
  const [min, want] = [least, natural].map((l) => l.reduce((a, b) => a + b, 0));
  if (want <= total) return natural.map((w) => w + ((total - want) * w) / (want || 1));
  if (min >= total) return least.map((w) => (w * total) / min);
  return least.map((w, i) => w + ((natural[i] - w) * (total - min)) / (want - min));
}

/**
 * A sheet as a PDF: fonts embedded, tagged for readers, page numbers, and the same bytes for the same sheet. Pictures
 * that cannot be had are named in their place.
 */
export async function makePdf(blocks: readonly Block[], options: PdfOptions): Promise<MadePdf> {
  const { default: Document } = await import("pdfkit/js/pdfkit.standalone.js");
  const { default: drawSvg } = await import("svg-to-pdfkit");
  const doc = new Document({
    size: options.paper === "A4" ? "A4" : "LETTER",
    margin: MARGIN,
    bufferPages: true,
    tagged: true,
    pdfVersion: "1.7",
    lang: "en-GB",
    displayTitle: true,
    info: { Title: options.title, Creator: "Ash Lever", CreationDate: options.date, ModDate: options.date },
  });
  const pieces: Uint8Array[] = [];
  const ended = new Promise<void>((done, fail) => {
    doc.on("data", (piece: Uint8Array) => pieces.push(piece));
    doc.on("end", done);
    doc.on("error", fail);
  });
  const pen = new Pen(doc, options, options.size ?? 10);
  const missing: string[] = [];
  const tall = pen.size * PICTURE_TO_TEXT;
  const root = doc.struct("Document");
  doc.addStructure(root);
  const tag = (type: string, draw: () => void, alt?: string): void => {
    root.add(doc.struct(type, alt === undefined ? {} : { alt }, draw));
  };

  for (let i = 0; i < blocks.length; i += 1) {
    if (options.cancelled?.()) throw new Stopped("stopped");
    options.tell?.(i / blocks.length);
    const block = blocks[i];
    if (block.kind === "picture" || block.kind === "drawing") {
      const row = [block];
      while (row.length < PICTURES_A_ROW && isPicture(blocks[i + 1])) row.push(blocks[++i] as typeof block);
      await pictures(row);
    } else if (block.kind === "heading") heading(block);
    else if (block.kind === "text") text(block.runs, block.quiet);
    else if (block.kind === "list") list(block.items);
    else table(block.rows);
  }
  root.end();

  function heading({ level, text: words }: Extract<Block, { kind: "heading" }>): void {
    const size = pen.size * HEADING_SIZE[level];
    const runs = [{ text: words, bold: true }];
    if (doc.y > MARGIN + 1) doc.y += level === 1 ? 0 : GAP * 1.4;
    pen.need(pen.heightOf(runs, pen.width, size) + pen.size * 4);
    tag(`H${level}`, () => pen.write(runs, pen.left, doc.y, pen.width, size, INK, "left"));
    if (level === 2) {
      doc.markContent("Artifact");
      doc
        .moveTo(pen.left, doc.y + 1)
        .lineTo(pen.left + pen.width, doc.y + 1)
        .lineWidth(0.5)
        .strokeColor(LINE)
        .stroke();
      doc.endMarkedContent();
    }
    doc.y += GAP * 0.6;
  }

  function text(runs: readonly Run[], quiet: boolean): void {
    const size = quiet ? pen.size * 0.86 : pen.size;
    pen.need(Math.min(pen.heightOf(runs, pen.width, size), pen.size * 6));
    tag("P", () => pen.write(runs, pen.left, doc.y, pen.width, size, quiet ? QUIET : INK, "left"));
    doc.y += GAP * 0.7;
  }

  function list(items: readonly Run[][]): void {
    const elements = doc.struct("L");
    root.add(elements);
    for (const item of items) {
      pen.need(pen.heightOf(item, pen.width - 12, pen.size));
      elements.add(
        doc.struct("LI", {}, () => {
          const y = doc.y;
          doc.circle(pen.left + 3, y + pen.size * 0.62, 1.3).fill(QUIET);
          pen.write(item, pen.left + 12, y, pen.width - 12, pen.size, INK, "left");
        }),
      );
      doc.y += 2;
    }
    elements.end();
    doc.y += GAP * 0.5;
  }

  function table(rows: readonly Cell[][]): void {
    const columns = Math.max(0, ...rows.map((r) => r.length));
    if (!columns) return;
    const size = pen.size * 0.92;
    const pad = 6;
    const words = (c: Cell | undefined): string => c?.runs.map((r) => r.text).join("") ?? "";
    const measure = (pick: (text: string) => string[]) =>
      Array.from(
        { length: columns },
        (_, k) => Math.max(8, ...rows.flatMap((r) => pick(words(r[k])).map((w) => pen.widthOf(w, true, size)))) + pad,
      );
    const widths = columnWidths(
      measure((t) => t.split(" ")),
      measure((t) => [t]),
      pen.width,
    );
    const element = doc.struct("Table");
    root.add(element);
    for (const row of rows) {
      const height = Math.max(size, ...row.map((c, k) => pen.heightOf(c.runs, widths[k] - pad, size))) + 5;
      pen.need(height);
      const top = doc.y;
      const tr = doc.struct("TR");
      element.add(tr);
      let x = pen.left;
      row.forEach((c, k) => {
        const at = x;
        tr.add(
          doc.struct(c.head ? "TH" : "TD", {}, () => {
            if (c.runs.length)
              pen.write(c.runs, at, top + 2, widths[k] - pad, size, c.head ? QUIET : INK, c.right ? "right" : "left");
          }),
        );
        x += widths[k];
      });
      tr.end();
      doc.y = top + height;
      doc.markContent("Artifact");
      doc
        .moveTo(pen.left, doc.y - 1)
        .lineTo(pen.left + pen.width, doc.y - 1)
        .lineWidth(0.4)
        .strokeColor(LINE)
        .stroke();
      doc.endMarkedContent();
    }
    element.end();
    doc.y += GAP;
  }

  async function pictures(row: Extract<Block, { kind: "picture" | "drawing" }>[]): Promise<void> {
    const width = (pen.width - 12 * (PICTURES_A_ROW - 1)) / PICTURES_A_ROW;
    pen.need(tall + 20);
    const top = doc.y;
    let low = top;
    for (const [k, p] of row.entries()) {
      const x = pen.left + k * (width + 12);
      const bytes = p.kind === "picture" ? await options.picture(p.src) : null;
      if (p.kind === "picture" && !bytes) missing.push(p.caption || p.alt);
      tag(
        "Figure",
        () => {
          if (p.kind === "drawing") {
            drawSvg(doc, p.svg as unknown as SVGElement, x, top, {
              width,
              height: tall,
              preserveAspectRatio: "xMidYMid meet",
            });
          } else if (bytes) doc.image(bytes, x, top, { fit: [width, tall] });
          else {
            doc.rect(x, top, width, tall).lineWidth(0.5).strokeColor(LINE).stroke();
            pen.write(
              [{ text: "The picture is missing.", bold: false }],
              x + 8,
              top + 8,
              width - 16,
              pen.size,
              QUIET,
              "left",
            );
          }
        },
        p.alt || p.caption || "picture",
      );
      if (p.caption) {
        const runs = [{ text: p.caption, bold: false }];
        tag("Caption", () => pen.write(runs, x, top + tall + 3, width, pen.size * 0.86, QUIET, "left"));
        low = Math.max(low, doc.y);
      }
    }
    doc.y = Math.max(low, top + tall) + GAP;
    doc.x = pen.left;
  }

  const { count } = doc.bufferedPageRange();
  for (let page = 0; page < count; page += 1) {
    doc.switchToPage(page);
    // The foot is beyond the margin: without one the writer would begin another page.
    doc.page.margins.bottom = 0;
    doc.markContent("Artifact");
    const y = doc.page.height - MARGIN;
    const size = pen.size * 0.8;
    pen.write([{ text: options.foot, bold: false }], pen.left, y, pen.width, size, QUIET, "left");
    pen.write([{ text: `page ${page + 1} of ${count}`, bold: false }], pen.left, y, pen.width, size, QUIET, "right");
    doc.endMarkedContent();
  }
  doc.end();
  await ended;
  options.tell?.(1);
  return { bytes: joined(pieces), pages: count, missing };
}

const isPicture = (block: Block | undefined): boolean => block?.kind === "picture" || block?.kind === "drawing";

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of pieces) {
    whole.set(p, at);
    at += p.length;
  }
  return whole;
}
