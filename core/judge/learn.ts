import type { Notice } from "../powerunit";
import { knowledgeFor, likelihood, type Knowledge, type Observable, type VehicleKind } from "./knowledge";

/** A closed job: what was found to be the fault, and what was asked on the way. */
export interface ClosedCase {
  fault: string;
  observations: { id: string; present: boolean }[];
  vehicle?: VehicleKind;
}

export interface LearnInput {
  knowledge: Knowledge;
  cases: ClosedCase[];
  /** How many jobs the present table counts for. */
  strength: number;
}

/** How well a table names the verified faults of closed jobs. */
export interface Score {
  cases: number;
  /** Share in which the verified fault leads, and in which it is among the first three. */
  first: number;
  firstThree: number;
  /** Mean of -ln p of the verified fault: 0 were certainty. */
  meanLogLoss: number;
}

export interface LearnAnswer {
  faults: { fault: string; seen: number; priorBefore: number; priorAfter: number }[];
  table: { fault: string; observation: string; present: number; absent: number; before: number; after: number }[];
  score: Score | null;
  scoreLearned: Score | null;
  notices: Notice<"few">[];
}

/** Under so many jobs what was learned says little. */
const FEW = 10;
/** Nothing is ever certain after some jobs, nor impossible. */
const LEAST = 0.001;
const MOST = 0.999;
/** Chances nearer than this share a rank; the table's order decides. */
const TIE = 1e-12;

interface Counts {
  seen: number;
  /** Cases of a fault the table expects, among the jobs it could have been. */
  expected: number;
  asked: Map<string, { present: number; absent: number }>;
}

/** Faults and observations that apply to each kind of vehicle, worked out once a kind. */
function tables(knowledge: Knowledge) {
  const known = new Map<string, ReturnType<typeof made>>();
  const place = new Map(knowledge.faults.map((f, i) => [f.id, i]));
  const made = (vehicle: VehicleKind | undefined) => {
    const own = knowledgeFor(knowledge, vehicle);
    const faults = own.faults.map((f) => place.get(f.id)!);
    return {
      faults,
      priors: faults.reduce((sum, i) => sum + knowledge.faults[i].prior, 0),
      observations: new Map(own.observations.map((o) => [o.id, o])),
    };
  };
  return (vehicle: VehicleKind | undefined) => {
    const key = JSON.stringify(vehicle ?? null);
    const there = known.get(key) ?? made(vehicle);
    known.set(key, there);
    return there;
  };
}

type TableFor = ReturnType<typeof tables>;

/** Adds a job to the counts, or with -1 takes it out again. */
function count(counts: Counts[], knowledge: Knowledge, of: TableFor, job: ClosedCase, by: 1 | -1): void {
  const own = of(job.vehicle);
  for (const i of own.faults) counts[i].expected += (by * knowledge.faults[i].prior) / own.priors;
  const at = counts[knowledge.faults.findIndex((f) => f.id === job.fault)];
  at.seen += by;
  for (const { id, present } of job.observations) {
    const pair = at.asked.get(id) ?? { present: 0, absent: 0 };
    at.asked.set(id, pair);
    pair[present ? "present" : "absent"] += by;
  }
}

/** The table's own word for each fault, by observation: looked up once, as every job asks for it again. */
function likelihoods(knowledge: Knowledge): (i: number, o: Observable) => number {
  const known = new Map<string, Float64Array>();
  return (i, o) => {
    let own = known.get(o.id);
    if (!own) {
      own = Float64Array.from(knowledge.faults, (f) => likelihood(knowledge, f.id, o));
      known.set(o.id, own);
    }
    return own[i];
  };
}

/** Chances as the counts move them; the present table counts as `strength` jobs. */
function learned(
  knowledge: Knowledge,
  counts: readonly Counts[],
  strength: number,
  said: (i: number, o: Observable) => number,
) {
  const all = knowledge.faults.reduce((sum, f) => sum + f.prior, 0);
  return {
    prior: (i: number): number => {
      const { prior } = knowledge.faults[i];
      const own = (strength * prior) / all;
      return (prior * (own + counts[i].seen)) / (own + counts[i].expected);
    },
    chance: (i: number, o: Observable): number => {
      const p = said(i, o);
      const asked = counts[i].asked.get(o.id);
      if (!asked || asked.present + asked.absent === 0) return p;
      const moved = (strength * p + asked.present) / (strength + asked.present + asked.absent);
      return Math.min(MOST, Math.max(LEAST, moved));
    },
  };
}

type Chances = Pick<ReturnType<typeof learned>, "prior" | "chance">;

/** Rank of the verified fault, 0 the first, and -ln of its chance. */
function judged(knowledge: Knowledge, of: TableFor, job: ClosedCase, by: Chances): { rank: number; loss: number } {
  const own = of(job.vehicle);
  const seen = job.observations.map(({ id, present }) => ({ o: own.observations.get(id)!, present }));
  const logs = own.faults.map((i) => {
    let sum = Math.log(by.prior(i));
    for (const { o, present } of seen) {
      const p = by.chance(i, o);
      sum += Math.log(present ? p : 1 - p);
    }
    return sum;
  });
  const top = Math.max(...logs);
  const whole = top + Math.log(logs.reduce((sum, l) => sum + Math.exp(l - top), 0));
  const at = own.faults.findIndex((i) => knowledge.faults[i].id === job.fault);
  const p = logs.map((l) => Math.exp(l - whole));
  const rank = p.filter((q, k) => q > p[at] + TIE || (Math.abs(q - p[at]) <= TIE && k < at)).length;
  return { rank, loss: whole - logs[at] };
}

function scoreOf(judgements: readonly { rank: number; loss: number }[]): Score {
  const n = judgements.length;
  const share = (most: number): number => judgements.filter((j) => j.rank < most).length / n;
  return {
    cases: n,
    first: share(1),
    firstThree: share(3),
    meanLogLoss: judgements.reduce((sum, j) => sum + j.loss, 0) / n,
  };
}

/**
 * What a shop's own closed jobs say about the table behind Ask.
 *
 * How often each fault comes in: Dirichlet counts, a job counting only against faults its vehicle can have. How often
 * a sign is seen with a fault: beta counts over the jobs in which it was asked. The present table counts as
 * `strength` jobs, so that few jobs move little. Both tables are scored by the verified faults of the same jobs, the
 * learned one leave-one-out: by rank and by logarithmic loss [Bernardo and Smith, Bayesian Theory, 1994].
 *
 * Expects input that was checked: faults and observations known, applying to the vehicle, each asked once a job.
 * Cost: jobs times faults times signs asked.
 */
export function learn({ knowledge, cases, strength }: LearnInput): LearnAnswer {
  const of = tables(knowledge);
  const counts = knowledge.faults.map((): Counts => ({ seen: 0, expected: 0, asked: new Map() }));
  for (const job of cases) count(counts, knowledge, of, job, 1);
  const said = likelihoods(knowledge);
  const after = learned(knowledge, counts, strength, said);
  const before: Chances = {
    prior: (i) => knowledge.faults[i].prior,
    chance: said,
  };
  const faults = knowledge.faults.map((f, i) => ({
    fault: f.id,
    seen: counts[i].seen,
    priorBefore: f.prior,
    priorAfter: after.prior(i),
  }));
  const table = knowledge.faults.flatMap((f, i) =>
    knowledge.observations.flatMap((o) => {
      const asked = counts[i].asked.get(o.id);
      return asked
        ? [{ fault: f.id, observation: o.id, ...asked, before: before.chance(i, o), after: after.chance(i, o) }]
        : [];
    }),
  );
  const leftOut = cases.map((job) => {
    count(counts, knowledge, of, job, -1);
    const judgement = judged(knowledge, of, job, after);
    count(counts, knowledge, of, job, 1);
    return judgement;
  });
  return {
    faults,
    table,
    score: cases.length ? scoreOf(cases.map((job) => judged(knowledge, of, job, before))) : null,
    scoreLearned: cases.length > 1 ? scoreOf(leftOut) : null,
    notices:
      cases.length < FEW
        ? [{ code: "few", field: "cases", message: `Only ${cases.length} closed jobs: under ${FEW} they move little.` }]
        : [],
  };
}
