import { exceeds, fallsShort } from "../quantity/limit";
import {
  freeRate,
  knowledgeFor,
  likelihood,
  type BenchTest,
  type Fault,
  type Knowledge,
  type Observable,
  type VehicleKind,
} from "./knowledge";

export interface Observed {
  id: string;
  present: boolean;
}

export interface DiagnoseInput {
  observations: Observed[];
  vehicle?: VehicleKind;
  knowledge: Knowledge;
  lead: number;
  minGainBits: number;
  repaired?: string[];
  /** 2: two faults at once are possible too. */
  maxFaults?: 1 | 2;
  /** How likely a second fault beside a first is, from 0 to 1. */
  secondFault?: number;
  /** Weight of nothing being wrong, against the faults' priors; 0: something is. */
  nothing?: number;
}

export interface Suspect {
  fault: string;
  label: string;
  p: number;
  referOn: boolean;
}

export interface Move {
  observation: string;
  present: boolean;
  fault: string;
  logOdds: number;
}

export interface NextTest {
  test: string;
  label: string;
  gainBits: number;
  minutes: number;
  bitsPerMin: number;
}

export interface DiagnoseAnswer {
  posterior: Suspect[];
  entropyBits: number;
  moves: Move[];
  next: NextTest[];
  nextTest: string | null;
  stop: boolean;
  stopReason: "lead" | "noGain" | null;
  moreThanOne: boolean;
  unexplained: string[];
  /** At most ten, the likeliest first; no faults: nothing is wrong. */
  hypotheses: { faults: string[]; p: number }[];
  /** Chance that nothing is wrong; null where that was not asked. */
  nothing: number | null;
  notices: never[];
}

/** A repaired part is seldom the culprit again at once. Common practice, no source. */
const REPAIRED_FACTOR = 0.05;
/** What asking a symptom costs, minutes. */
const ASKING_MIN = 0.5;
/** A sign the best suspect hardly shows, although another would show it often, is unexplained. */
const UNEXPLAINED = { shownAtMost: 0.1, elsewhereAtLeast: 0.7 };
/** Two faults together never make a sign certain, nor rule it out. */
const TOGETHER = { least: 0.001, most: 0.999 };
const MOST_HYPOTHESES = 10;

const log2 = (x: number): number => Math.log(x) / Math.LN2;

/** Entropy of a distribution, bits. */
const entropy = (p: readonly number[]): number => -p.reduce((sum, x) => (x > 0 ? sum + x * log2(x) : sum), 0);

/** From logarithmic weights to probabilities, without overflow. */
function normalised(logWeights: readonly number[]): number[] {
  const top = Math.max(...logWeights);
  const weights = logWeights.map((w) => Math.exp(w - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}

const logSumExp = (values: readonly number[]): number => {
  const top = Math.max(...values);
  return top + Math.log(values.reduce((sum, v) => sum + Math.exp(v - top), 0));
};

interface Hypothesis {
  /** Places of its faults in the table, one or two; none: nothing is wrong. */
  faults: number[];
  /** Logarithm of its weight before anything was asked. */
  start: number;
}

interface Table {
  faults: Fault[];
  hypotheses: Hypothesis[];
  observation: Map<string, Observable>;
  knowledge: Knowledge;
  /** Chance of an observation under each hypothesis. */
  rates: (o: Observable) => readonly number[];
}

type Asked = Pick<DiagnoseInput, "knowledge" | "vehicle" | "repaired" | "maxFaults" | "secondFault" | "nothing">;

/** How much likelier two faults come together than apart, by their ids in either order. */
function togetherOf(together: Knowledge["together"] = []): (a: string, b: string) => number {
  const factors = new Map(together.map(({ faults, factor }) => [[...faults].sort().join("\0"), factor]));
  return (a, b) => factors.get([a, b].sort().join("\0")) ?? 1;
}

function hypothesesOf(input: Asked, { faults, together }: Knowledge): Hypothesis[] {
  const repaired = new Set(input.repaired);
  const weights = faults.map((f) => f.prior * (repaired.has(f.id) ? REPAIRED_FACTOR : 1));
  const out = weights.map((w, i): Hypothesis => ({ faults: [i], start: Math.log(w) }));
  const second = input.secondFault ?? 0;
  if (input.maxFaults === 2 && second > 0) {
    const all = weights.reduce((a, b) => a + b, 0);
    const factor = togetherOf(together);
    for (let f = 0; f < faults.length; f++) {
      for (let g = f + 1; g < faults.length; g++) {
        const weight = ((second * weights[f] * weights[g]) / all) * factor(faults[f].id, faults[g].id);
        out.push({ faults: [f, g], start: Math.log(weight) });
      }
    }
  }
  if (input.nothing) out.push({ faults: [], start: Math.log(input.nothing) });
  return out;
}

function tableOf(input: Asked): Table {
  const knowledge = knowledgeFor(input.knowledge, input.vehicle);
  const hypotheses = hypothesesOf(input, knowledge);
  const known = new Map<string, readonly number[]>();
  const rates = (o: Observable): readonly number[] => {
    const there = known.get(o.id);
    if (there) return there;
    const free = freeRate(knowledge, o);
    const single = knowledge.faults.map((f) => likelihood(knowledge, f.id, o));
    const own = hypotheses.map(({ faults: [f, g] }) =>
      f === undefined ? free : g === undefined ? single[f] : eitherShows(single[f], single[g], free),
    );
    known.set(o.id, own);
    return own;
  };
  const observation = new Map(knowledge.observations.map((o) => [o.id, o]));
  return { knowledge, faults: knowledge.faults, hypotheses, observation, rates };
}

/** Noisy or of two faults over what is seen anyway [Pearl, Probabilistic Reasoning in Intelligent Systems, 1988]. */
const eitherShows = (a: number, b: number, free: number): number =>
  Math.min(TOGETHER.most, Math.max(TOGETHER.least, 1 - ((1 - a) * (1 - b)) / (1 - free)));

function withObserved(t: Table, logWeights: readonly number[], seen: Observed): number[] {
  const o = t.observation.get(seen.id);
  if (!o) return [...logWeights];
  const rates = t.rates(o);
  return logWeights.map((w, i) => w + Math.log(seen.present ? rates[i] : 1 - rates[i]));
}

/** ln(p / (1 - p)) of a fault being among those present; 0 where nothing else is possible. */
function logOdds(t: Table, logWeights: readonly number[], fault: number): number {
  const [own, others]: [number[], number[]] = [[], []];
  t.hypotheses.forEach((h, i) => (h.faults.includes(fault) ? own : others).push(logWeights[i]));
  return others.length ? logSumExp(own) - logSumExp(others) : 0;
}

/**
 * How every answer moved every fault: logarithmic odds at the start and after each observation that
 * concerns this vehicle, by fault id. For drawing; the model itself reports the leading fault's moves.
 */
export function oddsPaths(input: Asked & Pick<DiagnoseInput, "observations">): Map<string, number[]> {
  const t = tableOf(input);
  let weights = t.hypotheses.map((h) => h.start);
  const paths = new Map(t.faults.map((f, i) => [f.id, [logOdds(t, weights, i)]]));
  for (const seen of input.observations.filter((o) => t.observation.has(o.id))) {
    weights = withObserved(t, weights, seen);
    t.faults.forEach((f, i) => paths.get(f.id)?.push(logOdds(t, weights, i)));
  }
  return paths;
}

/** Mutual information of the hypothesis and some results not yet seen (independent given it), bits. */
function gainBits(t: Table, p: readonly number[], results: readonly Observable[]): number {
  const rates = results.map((o) => t.rates(o));
  let expected = 0;
  for (let outcome = 0; outcome < 1 << results.length; outcome++) {
    let total = 0;
    const joint = p.map((pf, f) => {
      let w = pf;
      for (let r = 0; r < rates.length; r++) w *= (outcome >> r) & 1 ? rates[r][f] : 1 - rates[r][f];
      total += w;
      return w;
    });
    if (total > 0) expected += total * entropy(joint.map((w) => w / total));
  }
  return Math.max(0, entropy(p) - expected);
}

function candidates(
  t: Table,
  seen: ReadonlySet<string>,
): { id: string; label: string; minutes: number; results: Observable[] }[] {
  const tests = t.knowledge.tests.map((test: BenchTest) => ({
    id: test.id,
    label: test.label,
    minutes: test.minutes,
    results: test.results.flatMap((r) => (seen.has(r) ? [] : (t.observation.get(r) ?? []))),
  }));
  const questions = t.knowledge.observations
    .filter((o) => o.kind === "symptom" && !seen.has(o.id))
    .map((o) => ({ id: `ask:${o.id}`, label: o.label, minutes: o.minutes ?? ASKING_MIN, results: [o] }));
  return [...tests.filter((c) => c.results.length > 0), ...questions];
}

/**
 * Which part is it, and what to test next.
 *
 * A hypothesis is one fault; with `maxFaults` 2 also each pair of them (noisy or), and with `nothing` that nothing is
 * wrong. Observations are independent given the hypothesis (Bayes, in logarithms). `posterior` is the chance that a
 * fault is among those present, falling; `moves` are the changes of ln(p / (1 - p)) each answer gave the leading
 * fault and sum to the whole. The next test is the one with the greatest expected information in bits per minute
 * among those that gain at least `minGainBits`; asking a symptom counts as a test of half a minute. Stops when the
 * first hypothesis reaches `lead` or nothing gains enough. Observations that do not concern the vehicle are left out.
 * Source: Bayes' rule, Shannon's mutual information, Pearl (1988) for pairs. Cost: a few milliseconds with the
 * default table, tens with pairs.
 */
export function diagnose(input: DiagnoseInput): DiagnoseAnswer {
  const t = tableOf(input);
  const given = input.observations.filter((o) => t.observation.has(o.id));
  const steps = [t.hypotheses.map((h) => h.start)];
  for (const seen of given) steps.push(withObserved(t, steps[steps.length - 1], seen));
  const weights = steps[steps.length - 1];
  const chances = normalised(weights);
  const p = t.faults.map((_, f) =>
    chances.reduce((sum, c, i) => (t.hypotheses[i].faults.includes(f) ? sum + c : sum), 0),
  );

  const order = falling(p);
  const best = order[0];
  const leader = t.faults[best];
  const moves = given.map((seen, i): Move => {
    const change = logOdds(t, steps[i + 1], best) - logOdds(t, steps[i], best);
    return { observation: seen.id, present: seen.present, fault: leader.id, logOdds: change };
  });

  const known = new Set(given.map((o) => o.id));
  const next = candidates(t, known)
    .map((c): NextTest => {
      const bits = gainBits(t, chances, c.results);
      return { test: c.id, label: c.label, gainBits: bits, minutes: c.minutes, bitsPerMin: bits / c.minutes };
    })
    .filter((c) => !fallsShort(c.gainBits, input.minGainBits))
    .sort((a, b) => b.bitsPerMin - a.bitsPerMin);

  const ranked = falling(chances);
  const first = ranked[0];
  const stopReason = !fallsShort(chances[first], input.lead) ? "lead" : next.length === 0 ? "noGain" : null;
  const unexplained = given.flatMap((seen) => {
    const o = t.observation.get(seen.id);
    if (!seen.present || !o || exceeds(t.rates(o)[first], UNEXPLAINED.shownAtMost)) return [];
    return t.faults.some((f) => !fallsShort(likelihood(t.knowledge, f.id, o), UNEXPLAINED.elsewhereAtLeast))
      ? [seen.id]
      : [];
  });

  return {
    posterior: order.map((i) => ({
      fault: t.faults[i].id,
      label: t.faults[i].label,
      p: p[i],
      referOn: t.faults[i].referOn ?? false,
    })),
    entropyBits: entropy(chances),
    moves,
    next,
    nextTest: stopReason === null ? next[0].test : null,
    stop: stopReason !== null,
    stopReason,
    moreThanOne: unexplained.length > 0,
    unexplained,
    hypotheses: ranked
      .slice(0, MOST_HYPOTHESES)
      .map((i) => ({ faults: t.hypotheses[i].faults.map((f) => t.faults[f].id), p: chances[i] })),
    nothing: input.nothing ? chances[chances.length - 1] : null,
    notices: [],
  };
}

/** Chances that differ by less are equal: one table's words give them by different sums. */
const EQUAL = 1e-12;

/** Places of the greatest to the least; of equals the earlier first. */
function falling(values: readonly number[]): number[] {
  const order = values.map((_, i) => i).sort((a, b) => values[b] - values[a] || a - b);
  // Neighbours that are equal are put in the order of the table, each run from its first.
  for (let from = 0; from < order.length;) {
    let to = from + 1;
    while (to < order.length && values[order[from]] - values[order[to]] <= EQUAL) to += 1;
    order.splice(from, to - from, ...order.slice(from, to).sort((a, b) => a - b));
    from = to;
  }
  return order;
}
