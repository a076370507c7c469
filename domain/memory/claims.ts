import type { MemoryView, Setup } from "../../contract";
import { askCompare, isRefusal } from "../../contract";
import { comparisonOf, findReading, type Measurand } from "../readings";

/** One kit in one job: what it claimed and what the tape said. */
export interface KitJob {
  jobId: string;
  number: number | null;
  pct: number;
  /** Standard uncertainty of it, percentage points. */
  standard: number;
  effortFactor: number | null;
  cameBack: boolean;
}

export interface KitLine {
  key: string;
  name: string;
  maker: string;
  number: string;
  claimedPct: number;
  jobs: KitJob[];
  measured: { pct: number; standard: number; low: number; high: number };
  /** Mean factor on the effort at the knob, where both levers were measured. */
  effortFactor: number | null;
  /** Jobs in which something of a complaint stayed or came. */
  cameBack: number;
  /** Kept while the claim is inside or below what was measured, as in Prove. */
  verdict: "kept" | "not kept";
}

export interface Ledger {
  kits: KitLine[];
  /** Over the kits, each counting once. */
  average: { claimedPct: number; pct: number; standard: number; jobs: number } | null;
  kept: number;
}

/** Mean and its standard uncertainty: by the spread between jobs, never under what each job's own readings allow. */
function combined(jobs: readonly { pct: number; standard: number }[]): { pct: number; standard: number } {
  const n = jobs.length;
  const pct = jobs.reduce((s, j) => s + j.pct, 0) / n;
  const own = Math.sqrt(jobs.reduce((s, j) => s + j.standard ** 2, 0)) / n;
  const between = n > 1 ? Math.sqrt(jobs.reduce((s, j) => s + (j.pct - pct) ** 2, 0) / (n - 1) / n) : 0;
  return { pct, standard: Math.max(own, between) };
}

const COVERAGE = 2;

/** The throw that was taped before and after: the first pair that both have. */
function throwOf(view: MemoryView, jobId: string) {
  const own = view.readings.filter((r) => r.jobId === jobId && r.quantity === "throw");
  for (const before of own.filter((r) => r.phase === "before")) {
    const measurand: Measurand = { ...before };
    const after = findReading(own, measurand, "after");
    const reduction = after && comparisonOf(before, after).reduction;
    if (reduction) return { pct: reduction.pct, standard: reduction.standardPct };
  }
  return null;
}

function effortOf(view: MemoryView, vehicleId: string, old: Setup | undefined, chosen: Setup): number | null {
  const gearbox = view.vehicles.find((v) => v.id === vehicleId)?.gearbox;
  if (!gearbox || !old) return null;
  const setups = [old, chosen].map((s, i) => ({ name: String(i), lever: s.lever, pivot: s.pivot }));
  const answer = askCompare({ gearbox, setups });
  return isRefusal(answer) ? null : answer.setups[1].effortFactor;
}

/**
 * Kits by maker and number: the reduction each claims against what was measured, over all closed jobs in which it was
 * chosen and the throw was taped before and after. Uncertainty: the spread between jobs, 95 % (k = 2).
 */
export function claimsLedger(view: MemoryView): Ledger {
  const byKit = new Map<string, { setup: Setup; jobs: KitJob[] }>();
  for (const job of view.jobs) {
    const chosen = view.setups.find((s) => s.id === job.chosenSetupId);
    const measured = chosen && chosen.claimedReductionPct !== null ? throwOf(view, job.id) : null;
    if (!chosen || !measured) continue;
    const key = `${chosen.maker || chosen.source}/${chosen.number || chosen.name}`.toLowerCase();
    const kit = byKit.get(key) ?? { setup: chosen, jobs: [] };
    byKit.set(key, kit);
    const old = view.setups.find((s) => s.jobId === job.id && s.role === "old");
    kit.jobs.push({
      jobId: job.id,
      number: job.number,
      ...measured,
      effortFactor: effortOf(view, job.vehicleId, old, chosen),
      cameBack: Object.values(job.symptomsAfter ?? {}).includes("present"),
    });
  }
  const kits = [...byKit].map(([key, { setup, jobs }]): KitLine => {
    const { pct, standard } = combined(jobs);
    const [low, high] = [pct - COVERAGE * standard, pct + COVERAGE * standard];
    const claimedPct = setup.claimedReductionPct ?? 0;
    const efforts = jobs.flatMap((j) => j.effortFactor ?? []);
    return {
      key,
      name: setup.name,
      maker: setup.maker || setup.source,
      number: setup.number,
      claimedPct,
      jobs,
      measured: { pct, standard, low, high },
      effortFactor: efforts.length ? efforts.reduce((a, b) => a + b, 0) / efforts.length : null,
      cameBack: jobs.filter((j) => j.cameBack).length,
      verdict: claimedPct > high ? "not kept" : "kept",
    };
  });
  kits.sort((a, b) => b.claimedPct - b.measured.pct - (a.claimedPct - a.measured.pct));
  const all = kits.length ? combined(kits.map((k) => k.measured)) : null;
  return {
    kits,
    average: all && {
      ...all,
      claimedPct: kits.reduce((s, k) => s + k.claimedPct, 0) / kits.length,
      jobs: kits.reduce((s, k) => s + k.jobs.length, 0),
    },
    kept: kits.filter((k) => k.verdict === "kept").length,
  };
}
