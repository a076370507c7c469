import type { Signature, TorqueGroup } from "../../contract";
import { countsOf, progressOf } from "./progress";
import { judgeSigned, type Judged } from "./passes";

/** How the figure of a signature was come by: read, clicked at a setting, an angle counted, or nothing but the hand. */
export type SignedHow = "read" | "clicked" | "turned" | "notCounted" | "byHand";

/** Bolts of one pass of which everything but the figure is the same: who, with what, when, on what, what came of it. */
export interface SignedRun {
  pass: string;
  how: SignedHow;
  /** Bolts with one figure each, in the order of their numbers; bolts of one figure together. */
  figures: { bolts: number[]; signature: Signature; judged: Judged | null }[];
  /** What all of them share. */
  of: Signature;
  /** Whether they count: neither loosened again nor signed before their fastener was replaced. */
  counts: boolean;
}

export interface SignedGroup {
  runs: SignedRun[];
  /** Bolts that are not signed, pass by pass. */
  unsigned: { pass: string; bolts: number[] }[];
}

const dayOf = (at: string | null): string => (at ?? "").slice(0, 10);

/** What must be the same for two signatures to be told in one. */
const sharedOf = (s: Signature, how: SignedHow, counts: boolean, outside: boolean): string =>
  JSON.stringify([
    s.pass,
    how,
    counts,
    outside,
    s.personId,
    s.secondId,
    s.toolId,
    s.tool,
    s.simulated,
    dayOf(s.at),
    s.load,
    s.outcome,
    s.outcomeReason,
    s.overruleReason,
    s.done,
  ]);

const figureOf = (s: Signature): string =>
  JSON.stringify([s.reading?.base ?? null, s.setTo?.base ?? null, s.onTool?.base ?? null, s.turnedDeg]);

/**
 * What was signed in a group, told so that each signature keeps its own person, tool, day, load state, figure and
 * outcome: in the order of the passes, those that are alike together. What has no place left in the group as it is
 * now comes last.
 */
export function signedRuns(group: TorqueGroup, signatures: readonly Signature[]): SignedGroup {
  const { passes, open } = progressOf(group, signatures);
  const counted = new Set(countsOf(group, signatures).map((s) => s.id));
  const own = signatures
    .filter((s) => s.groupId === group.id)
    .toSorted((a, b) => (a.at ?? "").localeCompare(b.at ?? "") || a.bolt - b.bolt);
  const rank = (s: Signature): number => {
    const at = passes.findIndex((p) => p.name === s.pass);
    return at < 0 ? passes.length : at;
  };
  const runs = new Map<string, SignedRun>();
  for (const s of own.toSorted((a, b) => rank(a) - rank(b))) {
    const pass = passes.find((p) => p.name === s.pass);
    const judged = pass ? judgeSigned(pass, s) : null;
    const how: SignedHow = s.reading
      ? "read"
      : s.setTo
        ? "clicked"
        : s.turnedDeg !== null
          ? "turned"
          : pass?.angleDeg
            ? "notCounted"
            : "byHand";
    const counts = counted.has(s.id);
    const key = sharedOf(s, how, counts, Boolean(judged && judged.judgement !== "inside"));
    const run = runs.get(key) ?? { pass: s.pass, how, figures: [], of: s, counts };
    runs.set(key, run);
    const same = run.figures.find((f) => figureOf(f.signature) === figureOf(s));
    if (same) same.bolts.push(s.bolt);
    else run.figures.push({ bolts: [s.bolt], signature: s, judged });
  }
  for (const run of runs.values()) {
    for (const f of run.figures) f.bolts.sort((a, b) => a - b);
    run.figures.sort((a, b) => a.bolts[0] - b.bolts[0]);
  }
  const unsigned = passes.flatMap((p) => {
    const bolts = open.filter((s) => s.name === p.name).map((s) => s.bolt);
    return bolts.length ? [{ pass: p.name, bolts: bolts.toSorted((a, b) => a - b) }] : [];
  });
  return { runs: [...runs.values()], unsigned };
}

/** "1 to 4, 6": a row of bolts, neighbours as a range. */
export function boltsText(bolts: readonly number[]): string {
  const ranges: [number, number][] = [];
  for (const b of bolts) {
    const last = ranges.at(-1);
    if (last && b === last[1] + 1) last[1] = b;
    else if (last?.[1] !== b) ranges.push([b, b]);
  }
  return ranges.map(([a, b]) => (a === b ? `${a}` : b === a + 1 ? `${a}, ${b}` : `${a} to ${b}`)).join(", ");
}
