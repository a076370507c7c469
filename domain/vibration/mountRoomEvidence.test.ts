import { describe, expect, it } from "vitest";
import type { RoomUnit, VibrationRecording } from "../../contract";
import { PRESETS } from "../mounts";
import { jobView, PARENT, record, shaking, VAN_DRIVE } from "../../tests/domain/records";
import { analyseRecording } from "./recordingAnalysis";
import { fromMountRoom, recordingThatSays } from "./mountRoomEvidence";

const preset = PRESETS.northSouth.unit;
const mm = (v: number): string => `${v.toFixed(1)} mm`;
/** The preset as somebody entered it, its gearbox lying as said. */
const entered = (sideDeg = preset.shafts[0].sideDeg): RoomUnit => ({
  ...preset,
  entered: ["mounts", "shafts", "massKg"],
  mounts: preset.mounts.map((m) => ({ ...m, entered: ["nominalMm"] })),
  shafts: preset.shafts.map((s, i) => (i === 0 ? { ...s, sideDeg } : s)),
});
const reading = (quantity: "mountHeight" | "jointAngle", place: string, base: number, unit: string) =>
  record("reading", { jobId: PARENT, quantity, phase: "before", place, values: [{ typed: `${base} ${unit}`, base }] });
const view = (unit: RoomUnit | null, more: Parameters<typeof jobView>[0] = {}) =>
  jobView({ vehicle: { powerUnit: unit, cylinders: 4, idleRpm: 800 }, ...more });
const tail = preset.mounts.find((m) => m.role === "tail")!;
const sunk = reading("mountHeight", tail.name, (tail.nominalMm ?? 0) - 14, "mm");

describe("what the mount room says of the shafts", () => {
  const shafts = (v: ReturnType<typeof view>) => fromMountRoom(v, "prop2", 84, mm);
  it("is nothing where nobody measured them", () => {
    expect(shafts(view(null))).toMatchObject({ agrees: null });
    expect(shafts(view(preset))?.text).toBe("The shafts’ angles are not measured yet.");
  });
  it("disagrees while they are inside their limits", () => {
    const lies = Array.from({ length: 41 }, (_, i) => shafts(view(entered(-10 + i / 2))));
    const inside = lies.find((l) => l?.agrees === false);
    expect(inside).toBeDefined();
    expect(inside?.text).toContain("inside their limits");
  });
  it("agrees where one is over, and names the mount that sank", () => {
    const over = shafts(view(entered(8), { reading: [sunk] }));
    expect(over?.agrees).toBe(true);
    expect(over?.text).toMatch(/leave [\d.]+° between them, and the .+ mount has lost 14\.0 mm\.$/);
  });
});

describe("what the mount room says of the firing", () => {
  const firing = (v: ReturnType<typeof view>, hz: number) => fromMountRoom(v, "engineFiring", hz, mm);
  it("is nothing where the mounts are not entered", () => {
    expect(firing(view(null), 27)).toMatchObject({ agrees: null });
    expect(firing(view(preset), 27)?.text).toBe("The mounts of this vehicle are not entered yet.");
  });
  it("agrees where the unit rocks at that frequency itself", () => {
    const slow = firing(view(entered()), 8);
    expect(slow?.agrees).toBe(true);
    expect(slow?.text).toContain("almost no isolation");
  });
  it("well above that looks for a mount that touches", () => {
    const still = firing(view(entered()), 80);
    expect(still).toMatchObject({ agrees: false });
    expect(still?.text).toContain("only where one is harder than the original, or touches");
    const low = firing(view(entered(), { reading: [sunk] }), 80);
    expect(low).toMatchObject({ agrees: true });
    expect(low?.text).toContain("has lost 14.0 mm: look whether it touches");
  });
});

it("knows nothing of other sources, and of recordings names the first that is clear", () => {
  expect(fromMountRoom(view(entered()), "wheel1", 12, mm)).toBeNull();
  expect(recordingThatSays(view(entered()), "prop2")).toBeNull();
});

const van = { tag: "SI 0724", cylinders: 4, idleRpm: 750, driveTrain: VAN_DRIVE };
const recording = (data: Partial<VibrationRecording> = {}): VibrationRecording => ({
  ...shaking(
    [
      [83.9, 0.57],
      [66.3, 0.1],
    ],
    { gear: "5", speedKmh: 70 },
  ),
  ...data,
});

describe("the same suspect from the mount room", () => {
  const mount = (name: string, role: "left" | "right" | "tail", x: number, y: number) => ({
    name,
    role,
    xMm: x,
    yMm: y,
    zMm: 100,
    kxNPerMm: 90,
    kyNPerMm: 60,
    kzNPerMm: 240,
    nominalMm: 55,
  });
  const powerUnit = (gearboxDeg: number) => ({
    massKg: 240,
    com: { xMm: -150, yMm: 0, zMm: 180 },
    box: { xMm: 900, yMm: 450, zMm: 500 },
    mounts: [mount("left", "left", 0, 300), mount("right", "right", 0, -300), mount("tail", "tail", -1100, 0)],
    engineTorqueNm: 160,
    ratio: 4.2,
    shifter: { xMm: -900, yMm: 0, zMm: 300 },
    entered: ["mounts", "shafts"],
    shafts: [
      { name: "gearbox", sideDeg: gearboxDeg },
      { name: "prop shaft", lengthMm: 1300, sideDeg: 0.5 },
      { name: "axle", sideDeg: 2.5 },
    ],
  });
  it("agrees when the joints stand out of limits, and does not when they are inside", () => {
    const bent = fromMountRoom(jobView({ vehicle: { ...van, powerUnit: powerUnit(5) } }), "prop2", 83.9, mm);
    // Joint angles by hand: 5 - 0.5 and 2.5 - 0.5 degrees.
    expect(bent).toMatchObject({ agrees: true });
    expect(bent?.text).toContain("4.5° and 2.0°");
    expect(fromMountRoom(jobView({ vehicle: { ...van, powerUnit: powerUnit(2.4) } }), "prop2", 83.9, mm)).toMatchObject(
      { agrees: false },
    );
    expect(fromMountRoom(jobView({ vehicle: van }), "prop2", 83.9, mm)).toMatchObject({ agrees: null });
    expect(fromMountRoom(jobView({ vehicle: van }), "wheel1", 9.8, mm)).toBeNull();
  });
  it("never agrees from figures that nobody entered", () => {
    const guess = { ...powerUnit(5), entered: [] };
    const says = (source: string) =>
      fromMountRoom(jobView({ vehicle: { ...van, powerUnit: guess } }), source, 83.9, mm)?.agrees;
    expect([says("prop2"), says("engineFiring")]).toEqual([null, null]);
  });
  it("says how much of the firing the mounts pass on, and that a harder set passes more", () => {
    const set = {
      id: "hard",
      name: "Urethane, all",
      price: null,
      changes: Object.fromEntries(
        ["left", "right", "tail"].map((n) => [
          n,
          { material: "urethane", factor: 2.6, lossFactor: 0.16, dynamicRatio: 1.4 },
        ]),
      ),
    };
    const view = jobView({ vehicle: { ...van, powerUnit: powerUnit(3) }, job: { mountRoom: { sets: [set] } } });
    const side = fromMountRoom(view, "engineFiring", 60, mm);
    // They hold it off: that is no word against them.
    expect(side?.agrees).toBe(false);
    expect(side?.text).toMatch(/the shake in only where one is harder than the original, or touches\.$/);
    expect(side?.text).toMatch(
      /would pass on [\d.]+\u202f% of the firing at 60\.0 Hz; with “Urethane, all” it is [\d.]+\u202f%, [\d.]+ dB more/,
    );
  });
  it("agrees with the firing where a mount has sunk, and a recording in which nothing stands out says so", () => {
    const unit = powerUnit(3);
    const [first] = unit.mounts;
    const low = record("reading", {
      jobId: PARENT,
      quantity: "mountHeight",
      phase: "before",
      place: first.name,
      values: [{ typed: `${(first.nominalMm ?? 60) - 12} mm`, base: (first.nominalMm ?? 60) - 12 }],
    });
    const mounts = unit.mounts.map((m, i) =>
      i ? m : { ...m, nominalMm: m.nominalMm ?? 60, hangs: false, entered: ["nominalMm"] },
    );
    const view = jobView({ vehicle: { ...van, powerUnit: { ...unit, mounts } }, reading: [low] });
    const side = fromMountRoom(view, "engineFiring", 60, mm);
    expect(side?.agrees).toBe(true);
    expect(side?.text).toMatch(/has lost 12(\.0)? mm: look whether it touches\.$/);
    expect(analyseRecording(view.vehicle, recording({ peaks: [] })).dominant).toEqual({ kind: "nothing" });
  });
  it("finds the recording that says the same", () => {
    const view = jobView({
      vehicle: van,
      recording: [recording({ gear: "4" }), recording(), recording({ phase: "after" })],
    });
    expect(recordingThatSays(view, "prop2")?.recording.gear).toBe("5");
    expect(recordingThatSays(view, "engineFiring")).toBeNull();
  });
});
