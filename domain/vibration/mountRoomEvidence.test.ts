import { describe, expect, it } from "vitest";
import type { RoomUnit } from "../../contract";
import { PRESETS } from "../mounts";
import { jobView, PARENT, record } from "../../tests/domain/records";
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
