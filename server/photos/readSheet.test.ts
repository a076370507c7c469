import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { askPhotoMeasure, isRefusal, type SheetSeen } from "../../contract";
import { BAR_MM, BENT_MM, measuringSheet, photoMeasure, type PhotoInput, type SheetKind } from "../../core";
import { measuringSheetSvg } from "../../drawing";
import { photograph, type Pose, type Spoilt } from "../../tests/photo/photograph";
import { flatPicture, readSheet } from "./readSheet";

const SIZE = { widthPx: 2000, heightPx: 1500, focalPx: 1900 };

/** A picture of a sheet, its longer side over most of the frame. */
function taken(kind: SheetKind, pose: Partial<Pose> = {}, spoilt: Spoilt = {}, svg = measuringSheetSvg(kind)) {
  const sheet = measuringSheet(kind);
  const usual = { tiltDeg: 18, turnDeg: 12, distanceMm: 1.35 * sheet.widthMm, ...SIZE };
  return photograph(svg, { ...sheet, borderMm: 10 }, { ...usual, ...pose }, spoilt);
}

/** The sheet with something white laid over the marks of these corners. */
function covered(kind: SheetKind, ...corners: number[]): string {
  const boxes = corners.map((c) => {
    const { xMm, yMm } = measuringSheet(kind).marks[c].frame;
    return `<rect x="${xMm - 2}" y="${yMm - 2}" width="36" height="36" fill="#ddd"/>`;
  });
  return measuringSheetSvg(kind).replace("</svg>", `${boxes.join("")}</svg>`);
}

const found = (seen: SheetSeen): SheetSeen & { ok: true } => {
  if (!seen.ok) throw new Error(`not found: ${seen.why}`);
  return seen;
};

const between = (
  sheet: { widthMm: number; heightMm: number },
  seen: SheetSeen & { ok: true },
): Partial<PhotoInput> => ({
  target: { widthMm: sheet.widthMm, heightMm: sheet.heightMm },
  corners: seen.corners,
  pickPx: 1,
  cornerPx: 0.5,
  k: 2,
});

describe("the measuring sheet in a photograph of known pose and lens", () => {
  it.each<[SheetKind, Partial<Pose>, Spoilt]>([
    ["A4", {}, {}],
    ["A4", { tiltDeg: 32, turnDeg: 195 }, { noise: 10, blurPx: 1.2 }],
    ["A3", { tiltDeg: 8, turnDeg: -35, distanceMm: 640 }, { noise: 6 }],
    ["Letter", { tiltDeg: 25, turnDeg: 90, distanceMm: 520 }, { blurPx: 1.6 }],
    ["A4x2", { tiltDeg: 6, turnDeg: 3 }, { noise: 4 }],
  ])("is found, turned any way, with noise and blur: %s %o %o", async (kind, pose, spoilt) => {
    const sheet = measuringSheet(kind);
    const { jpeg, see } = await taken(kind, pose, spoilt);
    const seen = found(await readSheet(jpeg));
    expect(seen).toMatchObject({ kind, noCamera: false, seen: [true, true, true, true], ...{ widthPx: 2000 } });
    const truth = [see(0, 0), see(sheet.widthMm, 0), see(sheet.widthMm, sheet.heightMm), see(0, sheet.heightMm)];
    truth.forEach((p, i) => {
      expect(Math.hypot(p.xPx - seen.corners[i].xPx, p.yPx - seen.corners[i].yPx)).toBeLessThan(0.6);
    });
    expect(seen.offFlatMm).toBeLessThan(BENT_MM / 2);
    const points = [
      { name: "a", ...see(40, 60), heightMm: 0 },
      { name: "b", ...see(220, 120), heightMm: 0 },
      { name: "from", ...seen.bars[0].from, heightMm: 0 },
      { name: "to", ...seen.bars[0].to, heightMm: 0 },
    ];
    const out = photoMeasure({
      ...between(sheet, seen),
      points,
      lengths: [{ from: "a", to: "b" }],
      known: { from: "from", to: "to", mm: BAR_MM },
    } as PhotoInput);
    expect(Math.abs(out.lengths[0].mm - Math.hypot(180, 60))).toBeLessThan(0.4);
    expect(out.known?.agrees).toBe(true);
  });

  it("measures what lies above the sheet by the lens, and keeps the ratio of two equally high without it", async () => {
    const sheet = measuringSheet("A4");
    const { jpeg, see } = await taken("A4");
    const seen = found(await readSheet(jpeg));
    const points = [
      { name: "pivot", ...see(120, 70, 12), heightMm: 12 },
      { name: "pin", ...see(50, 70, 12), heightMm: 12 },
      { name: "knob", ...see(250, 90, 12), heightMm: 12 },
    ];
    const lengths = [
      { from: "pivot", to: "pin" },
      { from: "pivot", to: "knob" },
    ];
    const asked = { ...between(sheet, seen), points, lengths } as PhotoInput;
    const { widthPx, heightPx, focalPx } = SIZE;
    const right = photoMeasure({ ...asked, image: { widthPx, heightPx }, focalPx });
    expect(Math.abs(right.lengths[0].mm - 70)).toBeLessThan(0.5);
    expect(Math.abs(right.lengths[1].mm - Math.hypot(130, 20))).toBeLessThan(0.5);
    expect(Math.abs((right.tiltDeg ?? 0) - 18)).toBeLessThan(0.5);
    const plain = photoMeasure(asked);
    expect(plain.lengths[0].mm).toBeGreaterThan(71);
    expect(plain.lengths[1].mm / plain.lengths[0].mm).toBeCloseTo(Math.hypot(130, 20) / 70, 2);
  });

  it("with a mark covered: its corner is worked out from the frames of the others", async () => {
    const sheet = measuringSheet("A4");
    const { jpeg, see } = await taken("A4", {}, {}, covered("A4", 2));
    const seen = found(await readSheet(jpeg));
    expect(seen.seen).toEqual([true, true, false, true]);
    const truth = see(sheet.widthMm, sheet.heightMm);
    expect(Math.hypot(truth.xPx - seen.corners[2].xPx, truth.yPx - seen.corners[2].yPx)).toBeLessThan(4);
  });

  it("bent, it says how far from flat it lies", async () => {
    const { jpeg } = await taken("A4", { tiltDeg: 4, turnDeg: 0 }, { bentMm: 14 });
    expect(found(await readSheet(jpeg)).offFlatMm).toBeGreaterThan(BENT_MM);
  });

  it("seen in a mirror it is refused, and its corners with it", async () => {
    const { jpeg, see } = await taken("A4", {}, { mirrored: true });
    expect(await readSheet(jpeg)).toMatchObject({ ok: false, why: "mirrored" });
    const at = (x: number, y: number) => ({ xPx: SIZE.widthPx - see(x, y).xPx, yPx: see(x, y).yPx });
    const { widthMm, heightMm } = measuringSheet("A4");
    const out = askPhotoMeasure({
      target: { widthMm, heightMm },
      corners: [at(0, 0), at(widthMm, 0), at(widthMm, heightMm), at(0, heightMm)],
      points: [{ name: "a", ...at(10, 10) }],
    });
    expect(isRefusal(out) && out.error.field).toBe("corners");
  });

  it("says why it cannot place it: one mark, two, none, marks of two sheets", async () => {
    const why = async (svg: string) => readSheet((await taken("A4", {}, {}, svg)).jpeg);
    expect(await why(covered("A4", 0, 1, 3))).toMatchObject({ ok: false, why: "few", marks: [3] });
    expect(await why(covered("A4", 0, 2))).toMatchObject({ ok: false, why: "few", marks: [2, 4] });
    expect(await why(covered("A4", 0, 1, 2, 3))).toMatchObject({ ok: false, why: "none", marks: [] });
    const other = measuringSheetSvg("A3")
      .replace("<svg ", '<svg x="60" y="45" ')
      .replace(/width="[\d.]+mm" height="[\d.]+mm"/, 'width="150" height="106"');
    expect(await why(covered("A4").replace("</svg>", `${other}</svg>`))).toMatchObject({ ok: false, why: "mixed" });
  });

  it("a picture of the file itself is no photograph", async () => {
    const png = await sharp(Buffer.from(measuringSheetSvg("A4")), { density: 200 })
      .png()
      .toBuffer();
    expect(found(await readSheet(png)).noCamera).toBe(true);
  });

  it("is laid flat at true scale", async () => {
    const { jpeg } = await taken("A4", { tiltDeg: 30, turnDeg: 20 });
    const { corners } = found(await readSheet(jpeg));
    const flat = await flatPicture(jpeg, corners, "A4");
    const again = found(await readSheet(Buffer.from(flat)));
    // 8 pixels a mm, 10 mm of border.
    const { widthMm, heightMm } = measuringSheet("A4");
    const [first, , third] = again.corners;
    expect(Math.hypot(first.xPx - 80, first.yPx - 80)).toBeLessThan(1);
    expect(Math.hypot(third.xPx - 80 - 8 * widthMm, third.yPx - 80 - 8 * heightMm)).toBeLessThan(1);
    expect([again.widthPx, again.heightPx]).toEqual([8 * (widthMm + 20), 8 * (heightMm + 20)]);
  });
});
