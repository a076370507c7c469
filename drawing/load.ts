import { createRequire } from "node:module";
import type makerjs from "makerjs";
import type { default as PdfDocument } from "pdfkit";

/** Loaded when the first sheet is drawn: together they would make every start slower. */
const load = createRequire(import.meta.url);

export const drawingTools = (): typeof makerjs => load("makerjs") as typeof makerjs;
export const pdfTools = (): typeof PdfDocument => load("pdfkit") as typeof PdfDocument;
