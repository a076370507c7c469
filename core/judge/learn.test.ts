import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { askLearn, isRefusal } from "../../contract";
import { diagnose, learn, type ClosedCase, type Knowledge, type LearnAnswer } from ".";

const table: Knowledge = {
  words: { never: 0.02, rarely: 0.1, sometimes: 0.35, often: 0.7, nearlyAlways: 0.93 },
  faults: [
    { id: "bush", label: "bush", prior: 5 },
    { id: "mount", label: "mount", prior: 3 },
    { id: "cable", label: "cable", prior: 2, applies: { shifter: ["cable"] } },
  ],
  observations: [
    { id: "play", label: "play", kind: "result", faultFree: "rarely" },
    { id: "jump", label: "jump", kind: "result", faultFree: 0.2 },
  ],
  tests: [],
  table: { bush: { play: "nearlyAlways" }, mount: { jump: "often" }, cable: { play: "often" } },
};
const vehicles = [
  undefined,
  { shifter: "cable", layout: "eastWest" },
  { shifter: "rod", layout: "northSouth" },
] as const;

const jobs = fc.array(
  fc
    .record({
      vehicle: fc.constantFrom(...vehicles),
      fault: fc.constantFrom("bush", "mount", "cable"),
      play: fc.constantFrom(undefined, true, false),
      jump: fc.constantFrom(undefined, true, false),
    })
    .filter((j) => j.fault !== "cable" || j.vehicle?.shifter !== "rod")
    .map(({ vehicle, fault, play, jump }): ClosedCase => ({
      fault,
      ...(vehicle && { vehicle }),
      observations: [
        ...(play === undefined ? [] : [{ id: "play", present: play }]),
        ...(jump === undefined ? [] : [{ id: "jump", present: jump }]),
      ],
    })),
  { minLength: 2, maxLength: 30 },
);

/** The learned table as one that `diagnose` can be asked with. */
const tableAfter = (answer: LearnAnswer): Knowledge => ({
  ...table,
  faults: table.faults.map((f, i) => ({ ...f, prior: answer.faults[i].priorAfter })),
  table: answer.table.reduce<Knowledge["table"]>(
    (all, row) => ({ ...all, [row.fault]: { ...all[row.fault], [row.observation]: row.after } }),
    table.table,
  ),
});
const lossBy = (knowledge: Knowledge, job: ClosedCase): number => {
  const { posterior } = diagnose({ ...job, knowledge, lead: 0.85, minGainBits: 0.05 });
  return -Math.log(posterior.find((p) => p.fault === job.fault)!.p);
};

describe("what the shop's jobs say about the table", () => {
  it("is scored as Ask itself would have named each job, before and with every other job learned", () => {
    fc.assert(
      fc.property(jobs, fc.constantFrom(2, 20, 300), (cases, strength) => {
        const answer = learn({ knowledge: table, cases, strength });
        const mean = (losses: number[]): number => losses.reduce((a, b) => a + b, 0) / losses.length;
        expect(answer.score?.meanLogLoss).toBeCloseTo(mean(cases.map((job) => lossBy(table, job))), 9);
        const others = cases.map((job, i) =>
          lossBy(tableAfter(learn({ knowledge: table, cases: cases.filter((_c, k) => k !== i), strength })), job),
        );
        expect(answer.scoreLearned?.meanLogLoss).toBeCloseTo(mean(others), 9);
      }),
      { numRuns: 40 },
    );
  });

  it("moves toward what was seen, and hardly at all where the table counts for many jobs", () => {
    fc.assert(
      fc.property(jobs, (cases) => {
        const firm = learn({ knowledge: table, cases, strength: 10_000 });
        for (const f of firm.faults) expect(Math.abs(f.priorAfter / f.priorBefore - 1)).toBeLessThan(0.05);
        for (const row of learn({ knowledge: table, cases, strength: 5 }).table) {
          const seen = row.present / (row.present + row.absent);
          expect(row.after).toBeGreaterThanOrEqual(Math.min(row.before, seen, 0.999) - 1e-12);
          expect(row.after).toBeLessThanOrEqual(Math.max(row.before, seen, 0.001) + 1e-12);
        }
      }),
      { numRuns: 40 },
    );
  });

  it("says that few jobs say little, and refuses a sign of another vehicle at its place", () => {
    expect(learn({ knowledge: table, cases: [], strength: 20 })).toMatchObject({ score: null, scoreLearned: null });
    const out = askLearn({
      knowledge: table,
      cases: [{ fault: "bush", observations: [{ id: "hum", present: true }] }],
    });
    expect(isRefusal(out) && out.error.field).toBe("cases[0].observations[0].id");
  });
});
