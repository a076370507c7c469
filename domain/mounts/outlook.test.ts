import { describe, expect, it } from "vitest";
import { isRefusal, type JobView, type RoomUnit } from "../../contract";
import { exampleSetups } from "../lever";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { againstLimit, changeOf, compareSets, describeSet, JOINT_LIMIT_DEG, SAG_WARN_MM } from "./room";
import { PRESETS } from "./presets";
import { firstSet, fitting, gaugesOf, isTypical, outlookOf, sentenceOf, type MountSet } from "./outlook";
import { setNameOf } from "./setName";

const units = {
  show: (v: number) => `${v.toFixed(1)} mm`,
  bare: (v: number) => v.toFixed(1),
  label: () => "mm",
  value: (v: number) => v,
  digits: () => 1,
};

const preset = PRESETS.northSouth.unit;
const tail = preset.mounts.find((m) => m.role === "tail")!;
/** The preset as somebody entered it: every figure is this vehicle's own. */
const entered: RoomUnit = {
  ...preset,
  entered: ["massKg", "mounts", "shafts", "noiseLimitDb", "box"],
  mounts: preset.mounts.map((m) => ({ ...m, entered: ["nominalMm", "kzNPerMm"] })),
};

const height = (place: string, mm: number) =>
  record("reading", {
    jobId: PARENT,
    quantity: "mountHeight",
    phase: "before",
    place,
    values: [{ typed: `${mm} mm`, base: mm }],
    resolution: { typed: "1 mm", base: 1 },
  });

const viewOf = (unit: RoomUnit, heights: Record<string, number> = {}): JobView =>
  jobView({
    vehicle: { powerUnit: unit, cylinders: 4, idleRpm: 800 },
    reading: Object.entries(heights).map(([place, mm]) => height(place, mm)),
  });

const compared = (unit: RoomUnit, sets: MountSet[]) => compareSets(unit, sets, 800, 4);
const firm: MountSet = { id: "firm", name: "Firm tail", price: 40, changes: { [tail.name]: changeOf("firm") } };

describe("the outlook of a mount room", () => {
  it("with nothing measured has no sag to speak of, and says that angles are typical", () => {
    const view = viewOf(preset);
    const o = outlookOf(view, preset, null, "original", compared(preset, []));
    expect(o.worst).toBeNull();
    expect([o.unitKnown, o.shaftsKnown]).toEqual([false, false]);
    expect(sentenceOf(o, null, units)).toBe("The joint angles are typical, not measured.");
    expect(isTypical(o, firm)).toBe(true);
    expect(isTypical(o, null)).toBe(false);
  });

  it("of a tail that sank says what was lost, and what new height would bring", () => {
    const nominal = tail.nominalMm ?? 0;
    const others = Object.fromEntries(preset.mounts.filter((m) => m !== tail).map((m) => [m.name, m.nominalMm ?? 0]));
    const view = viewOf(entered, { ...others, [tail.name]: nominal - 12 });
    const o = outlookOf(view, entered, firm, "firm", compared(entered, [firm]));
    expect(o.worst?.mount.name).toBe(tail.name);
    expect(o.worst?.sagMm).toBeCloseTo(12, 9);
    expect(o.fresh.has(tail.name)).toBe(true);
    expect(Math.abs(o.now?.tiltDeg ?? 0)).toBeGreaterThan(0.1);
    expect(o.then?.tiltDeg ?? 1).toBeCloseTo(0, 6);
    const says = sentenceOf(o, firm, units);
    expect(says).toContain(`The ${tail.name} has lost 12.0 mm and tilts the unit`);
    expect(says).toMatch(/The shifter moves [\d.]+ mm, was [\d.]+; idle [\d.]+ dB (louder|quieter)\./);
    expect(isTypical(o, firm)).toBe(false);
  });

  it("of a sag or an angle nearer to its limit than it is read says that it cannot be told", () => {
    const nominal = tail.nominalMm ?? 0;
    const others = Object.fromEntries(preset.mounts.filter((m) => m !== tail).map((m) => [m.name, m.nominalMm ?? 0]));
    const says = (mm: number): string =>
      sentenceOf(
        outlookOf(viewOf(entered, { ...others, [tail.name]: nominal - mm }), entered, null, "original", null),
        null,
        units,
      );
    expect(says(SAG_WARN_MM + 0.1)).toContain("cannot be told yet");
    expect(says(SAG_WARN_MM + 4)).not.toContain("cannot be told");
    expect(againstLimit(3.05, JOINT_LIMIT_DEG, 0.1)).toBe("either");
    expect(againstLimit(3.2, JOINT_LIMIT_DEG, 0.1)).toBe("over");
    expect(againstLimit(2.8, JOINT_LIMIT_DEG, 0.1)).toBe("within");
  });

  it("of a height that is only typical asks for the mount's own", () => {
    const view = viewOf(preset, { [tail.name]: (tail.nominalMm ?? 0) - 8 });
    const says = sentenceOf(outlookOf(view, preset, null, "original", null), null, units);
    expect(says).toContain(`The ${tail.name} is 8.0 mm lower than a typical new one`);
    expect(says).toContain("enter its own height when new");
  });

  it("draws its scales against the limits that are in force, typical ones named so", () => {
    const view = viewOf(entered, { [tail.name]: (tail.nominalMm ?? 0) - 12 });
    const o = outlookOf(view, entered, firm, "firm", compared(entered, [firm]));
    const gauges = gaugesOf(o, entered, firm, units);
    const of = (name: string) => gauges.find((g) => g.name.startsWith(name));
    expect(of("Height lost")).toMatchObject({
      before: expect.closeTo(12, 6),
      after: 0,
      most: SAG_WARN_MM,
      origin: "measured",
    });
    expect(of("Joint 1")).toMatchObject({ most: JOINT_LIMIT_DEG, unit: "°" });
    expect(of("Noise at idle")?.limit).not.toContain("typical");
    const typical = gaugesOf(outlookOf(viewOf(preset), preset, null, "original", null), preset, null, units);
    expect(typical.find((g) => g.name === "Noise at idle")?.limit).toContain("typical");
    expect(typical.every((g) => g.origin !== "measured" || g.name === "Height lost")).toBe(true);
  });

  it("of a solid mount gives no figure for the noise", () => {
    const solid: MountSet = { ...firm, id: "solid", name: "Solid", changes: { [tail.name]: changeOf("solid") } };
    const o = outlookOf(viewOf(entered), entered, solid, "solid", compared(entered, [solid]));
    expect(gaugesOf(o, entered, solid, units).find((g) => g.name === "Noise at idle")?.after).toBeNull();
    expect(sentenceOf(o, solid, units)).not.toMatch(/idle [\d.]+ dB/);
  });
});

describe("fitting a set", () => {
  const [lever] = exampleSetups("rod");
  const room = { sets: [firm], chosen: null, reason: "", inspection: {}, expect: null };
  let n = 0;
  const id = () => `new${(n += 1)}`;

  it("is chosen with what it is expected to bring, and its mounts go on the list once", () => {
    const view = viewOf(entered, { [tail.name]: (tail.nominalMm ?? 0) - 12 });
    const o = outlookOf(view, entered, firm, "firm", compared(entered, [firm]));
    const operations = fitting(view, entered, room as never, firm, o, "It sank", id);
    expect(operations.map((op) => `${op.op} ${op.resource}`)).toEqual(["update job", "create part"]);
    const [job, part] = operations as unknown as { data: Record<string, unknown> }[];
    expect(job.data.mountRoom).toMatchObject({
      chosen: "firm",
      reason: "It sank",
      expect: { idleDb: o.own?.idle.againstReferenceDb },
    });
    expect(part.data).toMatchObject({ name: `Mount ${tail.name}, firm rubber`, price: 40, position: 1 });
    const had = { ...view, part: [record("part", { jobId: PARENT, name: `Mount ${tail.name}, firm rubber` })] };
    expect(fitting(had, entered, room as never, firm, o, "", id)).toHaveLength(1);
    expect(lever.name).not.toBe("");
  });

  it("of which nothing could be calculated changes nothing", () => {
    const o = outlookOf(viewOf(entered), entered, firm, "firm", null);
    expect(fitting(viewOf(entered), entered, room as never, firm, o, "", id)).toEqual([]);
  });

  it("begins with firm rubber where height was lost, else at the tail", () => {
    const still = outlookOf(viewOf(entered), entered, null, "original", null);
    expect(firstSet(still, entered, "x").changes).toEqual({ [tail.name]: changeOf("firm") });
    const front = entered.mounts.find((m) => m.role !== "tail")!;
    const sunk = outlookOf(
      viewOf(entered, { [front.name]: (front.nominalMm ?? 0) - 9 }),
      entered,
      null,
      "original",
      null,
    );
    const first = firstSet(sunk, entered, "x");
    expect(Object.keys(first.changes)).toEqual([front.name]);
    expect(first.name).toBe(describeSet(entered, first.changes));
  });
});

it("a set is called by its name, and the mounts as they came by theirs", () => {
  expect(setNameOf("firm", [firm])).toBe("Firm tail");
  expect(setNameOf("original", [firm])).not.toBe("original");
});

it("mounts that do not locate the unit are refused, not drawn", () => {
  const loose: RoomUnit = {
    ...preset,
    mounts: preset.mounts.map((m) => ({ ...m, kxNPerMm: 0, kyNPerMm: 0, kzNPerMm: 0 })),
  };
  const out = compared(loose, []);
  expect(isRefusal(out)).toBe(true);
  expect(outlookOf(viewOf(loose), loose, null, "original", out).own).toBeNull();
});
