import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { measuringSheetSvg } from "../../drawing";
import { photograph } from "../../tests/photo/photograph";
import { boxCorners, boxInPicture, findSheet, flatten, markOf, measuringSheet, sheetKinds, type SeenCode } from ".";

const sheet = measuringSheet("A4");
const pose = { tiltDeg: 16, turnDeg: 10, distanceMm: 390, focalPx: 1150, widthPx: 1200, heightPx: 900 };

/** A picture of the sheet as grey values, and what a reader of codes would say of it, a pixel or so off. */
async function seen(svg = measuringSheetSvg("A4")) {
  const { jpeg, see } = await photograph(svg, { ...sheet, borderMm: 10 }, pose, { noise: 5, blurPx: 0.8 });
  const { data, info } = await sharp(jpeg).greyscale().raw().toBuffer({ resolveWithObject: true });
  const codes = sheet.marks.map(({ text, code }): SeenCode => ({
    text,
    quad: boxCorners(code).map((p) => {
      const { xPx, yPx } = see(p.xMm, p.yMm);
      return { xPx: Math.round(xPx), yPx: Math.round(yPx) };
    }),
  }));
  return { grey: { widthPx: info.width, heightPx: info.height, data }, codes, see };
}
const picture = seen();

describe("the sheet's own layout", () => {
  it.each(sheetKinds)("%s: each mark names its sheet and corner, and none another's", (kind) => {
    const { marks, bars, widthMm, heightMm } = measuringSheet(kind);
    expect(marks.map((m) => markOf(m.text))).toEqual([0, 1, 2, 3].map((corner) => ({ kind, corner })));
    for (const { from, to } of bars) expect(to.xMm + to.widthMm - from.xMm).toBeCloseTo(100, 9);
    const [, , last] = marks;
    expect([last.frame.xMm + last.frame.widthMm, last.frame.yMm + last.frame.heightMm]).toEqual([widthMm, heightMm]);
  });

  it("a code of something else is none of ours", () => expect(markOf("SOMETHING ELSE 1")).toBeNull());
});

describe("finding the sheet from the codes of its marks", () => {
  it("gives the outer corners of the frames to a fraction of a pixel, though the codes are a pixel off", async () => {
    const { grey, codes, see } = await picture;
    const out = findSheet(grey, codes);
    if (!out.ok) throw new Error(out.why);
    const truth = [see(0, 0), see(sheet.widthMm, 0), see(sheet.widthMm, sheet.heightMm), see(0, sheet.heightMm)];
    out.corners.forEach((c, i) => {
      expect(Math.hypot(c.xPx - truth[i].xPx, c.yPx - truth[i].yPx)).toBeLessThan(0.5);
    });
    expect(out).toMatchObject({ kind: "A4", seen: [true, true, true, true], noCamera: false });
    expect(out.bars).toHaveLength(2);
    expect(out.offFlatMm).toBeLessThan(0.5);
  });

  it("places a corner whose mark was not read by the frames of the others, and says so where it is not there", async () => {
    const { grey, codes, see } = await picture;
    // Not read, but it lies there uncovered: its frame is found where the others expect it.
    const unread = findSheet(grey, codes.slice(0, 3));
    expect(unread).toMatchObject({ ok: true, seen: [true, true, true, true] });
    const { xMm, yMm } = sheet.marks[1].frame;
    const hidden = measuringSheetSvg("A4").replace(
      "</svg>",
      `<rect x="${xMm - 2}" y="${yMm - 2}" width="36" height="36" fill="#ddd"/></svg>`,
    );
    const covered = await seen(hidden);
    const out = findSheet(
      covered.grey,
      covered.codes.filter((_, i) => i !== 1),
    );
    if (!out.ok) throw new Error(out.why);
    expect(out.seen).toEqual([true, false, true, true]);
    const truth = see(sheet.widthMm, 0);
    expect(Math.hypot(out.corners[1].xPx - truth.xPx, out.corners[1].yPx - truth.yPx)).toBeLessThan(4);
  });

  it("refuses no mark, too few, marks of two sheets or one twice, and a mirror", async () => {
    const { grey, codes } = await picture;
    expect(findSheet(grey, [])).toEqual({ ok: false, why: "none", marks: [] });
    expect(findSheet(grey, [{ ...codes[0], text: "not ours" }])).toMatchObject({ why: "none" });
    expect(findSheet(grey, codes.slice(0, 2))).toEqual({ ok: false, why: "few", marks: [1, 2] });
    const other = { ...codes[3], text: measuringSheet("A3").marks[3].text };
    expect(findSheet(grey, [...codes.slice(0, 3), other])).toMatchObject({ why: "mixed" });
    expect(findSheet(grey, [...codes, codes[0]])).toMatchObject({ why: "mixed" });
    const mirrored = codes.map((c) => ({ ...c, quad: c.quad.map((p) => ({ ...p, xPx: 1200 - p.xPx })) }));
    expect(findSheet(grey, mirrored)).toMatchObject({ why: "mirrored" });
    // Read where no frames are: three marks are named, and none is found.
    const away = codes.map((c) => ({ ...c, quad: c.quad.map((p) => ({ xPx: p.xPx / 9 + 2, yPx: p.yPx / 9 + 2 })) }));
    expect(findSheet(grey, away)).toMatchObject({ why: "few" });
  });
});

describe("a dark box on light paper", () => {
  /** 200 by 160, white, with a black box from (60.5, 40.25) to (140.25, 110.75): edges between pixels by their share. */
  const data = new Uint8Array(200 * 160);
  for (let y = 0; y < 160; y++) {
    for (let x = 0; x < 200; x++) {
      const part = (from: number, to: number, at: number): number =>
        Math.max(0, Math.min(at + 1, to) - Math.max(at, from));
      data[y * 200 + x] = 255 - Math.round(255 * part(60.5, 140.25, x) * part(40.25, 110.75, y));
    }
  }
  const grey = { widthPx: 200, heightPx: 160, data };
  const expected = boxCorners({ xMm: 62, yMm: 39, widthMm: 77, heightMm: 73 }).map((p) => ({ xPx: p.xMm, yPx: p.yMm }));

  it("has its corners found to a tenth of a pixel, from two pixels away", () => {
    const found = boxInPicture(grey, expected, 6);
    const truth = boxCorners({ xMm: 60.5, yMm: 40.25, widthMm: 79.75, heightMm: 70.5 });
    found.forEach((p, i) => {
      expect(Math.hypot(p!.xPx - truth[i].xMm, p!.yPx - truth[i].yMm)).toBeLessThan(0.1);
    });
  });

  it("is not found where there is none, nor out of the picture", () => {
    const blank = { ...grey, data: new Uint8Array(data.length).fill(200) };
    expect(boxInPicture(blank, expected, 6)).toEqual([null, null, null, null]);
    expect(
      boxInPicture(
        grey,
        expected.map((p) => ({ ...p, xPx: p.xPx + 90 })),
        6,
      ),
    ).toEqual([null, null, null, null]);
  });
});

describe("laying flat", () => {
  it("puts every place of the sheet at its scale; what lies outside the picture is grey", () => {
    // A picture whose red runs along and whose green runs down, two pixels a mm of a sheet of 40 by 30.
    const [widthPx, heightPx] = [80, 60];
    const data = new Uint8Array(widthPx * heightPx * 3);
    for (let y = 0; y < heightPx; y++) {
      for (let x = 0; x < widthPx; x++) data.set([x * 3, y * 4, 50], (y * widthPx + x) * 3);
    }
    const corners = boxCorners({ xMm: 0, yMm: 0, widthMm: 80, heightMm: 60 }).map((p) => ({ xPx: p.xMm, yPx: p.yMm }));
    const flat = flatten({ widthPx, heightPx, data }, corners, { widthMm: 40, heightMm: 30 }, 4, 5);
    expect([flat.widthPx, flat.heightPx]).toEqual([200, 160]);
    const at = (x: number, y: number): number[] => [...flat.data.slice((y * 200 + x) * 3, (y * 200 + x) * 3 + 3)];
    // 20 mm along and 15 down: the middle, where red is 3 times 39.5 and green 4 times 29.5 (pixel centres).
    const [red, green, blue] = at(100, 80);
    expect(Math.abs(red - 3 * 39.75)).toBeLessThan(2);
    expect(Math.abs(green - 4 * 29.75)).toBeLessThan(2);
    expect(blue).toBe(50);
    expect(at(2, 2)).toEqual([128, 128, 128]);
  });
});
