import DxfParser from "dxf-parser";
import { describe, expect, it } from "vitest";
import { leverDrawing } from ".";

const lever = { name: "Made to measure, 33 %", knob: { xMm: 12, zMm: 205 }, pin: { xMm: 0, zMm: -84.2 } };
const made = leverDrawing(lever);

it("says on the drawing that its figures rest on a lever nobody measured", () => {
  const words = "ESTIMATED FIGURES";
  expect(made.svg()).not.toContain(words);
  const estimated = leverDrawing({ ...lever, estimated: true });
  expect(estimated.svg()).toContain(words);
  expect(estimated.dxf()).toContain(words);
});

describe("the drawing of a lever for its maker", () => {
  it("DXF, by an independent reader: centres at full size, figures beside them", () => {
    const entities = new DxfParser().parseSync(made.dxf())?.entities ?? [];
    const circles = entities.filter((e) => e.type === "CIRCLE") as unknown as { center: { x: number; y: number } }[];
    expect(circles.map((c) => [c.center.x, c.center.y])).toEqual([
      [0, 0],
      [0, -84.2],
      [12, 205],
    ]);
    const words = entities.flatMap((e) => ("text" in e ? [(e as unknown as { text: string }).text] : []));
    expect(words).toEqual(expect.arrayContaining(["205.0", "84.2", "12.0 forward"]));
    expect(words.join(" ")).toContain("answers for its strength");
    // A sheet is cut to the lines of its drawing: no word lies below the lowest of them.
    const low = entities.flatMap((e) =>
      e.type === "LINE" ? (e as unknown as { vertices: { y: number }[] }).vertices : [],
    );
    const said = entities.flatMap((e) =>
      "startPoint" in e ? [(e as unknown as { startPoint: { y: number } }).startPoint.y] : [],
    );
    expect(said).toHaveLength(words.length);
    expect(Math.min(...low.map((v) => v.y))).toBeLessThan(Math.min(...said));
  });

  it("SVG and PDF at full size, the same bytes for the same lever, no record made by a name", () => {
    const svg = made.svg();
    const height = Number(/height="([\d.]+)mm"/.exec(svg)?.[1]);
    expect(height).toBeGreaterThan(205 + 84.2);
    expect(height).toBeLessThan(205 + 84.2 + 150);
    const pdf = made.pdf();
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    expect(leverDrawing(lever).pdf().equals(pdf)).toBe(true);
    const spliced = leverDrawing({ ...lever, name: "x\r\n  0\nCIRCLE\n  8\ncut" }).dxf();
    expect(new DxfParser().parseSync(spliced)?.entities.filter((e) => e.type === "CIRCLE")).toHaveLength(3);
  });
});
