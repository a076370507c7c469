import {
  clearance,
  gatedLinkage,
  lever,
  notch,
  packsToSearch,
  shims,
  type ClearanceInput,
  type GatedInput,
  type NotchInput,
  type Obstacle,
} from "../core";
import { microseconds, type Figure } from "./report";
import { outline } from "../tests/core/questions";

const obstacles: Obstacle[] = [
  { name: "prop shaft", kind: "segment", from: { xMm: 350, zMm: -112 }, to: { xMm: -600, zMm: -142 }, halfWidthMm: 33 },
  { name: "coupling", kind: "circle", xMm: 70, zMm: -150, radiusMm: 58 },
  { name: "crossmember", kind: "circle", xMm: -160, zMm: -120, radiusMm: 20 },
  {
    name: "console",
    kind: "polygon",
    points: outline([90, 60], [400, 60], [400, 90], [90, 90]),
  },
  { name: "seat edge", kind: "segment", from: { xMm: -210, zMm: 120 }, to: { xMm: -320, zMm: 180 }, halfWidthMm: 20 },
  { name: "dash", kind: "circle", xMm: 190, zMm: 300, radiusMm: 15 },
];

const input: ClearanceInput = {
  gearbox: {
    gears: ["1", "2", "3", "4", "5", "R"].map((gear, i) => ({
      gear,
      column: String(i >> 1),
      travelMm: i % 2 ? -9 : 9,
    })),
  },
  lever: {
    knob: { xMm: -40, zMm: 260 },
    pin: { xMm: -12, zMm: -64 },
    drive: { kind: "rod", joint: { xMm: 410, zMm: -85 }, axisDeg: -3 },
    cross: {},
  },
  body: { shaftRadiusMm: 7, knobRadiusMm: 24, tailDepthMm: 82, tailRadiusMm: 11 },
  obstacles,
};

/** Looks over the sweep for the accuracy of a thousandth of a millimetre at a reach of 260 mm: the floor. */
function denseLooks(i: ClearanceInput): number {
  const { fromDeg, toDeg } = clearance({ ...i, obstacles: i.obstacles.slice(0, 1) });
  return Math.ceil((((toDeg - fromDeg) * Math.PI) / 180) * 260 * 1000);
}

/** Distance of a turning point from a fixed one, as cheap as one look can be. */
function denseSweep(looks: number): number {
  let least = Infinity;
  for (let o = 0; o < obstacles.length * 3; o++) {
    for (let k = 0; k < looks; k++) {
      const t = -0.15 + (0.3 * k) / looks;
      const [x, z] = [260 * Math.cos(t) - 70, 260 * Math.sin(t) - 150 - o];
      const d = x * x + z * z;
      if (d < least) least = d;
    }
  }
  return Math.sqrt(least);
}

export function linkageFigures(): Figure[] {
  const one = microseconds(() => void clearance(input), 300) / 1000;
  const looks = denseLooks(input);
  const dense = microseconds(() => void denseSweep(looks), 1, 3) / 1000;
  const notches: NotchInput = {
    ...input,
    notchesMm: Array.from({ length: 20 }, (_, i) => i * 2 - 8),
    limits: { minGapMm: 2, maxEffortFactor: 2, minThrowMm: 40, maxReductionPct: 50 },
    rodAdjusted: false,
  };
  const twenty = microseconds(() => void notch(notches), 20, 5) / 1000;
  const names = ["P", "R", "N", "D", "2", "1"];
  const gated: GatedInput = {
    shifter: {
      pivot: { xMm: 0, zMm: 0 },
      armMm: [38, 44, 50, 57, 64, 70],
      positions: names.map((name, i) => ({ name, deg: 240 + 8 * i })),
    },
    gearbox: {
      pivot: { xMm: 480, zMm: 90 },
      armMm: [48, 54, 60, 66, 72, 80],
      detents: names.map((name, i) => ({ name, deg: 215 + 9 * i })),
      captureDeg: 2.5,
    },
    rodMm: { min: 350, max: 700 },
    branch: "auto",
  };
  const holes = microseconds(() => void gatedLinkage(gated), 3, 5) / 1000;
  const stock = Array.from({ length: 26 }, (_, i) => ({ thicknessMm: 0.05 + i * 0.037, count: 9, name: String(i) }));
  const pieces = 6;
  const packs = microseconds(
    () => void shims({ gapMm: 4.4, targetMm: 0.3, mode: "lift", stock, maxPieces: pieces }),
    1,
    3,
  );
  const solve = microseconds(() => void lever(input), 500) / 1000;
  return [
    { what: "clearance of one lever and 6 obstacles", value: one, unit: "ms", limit: 2 },
    {
      what: `the same by dense sampling to 0.001 mm (${looks} looks), as a part of it`,
      value: one,
      unit: "ms",
      floor: dense,
      limit: 1 / 20,
    },
    { what: "notch, 20 notches", value: twenty, unit: "ms", limit: 30 },
    { what: "notch, 20 notches, against dense sampling", value: twenty, unit: "ms", floor: dense * 20, limit: 1 / 20 },
    { what: "gated linkage, 6 x 6 holes", value: holes, unit: "ms", limit: 100 },
    { what: `shims, ${packsToSearch(stock.length, pieces)} packs`, value: packs / 1000, unit: "ms", limit: 1000 },
    { what: "clearance against its own lever answer", value: one, unit: "ms", floor: solve, limit: 50 },
  ];
}
