import { describe, expect, it } from "vitest";
import { isRefusal, type SheetPhoto } from "../../contract";
import { measuringSheet, photoFigure, seededRandom, type SheetPoint } from "../../core";
import { PARENT, record } from "../../tests/domain/records";
import { cameraOver } from "../../tests/photo/photograph";
import {
  angleBetween,
  barIn,
  circleDiameter,
  figuresIn,
  leverFrom,
  leversIn,
  measured,
  pictureUnder,
  pointKey,
  printedSize,
  sceneIn,
  sheetFrame,
} from ".";

const size = { widthPx: 3000, heightPx: 2250 };
const sheet = measuringSheet("A3");
const pose = { tiltDeg: 14, turnDeg: 8, distanceMm: 700, focalPx: 2500, ...size };
const see = cameraOver({ xMm: sheet.widthMm / 2, yMm: sheet.heightMm / 2 }, pose);
const corners = [see(0, 0), see(sheet.widthMm, 0), see(sheet.widthMm, sheet.heightMm), see(0, sheet.heightMm)];
const at = (part: "old" | "new" | "other", name: string, x: number, y: number, h = 0) => ({
  part,
  name,
  ...see(x, y, h),
  offPx: 1,
});
/** Old: pin 70, knob 205 from the pivot; new: pin 90, knob 190; both along the sheet. */
const levers = (h = 0) => [
  at("old", "pivot", 130, 90, h),
  at("old", "pin", 60, 90, h),
  at("old", "knob", 335, 90, h),
  at("new", "pivot", 130, 190, h),
  at("new", "pin", 40, 190, h),
  at("new", "knob", 320, 190, h),
];
const taken = (data: Partial<SheetPhoto> = {}): SheetPhoto =>
  record("sheetPhoto", { jobId: PARENT, photoId: PARENT, sheet: "A3", corners, points: levers(), ...data });

describe("two levers in a picture", () => {
  it("give pin, knob, ratio and reduction as they lie there", () => {
    const out = leversIn(taken(), size);
    expect(out.old.pinMm?.value).toBeCloseTo(70, 6);
    expect(out.new.knobMm?.value).toBeCloseTo(190, 6);
    expect(out.pinRatio?.value).toBeCloseTo(90 / 70, 6);
    // Straight lever, direct drive: 1 - (190 / 90) / (205 / 70).
    expect(out.reductionPct?.value).toBeCloseTo(100 * (1 - 190 / 90 / (205 / 70)), 6);
    expect(out.most).toMatchObject({ part: "old", name: "pin" });
    expect(out.most!.expandedByCalliper).toBeLessThan(out.reductionPct!.expanded);
  });

  it("the doubt about the reduction is what clicking many times gives", () => {
    const exact = taken();
    const random = seededRandom(8);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const values = Array.from({ length: 1500 }, () => {
      const off = <P extends { xPx: number; yPx: number }>(p: P, u: number): P => ({
        ...p,
        xPx: p.xPx + u * normal(),
        yPx: p.yPx + u * normal(),
      });
      const once = { corners: exact.corners.map((c) => off(c, 0.5)), points: exact.points.map((p) => off(p, 1)) };
      return leversIn(taken(once), size).reductionPct!.value;
    });
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    const spread = Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / (values.length - 1));
    expect(leversIn(exact, size).reductionPct!.expanded / 2 / spread).toBeGreaterThan(0.92);
    expect(leversIn(exact, size).reductionPct!.expanded / 2 / spread).toBeLessThan(1.08);
  });

  it("say only what their points allow", () => {
    const out = leversIn(taken({ points: levers().slice(0, 2) }), size);
    expect(out.old).toMatchObject({ pinMm: { value: expect.closeTo(70, 6) }, knobMm: null, ratio: null });
    expect([out.new.pinMm, out.pinRatio, out.reductionPct, out.most]).toEqual([null, null, null, null]);
    expect(leversIn(taken({ corners: [] }), size).old.pinMm).toBeNull();
    expect(measured(taken({ points: [] }), size)).toBeNull();
  });

  it("above the sheet are put right by the lens; without it the ratios stay", () => {
    const high = { points: levers(15), heights: { old: 15, new: 15, other: 0 } };
    const focal35Mm = (2500 * 36) / 3000;
    expect(leversIn(taken({ ...high, focal35Mm }), size).old.pinMm?.value).toBeCloseTo(70, 4);
    const plain = leversIn(taken(high), size);
    expect(plain.old.pinMm!.value).toBeGreaterThan(71);
    expect(plain.reductionPct!.value).toBeCloseTo(100 * (1 - 190 / 90 / (205 / 70)), 1);
  });

  it("of a sheet printed small are as much smaller, and the bar agrees again", () => {
    const printed = taken({ barMm: 97 });
    expect(printedSize(printed).widthMm).toBeCloseTo(0.97 * sheet.widthMm, 9);
    expect(leversIn(printed, size).old.pinMm?.value).toBeCloseTo(0.97 * 70, 6);
    const [{ from, to }] = sheet.bars;
    const ends = { from: see(from.xMm, from.yMm + 3), to: see(to.xMm + 6, to.yMm + 3) };
    expect(barIn(printed, size, ends)).toMatchObject({ measuredMm: expect.closeTo(97, 6), agrees: true });
    expect(barIn(taken(), size, { ...ends, to: see(to.xMm + 9, to.yMm + 3) })).toMatchObject({ agrees: false });
  });
});

describe("a lever of a picture on the bench", () => {
  const places = (record: SheetPhoto): Record<string, SheetPoint> => {
    const out = measured(record, size);
    if (!out || isRefusal(out)) throw new Error("refused");
    return Object.fromEntries(out.points.map((p) => [p.name, p]));
  };

  it("stands upright, or leans as the old one does", () => {
    const upright = leverFrom(places(taken()), "old", "left", { knob: { xMm: 0, zMm: 300 } });
    expect(upright).toEqual({ knob: { xMm: 0, zMm: 205 }, pin: { xMm: 0, zMm: -70 } });
    const leaning = leverFrom(places(taken()), "old", "left", { knob: { xMm: 30, zMm: 300 } })!;
    expect(leaning.knob.xMm / leaning.knob.zMm).toBeCloseTo(0.1, 3);
    expect(Math.hypot(leaning.pin.xMm, leaning.pin.zMm)).toBeCloseTo(70, 1);
  });

  it("has its offset on the side that points forward", () => {
    // The knob lies to the right of the pivot: with it up, what lies above on the sheet is to its left.
    const points = levers().map((p) => (p.part === "old" && p.name === "pin" ? at("old", "pin", 60, 80) : p));
    const like = { knob: { xMm: 0, zMm: 300 } };
    expect(leverFrom(places(taken({ points })), "old", "left", like)?.pin).toEqual({ xMm: 10, zMm: -70 });
    expect(leverFrom(places(taken({ points })), "old", "right", like)?.pin).toEqual({ xMm: -10, zMm: -70 });
    expect(leverFrom({}, "old", "left", like)).toBeNull();
  });
});

describe("further figures of a picture", () => {
  it("circle through holes, by three of a known triangle and by four on a circle", () => {
    // Circumscribed circle of a 30, 40, 50 right triangle: its longest side.
    const triangle = [
      { xMm: 0, yMm: 0 },
      { xMm: 30, yMm: 0 },
      { xMm: 0, yMm: 40 },
    ];
    expect(circleDiameter(triangle)).toBeCloseTo(50, 9);
    const four = [10, 95, 200, 290].map((deg) => ({
      xMm: 7 + 32 * Math.cos((deg * Math.PI) / 180),
      yMm: -4 + 32 * Math.sin((deg * Math.PI) / 180),
    }));
    expect(circleDiameter(four)).toBeCloseTo(64, 9);
  });

  it("angle between a shaft and a level, whichever end was clicked first", () => {
    const line = (deg: number, turned = false): SheetPoint[] => {
      const ends = [
        { xMm: 0, yMm: 0 },
        { xMm: 100 * Math.cos((deg * Math.PI) / 180), yMm: 100 * Math.sin((deg * Math.PI) / 180) },
      ];
      return turned ? ends.reverse() : ends;
    };
    expect(angleBetween([...line(0), ...line(4.2)])).toBeCloseTo(4.2, 9);
    expect(angleBetween([...line(0, true), ...line(4.2)])).toBeCloseTo(4.2, 9);
    expect(angleBetween([...line(2), ...line(-88)])).toBeCloseTo(90, 9);
  });

  it("wait until all their points are there, and carry their doubt", () => {
    const figures = [{ kind: "length" as const, name: "height", count: 2 }];
    const points = [at("other", "height 1", 50, 50), at("other", "height 2", 50, 170)];
    const out = figuresIn(taken({ figures, points }), size)[0];
    expect(out?.value).toBeCloseTo(120, 6);
    expect(out?.expanded).toBeGreaterThan(0.1);
    expect(figuresIn(taken({ figures, points: points.slice(1) }), size)).toEqual([null]);
    expect(figuresIn(taken({ figures, points: [points[0], { ...points[0], name: "height 2" }] }), size)[0]?.value).toBe(
      0,
    );
  });

  it("a length has the doubt photoMeasure says", () => {
    const points = [at("other", "h 1", 50, 50), at("other", "h 2", 250, 170)];
    const record = taken({ points });
    const out = measured(record, size, { lengths: [{ from: "other h 1", to: "other h 2" }] });
    if (!out || isRefusal(out)) throw new Error("refused");
    const own = photoFigure(sceneIn(record, size)!, ([a, b]) => Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm));
    expect(own.standard / out.lengths[0].standard).toBeCloseTo(1, 5);
    expect(own.shares.points.reduce((a, b) => a + b, own.shares.corners)).toBeCloseTo(1, 9);
  });

  it("places go to the picture and back", () => {
    const { toPixel, toPlace } = sheetFrame(taken());
    const back = toPlace(toPixel({ xMm: 33, yMm: 44 }));
    expect(back.xMm).toBeCloseTo(33, 6);
    expect(back.yMm).toBeCloseTo(44, 6);
    expect(pointKey("old", "pin")).toBe("old pin");
  });
});

describe("the picture under the drawing", () => {
  const like = { knob: { xMm: 0, zMm: 205 } };

  it("lies pivot on pivot, knob along knob, at true scale", () => {
    const under = pictureUnder(taken(), size, "old", like)!;
    const at = (x: number, y: number) => under.toFrame({ xMm: x, yMm: y });
    expect(at(130, 90)).toMatchObject({ xMm: expect.closeTo(0, 6), zMm: expect.closeTo(0, 6) });
    expect(at(335, 90)).toMatchObject({ xMm: expect.closeTo(0, 6), zMm: expect.closeTo(205, 6) });
    // Above the lever on the sheet is forward, its front to the left with the knob up.
    expect(at(130, 80)).toMatchObject({ xMm: expect.closeTo(10, 6), zMm: expect.closeTo(0, 6) });
    const other = pictureUnder(taken({ front: "right" }), size, "old", like)!;
    expect(other.toFrame({ xMm: 130, yMm: 80 }).xMm).toBeCloseTo(-10, 6);
    // The band runs from beyond the pin to beyond the knob.
    expect(Math.min(...under.band.map((p) => p.xMm))).toBeLessThan(60);
    expect(Math.max(...under.band.map((p) => p.xMm))).toBeGreaterThan(335);
  });

  it("of a lever above the sheet is drawn back to its size by the lens, and leans as its lever does", () => {
    const high = { points: levers(15), heights: { old: 15, new: 15, other: 0 }, focal35Mm: (2500 * 36) / 3000 };
    const under = pictureUnder(taken(high), size, "old", { knob: { xMm: 30, zMm: 300 } })!;
    const { toPlace } = sheetFrame(taken());
    const knob = under.toFrame(toPlace(see(335, 90, 15)));
    expect(Math.hypot(knob.xMm, knob.zMm)).toBeCloseTo(205, 3);
    expect(knob.xMm / knob.zMm).toBeCloseTo(0.1, 6);
  });

  it("is not there without pivot and knob, or corners", () => {
    expect(pictureUnder(taken({ points: levers().slice(0, 2) }), size, "old", like)).toBeNull();
    expect(pictureUnder(taken({ corners: [] }), size, "old", like)).toBeNull();
  });
});
