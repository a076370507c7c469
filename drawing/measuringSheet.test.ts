import { describe, expect, it } from "vitest";
import { BAR_MM, measuringSheet, sheetKinds } from "../core";
import { measuringSheetPdf, measuringSheetSvg } from ".";

const POINTS = 72 / 25.4;

describe("the measuring sheet to print", () => {
  it.each(sheetKinds)("%s: pages of the paper's size, asked to be printed unscaled, the same bytes again", (kind) => {
    const pdf = measuringSheetPdf(kind);
    const text = pdf.toString("latin1");
    const sheet = measuringSheet(kind);
    const boxes = [...text.matchAll(/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map((m) => [Number(m[1]), Number(m[2])]);
    expect(boxes).toHaveLength(sheet.pages.length);
    for (const [w, h] of boxes) {
      expect(w / POINTS).toBeCloseTo(sheet.pages[0].widthMm, 1);
      expect(h / POINTS).toBeCloseTo(sheet.pages[0].heightMm, 1);
    }
    expect(text).toMatch(/PrintScaling \/?None/);
    expect(measuringSheetPdf(kind).equals(pdf)).toBe(true);
  });

  it("has bars of 100 mm over their squares, and a frame in each corner", () => {
    const svg = measuringSheetSvg("A3");
    const sheet = measuringSheet("A3");
    for (const { from, to } of sheet.bars) {
      expect(to.xMm + to.widthMm - from.xMm).toBeCloseTo(BAR_MM, 9);
      expect(svg).toContain(`<rect x="${from.xMm}" y="${from.yMm}" width="6" height="6"/>`);
    }
    expect(svg).toContain('width="420mm" height="297mm"');
    for (const { frame } of sheet.marks)
      expect(svg).toContain(`<rect x="${frame.xMm}" y="${frame.yMm}" width="32" height="2.5"/>`);
  });
});
