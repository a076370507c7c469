import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answer, models } from ".";

interface Refused {
  error: { code: string; field: string; got: unknown; accepts: string; message: string };
}
const refusedAt = (model: string, input: unknown): string => {
  const out = answer(model, input) as Partial<Refused>;
  return out.error ? `${out.error.code} ${out.error.field}` : "answered";
};

const joint = (extra: object = {}) => ({ id: "a", at: "pin", playMm: 0.5, ...extra });
const dead = { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct", axisDeg: 90 } };

describe("slack refuses", () => {
  it.each<[string, object, string]>([
    ["no gain and no lever", { joints: [joint()] }, "gainMmPerMm"],
    ["no joints", { gainMmPerMm: 5, joints: [] }, "joints"],
    ["a gain out of range", { gainMmPerMm: 0, joints: [joint()] }, "gainMmPerMm"],
    ["two plays", { gainMmPerMm: 5, joints: [joint({ playDeg: 1, armMm: 10 })] }, "joints[0].playMm"],
    ["no play", { gainMmPerMm: 5, joints: [{ id: "a", at: "pin" }] }, "joints[0].playMm"],
    ["an angle without its arm", { gainMmPerMm: 5, joints: [{ id: "a", at: "pin", playDeg: 1 }] }, "joints[0].armMm"],
    ["an unknown place", { gainMmPerMm: 5, joints: [joint({ at: "roof" })] }, "joints[0].at"],
    ["one id twice", { gainMmPerMm: 5, joints: [joint(), joint()] }, "joints[1].id"],
    ["a dead centre", { lever: dead, joints: [joint()] }, "lever"],
    [
      "a sideways joint without its gain",
      { gainMmPerMm: 5, joints: [joint({ direction: "cross" })] },
      "crossGainMmPerMm",
    ],
    ["a negative target", { gainMmPerMm: 5, joints: [joint()], targetMm: -1 }, "targetMm"],
    ["a misspelt option", { gainMmPerMm: 5, joints: [joint()], traget: 3 }, "traget"],
  ])("%s", (_what, input, field) => expect(refusedAt("slack", input)).toBe(`invalid_input ${field}`));

  it("more parts than it searches, and takes them when they are grouped", () => {
    const many = (part: (i: number) => string | undefined) =>
      Array.from({ length: 21 }, (_, i) => joint({ id: `j${i}`, cost: 5, part: part(i) }));
    expect(refusedAt("slack", { gainMmPerMm: 5, joints: many(() => undefined) })).toBe("too_large joints");
    expect(refusedAt("slack", { gainMmPerMm: 5, joints: many((i) => `part ${i % 5}`) })).toBe("answered");
  });
});

const small = {
  faults: [{ id: "A", label: "A", prior: 1 }],
  observations: [{ id: "x", label: "x", kind: "result" }],
  tests: [{ id: "t", label: "t", minutes: 1, results: ["x"] }],
  table: { A: { x: "often" } },
};

describe("diagnose refuses", () => {
  it.each<[string, object, string]>([
    ["an unknown observation", { observations: [{ id: "nope", present: true }] }, "observations[0].id"],
    [
      "the same observation twice",
      {
        observations: [
          { id: "vibIdle", present: true },
          { id: "vibIdle", present: false },
        ],
      },
      "observations[1].id",
    ],
    ["an answer that is no answer", { observations: [{ id: "vibIdle", present: "yes" }] }, "observations[0].present"],
    ["a lead of a half", { lead: 0.5 }, "lead"],
    ["a lead of one", { lead: 1 }, "lead"],
    ["an unknown repair", { repaired: ["nope"] }, "repaired[0]"],
    ["an unknown shifter", { vehicle: { shifter: "wheel", layout: "northSouth" } }, "vehicle.shifter"],
    ["a table without faults", { knowledge: { ...small, faults: [] } }, "knowledge.faults"],
    [
      "a prior of nothing",
      { knowledge: { ...small, faults: [{ id: "A", label: "A", prior: 0 }] } },
      "knowledge.faults[0].prior",
    ],
    [
      "a test that shows nothing known",
      { knowledge: { ...small, tests: [{ ...small.tests[0], results: ["y"] }] } },
      "knowledge.tests[0].results[0]",
    ],
    ["a wrong word", { knowledge: { ...small, table: { A: { x: "mostly" } } } }, "knowledge.table.A.x"],
    ["a probability outside its range", { knowledge: { ...small, table: { A: { x: 1 } } } }, "knowledge.table.A.x"],
    ["a fault the table does not know", { knowledge: { ...small, table: { B: { x: "often" } } } }, "knowledge.table.B"],
    ["three hands", { knowledge: { ...small, tests: [{ ...small.tests[0], hands: 3 }] } }, "knowledge.tests[0].hands"],
  ])("%s", (_what, input, field) => expect(refusedAt("diagnose", input)).toBe(`invalid_input ${field}`));
});

describe("torque and measurement refuse", () => {
  const wrench = { wantedNm: 10, tool: { maxNm: 20 } };
  it.each<[string, string, object, string]>([
    ["torqueSequence", "no pattern", { count: 4 }, "pattern"],
    ["torqueSequence", "half a bolt", { pattern: "circle", count: 4.5 }, "count"],
    ["torqueSequence", "sixty-five bolts", { pattern: "circle", count: 65 }, "count"],
    ["torqueSequence", "thirteen in a line", { pattern: "line", count: 13 }, "count"],
    ["torqueSequence", "a pass over 100 %", { pattern: "circle", count: 4, passes: [{ pct: 120 }] }, "passes[0].pct"],
    [
      "torqueSequence",
      "two passes of one name",
      { pattern: "circle", count: 4, passes: [{ name: "a" }, { name: "a" }] },
      "passes[1].name",
    ],
    ["torqueSequence", "an angle of nothing", { pattern: "circle", count: 4, angleDeg: 0 }, "angleDeg"],
    ["torqueText", "no text", {}, "text"],
    ["fastener", "a machine screw's number", { thread: "6-32", grade: "5" }, "thread"],
    ["fastener", "a metric grade on an inch thread", { thread: "3/8-16", grade: "8.8" }, "grade"],
    ["fastener", "an inch grade on a metric thread", { thread: "M10", grade: "5" }, "grade"],
    ["fastener", "no preload", { thread: "M10", grade: "8.8", preloadFraction: 0 }, "preloadFraction"],
    ["torqueTool", "no tool", { wantedNm: 10 }, "tool"],
    ["torqueTool", "an adapter without the hand", { ...wrench, adapter: { offsetMm: 50 } }, "handMm"],
    ["torqueTool", "no lever left", { ...wrench, handMm: 300, adapter: { offsetMm: -240 } }, "adapter.offsetMm"],
    ["torqueTool", "limits of neither kind", { ...wrench, spec: {} }, "spec.minNm"],
    ["torqueTool", "limits of both kinds", { ...wrench, spec: { minNm: 9, maxNm: 10, nm: 9 } }, "spec.nm"],
    ["torqueTool", "half a range", { ...wrench, spec: { minNm: 9 } }, "spec.maxNm"],
    [
      "torqueTool",
      "a range with a tolerance",
      { ...wrench, spec: { minNm: 9, maxNm: 10, tolerancePct: 5 } },
      "spec.tolerancePct",
    ],
    ["torqueTool", "a reversed range", { ...wrench, spec: { minNm: 10, maxNm: 9 } }, "spec.maxNm"],
    ["torqueText", "text of 81 characters", { text: "4".repeat(81) }, "text"],
    ["measurement", "no readings", { before: { readings: [] } }, "before.readings"],
    ["measurement", "text for a reading", { before: { readings: ["5"] } }, "before.readings[0]"],
    ["measurement", "null in a list", { before: { readings: [null] } }, "before.readings[0]"],
    ["measurement", "a negative resolution", { before: { readings: [1], resolution: -1 } }, "before.resolution"],
    ["measurement", "a factor of five", { before: { readings: [1] }, k: 5 }, "k"],
  ])("%s: %s", (model, _what, input, field) => expect(refusedAt(model, input)).toBe(`invalid_input ${field}`));
});

describe("any model", () => {
  it("answers anything with an answer or a refusal, never by falling over", () => {
    fc.assert(
      fc.property(fc.constantFrom(...models.map((m) => m.name)), fc.jsonValue({ maxDepth: 4 }), (model, input) => {
        const out = answer(model, input) as Partial<Refused>;
        if (out.error) {
          expect(out.error.accepts).not.toBe("");
          expect(out.error.message).not.toBe("");
        }
        expect(() => JSON.stringify(out)).not.toThrow();
      }),
      { seed: 20251125, numRuns: 600 },
    );
  });
});
