import { describe, expect, it } from "vitest";
import { answer } from ".";

const at = (model: string, input: unknown): string => {
  const out = answer(model, input) as { error?: { code: string; field: string } };
  return out.error ? `${out.error.code} ${out.error.field}` : "answered";
};

const gearbox = {
  gears: [
    { gear: "3", column: "a", travelMm: 10 },
    { gear: "4", column: "a", travelMm: -10 },
  ],
};
const lever = { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct" } };
const body = { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 10 };
const tube = { name: "tube", xMm: 0, zMm: -120, radiusMm: 20 };
const clear = (over: object = {}) => ({ gearbox, lever, body, obstacles: [tube], ...over });

const mounts = [
  { xMm: 0, yMm: 300, zMm: 0, kxNPerMm: 50, kyNPerMm: 50, kzNPerMm: 90 },
  { xMm: 0, yMm: -300, zMm: 0, kxNPerMm: 50, kyNPerMm: 50, kzNPerMm: 90 },
  { xMm: -900, yMm: 0, zMm: 0, kxNPerMm: 50, kyNPerMm: 50, kzNPerMm: 90 },
];
const unit = (over: object = {}) => ({
  massKg: 200,
  com: { xMm: -200, yMm: 0, zMm: 100 },
  box: { xMm: 900, yMm: 400, zMm: 400 },
  mounts,
  ...over,
});

/** Two rod ends of one kind. */
const alike = (over: object) =>
  [1, 2].map(() => ({ shankLengthMm: 30, threadDepthMm: 20, threadDiameterMm: 8, pitchMm: 1, ...over }));

describe("the linkage room refuses at the field", () => {
  it.each<[string, string, object, string]>([
    ["an obstacle of no kind", "clearance", clear({ obstacles: [{ name: "x" }] }), "invalid_input obstacles[0].kind"],
    ["two of one name", "clearance", clear({ obstacles: [tube, tube] }), "invalid_input obstacles[1].name"],
    ["no obstacle", "clearance", clear({ obstacles: [] }), "invalid_input obstacles"],
    [
      "a polygon of two corners",
      "clearance",
      clear({
        obstacles: [
          {
            name: "p",
            points: [
              { xMm: 0, zMm: 0 },
              { xMm: 1, zMm: 0 },
            ],
          },
        ],
      }),
      "invalid_input obstacles[0].points",
    ],
    [
      "a segment with half an end",
      "clearance",
      clear({ obstacles: [{ name: "s", from: { xMm: 0, zMm: 0 }, halfWidthMm: 2 }] }),
      "invalid_input obstacles[0].to",
    ],
    ["no body", "clearance", { gearbox, lever, obstacles: [tube] }, "invalid_input body"],
    ["no notches", "notch", clear(), "invalid_input notchesMm"],
    [
      "a notch that puts the knob on the pivot",
      "notch",
      clear({ lever: { ...lever, knob: { xMm: 0, zMm: 150 } }, notchesMm: [0, 150] }),
      "invalid_input notchesMm[1]",
    ],
    [
      "a reference that is no lever",
      "notch",
      clear({ notchesMm: [0], reference: { ...lever, pin: { xMm: 0, zMm: 0 } } }),
      "invalid_input reference.pin",
    ],
    ["no pitch", "stops", { stopArmMm: 30, pinArmMm: 60, knobArmMm: 300 }, "invalid_input pitchMm"],
    [
      "two ways to back off",
      "stops",
      { pitchMm: 1, stopArmMm: 30, pinArmMm: 60, knobArmMm: 300, backOffFlats: 1, targetRailMm: 1 },
      "invalid_input targetRailMm",
    ],
    ["a gap of less than nothing", "lockout", { gapMm: -1 }, "invalid_input gapMm"],
    [
      "too many packs",
      "shims",
      {
        gapMm: 1,
        targetMm: 0,
        maxPieces: 20,
        stock: Array.from({ length: 30 }, (_, i) => ({ thicknessMm: 0.1 + i / 100, count: 9 })),
      },
      "too_large stock",
    ],
    [
      "two shims of one name",
      "shims",
      {
        gapMm: 1,
        targetMm: 0,
        stock: [
          { thicknessMm: 1, count: 1 },
          { thicknessMm: 1, count: 2 },
        ],
      },
      "invalid_input stock[1].name",
    ],
    [
      "a thread deeper than its shank",
      "rod",
      {
        targetMm: 200,
        ends: alike({ shankLengthMm: 10 }),
      },
      "invalid_input ends[0].threadDepthMm",
    ],
    [
      "a pitch over the diameter",
      "rod",
      {
        targetMm: 200,
        ends: alike({ threadDiameterMm: 2, pitchMm: 3 }),
      },
      "invalid_input ends[0].pitchMm",
    ],
    [
      "more thread than there is",
      "rod",
      {
        targetMm: 200,
        engagementMm: 25,
        ends: alike({}),
      },
      "invalid_input engagementMm",
    ],
    [
      "two holes of one name",
      "floorSlot",
      {
        pivot: { xMm: 0, zMm: 50 },
        armBelowMm: 80,
        swing: { firstDeg: -100, lastDeg: -80 },
        floorThicknessMm: 3,
        armWidthMm: 20,
        clearanceMm: 3,
        holes: [
          { name: "2", xMm: 0, yMm: 9, diameterMm: 3 },
          { xMm: 1, yMm: 9, diameterMm: 3 },
        ],
      },
      "invalid_input holes[1].name",
    ],
  ])("%s", (_what, model, input, want) => expect(at(model, input)).toBe(want));
});

describe("the mount room refuses at the field", () => {
  it.each<[string, string, object, string]>([
    ["no inertia", "mountModes", unit({ box: undefined }), "invalid_input inertia"],
    ["two inertias", "mountModes", unit({ inertia: { xxKgM2: 9, yyKgM2: 9, zzKgM2: 9 } }), "invalid_input box"],
    [
      "an inertia of no body",
      "mountModes",
      unit({ box: undefined, inertia: { xxKgM2: 1, yyKgM2: 1, zzKgM2: 9 } }),
      "invalid_input inertia",
    ],
    ["two torques", "mountModes", unit({ torqueNm: 1, engineTorqueNm: 1 }), "invalid_input engineTorqueNm"],
    ["a free unit", "mountModes", unit({ mounts: mounts.slice(0, 2) }), "singular mounts"],
    [
      "a free unit inside another question",
      "isolation",
      { unit: unit({ mounts: mounts.slice(0, 2) }), idleRpm: 800 },
      "singular unit.mounts",
    ],
    ["no natural frequency", "isolation", { idleRpm: 800, dampingRatio: 0.1 }, "invalid_input naturalHz"],
    ["no damping", "isolation", { naturalHz: 10, idleRpm: 800 }, "invalid_input dampingRatio"],
    [
      "two dampings",
      "isolation",
      { naturalHz: 10, idleRpm: 800, dampingRatio: 0.1, lossFactor: 0.1 },
      "invalid_input lossFactor",
    ],
    [
      "a range upside down",
      "isolation",
      { naturalHz: 10, idleRpm: 800, dampingRatio: 0.1, fromRpm: 900, toRpm: 900 },
      "invalid_input toRpm",
    ],
    [
      "too many points",
      "isolation",
      { naturalHz: 10, idleRpm: 800, dampingRatio: 0.1, stepRpm: 1 },
      "too_large stepRpm",
    ],
    [
      "a set of nothing",
      "mountCompare",
      { unit: unit(), sets: [{}], shifter: { xMm: 0, yMm: 0, zMm: 0 }, torqueNm: 1, idleRpm: 800 },
      "invalid_input sets[0].mounts",
    ],
    [
      "a set of both",
      "mountCompare",
      {
        unit: unit(),
        sets: [{ mounts, stiffnessFactor: 2 }],
        shifter: { xMm: 0, yMm: 0, zMm: 0 },
        torqueNm: 1,
        idleRpm: 800,
      },
      "invalid_input sets[0].stiffnessFactor",
    ],
    [
      "joints that are too few",
      "driveline",
      { rpm: 3000, shafts: [{ sideDeg: 0 }, { sideDeg: 1 }, { sideDeg: 2 }], joints: [{}] },
      "invalid_input joints",
    ],
    ["one shaft", "driveline", { rpm: 3000, shafts: [{ sideDeg: 0 }] }, "invalid_input shafts"],
    ["no rubber", "elastomer", {}, "invalid_input shoreA"],
    ["rubber twice", "elastomer", { shoreA: 50, eMPa: 3 }, "invalid_input eMPa"],
    [
      "a bush inside out",
      "elastomer",
      { shoreA: 50, bush: { boreRadiusMm: 9, outerRadiusMm: 9, lengthMm: 9 } },
      "invalid_input bush.outerRadiusMm",
    ],
    [
      "an unknown metal",
      "pressFit",
      {
        interfaceMm: 40,
        interferenceMm: { min: 0, max: 0 },
        hubOuterMm: 60,
        sleeveBoreMm: 30,
        lengthMm: 30,
        hub: "tin",
      },
      "invalid_input hub",
    ],
    [
      "a sleeve with no wall",
      "pressFit",
      {
        interfaceMm: 40,
        interferenceMm: { min: 0, max: 0 },
        hubOuterMm: 60,
        sleeveBoreMm: 40,
        lengthMm: 30,
        hub: "steel",
      },
      "invalid_input sleeveBoreMm",
    ],
    [
      "a mount's height missing",
      "mountSag",
      {
        mounts: [
          { xMm: 0, measuredMm: 1 },
          { xMm: 1, nominalMm: 1, measuredMm: 1 },
        ],
      },
      "invalid_input mounts[0].nominalMm",
    ],
  ])("%s", (_what, model, input, want) => expect(at(model, input)).toBe(want));
});

describe("vibration refuses at the field", () => {
  const samples = Array.from({ length: 64 }, (_, i) => Math.sin(i));
  it.each<[string, string, object, string]>([
    [
      "one of three",
      "orders",
      { layout: "eastWest", finalDrive: 4, tyre: { circumferenceMm: 1900 }, engineRpm: 900 },
      "invalid_input engineRpm",
    ],
    [
      "a tyre that is none",
      "orders",
      { layout: "eastWest", finalDrive: 4, tyre: { size: "big" }, engineRpm: 900, gearRatio: 1 },
      "invalid_input tyre.size",
    ],
    ["no recording", "spectrum", {}, "invalid_input samples"],
    ["two recordings", "spectrum", { samples, csv: "0,1", rateHz: 10 }, "invalid_input csv"],
    ["no rate", "spectrum", { samples }, "invalid_input rateHz"],
    ["a sample that is none", "spectrum", { samples: [...samples, "x"], rateHz: 10 }, "invalid_input samples[64]"],
    ["too few", "spectrum", { samples: [1, 2], rateHz: 10 }, "invalid_input samples"],
    [
      "a window of no power of two",
      "spectrum",
      { samples, rateHz: 10, windowSamples: 48 },
      "invalid_input windowSamples",
    ],
    [
      "a window over the record",
      "spectrum",
      { samples, rateHz: 10, windowSamples: 128 },
      "invalid_input windowSamples",
    ],
    [
      "a track that stands still",
      "spectrum",
      {
        samples,
        rateHz: 10,
        rpmTrack: [
          { tS: 0, rpm: 1 },
          { tS: 0, rpm: 2 },
        ],
      },
      "invalid_input rpmTrack[1].tS",
    ],
    ["a WAV that is none", "spectrum", { wavBase64: "AAAA" }, "invalid_input wavBase64"],
    ["text that is no base64", "spectrum", { wavBase64: "§" }, "invalid_input wavBase64"],
    ["no peaks", "match", { peaks: [], sources: [{ id: "a", hz: 1 }] }, "invalid_input peaks"],
    [
      "a source twice",
      "match",
      {
        peaks: [{ hz: 1, amplitude: 1 }],
        sources: [
          { id: "a", hz: 1 },
          { id: "a", hz: 2 },
        ],
      },
      "invalid_input sources[1].id",
    ],
  ])("%s", (_what, model, input, want) => expect(at(model, input)).toBe(want));
});

describe("the plan refuses at the field", () => {
  const a = { id: "a", place: "cabin", minutes: 10 };
  const b = { id: "b", place: "under", minutes: 700, needs: ["a"] };
  it.each<[string, object, string]>([
    ["no step", { steps: [] }, "steps"],
    ["a place nobody knows", { steps: [{ ...a, place: "roof" }] }, "steps[0].place"],
    ["no time", { steps: [{ ...a, minutes: 0 }] }, "steps[0].minutes"],
    ["three hands", { steps: [{ ...a, hands: 3 }] }, "steps[0].hands"],
    ["two steps of one id", { steps: [a, { ...a, place: "under" }] }, "steps[1].id"],
    ["a need nobody knows", { steps: [a, { ...b, needs: ["a", "x"] }] }, "steps[1].needs[1]"],
    ["a circle", { steps: [{ ...a, needs: ["b"] }, b] }, "steps"],
    ["an order without a step", { steps: [a, b], given: ["a"] }, "given"],
    ["an order with a step twice", { steps: [a, b], given: ["a", "a"] }, "given"],
    ["a day that ends before it begins", { steps: [a], hours: { from: "12:00", to: "08:00" } }, "hours.to"],
    ["the 31st of June", { steps: [a], start: "2025-06-31T08:00" }, "start"],
    ["an eighth day", { steps: [a], days: [8] }, "days[0]"],
    ["a step longer than the day", { steps: [a, b], start: "2025-06-02T08:00" }, "steps[1].minutes"],
    ["a weight below zero", { steps: [a], weights: { placeChangeMin: -1 } }, "weights.placeChangeMin"],
  ])("%s", (_why, input, field) => {
    expect(answer("plan", input)).toMatchObject({ error: { field } });
  });
  it("but not a step longer than the day where there are no days", () => {
    expect(answer("plan", { steps: [a, b] })).toMatchObject({ finishMin: 710 });
  });
});
