import fc from "fast-check";
import { inv, multiply, type Matrix } from "mathjs";
import { describe, expect, it } from "vitest";
import { askPhotoMeasure, isRefusal } from "../../contract";
import { cameraOver } from "../../tests/photo/photograph";
import { seededRandom } from "..";
import { photoMeasure, toPicture, type PhotoInput, type Pixel } from ".";

const target = { widthMm: 260, heightMm: 180 };
const image = { widthPx: 4000, heightPx: 3000 };

/** A pinhole camera over the sheet's middle. */
const camera = (tiltDeg: number, turnDeg: number, distanceMm: number, focalPx: number) =>
  cameraOver({ xMm: 130, yMm: 90 }, { tiltDeg, turnDeg, distanceMm, focalPx, ...image });
const cornersBy = (see: ReturnType<typeof camera>): Pixel[] => [see(0, 0), see(260, 0), see(260, 180), see(0, 180)];
const ask = (see: ReturnType<typeof camera>, change: Partial<PhotoInput> = {}): PhotoInput => ({
  target,
  corners: cornersBy(see),
  points: [
    { name: "a", ...see(40, 30), heightMm: 0 },
    { name: "b", ...see(200, 150), heightMm: 0 },
  ],
  pickPx: 1,
  cornerPx: 0.5,
  lengths: [{ from: "a", to: "b" }],
  k: 2,
  ...change,
});

describe("photoMeasure", () => {
  it("finds places back from any pose, raised ones too with the focal length", () => {
    const any = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        any(-45, 45),
        any(-60, 60),
        any(600, 1500),
        any(1500, 5000),
        any(-40, 120),
        (tilt, turn, far, f, h) => {
          const see = camera(tilt, turn, far, f);
          const points = [
            { name: "a", ...see(40, 30, h), heightMm: h },
            { name: "b", ...see(300, -20, h), heightMm: h },
          ];
          const out = photoMeasure(ask(see, { points, image, focalPx: f }));
          expect(out.points[0]).toMatchObject({ xMm: expect.closeTo(40, 5), yMm: expect.closeTo(30, 5) });
          expect(out.lengths[0].mm).toBeCloseTo(Math.hypot(260, 50), 5);
          expect(out.tiltDeg).toBeCloseTo(Math.abs(tilt), 4);
          expect(out.cameraHeightMm).toBeCloseTo(far * Math.cos((tilt * Math.PI) / 180), 4);
        },
      ),
      { numRuns: 80 },
    );
  });

  it("has the homography that four equations give, by the matrices of mathjs", () => {
    const see = camera(25, -20, 900, 2800);
    const corners = cornersBy(see);
    const places = [
      [0, 0],
      [260, 0],
      [260, 180],
      [0, 180],
    ];
    const rows = corners.flatMap(({ xPx, yPx }, i) => {
      const [x, y] = places[i];
      return [
        [x, y, 1, 0, 0, 0, -xPx * x, -xPx * y],
        [0, 0, 0, x, y, 1, -yPx * x, -yPx * y],
      ];
    });
    const solved = multiply(
      inv(rows),
      corners.flatMap((c) => [c.xPx, c.yPx]),
    ) as unknown as Matrix | number[];
    const list = (Array.isArray(solved) ? solved : solved.toArray()) as number[];
    const own = toPicture(corners, 260, 180);
    list.forEach((v, i) => expect(own[i] / v).toBeCloseTo(1, 7));
  });

  it("says the doubt that drawing corners and picks many times gives", () => {
    const see = camera(20, 10, 900, 2800);
    const exact = ask(see);
    const random = seededRandom(99);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const off = <P extends Pixel>(p: P, u: number): P => ({
      ...p,
      xPx: p.xPx + u * normal(),
      yPx: p.yPx + u * normal(),
    });
    const lengths = Array.from({ length: 6000 }, () => {
      const corners = exact.corners.map((c) => off(c, 0.5));
      const points = exact.points.map((p) => off(p, 1));
      return photoMeasure({ ...exact, corners, points, pickPx: 0, cornerPx: 0 }).lengths[0].mm;
    });
    const mean = lengths.reduce((a, b) => a + b, 0) / lengths.length;
    const spread = Math.sqrt(lengths.reduce((sum, l) => sum + (l - mean) ** 2, 0) / (lengths.length - 1));
    const ratio = photoMeasure(exact).lengths[0].standard / spread;
    expect(ratio).toBeGreaterThan(0.95);
    expect(ratio).toBeLessThan(1.05);
  });

  it("keeps the ratio of two parts lying equally high when heights cannot be put right", () => {
    const see = camera(0, 30, 1000, 2800);
    const points = ["pivot", "knob", "pin"].map((name, i) => ({
      name,
      ...see(100 + [0, 120, -60][i], 90, 50),
      heightMm: 0,
    }));
    const out = photoMeasure(
      ask(see, {
        points,
        lengths: [
          { from: "pivot", to: "knob" },
          { from: "pivot", to: "pin" },
        ],
      }),
    );
    expect(out.lengths[0].mm).toBeCloseTo(120 * (1000 / 950), 6);
    expect(out.lengths[0].mm / out.lengths[1].mm).toBeCloseTo(2, 9);
    expect(out.notices.map((n) => n.code)).toEqual(["heightIgnored"]);
  });

  it.each([
    ["corners", (see: ReturnType<typeof camera>) => ({ corners: [...cornersBy(see)].reverse() })],
    ["corners", () => ({ corners: [0, 1, 2, 3].map((i) => ({ xPx: i * 10, yPx: i * 10 })) })],
    ["points[0]", () => ({ points: [{ name: "sky", xPx: 2000, yPx: 90000 }] })],
    ["focalPx", (see: ReturnType<typeof camera>) => ({ image, points: [{ name: "a", ...see(1, 1), heightMm: 5 }] })],
    [
      "points[0].heightMm",
      (see: ReturnType<typeof camera>) => ({
        image,
        focalPx: 2800,
        target: { widthMm: 26, heightMm: 18 },
        points: [{ name: "a", ...see(1, 1), heightMm: 400 }],
        lengths: [],
      }),
    ],
    ["known.to", () => ({ known: { from: "a", to: "x", mm: 3 } })],
  ])("refuses at %s", (field, change) => {
    const see = camera(40, 10, 900, 2800);
    const out = askPhotoMeasure({ ...ask(see), ...change(see) });
    expect(isRefusal(out) && out.error.field).toBe(field);
  });
});
