import type { Part, Shop, Step } from "../../contract";
import { findCycle, type PlanAnswer, type PlanInput, type PlanStep } from "../../core";
import { UNSAID_MIN } from "./begin";
import { edgesOf, withNeeds, type Edge, type EdgeWhy } from "./edges";

export const USUAL_HOURS: NonNullable<Shop["hours"]> = { from: "08:00", to: "17:00", days: [1, 2, 3, 4, 5] };

/** What a change of place, a call and a change of load are worth, minutes; common practice, no source. */
export const PLAN_WEIGHTS: PlanInput["weights"] = { placeChangeMin: 4, helperSpellMin: 10, loadChangeMin: 3 };

const loadText = (step: Pick<Step, "load">): string | undefined =>
  step.load.length ? [...step.load].sort().join(" ") : undefined;

/** Steps that are still to do: what was done or skipped is over. */
export const stepsAhead = (steps: readonly Step[]): Step[] => steps.filter((s) => s.state === "open");

/** The question of the plan: what is ahead, in the order it is listed, over the shop's hours. */
export function planQuestion(steps: readonly Step[], hours: NonNullable<Shop["hours"]>, start?: string): PlanInput {
  const ahead = stepsAhead(steps);
  return {
    steps: withNeeds(ahead, edgesOf(ahead)).map((s): PlanStep => ({
      id: s.id,
      place: s.place,
      minutes: s.minutes ?? UNSAID_MIN,
      hands: s.hands === 2 ? 2 : 1,
      needs: s.needs,
      waitMin: s.waitMin,
      ...(loadText(s) !== undefined && { loadState: loadText(s) }),
    })),
    weights: PLAN_WEIGHTS,
    hours: { from: hours.from, to: hours.to },
    days: hours.days,
    ...(start && { start }),
  };
}

/** A step that would come too soon, what it needs first, and why. */
export interface BrokenNeed {
  step: Step;
  needs: Step;
  why: EdgeWhy;
}

/** What an order breaks of what comes before what; `edges` are those of its open steps. */
export function brokenNeeds(order: readonly Step[], edges: readonly Edge[] = edgesOf(stepsAhead(order))): BrokenNeed[] {
  const at = new Map(order.map((s, i) => [s.id, i]));
  return edges.flatMap(({ before, after, why }) => {
    const [k, i] = [at.get(before), at.get(after)];
    return k !== undefined && i !== undefined && k > i ? [{ step: order[i], needs: order[k], why }] : [];
  });
}

/** Steps that need each other in a circle, in the order of work; null where there is none. */
export function circleOf(steps: readonly Step[]): Step[] | null {
  const round = findCycle(withNeeds(steps, edgesOf(steps)));
  return round && round.map((id) => steps.find((s) => s.id === id)!);
}

/** Why a step waits for another, as the person at the next bay would say it. */
export function whyText(why: EdgeWhy): string {
  switch (why.by) {
    case "need":
      return "";
    case "fastener":
      return `the ${lower(why.name)} come out there`;
    case "tighten":
      return `${why.name} are put in there first`;
    case "plug":
      return `${lower(why.name)} is unplugged there`;
    case "mark":
      return "the mark is made there";
    case "off":
    case "whileOff":
      return `the ${why.name} comes off there`;
    case "backOn":
      return `it can only be done while the ${why.name} is off`;
    case "beforeOff":
      return `it can only be done with the ${why.name} still on`;
    case "afterOn":
      return `it can only be done with the ${why.name} back on`;
    case "gate":
      return why.why.replace(/\.$/, "");
    case "side":
      return `the ${why.name} side is finished first`;
    case "load":
      return "the vehicle is held for it there";
  }
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Steps of a plan that follow on each other, minutes from its start. */
interface Run {
  steps: Step[];
  startMin: number;
  endMin: number;
}

/** The steps of a schedule in runs of one key; a step without a key ends a run. */
function runsOf<K extends string>(
  steps: readonly Step[],
  schedule: PlanAnswer["schedule"],
  keyOf: (step: Step) => K | null,
): (Run & { key: K })[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const runs: (Run & { key: K })[] = [];
  let open: K | null = null;
  for (const { id, startMin, endMin } of schedule) {
    const step = byId.get(id);
    if (!step) continue;
    const key = keyOf(step);
    const last = runs.at(-1);
    if (key !== null && last && open === key) {
      last.steps.push(step);
      last.endMin = endMin;
    } else if (key !== null) runs.push({ key, steps: [step], startMin, endMin });
    open = key;
  }
  return runs;
}

/** One stay at a place: the steps done there one after the other. */
export interface Visit extends Run {
  place: Step["place"];
}

/** The way of the mechanic through the places, in the order of a plan. */
export const visitsOf = (steps: readonly Step[], schedule: PlanAnswer["schedule"]): Visit[] =>
  runsOf(steps, schedule, (step) => step.place).map(({ key, ...run }) => ({ place: key, ...run }));

/** One call for a helper: steps of two people one after the other. */
export type HelperCall = Run;

export const helperCalls = (steps: readonly Step[], schedule: PlanAnswer["schedule"]): HelperCall[] =>
  runsOf(steps, schedule, (step) => (step.hands === 2 ? "two" : null)).map(({ steps: own, startMin, endMin }) => ({
    steps: own,
    startMin,
    endMin,
  }));

/** A wait of the plan, and how much of it is filled with other work. */
export interface PlannedWait {
  step: Step;
  startMin: number;
  endMin: number;
  filledMin: number;
  by: Step[];
}

export function waitsOf(steps: readonly Step[], schedule: PlanAnswer["schedule"]): PlannedWait[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  return schedule.flatMap((timed): PlannedWait[] => {
    const step = byId.get(timed.id);
    if (!step || step.waitMin <= 0) return [];
    const inside = schedule.filter((o) => o.startMin < timed.readyMin && o.endMin > timed.endMin);
    const filledMin = inside.reduce(
      (sum, o) => sum + Math.min(o.endMin, timed.readyMin) - Math.max(o.startMin, timed.endMin),
      0,
    );
    return [
      { step, startMin: timed.endMin, endMin: timed.readyMin, filledMin, by: inside.map((o) => byId.get(o.id)!) },
    ];
  });
}

/** What is taken along to one stay: tools and parts, each once. */
export interface PickStop {
  visit: Visit;
  tools: string[];
  parts: { name: string; part: Part | null }[];
}

/** Tools and parts by place and moment: what to take along before each stay. */
export function pickList(visits: readonly Visit[], parts: readonly Part[]): PickStop[] {
  const free = parts.filter((p) => !p.alternative);
  // Where another way was taken, that one is what is picked.
  const named = (name: string): Part | null => {
    const own = parts.find((p) => p.name === name && !p.insteadOf);
    return free.find((p) => own && p.insteadOf === own.id) ?? free.find((p) => p.name === name) ?? null;
  };
  return visits.map((visit) => {
    const facts = visit.steps.flatMap((s) => s.facts ?? []);
    const names = [...new Set(facts.flatMap((f) => f.parts))];
    return {
      visit,
      tools: [...new Set(facts.flatMap((f) => f.tools))],
      parts: names.map((name) => ({ name, part: named(name) })),
    };
  });
}

/** Parts that are not here yet, each with the first step of the plan that needs it. */
export function latePieces(
  picks: readonly PickStop[],
  schedule: PlanAnswer["schedule"],
): { part: Part; startMin: number }[] {
  const found = new Map<string, { part: Part; startMin: number }>();
  for (const { visit, parts } of picks) {
    for (const { part, name } of parts) {
      if (!part || part.consumable || !["needed", "ordered", "notSold"].includes(part.state) || part.carriedOver)
        continue;
      const step = visit.steps.find((s) => s.facts?.parts.includes(name));
      const startMin = schedule.find((t) => t.id === step?.id)?.startMin ?? visit.startMin;
      if (!found.has(part.id)) found.set(part.id, { part, startMin });
    }
  }
  return [...found.values()];
}

/** One step of two mechanics' day. */
export interface SharedStep {
  id: string;
  who: 0 | 1;
  startMin: number;
  endMin: number;
}

/**
 * Two mechanics instead of one with a helper: along the order found for one, each step goes to whoever can begin it
 * first, of equals to who is at its place; a step of two people takes both. A heuristic: it is not shown to be best.
 */
export function twoMechanics(input: PlanInput, order: readonly string[]): { steps: SharedStep[]; finishMin: number } {
  const byId = new Map(input.steps.map((s) => [s.id, s]));
  const free = [0, 0];
  const place: (string | null)[] = [null, null];
  const ready = new Map<string, number>();
  const left = order.map((id) => byId.get(id)!);
  const steps: SharedStep[] = [];
  while (left.length) {
    const can = left.filter((s) => s.needs.every((n) => ready.has(n)));
    const options = can.flatMap((s) => {
      const from = Math.max(0, ...s.needs.map((n) => ready.get(n)!));
      return s.hands === 2
        ? [{ s, who: 0 as const, at: Math.max(from, free[0], free[1]) }]
        : ([0, 1] as const).map((who) => ({ s, who, at: Math.max(from, free[who]) }));
    });
    const best = options.reduce((a, b) =>
      b.at < a.at - 1e-9 ||
      (Math.abs(b.at - a.at) <= 1e-9 && b.s === a.s && place[b.who] === b.s.place && place[a.who] !== a.s.place)
        ? b
        : a,
    );
    const end = best.at + best.s.minutes;
    for (const who of best.s.hands === 2 ? [0, 1] : [best.who]) {
      free[who] = end;
      place[who] = best.s.place;
    }
    ready.set(best.s.id, end + best.s.waitMin);
    steps.push({ id: best.s.id, who: best.who, startMin: best.at, endMin: end });
    left.splice(left.indexOf(best.s), 1);
  }
  return { steps, finishMin: Math.max(0, ...ready.values()) };
}
