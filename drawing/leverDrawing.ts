import type makerjs from "makerjs";
import { formatNumber, type Point } from "../core";
import { CALIBRATION_MM } from "./floorTemplate";
import { drawingTools } from "./load";
import { fullSize } from "./pdf";

/** A lever to be made: where knob and pin stand from the pivot, mm, x forward and z up. */
export interface LeverToMake {
  name: string;
  /** Its figures rest on a lever that nobody measured: the drawing says so. */
  estimated?: boolean;
  knob: Point;
  pin: Point;
}

/** Radii of the three circles, and what the dimensions beside them take, mm. */
const DRAWN_MM = { pivot: 8, pin: 5, knob: 20, arrow: 3, beside: 34, words: 7 };

type Line = readonly [from: [number, number], to: [number, number]];

/** A line end in a name would begin a new record in the file: control characters become spaces. */
const oneLine = (text: string): string => text.replace(/[\p{Cc}\u2028\u2029]+/gu, " ").slice(0, 60);

/** An upright dimension beside the lever, from height z1 to z2, with its figure. */
function upright(x: number, z1: number, z2: number, text: string, towards: number): { lines: Line[]; words: Word } {
  const [low, high] = z1 < z2 ? [z1, z2] : [z2, z1];
  const arrow = (z: number, sign: number): Line[] => [
    [
      [x, z],
      [x - 1.2, z + sign * DRAWN_MM.arrow],
    ],
    [
      [x, z],
      [x + 1.2, z + sign * DRAWN_MM.arrow],
    ],
  ];
  return {
    lines: [
      [
        [x, low],
        [x, high],
      ],
      ...arrow(low, 1),
      ...arrow(high, -1),
      ...[low, high].map((z): Line => [
        [x + towards * 3, z],
        [x - towards * (DRAWN_MM.beside - 12), z],
      ]),
    ],
    words: { text, x: x + towards * 16, z: (low + high) / 2 },
  };
}

/** The same level, for how far forward or rearward a point stands. */
function level(z: number, x1: number, x2: number, text: string): { lines: Line[]; words: Word } {
  const [low, high] = x1 < x2 ? [x1, x2] : [x2, x1];
  return {
    lines: [
      [
        [low, z],
        [high, z],
      ],
      [
        [low, z - 3],
        [low, z + 3],
      ],
      [
        [high, z - 3],
        [high, z + 3],
      ],
    ],
    words: { text, x: (low + high) / 2, z: z + 4 },
  };
}

interface Word {
  text: string;
  x: number;
  z: number;
}

/** Offsets under this are left undimensioned, mm. */
const STRAIGHT_MM = 0.05;

/** The side view of a lever in millimetres: centres, their distances, and what its maker has to know. */
export function leverModel({ name, estimated, knob, pin }: LeverToMake): makerjs.IModel {
  const maker = drawingTools();
  const mm = (v: number): string => formatNumber(Math.abs(v), 1);
  const dimensions = [
    upright(DRAWN_MM.beside + Math.max(0, knob.xMm), 0, knob.zMm, mm(knob.zMm), 1),
    upright(DRAWN_MM.beside + Math.max(0, pin.xMm), 0, pin.zMm, mm(pin.zMm), 1),
    ...([knob, pin] as const).flatMap((p) =>
      Math.abs(p.xMm) < STRAIGHT_MM
        ? []
        : [level(p.zMm + (p.zMm > 0 ? 30 : -14), 0, p.xMm, `${mm(p.xMm)} ${p.xMm > 0 ? "forward" : "rearward"}`)],
    ),
  ];
  const lines: Line[] = [
    ...dimensions.flatMap((d) => d.lines),
    ...[
      { x: 0, z: 0, r: DRAWN_MM.pivot },
      { x: pin.xMm, z: pin.zMm, r: DRAWN_MM.pin },
      { x: knob.xMm, z: knob.zMm, r: DRAWN_MM.knob },
    ].flatMap(({ x, z, r }): Line[] => [
      [
        [x - r - 4, z],
        [x + r + 4, z],
      ],
      [
        [x, z - r - 4],
        [x, z + r + 4],
      ],
    ]),
  ];
  const lowest = Math.min(knob.zMm, pin.zMm, 0) - 30;
  const bar: Line[] = [
    [
      [-CALIBRATION_MM / 2, lowest],
      [CALIBRATION_MM / 2, lowest],
    ],
    ...[-1, 1].map((s): Line => [
      [(s * CALIBRATION_MM) / 2, lowest - 3],
      [(s * CALIBRATION_MM) / 2, lowest + 3],
    ]),
  ];
  const notes = [
    `Measure this bar first: ${CALIBRATION_MM} mm`,
    `Lever: ${oneLine(name)}`,
    ...(estimated ? ["ESTIMATED FIGURES: measure the old lever before this one is made."] : []),
    "Side view, full size, mm. Distances of centres only; front to the right.",
    "Whoever makes it chooses material and section and answers for its strength.",
    "A changed lever may need local approval.",
  ];
  // The sheet is cut to its lines: one below the words keeps them on it.
  const foot = lowest - 8 - notes.length * DRAWN_MM.words;
  const words: Word[] = [
    ...dimensions.map((d) => d.words),
    { text: "pivot", x: -26, z: 4 },
    { text: "pin", x: pin.xMm - 22, z: pin.zMm + 4 },
    { text: "knob", x: knob.xMm - 36, z: knob.zMm + 4 },
    { text: "front", x: 70, z: 10 },
    ...notes.map((text, i) => ({ text, x: 0, z: lowest - 8 - i * DRAWN_MM.words })),
  ];
  const path = ([from, to]: Line): makerjs.IPath => new maker.paths.Line(from, to);
  const numbered = <T>(list: readonly T[], make: (item: T) => makerjs.IPath): Record<string, makerjs.IPath> =>
    Object.fromEntries(list.map((item, i) => [String(i), make(item)]));
  return {
    units: maker.unitType.Millimeter,
    models: {
      lever: {
        layer: "lever",
        paths: {
          pivot: new maker.paths.Circle([0, 0], DRAWN_MM.pivot),
          pin: new maker.paths.Circle([pin.xMm, pin.zMm], DRAWN_MM.pin),
          knob: new maker.paths.Circle([knob.xMm, knob.zMm], DRAWN_MM.knob),
          above: path([
            [0, 0],
            [knob.xMm, knob.zMm],
          ]),
          below: path([
            [0, 0],
            [pin.xMm, pin.zMm],
          ]),
        },
      },
      marks: {
        layer: "marks",
        paths: numbered(
          [
            ...lines,
            ...bar,
            [
              [-75, foot],
              [75, foot],
            ],
          ] as Line[],
          path,
        ),
      },
      front: {
        layer: "marks",
        paths: numbered(
          [
            [
              [58, 6],
              [82, 6],
            ],
            [
              [82, 6],
              [78, 8.5],
            ],
            [
              [82, 6],
              [78, 3.5],
            ],
          ] as Line[],
          path,
        ),
      },
      ...Object.fromEntries(
        words.map(({ text, x, z }, i) => [
          `words ${i}`,
          { layer: "words", caption: { text, anchor: new maker.paths.Line([x, z], [x, z]) } },
        ]),
      ),
    },
  };
}

/** The drawing at full size; the same lever gives the same bytes. */
export function leverDrawing(lever: LeverToMake): { svg: () => string; dxf: () => string; pdf: () => Buffer } {
  return fullSize(leverModel(lever), `Lever, ${oneLine(lever.name)}, full size`);
}
