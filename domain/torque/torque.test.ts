import { describe, expect, it } from "vitest";
import { resources, type LoadWord, type Signature, type TorqueGroup } from "../../contract";
import {
  atRideHeight,
  countsOf,
  isGroupDone,
  judgeReading,
  loadGate,
  passesOf,
  progressOf,
  readSpecText,
  specOf,
  strandedSignatures,
} from ".";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const group = (data: object): TorqueGroup => ({
  id: ID,
  version: 1,
  createdAt: "",
  updatedAt: "",
  deletedAt: null,
  ...resources.torqueGroup.parse({ jobId: ID, name: "Flange", ...data }),
});
let n = 0;
const signed = (bolt: number, pass: string, more: Partial<Signature> = {}): Signature =>
  ({ groupId: ID, bolt, pass, id: `${(n += 1)}`, outcome: "held", at: null, ...more }) as Signature;

// 1 lbf ft = 1.3558179483314 N m, 1 in = 25.4 mm: NIST SP 811.
const LBFT = 1.3558179483314004;

describe("a specification as documents write it", () => {
  const stages = (text: string) => {
    const read = readSpecText(text);
    if (!read.ok) throw new Error(`${text}: at ${read.stop.position}, expected ${read.stop.expected}`);
    return read.value.kind === "torque" ? read.value : { stages: [], ...read.value };
  };

  it.each<[string, [number, number, string][], number[]]>([
    ["22 ± 2 Nm", [[20, 24, "range"]], []],
    ["22 +/- 2 Nm", [[20, 24, "range"]], []],
    ["22,5 Nm", [[22.5, 22.5, "value"]], []],
    ["20 Nm + 60° + 60°", [[20, 20, "value"]], [60, 60]],
    ["20 Nm then 60 deg then 1/4 turn", [[20, 20, "value"]], [60, 90]],
    ["max 12 Nm", [[12, 12, "maximum"]], []],
    ["up to 12 Nm", [[12, 12, "maximum"]], []],
    ["17 Nm (13 ft-lb)", [[17, 17, "value"]], []],
    ["50 Nm (37 ft-lb) + 90°", [[50, 50, "value"]], [90]],
    [
      "7 then 13 ft-lb",
      [
        [7 * LBFT, 7 * LBFT, "value"],
        [13 * LBFT, 13 * LBFT, "value"],
      ],
      [],
    ],
    [
      "30 Nm; 50 Nm + 90 deg",
      [
        [30, 30, "value"],
        [50, 50, "value"],
      ],
      [90],
    ],
    ["103-105 lb ft", [[103 * LBFT, 105 * LBFT, "range"]], []],
    ["18 lb·ft", [[18 * LBFT, 18 * LBFT, "value"]], []],
    ["48 Nm +/- 5", [[43, 53, "range"]], []],
    ["22 Nm ± 2", [[20, 24, "range"]], []],
    ["22 Nm ± 2 Nm", [[20, 24, "range"]], []],
    ["12 Nm max", [[12, 12, "maximum"]], []],
    ["17 Nm/13 ft-lb", [[17, 17, "value"]], []],
    ["20 Nm, 60°", [[20, 20, "value"]], [60]],
    ["snug + 90°", [], [90]],
    ["hand tight + 1/4 turn", [], [90]],
    ["1 200 in-lb", [[100 * LBFT, 100 * LBFT, "value"]], []],
    ["1\u202f250.5 N\u00a0m", [[1250.5, 1250.5, "value"]], []],
    ["26 lb-ft + 90 deg", [[26 * LBFT, 26 * LBFT, "value"]], [90]],
  ])("%s", (text, expected, anglesDeg) => {
    const read = stages(text);
    expect(read.stages.map((s) => s.given)).toEqual(expected.map(([, , given]) => given));
    read.stages.forEach((s, i) => {
      expect(s.minNm).toBeCloseTo(expected[i][0], 6);
      expect(s.maxNm).toBeCloseTo(expected[i][1], 6);
    });
    expect(read.anglesDeg).toEqual(anglesDeg);
  });

  it.each<[string, number]>([
    ["40 Nm (13 ft-lb)", 7],
    ["17 Nm (13 furlongs)", 11],
    ["20 Nm + 60° + 30 Nm", 14],
    ["tight", 0],
    ["max tight", 4],
    ["20 Nm + ", 8],
    ["7 then 13", 1],
    ["2 Nm (2 ft-lb)", 6],
    ["1,200 in-lb", 0],
    ["1,250 Nm", 0],
    ["22 Nm ± 30", 0],
    ["22 Nm ± 2 lb ft", 0],
    ["snug + 20 Nm", 7],
    ["", 0],
  ])("%s stops where it cannot be read", (text, position) => {
    const read = readSpecText(text);
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.stop.position).toBe(position);
      expect(read.stop.expected).not.toBe("");
    }
  });

  it("of two torques of one value that disagree says so", () => {
    const read = readSpecText("40 Nm (13 ft-lb)");
    expect(read.ok ? "" : read.stop.expected).toBe("the same torque in another unit, as it rounds");
  });
});

describe("torque board", () => {
  it("walks every pass in star order and then is done", () => {
    const g = group({ count: 6, specTyped: "62 Nm" });
    const signatures: Signature[] = [];
    const walked: string[] = [];
    for (let next = progressOf(g, signatures).next; next; next = progressOf(g, signatures).next) {
      walked.push(`${next.name}:${next.bolt}`);
      signatures.push(signed(next.bolt, next.name));
    }
    expect(walked.slice(0, 7)).toEqual(["snug:1", "snug:4", "snug:2", "snug:5", "snug:3", "snug:6", "60 %:1"]);
    expect(walked).toHaveLength(18);
    expect(isGroupDone(g, signatures)).toBe(true);
  });

  it("gives a single value the shop's tolerance, and takes a document's own band as it is", () => {
    expect(specOf(group({ specTyped: "62 Nm" }))).toMatchObject({
      limits: { minNm: expect.closeTo(55.8, 9), maxNm: expect.closeTo(68.2, 9), by: "shop" },
    });
    expect(specOf(group({ specTyped: "103-105 lb ft" }))).toMatchObject({
      limits: { minNm: expect.closeTo(103 * LBFT, 6), maxNm: expect.closeTo(105 * LBFT, 6), by: "document" },
    });
    // Of a maximum nothing is over it, and the wrench is set below it.
    const most = specOf(group({ specTyped: "max 12 Nm" }));
    expect(most).toMatchObject({ targetNm: 10.8, limits: { minNm: expect.closeTo(9.6, 9), maxNm: 12, by: "shop" } });
  });

  it("compares a share with its own target", () => {
    const [snug, sixty, full] = passesOf(group({ specTyped: "62 Nm" }));
    expect(snug.limits).toBeNull();
    expect(sixty).toMatchObject({ targetNm: expect.closeTo(37.2, 9), limits: { minNm: expect.closeTo(33.48, 9) } });
    expect([judgeReading(sixty.limits, 62), judgeReading(full.limits, 62)]).toEqual(["over", "inside"]);
    expect([judgeReading(full.limits, 30), judgeReading(full.limits, 55.8), judgeReading(null, 5)]).toEqual([
      "under",
      "inside",
      null,
    ]);
  });

  it("turns all bolts by their angle only when all are at torque", () => {
    const g = group({ count: 2, pattern: "line", specTyped: "20 Nm + 60° + 60°" });
    const names = progressOf(g, []).steps.map((s) => `${s.name}:${s.bolt}`);
    expect(names.slice(-6)).toEqual([
      "100 %:1",
      "100 %:2",
      "angle 1: 60°:1",
      "angle 1: 60°:2",
      "angle 2: 60°:1",
      "angle 2: 60°:2",
    ]);
    expect(passesOf(group({ specTyped: "26 lb-ft + 90 deg" })).at(-1)).toMatchObject({
      name: "angle 90°",
      angleDeg: 90,
    });
  });

  it("goes from stage to stage where the document does", () => {
    expect(passesOf(group({ specTyped: "7 then 13 ft-lb" })).map((p) => p.name)).toEqual([
      "snug",
      "stage 1",
      "stage 2",
    ]);
  });

  it("has one pass by hand for snug, and no figure for what nobody knows", () => {
    expect(progressOf(group({ specTyped: "snug", count: 3 }), []).steps).toHaveLength(3);
    expect(specOf(group({ specTyped: "" })).kind).toBe("missing");
    expect(specOf(group({ specTyped: "tight" })).kind).toBe("missing");
  });

  it("does not count a pull that was loosened, nor anything before a fastener was replaced", () => {
    const g = group({ count: 1, specTyped: "62 Nm", passes: [{ name: "snug" }, { name: "100 %", pct: 100 }] });
    const snug = signed(1, "snug", { at: "2026-01-01T08:00:00.000Z" });
    const redo = signed(1, "100 %", { outcome: "redo", at: "2026-01-01T08:05:00.000Z" });
    expect(progressOf(g, [snug, redo]).next?.name).toBe("100 %");
    const replaced = signed(1, "100 %", { outcome: "replaced", at: "2026-01-01T08:10:00.000Z" });
    expect(progressOf(g, [snug, redo, replaced]).next?.name).toBe("snug");
    const again = signed(1, "snug", { at: "2026-01-01T08:20:00.000Z" });
    const accepted = signed(1, "100 %", { outcome: "accepted", at: "2026-01-01T08:25:00.000Z" });
    expect(countsOf(g, [snug, redo, replaced, again, accepted]).map((s) => s.id)).toEqual([again.id, accepted.id]);
    expect(isGroupDone(g, [snug, redo, replaced, again, accepted])).toBe(true);
  });

  it("strands a signature whose bolt, pass or angle is gone", () => {
    const g = group({ count: 2, specTyped: "20 Nm + 60°" });
    const all = [signed(1, "snug"), signed(2, "100 %"), signed(1, "angle 60°")];
    expect(strandedSignatures(g, all)).toEqual([]);
    expect(strandedSignatures({ ...g, count: 1 }, all).map((s) => s.pass)).toEqual(["100 %"]);
    expect(strandedSignatures({ ...g, specTyped: "20 Nm" }, all).map((s) => s.pass)).toEqual(["angle 60°"]);
  });
});

describe("the check after the last pass", () => {
  const names = (data: object): string[] => passesOf(group({ specTyped: "22 Nm", ...data })).map((p) => p.name);
  it("comes last, in the direction the document gives", () => {
    const passes = passesOf(group({ specTyped: "22 Nm", check: "tighten" }));
    expect(passes.at(-1)).toMatchObject({ name: "check, tightening", targetNm: 22, limits: { minNm: 19.8 } });
    const loosen = passesOf(group({ specTyped: "22 Nm", check: "loosen" })).at(-1);
    expect(loosen).toMatchObject({ name: "check, loosening", limits: null, targetNm: null });
  });
  it.each([
    ["no check is asked for", { check: "none" }],
    ["it was tightened by angle", { specTyped: "22 Nm + 90\u00b0", check: "tighten" }],
    ["a thread locker holds it", { check: "tighten", threadLocker: "medium" }],
    ["it is never used again", { check: "loosen", reuse: "replace" }],
  ])("is left out where %s", (_why, data) => {
    expect(names(data).some((n) => n.startsWith("check"))).toBe(false);
  });
});

describe("ride height", () => {
  it.each<[LoadWord[], boolean]>([
    [["onWheels"], true],
    [["overPit"], true],
    [["onLift", "onWheels"], true],
    [["onWheels", "gearboxSupported"], true],
    [["onLift"], false],
    [["onStands"], false],
    // Front on stands, rear on its wheels.
    [["onWheels", "onStands"], false],
    [[], false],
  ])("%j", (load, yes) => expect(atRideHeight(load)).toBe(yes));

  it("is waited for by every pass above snug, and what nobody said holds it up too", () => {
    const g = group({ loadNeeded: "rideHeight", specTyped: "140 Nm + 90°" });
    const gates = (load: LoadWord[]) => passesOf(g).map((p) => loadGate(g, p, load));
    expect(gates(["onStands"])).toEqual([null, "notOnWheels", "notOnWheels", "notOnWheels"]);
    expect(gates([])).toEqual([null, "notSaid", "notSaid", "notSaid"]);
    expect(gates(["onWheels"])).toEqual([null, null, null, null]);
    const any = group({ specTyped: "140 Nm" });
    expect(passesOf(any).map((p) => loadGate(any, p, []))).toEqual([null, null, null]);
  });
});
