import { diagnose, type Observed } from "./diagnose";
import { knowledgeFor, likelihood, type Knowledge, type VehicleKind } from "./knowledge";

/** A hidden fault and everything it shows, drawn from a table. */
export interface RehearsedCase {
  fault: string;
  truth: ReadonlyMap<string, boolean>;
  /** What the driver says: all symptoms, present or absent. */
  symptoms: Observed[];
}

/** A seeded generator of numbers from 0 to 1 (mulberry32, public domain): the same seed, the same case. */
export function seededRandom(seed: number): () => number {
  let s = seed | 0;
  return () => {
    s = (s + 0x6d2b79f5) | 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Draws a fault by its prior and every observation by its likelihood. Random numbers are a parameter. */
export function drawCase(knowledge: Knowledge, vehicle: VehicleKind | undefined, random: () => number): RehearsedCase {
  const table = knowledgeFor(knowledge, vehicle);
  let pick = random() * table.faults.reduce((sum, f) => sum + f.prior, 0);
  const fault = table.faults.find((f) => (pick -= f.prior) < 0) ?? table.faults[table.faults.length - 1];
  const truth = new Map(table.observations.map((o) => [o.id, random() < likelihood(table, fault.id, o)]));
  const symptoms = table.observations
    .filter((o) => o.kind === "symptom")
    .map((o) => ({ id: o.id, present: truth.get(o.id) ?? false }));
  return { fault: fault.id, truth, symptoms };
}

/** What was seen after one more test: its results as the case has them. */
export function withTest(
  knowledge: Knowledge,
  drawn: RehearsedCase,
  seen: readonly Observed[],
  testId: string,
): Observed[] {
  const known = new Set(seen.map((s) => s.id));
  const results = knowledge.tests.find((t) => t.id === testId)?.results ?? [];
  return [
    ...seen,
    ...results
      .filter((r) => drawn.truth.has(r) && !known.has(r))
      .map((id) => ({ id, present: drawn.truth.get(id) ?? false })),
  ];
}

export interface RehearsedWalk {
  tests: string[];
  minutes: number;
  seen: Observed[];
  named: string;
}

/**
 * Tests a case until the diagnosis stops. `choose` picks among the tests worth doing, best first;
 * always taking the first is the advice the program gives.
 */
export function walkCase(
  knowledge: Knowledge,
  vehicle: VehicleKind | undefined,
  drawn: RehearsedCase,
  limits: { lead: number; minGainBits: number },
  choose: (worth: readonly { test: string; minutes: number }[]) => number = () => 0,
): RehearsedWalk {
  const tests: string[] = [];
  let minutes = 0;
  let seen = drawn.symptoms;
  let answer = diagnose({ knowledge, vehicle, observations: seen, ...limits });
  while (!answer.stop) {
    const worth = answer.next.filter((n) => !n.test.startsWith("ask:"));
    if (!worth.length) break;
    const next = worth[choose(worth)];
    tests.push(next.test);
    minutes += next.minutes;
    seen = withTest(knowledge, drawn, seen, next.test);
    answer = diagnose({ knowledge, vehicle, observations: seen, ...limits });
  }
  return { tests, minutes, seen, named: answer.posterior[0].fault };
}
