import DxfParser from "dxf-parser";
import { describe, expect, it } from "vitest";
import { inflateSync } from "node:zlib";
import { floorSlot } from "../core";
import { throughTheFloor } from "../tests/core/questions";
import { CALIBRATION_MM, floorTemplate } from ".";

const input = throughTheFloor();
const answer = floorSlot(input);
const made = floorTemplate(input, answer);

describe("floor template, read back", () => {
  it("DXF, by an independent reader: slot and holes at full size, in mm", () => {
    const dxf = new DxfParser().parseSync(made.dxf);
    const entities = dxf?.entities ?? [];
    const circles = entities.filter((e) => e.type === "CIRCLE") as unknown as {
      center: { x: number; y: number };
      radius: number;
    }[];
    expect(circles.map((c) => [c.center.x, c.center.y, c.radius])).toEqual([
      [70, 40, 4],
      [-70, -40, 4.25],
    ]);
    const lines = entities.filter((e) => e.type === "LINE") as unknown as {
      layer: string;
      vertices: { x: number; y: number }[];
    }[];
    const cut = lines.filter((l) => l.layer === "cut").flatMap((l) => l.vertices);
    const [xs, ys] = [cut.map((v) => v.x), cut.map((v) => v.y)];
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(answer.slot.lengthMm, 6);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(16, 6);
    expect(Math.min(...xs)).toBeCloseTo(answer.slot.fromXMm, 6);
    const long = lines.map((l) => Math.hypot(l.vertices[0].x - l.vertices[1].x, l.vertices[0].y - l.vertices[1].y));
    expect(long.some((l) => Math.abs(l - CALIBRATION_MM) < 1e-6)).toBe(true);
    expect(dxf?.header?.$INSUNITS).toBe(4);
  });

  it("DXF: a line end in a hole's name adds nothing to the drawing", () => {
    const spliced = "1\r\n  0\nCIRCLE\n  8\ncut\n 10\n0\n 20\n0\n 40\n99\u2028";
    const holes = [{ ...input.holes[0], name: spliced }, input.holes[1]];
    const { dxf, svg } = floorTemplate({ ...input, holes }, floorSlot({ ...input, holes }));
    const entities = new DxfParser().parseSync(dxf)?.entities ?? [];
    expect(entities.filter((e) => e.type === "CIRCLE")).toHaveLength(2);
    expect(dxf.split("\n")).toHaveLength(made.dxf.split("\n").length);
    expect(svg.match(/<circle/g)).toHaveLength(2);
  });

  it("SVG: sized in millimetres, one unit a millimetre", () => {
    const width = Number(/width="([\d.]+)mm"/.exec(made.svg)?.[1]);
    const box = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(made.svg);
    expect(Number(box?.[1])).toBeCloseTo(width, 6);
    const radii = [...made.svg.matchAll(/<circle[^>]* r="([\d.]+)"/g)].map((m) => Number(m[1]));
    expect(radii).toEqual([4, 4.25]);
    expect(made.svg).toContain("Measure this bar before you cut");
  });

  it("PDF: the bar is 100 mm of 72 points to the inch, and the same input gives the same bytes", () => {
    const pdf = Buffer.from(made.pdfBase64, "base64");
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    const text = pdf.toString("latin1");
    const strokes: string[] = [];
    for (const m of text.matchAll(/stream\r?\n/g)) {
      const from = (m.index ?? 0) + m[0].length;
      try {
        strokes.push(inflateSync(pdf.subarray(from, text.indexOf("endstream", from))).toString("latin1"));
      } catch {
        // Not a compressed stream: fonts and such.
      }
    }
    const lengths = [...strokes.join("\n").matchAll(/([\d.-]+) ([\d.-]+) m\s+([\d.-]+) ([\d.-]+) l/g)].map((m) =>
      Math.hypot(Number(m[1]) - Number(m[3]), Number(m[2]) - Number(m[4])),
    );
    expect(lengths.some((l) => Math.abs(l - (CALIBRATION_MM * 72) / 25.4) < 0.01)).toBe(true);
    expect(lengths.some((l) => Math.abs(l - (answer.slot.lengthMm * 72) / 25.4) < 0.01)).toBe(true);
    expect(floorTemplate(input, answer).pdfBase64).toBe(made.pdfBase64);
  });
});
