import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { describe, expect, it } from "vitest";
import type { Block, Cell } from "./blocks";
import { columnWidths, makePdf, type PdfOptions } from "./makePdf";
import { Stopped } from "./stopped";
import { inFonts } from "./type";

const require = createRequire(import.meta.url);
const font = (name: string): ArrayBuffer => {
  const bytes = readFileSync(require.resolve(`@fontsource/archivo/files/archivo-${name}-normal.woff`));
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
};
const options: PdfOptions = {
  title: "Record of job 7",
  paper: "A4",
  foot: "The shed",
  date: new Date("2031-05-01T08:00:00Z"),
  fonts: { regular: [font("latin-400"), font("latin-ext-400")], bold: [font("latin-700"), font("latin-ext-700")] },
  picture: () => Promise.resolve(null),
};
const latin = (bytes: Uint8Array): string => Buffer.from(bytes).toString("latin1");

describe("the file", () => {
  const words = (text: string, bold = false) => [{ text, bold }];
  const cell = (text: string, right = false): Cell => ({ runs: words(text), head: false, right });
  const record: Block[] = [
    { kind: "heading", level: 1, text: "Łódź van" },
    { kind: "text", runs: words("Words that go on. ".repeat(60)), quiet: false },
    { kind: "list", items: [words("One"), words("Two", true)] },
    { kind: "table", rows: Array.from({ length: 90 }, () => [cell("throw"), cell("89.0 ±1.2 mm", true)]) },
    { kind: "picture", src: "/gone", alt: "gone", caption: "Bush" },
  ];

  it("is the same, byte for byte, for the same record; tagged, with its pages counted", async () => {
    const [one, two] = [await makePdf(record, options), await makePdf(record, options)];
    expect(one.pages).toBeGreaterThan(2);
    expect(Buffer.compare(Buffer.from(one.bytes), Buffer.from(two.bytes))).toBe(0);
    const text = latin(one.bytes);
    expect(text.startsWith("%PDF-1.7")).toBe(true);
    expect(text).toContain("/Marked true");
    expect(text).toContain("/Lang (en-GB)");
    for (const kind of ["Table", "TR", "TD", "H1", "Figure", "P"]) expect(text).toContain(`/S /${kind}`);
    // Fonts are inside: nothing is left to the reader's own.
    expect(text.match(/\/FontFile2/g)?.length).toBeGreaterThanOrEqual(2);
    expect(text).not.toContain("/BaseFont /Helvetica");
  });

  it("names a picture that is missing, and is made all the same", async () => {
    expect((await makePdf(record, options)).missing).toEqual(["Bush"]);
  });

  it("has the size that was asked for, and says how far it is", async () => {
    const told: number[] = [];
    const letter = await makePdf(record, { ...options, paper: "Letter", tell: (p) => told.push(p) });
    expect(latin(letter.bytes)).toContain("[0 0 612 792]");
    expect(latin((await makePdf(record, options)).bytes)).toContain("[0 0 595.28 841.89]");
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual([...told].sort((a, b) => a - b));
  });

  it("stops where it is asked to", async () => {
    await expect(makePdf(record, { ...options, cancelled: () => true })).rejects.toBeInstanceOf(Stopped);
  });
});

describe("setting type", () => {
  it("takes each letter from the first font that has it, and owns up to one that none has", () => {
    const has = (letters: string) => ({
      hasGlyphForCodePoint: (c: number) => letters.includes(String.fromCodePoint(c)),
    });
    expect(inFonts("aŁb\u202fΩ", [has("ab ?"), has("Ł")])).toEqual([
      { font: 0, text: "a" },
      { font: 1, text: "Ł" },
      { font: 0, text: "b ?" },
    ]);
  });
  it("gives columns what they need and shares the rest", () => {
    expect(columnWidths([10, 10], [20, 20], 80)).toEqual([40, 40]);
    expect(columnWidths([10, 30], [20, 90], 80).reduce((a, b) => a + b)).toBeCloseTo(80, 9);
    expect(columnWidths([60, 60], [70, 70], 80)).toEqual([40, 40]);
  });
});
