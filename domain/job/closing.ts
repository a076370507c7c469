import type { JobView } from "../../contract";
import { countsOf, progressOf, wasOutside } from "../torque";
import { toMeasureAgain } from "./wanted";
import { awaited, withoutWay } from "./waits";

/** What is open when a job is closed. */
export interface OpenAtClosing {
  kind: "unsigned" | "outside" | "steps" | "parts" | "findings" | "readings";
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

/**
 * What speaks against closing a job: bolts not signed, bolts accepted outside their limits, open
 * steps and findings, parts neither fitted nor given up, nothing measured after the work. Empty where nothing does.
 */
export function openAtClosing(view: JobView): OpenAtClosing[] {
  const unsigned = view.torqueGroup
    .map((g) => ({ g, p: progressOf(g, view.signature) }))
    .filter(({ p }) => p.next !== null);
  const bolts = unsigned.reduce((n, { p }) => n + new Set(p.open.map((s) => s.bolt)).size, 0);
  const outside = view.torqueGroup.filter((g) =>
    countsOf(g, view.signature).some((s) => wasOutside(g, s) && s.outcome === "accepted"),
  );
  const steps = view.step.filter((s) => s.state === "open");
  const findings = view.finding.filter((f) => f.state === "open");
  const parts = [
    ...awaited(view.part),
    ...withoutWay(view.part),
    ...view.part.filter((p) => !p.carriedOver && !p.alternative && p.state === "arrived"),
  ];
  const again = toMeasureAgain(view);
  const after = view.reading.some((r) => r.phase === "after");
  return [
    ...entry("unsigned", unsigned, ({ g }) => g.name, bolts),
    ...entry("outside", outside, (g) => g.name),
    ...entry("steps", steps, (s) => s.text),
    ...entry("findings", findings, (f) => f.text),
    ...entry("parts", parts, (p) => p.name),
    ...(again.length && !after ? entry("readings", [], () => "", again.length) : []),
  ];
}

const WORDS: Record<OpenAtClosing["kind"], [one: string, many: string]> = {
  unsigned: ["bolt is not signed", "bolts are not signed"],
  outside: ["torque group was accepted outside its limits", "torque groups were accepted outside their limits"],
  steps: ["step is open", "steps are open"],
  findings: ["finding is open", "findings are open"],
  parts: ["part is neither fitted nor removed from the list", "parts are neither fitted nor removed from the list"],
  readings: ["reading taken before was not taken again", "readings taken before were not taken again"],
};

/** One line of what is open: "2 steps are open: Exhaust shield off, Bushes in". */
export const closingLine = ({ kind, count, names }: OpenAtClosing): string =>
  `${count} ${WORDS[kind][count === 1 ? 0 : 1]}${names.length ? `: ${names.join(", ")}` : ""}`.slice(0, 200);
