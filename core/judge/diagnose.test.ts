import { describe, expect, it } from "vitest";
import { defaultKnowledge, diagnose, knowledgeFor, likelihood, oddsPaths, type Knowledge, type Observed } from "..";

const SEED = 20251125;

/** A small seeded generator (mulberry32, public domain), so that a failing run can be repeated. */
function random(seed: number): () => number {
  let s = seed;
  return () => {
    s = (s + 0x6d2b79f5) | 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const words = defaultKnowledge.words;
const two: Knowledge = {
  words,
  faults: [
    { id: "A", label: "A", prior: 0.5 },
    { id: "B", label: "B", prior: 0.5 },
  ],
  observations: [{ id: "x", label: "x", kind: "result", faultFree: "rarely" }],
  tests: [{ id: "tx", label: "tx", minutes: 2, hands: 1, results: ["x"] }],
  table: { A: { x: 0.9 }, B: { x: 0.3 } },
};
const ask = (knowledge: Knowledge, observations: Observed[] = [], extra: object = {}) =>
  diagnose({ knowledge, observations, lead: 0.85, minGainBits: 0.05, ...extra });

describe("diagnose", () => {
  // Closed form: .5/.5 with .9 against .3 gives .75/.25 when present, .125/.875 when absent;
  // gain = 1 - (H(.75) .6 + H(.125) .4) = .2958 bit.
  it("follows Bayes' rule and Shannon's information by hand", () => {
    expect(ask(two, [{ id: "x", present: true }]).posterior.map((s) => s.p)).toEqual([
      expect.closeTo(0.75, 12),
      expect.closeTo(0.25, 12),
    ]);
    expect(ask(two, [{ id: "x", present: false }]).posterior[0]).toMatchObject({
      fault: "B",
      p: expect.closeTo(0.875, 12),
    });
    const h = (p: number) => -p * Math.log2(p) - (1 - p) * Math.log2(1 - p);
    expect(ask(two).next[0].gainBits).toBeCloseTo(1 - (0.6 * h(0.75) + 0.4 * h(0.125)), 12);
  });

  it("reports moves that sum to the whole change of the leader's odds", () => {
    const seen: Observed[] = [
      { id: "leverMovesThrottle", present: true },
      { id: "clunkTakeUp", present: true },
      { id: "vibIdle", present: false },
    ];
    const out = ask(defaultKnowledge, seen);
    const start = ask(defaultKnowledge).posterior.find((s) => s.fault === out.posterior[0].fault)?.p ?? NaN;
    const end = out.posterior[0].p;
    const change = Math.log(end / (1 - end)) - Math.log(start / (1 - start));
    expect(out.moves.reduce((sum, m) => sum + m.logOdds, 0)).toBeCloseTo(change, 9);
    const path = oddsPaths({ knowledge: defaultKnowledge, observations: seen }).get(out.posterior[0].fault) ?? [];
    expect(path[3] - path[0]).toBeCloseTo(change, 9);
  });

  it("agrees with a brute-force joint table, posterior and information", () => {
    const rnd = random(SEED);
    const ids = ["a", "b", "c"];
    const knowledge: Knowledge = {
      words,
      faults: Array.from({ length: 5 }, (_, i) => ({ id: `f${i}`, label: `f${i}`, prior: 1 + i })),
      observations: ids.map((id) => ({ id, label: id, kind: "result", faultFree: 0.1 })),
      tests: [{ id: "all", label: "all", minutes: 1, hands: 1, results: ids }],
      table: Object.fromEntries(
        Array.from({ length: 5 }, (_, i) => [`f${i}`, Object.fromEntries(ids.map((o) => [o, 0.05 + 0.9 * rnd()]))]),
      ),
    };
    // The joint distribution of fault and all three results, cell by cell.
    const total = 15;
    const cells = knowledge.faults.flatMap((f, i) =>
      Array.from({ length: 8 }, (_, outcome) => {
        let p = (1 + i) / total;
        ids.forEach((o, k) => {
          const rate = knowledge.table[f.id][o] as number;
          p *= (outcome >> k) & 1 ? rate : 1 - rate;
        });
        return { fault: f.id, outcome, p };
      }),
    );
    const sum = (list: { p: number }[]) => list.reduce((s, c) => s + c.p, 0);
    const seenA = cells.filter((c) => c.outcome & 1);
    const out = ask(knowledge, [{ id: "a", present: true }], { minGainBits: 0 });
    for (const s of out.posterior) {
      expect(s.p).toBeCloseTo(sum(seenA.filter((c) => c.fault === s.fault)) / sum(seenA), 12);
    }
    const bits = (p: number) => (p > 0 ? -p * Math.log2(p) : 0);
    const mutual = [0, 1]
      .flatMap((b) => [0, 1].map((c) => (b << 1) | (c << 2) | 1))
      .reduce((gain, outcome) => {
        const here = seenA.filter((c) => c.outcome === outcome);
        const po = sum(here) / sum(seenA);
        return gain - po * here.reduce((s, c) => s + bits(c.p / sum(here)), 0);
      }, out.entropyBits);
    expect(out.next[0].gainBits).toBeCloseTo(mutual, 10);
  });

  it("leaves out what does not concern the vehicle, and lowers a part that was replaced", () => {
    const van = { shifter: "cable" as const, layout: "eastWest" as const };
    const out = ask(defaultKnowledge, [{ id: "watchLostAtJoint", present: true }], { vehicle: van });
    expect(out.posterior.some((s) => s.fault === "selectorJoint" || s.fault === "propCoupling")).toBe(false);
    expect(out.moves).toEqual([]);
    const seen = [{ id: "playForeAft", present: true }];
    const p = (extra: object) =>
      ask(defaultKnowledge, seen, { vehicle: van, ...extra }).posterior.find((s) => s.fault === "cableEndBush")?.p ?? 0;
    expect(p({ repaired: ["cableEndBush"] })).toBeLessThan(p({}) / 5);
  });

  it("says when one fault does not explain what is seen", () => {
    const out = ask(defaultKnowledge, [
      { id: "dripsShaft", present: true },
      { id: "dripReturns", present: true },
      { id: "vibIdle", present: true },
    ]);
    expect(out.posterior[0].fault).toBe("shaftSeal");
    expect(out).toMatchObject({ moreThanOne: true, unexplained: ["vibIdle"] });
  });

  // Cases drawn from the table itself: the policy must cost fewer minutes than a random order of tests
  // and name the fault no worse (within two points).
  it("finds drawn faults in fewer minutes than a random order, and as surely", () => {
    const rnd = random(SEED);
    const vehicle = { shifter: "rod" as const, layout: "northSouth" as const };
    const table = knowledgeFor(defaultKnowledge, vehicle);
    const weight = table.faults.reduce((s, f) => s + f.prior, 0);
    const cases = 120;
    const tally = { policy: { top1: 0, top3: 0, minutes: 0 }, random: { top1: 0, top3: 0, minutes: 0 } };
    for (let c = 0; c < cases; c++) {
      let pick = rnd() * weight;
      const fault = table.faults.find((f) => (pick -= f.prior) < 0) ?? table.faults[0];
      const truth = new Map(table.observations.map((o) => [o.id, rnd() < likelihood(table, fault.id, o)]));
      const symptoms = table.observations
        .filter((o) => o.kind === "symptom")
        .map((o) => ({ id: o.id, present: truth.get(o.id) ?? false }));
      for (const mode of ["policy", "random"] as const) {
        const seen = [...symptoms];
        let out = ask(defaultKnowledge, seen, { vehicle });
        while (!out.stop) {
          const tests = out.next.filter((n) => !n.test.startsWith("ask:"));
          if (!tests.length) break;
          const chosen = mode === "policy" ? tests[0] : tests[Math.floor(rnd() * tests.length)];
          tally[mode].minutes += chosen.minutes;
          for (const r of table.tests.find((t) => t.id === chosen.test)?.results ?? []) {
            if (!seen.some((s) => s.id === r)) seen.push({ id: r, present: truth.get(r) ?? false });
          }
          out = ask(defaultKnowledge, seen, { vehicle });
        }
        if (out.posterior[0].fault === fault.id) tally[mode].top1++;
        if (out.posterior.slice(0, 3).some((s) => s.fault === fault.id)) tally[mode].top3++;
      }
    }
    const line = (m: "policy" | "random"): string =>
      `${m}: top 1 ${((100 * tally[m].top1) / cases).toFixed(0)} %, top 3 ${((100 * tally[m].top3) / cases).toFixed(0)} %, ${(tally[m].minutes / cases).toFixed(1)} min`;
    console.warn(`seed ${SEED}; ${line("policy")}; ${line("random")}`);
    expect(tally.policy.minutes).toBeLessThan(tally.random.minutes);
    expect(tally.policy.top1 / cases).toBeGreaterThan(tally.random.top1 / cases - 0.02);
  });
});
