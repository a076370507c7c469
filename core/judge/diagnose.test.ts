import { describe, expect, it } from "vitest";
import {
  defaultKnowledge,
  diagnose,
  drawCase,
  oddsPaths,
  seededRandom,
  walkCase,
  type Knowledge,
  type Observed,
} from "..";

const SEED = 20251125;

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

  it("takes a limit that is exactly reached as reached", () => {
    const seen = [{ id: "x", present: true }];
    // .9 against .3 is three quarters; the sum of floats gives it or something just below.
    for (const [a, b] of [
      [0.9, 0.3],
      [0.6, 0.2],
      [0.3, 0.1],
      [0.03, 0.01],
    ]) {
      const table = { A: { x: a }, B: { x: b } };
      expect(ask({ ...two, table }, seen, { lead: 0.75 }).stopReason).toBe("lead");
      const [gain] = ask({ ...two, table }, [], { minGainBits: 0 }).next;
      expect(ask({ ...two, table }, [], { minGainBits: gain.gainBits * (1 + 1e-12) }).next).toHaveLength(1);
    }
    // A sign the leader shows at 0.1 at most and another at 0.7 at least is left unexplained.
    const far = {
      ...two,
      faults: [
        { id: "A", label: "A", prior: 0.95 },
        { id: "B", label: "B", prior: 0.05 },
      ],
    };
    const of = (shown: number, elsewhere: number) =>
      ask({ ...far, table: { A: { x: shown }, B: { x: elsewhere } } }, seen).unexplained;
    expect([of(0.1, 0.7), of(0.1 + 1e-12, 0.7 - 1e-12), of(0.11, 0.7), of(0.1, 0.69)]).toEqual([["x"], ["x"], [], []]);
  });

  it("leaves faults of equal chance in the order of the table, however their sums were formed", () => {
    const rates = [0.1, 0.2, 0.3, 0.7, 0.6];
    // Every fault has the same rates in another order: the products are equal, their floats are not.
    const turned = rates.map((_, k) => rates.map((__, i) => rates[(i + k) % rates.length]));
    const ids = rates.map((_, i) => `F${i}`);
    const words5 = rates.map((_, i) => `o${i}`);
    const tied: Knowledge = {
      ...two,
      faults: ids.map((id) => ({ id, label: id, prior: 0.2 })),
      observations: words5.map((id) => ({ id, label: id, kind: "result", faultFree: "rarely" })),
      tests: [],
      table: Object.fromEntries(ids.map((id, k) => [id, Object.fromEntries(words5.map((o, i) => [o, turned[k][i]]))])),
    };
    const out = ask(
      tied,
      words5.map((id) => ({ id, present: true })),
    );
    expect(new Set(out.posterior.map((p) => p.p.toFixed(9)))).toEqual(new Set(["0.200000000"]));
    expect(out.posterior.map((p) => p.fault)).toEqual(ids);
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
    const rnd = seededRandom(SEED);
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

  it("draws the same case from the same seed", () => {
    const draw = (seed: number) => drawCase(defaultKnowledge, undefined, seededRandom(seed));
    expect([...draw(7).truth]).toEqual([...draw(7).truth]);
    expect(draw(7).symptoms.length).toBe(20);
    const faults = new Set(Array.from({ length: 60 }, (_, i) => draw(i).fault));
    expect(faults.size).toBeGreaterThan(12);
  });

  // Cases drawn from the table itself: the policy must cost fewer minutes than a random order of tests
  // and name the fault no worse (within two points).
  it("finds drawn faults in fewer minutes than a random order, and as surely", () => {
    const rnd = seededRandom(SEED);
    const vehicle = { shifter: "rod" as const, layout: "northSouth" as const };
    const limits = { lead: 0.85, minGainBits: 0.05 };
    const cases = 120;
    const tally = { policy: { top1: 0, top3: 0, minutes: 0 }, random: { top1: 0, top3: 0, minutes: 0 } };
    for (let c = 0; c < cases; c++) {
      const drawn = drawCase(defaultKnowledge, vehicle, rnd);
      for (const mode of ["policy", "random"] as const) {
        const choose = mode === "policy" ? undefined : (worth: readonly unknown[]) => Math.floor(rnd() * worth.length);
        const walk = walkCase(defaultKnowledge, vehicle, drawn, limits, choose);
        const { posterior } = ask(defaultKnowledge, walk.seen, { vehicle });
        tally[mode].minutes += walk.minutes;
        if (walk.named === drawn.fault) tally[mode].top1++;
        if (posterior.slice(0, 3).some((s) => s.fault === drawn.fault)) tally[mode].top3++;
      }
    }
    const line = (m: "policy" | "random"): string =>
      `${m}: top 1 ${((100 * tally[m].top1) / cases).toFixed(0)} %, top 3 ${((100 * tally[m].top3) / cases).toFixed(0)} %, ${(tally[m].minutes / cases).toFixed(1)} min`;
    console.warn(`seed ${SEED}; ${line("policy")}; ${line("random")}`);
    expect(tally.policy.minutes).toBeLessThan(tally.random.minutes);
    expect(tally.policy.top1 / cases).toBeGreaterThan(tally.random.top1 / cases - 0.02);
  });

  // By brute force: every set of one or two faults, its weight and its noisy or written out again.
  it("weighs pairs and nothing wrong as a joint table does", () => {
    const k: Knowledge = {
      ...two,
      faults: [...two.faults, { id: "C", label: "C", prior: 2 }],
      observations: [...two.observations, { id: "y", label: "y", kind: "symptom", faultFree: 0.05 }],
      together: [{ faults: ["C", "A"], factor: 4 }],
    };
    const w = { A: 0.5, B: 0.5, C: 2 };
    const x = { A: 0.9, B: 0.3, C: 0.1 };
    const sets: (keyof typeof w)[][] = [["A"], ["B"], ["C"], ["A", "B"], ["A", "C"], ["B", "C"], []];
    const joint = sets.map((s) => {
      const shows = 1 - s.reduce((q, f) => (q * (1 - x[f])) / 0.9, 0.9);
      const [a, b] = s;
      const weight =
        s.length === 0
          ? 0.7
          : s.length === 1
            ? w[a]
            : (0.4 * w[a] * w[b] * (s.includes("A") && s.includes("C") ? 4 : 1)) / 3;
      return { s, p: weight * shows * 0.95 };
    });
    const sum = joint.reduce((n, j) => n + j.p, 0);
    const out = ask(
      k,
      [
        { id: "x", present: true },
        { id: "y", present: false },
      ],
      { maxFaults: 2, secondFault: 0.4, nothing: 0.7 },
    );
    for (const { s, p } of joint) {
      expect(out.hypotheses.find((h) => h.faults.join() === s.join())?.p).toBeCloseTo(p / sum, 12);
    }
    for (const f of ["A", "B", "C"] as const) {
      const share = joint.reduce((n, j) => (j.s.includes(f) ? n + j.p : n), 0) / sum;
      expect(out.posterior.find((s) => s.fault === f)?.p).toBeCloseTo(share, 12);
    }
    expect(out.nothing).toBeCloseTo(joint[6].p / sum, 12);
  });
});
