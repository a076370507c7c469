import { describe, expect, it } from "vitest";
import {
  acrossGears,
  dominantPeak,
  levelChanges,
  match,
  orders,
  repeatabilityDb,
  sourceLevels,
  spectrum,
  rotatingSources,
  type DriveTrain,
} from "../index";

const drive: DriveTrain = {
  layout: "northSouth",
  finalDrive: 4.3,
  transferRatio: 1,
  ratios: [
    { gear: "4", ratio: 1 },
    { gear: "5", ratio: 0.79 },
  ],
  tyre: { size: "195/70R15", rollingFactor: 0.97 },
  cylinders: 4,
  strokes: 4,
  halfShaftJoint: "none",
  propShaft: true,
  accessories: [{ name: "fan", ratio: 1.15 }],
};

const hzOf = (gear: string | null, id: string, engineRpm: number | null = null): number | undefined => {
  const turns = rotatingSources(drive, { gear, speedKmh: 70, engineRpm });
  return turns.ok ? turns.sources.find((s) => s.id === id)?.hz : undefined;
};

describe("what turns", () => {
  // By hand: 195/70R15 is 381 + 273 mm across, rolls 1992.9 mm; 70 km/h is 585.4 rpm of the wheel, 2517 of the shaft.
  it("is as reckoned by hand from tyre, final drive and gear", () => {
    expect(hzOf("5", "wheel1")).toBeCloseTo(585.4 / 60, 2);
    expect(hzOf("5", "prop2")).toBeCloseTo((2 * 2517.3) / 60, 1);
    expect(hzOf("5", "engineFiring")).toBeCloseTo((2 * 2517.3 * 0.79) / 60, 1);
    // In direct gear the shaft turns as the engine does.
    expect(hzOf("4", "engineFiring")).toBeCloseTo(hzOf("4", "prop2") ?? 0, 9);
  });

  it("in gear is what the orders model says, less the joints a live axle has not", () => {
    const { layout, finalDrive, transferRatio, tyre, cylinders, strokes, propShaft, accessories } = drive;
    const rest = { layout, finalDrive, transferRatio, tyre, cylinders, strokes, propShaft, accessories };
    const all = orders({ ...rest, halfShaftJoint: "tripod", speedKmh: 70, gearRatio: 0.79 });
    const turns = rotatingSources(drive, { gear: "5", speedKmh: 70, engineRpm: null });
    expect(turns.ok && turns.sources).toEqual(all.sources.filter((s) => s.of !== "halfShaft"));
  });

  it("out of gear, engine and road each go their own way; standing, only the engine's are left", () => {
    const coasting = rotatingSources(drive, { gear: null, speedKmh: 70, engineRpm: 750 });
    expect(coasting.ok && coasting.sources.map((s) => s.id)).toEqual([
      "engineHalf",
      "engine1",
      "engineFiring",
      "accessory:fan",
      "prop1",
      "prop2",
      "wheel1",
      "wheel2",
    ]);
    expect(hzOf(null, "prop2", 750)).toBeCloseTo(hzOf("5", "prop2") ?? 0, 9);
    // By hand: 4 / 2 firings per revolution at 750 / 60 = 12.5 Hz is 25.0 Hz.
    expect(hzOf(null, "engineFiring", 750)).toBeCloseTo(25, 9);
    const still = rotatingSources(drive, { gear: null, speedKmh: null, engineRpm: 750 });
    expect(still.ok && still.sources.map((s) => s.of)).toEqual(["engine", "engine", "engine", "engine"]);
  });

  it("says what it lacks", () => {
    const lacks = (gear: string | null, speedKmh: number | null): string => {
      const t = rotatingSources(drive, { gear, speedKmh, engineRpm: null });
      return t.ok ? "" : t.lacks;
    };
    expect(lacks("6", 70)).toBe("the ratio of gear 6");
    expect(lacks("5", null)).toBe("a road speed or an engine speed");
  });

  it("notices a gear that engine and road speed do not agree with", () => {
    const slips = rotatingSources(drive, { gear: "4", speedKmh: 70, engineRpm: 2800 });
    expect(slips.ok && slips.notes.join()).toContain("it slips, or it is another gear");
  });
});

const RATE = 1024;
/** Lines over even noise from a plain linear congruence (Numerical Recipes' constants), the same every time. */
function shake(lines: [hz: number, size: number][], count = 12 * RATE, noise = 0.01, seed = 7): Float64Array {
  let state = seed;
  return Float64Array.from({ length: count }, (_, i) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const even = state / 2 ** 31 - 1;
    return lines.reduce((a, [hz, size]) => a + size * Math.sin((2 * Math.PI * hz * i) / RATE), noise * even);
  });
}
const spectrumOf = (samples: Float64Array) =>
  spectrum({ samples, rateHz: RATE, channels: 1 }, { minRatio: 0.01, maxPeaks: 20, orders: [] });

describe("levels of the sources", () => {
  const sources = [
    { id: "a", hz: 40 },
    { id: "b", hz: 83.9 },
    { id: "c", hz: 150 },
  ];

  it("read a line's amplitude wherever it falls between the bins, and find nothing where nothing is", () => {
    const s = spectrumOf(
      shake([
        [84.13, 0.57],
        [40.02, 0.1],
      ]),
    );
    const levels = sourceLevels(s.amplitude, s.binHz, sources);
    // Within 0.5 % of the amplitude anywhere between bins: the flat-top window of a calibrated analyser, from memory.
    expect(levels[1].amplitude / 0.57).toBeGreaterThan(0.99);
    expect(levels[1].amplitude / 0.57).toBeLessThan(1.01);
    expect(levels[1].atHz).toBeCloseTo(84.13, 1);
    expect(levels.map((l) => l.standsOut)).toEqual([true, true, false]);
  });

  it("take no skirt of a peak beside their place for a line of their own", () => {
    // 100 Hz and a source at 96: its band of 3 per cent ends at 98.9, on the slope of the strong line.
    const s = spectrumOf(shake([[100, 0.8]]));
    const beside = [
      { id: "own", hz: 100 },
      { id: "beside", hz: 96 },
      { id: "far", hz: 60 },
    ];
    expect(sourceLevels(s.amplitude, s.binHz, beside).map((l) => l.standsOut)).toEqual([true, false, false]);
    // The table of levels and the match of peaks say the same of every place.
    for (let hz = 90; hz <= 110; hz += 0.25) {
      const [level] = sourceLevels(s.amplitude, s.binHz, [{ id: "x", hz }]);
      const peaks = s.peaks.slice(0, 1).map(({ hz: at, amplitude }) => ({ hz: at, amplitude }));
      const { sources } = match({ peaks, sources: [{ id: "x", hz }], binHz: s.binHz, windowPct: 3, windowBins: 1.5 });
      expect([hz, level.standsOut]).toEqual([hz, sources[0].peaks.length > 0]);
    }
  });

  it("change by 20 log10 of the ratio, and by nothing that is only noise", () => {
    const before = spectrumOf(
      shake([
        [83.9, 0.57],
        [40, 0.1],
      ]),
    );
    const after = spectrumOf(
      shake(
        [
          [83.9, 0.057],
          [40, 0.1],
        ],
        undefined,
        undefined,
        99,
      ),
    );
    const of = (s: typeof before) => sourceLevels(s.amplitude, s.binHz, sources);
    const changes = levelChanges(of(before), of(after));
    expect(changes.map((c) => c.id)).toEqual(["a", "b", "c"]);
    expect(changes[0].dB).toBeCloseTo(0, 1);
    expect(changes[1].dB).toBeCloseTo(-20, 1);
    expect(changes.map((c) => c.onlyNoise)).toEqual([false, false, true]);
  });

  it("name the other sources of one line, and mark a change that another gear's company may have made", () => {
    // By hand: in direct gear the firing of a four (2 per rev) and the prop shaft's second order coincide.
    const [fourth, fifth] = [
      [
        { id: "firing", hz: 83.9 },
        { id: "shaft", hz: 83.9 },
      ],
      [
        { id: "firing", hz: 66.3 },
        { id: "shaft", hz: 83.9 },
      ],
    ];
    const inFourth = spectrumOf(shake([[83.9, 0.57]]));
    const inFifth = spectrumOf(
      shake(
        [
          [83.9, 0.57],
          [66.3, 0.08],
        ],
        undefined,
        undefined,
        7,
      ),
    );
    const levels = [
      sourceLevels(inFourth.amplitude, inFourth.binHz, fourth),
      sourceLevels(inFifth.amplitude, inFifth.binHz, fifth),
    ] as const;
    expect(levels[0].map((l) => l.sharedWith)).toEqual([["shaft"], ["firing"]]);
    expect(levels[1].map((l) => l.sharedWith)).toEqual([[], []]);
    const changes = levelChanges(...levels);
    expect(changes.map((c) => c.mixed)).toEqual([
      { before: ["shaft"], after: [] },
      { before: ["firing"], after: [] },
    ]);
    // The other way about it is the other recording that is mixed.
    expect(levelChanges(levels[1], levels[0])[0].mixed).toEqual({ before: [], after: ["shaft"] });
  });

  it("of two that share a line through the work in the same gear is the change of that line", () => {
    const sources = [
      { id: "firing", hz: 83.9 },
      { id: "shaft", hz: 84.8 },
    ];
    const of = (s: ReturnType<typeof spectrumOf>) => sourceLevels(s.amplitude, s.binHz, sources);
    const changes = levelChanges(
      of(spectrumOf(shake([[83.9, 0.57]]))),
      of(spectrumOf(shake([[30, 0.1]], undefined, undefined, 5))),
    );
    expect(changes.map((c) => [c.before.sharedWith.length, c.mixed.before.length, c.mixed.after.length])).toEqual([
      [1, 0, 0],
      [1, 0, 0],
    ]);
  });

  it("of two halves of a steady record differ by little", () => {
    const all = shake([[83.9, 0.5]]);
    const [a, b] = [all.subarray(0, 6 * RATE), all.subarray(6 * RATE)].map((h) => spectrumOf(h));
    const spread = repeatabilityDb(
      sourceLevels(a.amplitude, a.binHz, sources),
      sourceLevels(b.amplitude, b.binHz, sources),
    );
    expect(spread.get("b")).toBeLessThan(0.1);
  });

  it("leave out a source beyond what was recorded", () => {
    const s = spectrumOf(shake([[40, 1]]));
    expect(sourceLevels(s.amplitude, s.binHz, [{ id: "far", hz: 900 }])).toEqual([]);
  });
});

describe("the leading source", () => {
  const sources = (gear: string) => {
    const t = rotatingSources(drive, { gear, speedKmh: 70, engineRpm: null });
    return t.ok ? t.sources : [];
  };
  const leading = (gear: string, lines: [number, number][]) => {
    const s = spectrumOf(shake(lines));
    return dominantPeak(
      match({ peaks: s.peaks, sources: sources(gear), binHz: s.binHz, windowPct: 3, windowBins: 1.5 }),
    );
  };

  it("is clear in an overdrive gear and ambiguous in the direct one", () => {
    const fifth = leading("5", [
      [83.9, 0.57],
      [66.3, 0.1],
    ]);
    expect(fifth).toMatchObject({ kind: "clear", sources: ["prop2"], tests: ["otherSpeed"] });
    expect(fifth.kind === "clear" && fifth.timesNext).toBeCloseTo(5.7, 1);
    expect(leading("4", [[83.9, 0.57]])).toMatchObject({ kind: "ambiguous", tests: ["otherGear", "coastNeutral"] });
  });

  it("leaves the body's own rocking out, names what belongs to nothing, and finds nothing in silence", () => {
    expect(
      leading("5", [
        [1.4, 2],
        [83.9, 0.3],
      ]),
    ).toMatchObject({ kind: "clear", sources: ["prop2"] });
    expect(leading("5", [[120, 1]])).toMatchObject({ kind: "unknown" });
    expect(dominantPeak({ peaks: [], sources: [], unexplained: [], notices: [] })).toEqual({ kind: "nothing" });
  });
});

describe("the same road speed in another gear", () => {
  const peaks = (...list: [number, number][]) => list.map(([hz, amplitude]) => ({ hz, amplitude }));
  it.each<[string, [number, number][], number, "road" | "engine" | null]>([
    ["stays where the road's stay", [[83.9, 0.6]], 0.79, "road"],
    ["moves with the engine", [[66.3, 0.6]], 0.79, "engine"],
    [
      "stands at both, one much the stronger",
      [
        [83.9, 0.6],
        [66.3, 0.1],
      ],
      0.79,
      "road",
    ],
    [
      "stands at both alike",
      [
        [83.9, 0.6],
        [66.3, 0.5],
      ],
      0.79,
      null,
    ],
    ["is gone", [[20, 1]], 0.79, null],
    ["was the same gear", [[83.9, 0.6]], 1.01, null],
  ])("%s", (_what, there, times, says) => {
    expect(acrossGears(83.9, peaks(...there), times)).toBe(says);
  });
});
