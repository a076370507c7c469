import type { JobView, Part } from "../../contract";
import { isToFind, countsOf, lacksSource, progressOf, unsignedAt, wasOutside } from "../torque";
import { handbackLists } from "./handback";
import { awaited, withoutWay } from "./waits";
import { hasReading, toMeasureAgain, wantedOf } from "./wanted";

/** What is open when a job is closed. */
export interface OpenAtClosing {
  kind:
    | "held"
    | "unsigned"
    | "leftOpen"
    | "outside"
    | "noSource"
    | "toFind"
    | "nobody"
    | "noLoad"
    | "baseline"
    | "steps"
    | "findings"
    | "parts"
    | "notFitted"
    | "readings"
    | "decisions"
    | "checks";
  count: number;
  /** Names of the things meant, the first few. */
  names: string[];
}

const entry = <T>(
  kind: OpenAtClosing["kind"],
  list: readonly T[],
  nameOf: (one: T) => string,
  count = list.length,
): OpenAtClosing[] => (count ? [{ kind, count, names: list.slice(0, 4).map(nameOf) }] : []);

/** Work that a choice of the plan left for another day, in sentences. */
export const leftOpenBy = (view: Pick<JobView, "job">): string[] =>
  view.job.decided.flatMap((d) => d.choices.find((c) => c.name === d.choice)?.leavesOpen || []);

/** Parts of steps that are done, of which nobody said that they went in. */
function notFitted(view: JobView): Part[] {
  const used = new Set(view.step.filter((s) => s.state === "done").flatMap((s) => s.facts?.parts ?? []));
  return view.part.filter(
    (p) => used.has(p.name) && !p.alternative && !p.carriedOver && !p.consumable && p.state !== "fitted",
  );
}

/**
 * What speaks against closing a job: bolts not signed, signed by nobody, outside their limits or with the load state
 * not said, nothing measured before or after the work, open steps and findings, parts neither fitted nor given up, and
 * what was not looked at before it goes back. Critical bolts come first: no reason stands for them, the vehicle is not
 * driven. Empty where nothing is open.
 */
export function openAtClosing(view: JobView): OpenAtClosing[] {
  const open = unsignedAt(view, "drive");
  const held = open.filter((u) => u.holds);
  const unsigned = view.torqueGroup
    .filter((g) => !held.some((u) => u.group.id === g.id))
    .map((g) => ({ g, p: progressOf(g, view.signature) }))
    .filter(({ p }) => p.next !== null);
  const bolts = unsigned.reduce((n, { p }) => n + new Set(p.open.map((s) => s.bolt)).size, 0);
  const outside = view.torqueGroup.filter((g) =>
    countsOf(g, view.signature).some((s) => wasOutside(g, s) && s.outcome === "accepted"),
  );
  const counted = view.torqueGroup.flatMap((g) => countsOf(g, view.signature).map((s) => ({ g, s })));
  const nobody = counted.filter(({ s }) => !s.personId);
  const noLoad = counted.filter(({ s }) => !s.load.length);
  const groupsOf = (list: typeof counted): string[] => [...new Set(list.map(({ g }) => g.name))];
  const worked = view.step.some((s) => s.state === "done") || counted.length > 0;
  const baseline = worked ? wantedOf(view).filter((m) => !hasReading(view, m, "before")) : [];
  const steps = view.step.filter((s) => s.state === "open");
  const findings = view.finding.filter((f) => f.state === "open");
  const lacking = notFitted(view);
  const parts = [
    ...awaited(view.part),
    ...withoutWay(view.part),
    ...view.part.filter((p) => !p.carriedOver && !p.alternative && p.state === "arrived"),
  ].filter((p) => !lacking.includes(p));
  const again = toMeasureAgain(view);
  const checked = new Set(view.job.checked.map((c) => c.id));
  const lists = worked ? handbackLists(view).filter((l) => l.lines.some((x) => !checked.has(x.id))) : [];
  return [
    ...entry("held", held, (u) => u.group.name),
    ...entry("unsigned", unsigned, ({ g }) => g.name, bolts),
    ...entry("outside", outside, (g) => g.name),
    ...entry("noSource", view.torqueGroup.filter(lacksSource), (g) => g.name),
    ...entry(
      "toFind",
      view.torqueGroup.filter((g) => isToFind(g, view.signature)),
      (g) => g.name,
    ),
    ...entry("nobody", groupsOf(nobody), (name) => name, nobody.length),
    ...entry("noLoad", groupsOf(noLoad), (name) => name, noLoad.length),
    ...entry("baseline", baseline, () => "", baseline.length).map((e) => ({ ...e, names: [] })),
    ...entry("steps", steps, (s) => s.text),
    ...entry(
      "decisions",
      view.job.decided.filter((d) => !d.choice),
      (d) => d.question,
    ),
    ...entry("leftOpen", leftOpenBy(view), (l) => l),
    ...entry("findings", findings, (f) => f.text),
    ...entry("parts", parts, (p) => p.name),
    ...entry("notFitted", lacking, (p) => p.name),
    ...(again.length ? entry("readings", [], () => "", again.length) : []),
    ...entry(
      "checks",
      lists,
      (l) => l.title.toLowerCase(),
      lists.flatMap((l) => l.lines).filter((l) => !checked.has(l.id)).length,
    ),
  ];
}

const WORDS: Record<OpenAtClosing["kind"], [one: string, many: string]> = {
  held: ["critical torque group is not signed", "critical torque groups are not signed"],
  unsigned: ["bolt is not signed", "bolts are not signed"],
  leftOpen: ["piece of work is left for another day", "pieces of work are left for another day"],
  outside: ["torque group was accepted outside its limits", "torque groups were accepted outside their limits"],
  noSource: ["torque value has no source", "torque values have no source"],
  toFind: [
    "torque group was tightened by hand, its value is still to be found",
    "torque groups were tightened by hand, their values are still to be found",
  ],
  nobody: ["signature has no person", "signatures have no person"],
  noLoad: ["signature does not say what the vehicle stood on", "signatures do not say what the vehicle stood on"],
  baseline: ["reading was not taken before the work", "readings were not taken before the work"],
  steps: ["step is open", "steps are open"],
  decisions: ["decision is open", "decisions are open"],
  findings: ["finding is open", "findings are open"],
  parts: ["part is neither fitted nor removed from the list", "parts are neither fitted nor removed from the list"],
  notFitted: [
    "part is not recorded as fitted though its step is done",
    "parts are not recorded as fitted though their steps are done",
  ],
  readings: ["reading taken before was not taken again", "readings taken before were not taken again"],
  checks: ["check before it goes back was not made", "checks before it goes back were not made"],
};

/** One line of what is open: "2 steps are open: Exhaust shield off, Bushes in". */
export const closingLine = ({ kind, count, names }: OpenAtClosing): string =>
  `${count} ${WORDS[kind][count === 1 ? 0 : 1]}${names.length ? `: ${names.join(", ")}` : ""}`.slice(0, 200);

/** Whether the vehicle may only leave on a trailer. */
export const mustNotBeDriven = (open: readonly OpenAtClosing[]): boolean => open.some((o) => o.kind === "held");
