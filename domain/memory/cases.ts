import type { Job, MemoryJob, Shop } from "../../contract";
import {
  changesBetween,
  knowledgeFor,
  shopStandard,
  type ClosedCase,
  type Knowledge,
  type LearnAnswer,
  type Likelihood,
} from "../../core";
import { observedOf, vehicleKind } from "../diagnosis";

/**
 * The fault that turned out to be the cause: said so, or the only part repaired of a complaint of which nothing stayed.
 */
export function verifiedCause(job: Pick<Job, "cause" | "repaired" | "symptomsAfter">): string | null {
  if (job.cause) return job.cause;
  const after = Object.values(job.symptomsAfter ?? {});
  const gone = after.length > 0 && !after.includes("present");
  return gone && job.repaired?.length === 1 ? job.repaired[0] : null;
}

/** Closed jobs with a verified cause, as the table learns from them. Faults and signs it no longer has are left out. */
export function casesOf(jobs: readonly MemoryJob[], table: Knowledge): ClosedCase[] {
  return jobs.flatMap((job): ClosedCase[] => {
    const fault = verifiedCause(job);
    const vehicle = vehicleKind(job);
    const own = knowledgeFor(table, vehicle);
    if (!fault || !own.faults.some((f) => f.id === fault)) return [];
    return [{ fault, observations: observedOf(job.symptoms, own), vehicle }];
  });
}

/** What a shop took over from its own jobs: the value before and the one learned. */
export type Learned = NonNullable<Shop["learned"]>;

const NONE: Learned = { faults: {}, cells: {} };

/** One figure that the closed jobs would change. */
export interface LearnedLine {
  kind: "prior" | "cell";
  fault: string;
  /** Absent for how often the fault comes in. */
  observation?: string;
  before: number;
  after: number;
  /** Jobs it was seen in, of so many it could have been. */
  seen: number;
  of: number;
  taken: boolean;
}

/**
 * The table without what was taken over from the jobs, so that no job counts twice: a figure the shop has set by hand
 * since then stays as it is.
 */
export function tableBefore(table: Knowledge, learned: Learned | null): Knowledge {
  const { faults, cells } = learned ?? NONE;
  const rows = structuredClone(table.table);
  for (const [fault, row] of Object.entries(cells)) {
    for (const [observation, { before, after }] of Object.entries(row)) {
      if (rows[fault]?.[observation] !== after) continue;
      if (before === null) delete rows[fault][observation];
      else rows[fault][observation] = before;
    }
  }
  return {
    ...table,
    faults: table.faults.map((f) => (faults[f.id]?.after === f.prior ? { ...f, prior: faults[f.id].before } : f)),
    table: rows,
  };
}

const TWO_DECIMALS = 100;
const rounded = (p: number): number => Math.round(p * TWO_DECIMALS) / TWO_DECIMALS;
/** A figure that moves less is not worth a line. */
const WORTH_MOVING = 0.02;

/** The note as far as the table still says so: what was reset or set by hand since is no longer taken over. */
function inForce(table: Knowledge, learned: Learned | null): Learned {
  const { faults, cells } = learned ?? NONE;
  return {
    faults: Object.fromEntries(
      Object.entries(faults).filter(([id, { after }]) => table.faults.find((f) => f.id === id)?.prior === after),
    ),
    cells: Object.fromEntries(
      Object.entries(cells).map(([fault, row]) => [
        fault,
        Object.fromEntries(Object.entries(row).filter(([o, { after }]) => table.table[fault]?.[o] === after)),
      ]),
    ),
  };
}

/** What the answer of `learn` proposes, faults by how often they were the cause, then their signs. */
export function learnedLines(
  answer: LearnAnswer,
  table: Knowledge,
  learned: Learned | null,
  cases: number,
): LearnedLine[] {
  const { faults, cells } = inForce(table, learned);
  return answer.faults
    .filter((f) => f.seen > 0)
    .sort((a, b) => b.seen - a.seen)
    .flatMap((f): LearnedLine[] => [
      {
        kind: "prior",
        fault: f.fault,
        before: f.priorBefore,
        after: rounded(f.priorAfter),
        seen: f.seen,
        of: cases,
        taken: f.fault in faults,
      },
      ...answer.table
        .filter((t) => t.fault === f.fault && Math.abs(t.after - t.before) >= WORTH_MOVING)
        .map((t): LearnedLine => ({
          kind: "cell",
          fault: t.fault,
          observation: t.observation,
          before: t.before,
          after: Math.min(0.999, Math.max(0.001, rounded(t.after))),
          seen: t.present,
          of: t.present + t.absent,
          taken: cells[t.fault]?.[t.observation] !== undefined,
        })),
    ]);
}

/** The table and the shop's note of it with some lines taken over, or given back. */
export function withLearned(
  table: Knowledge,
  learned: Learned | null,
  lines: readonly LearnedLine[],
  take: boolean,
): { knowledge: Shop["knowledge"]; learned: Learned | null } {
  const base = tableBefore(table, learned);
  const note = inForce(table, learned);
  for (const line of lines) {
    if (line.kind === "prior") {
      if (take) note.faults[line.fault] = { before: line.before, after: line.after };
      else delete note.faults[line.fault];
      continue;
    }
    const observation = line.observation ?? "";
    const row = { ...note.cells[line.fault] };
    if (take) row[observation] = { before: base.table[line.fault]?.[observation] ?? null, after: line.after };
    else delete row[observation];
    if (Object.keys(row).length) note.cells[line.fault] = row;
    else delete note.cells[line.fault];
  }
  const next: Knowledge = {
    ...base,
    faults: base.faults.map((f) => (note.faults[f.id] ? { ...f, prior: note.faults[f.id].after } : f)),
    table: Object.fromEntries(
      [...new Set([...Object.keys(base.table), ...Object.keys(note.cells)])].map(
        (fault): [string, Record<string, Likelihood>] => [
          fault,
          {
            ...base.table[fault],
            ...Object.fromEntries(Object.entries(note.cells[fault] ?? {}).map(([o, { after }]) => [o, after])),
          },
        ],
      ),
    ),
  };
  const empty = !Object.keys(note.faults).length && !Object.keys(note.cells).length;
  return { knowledge: changesBetween(shopStandard, next), learned: empty ? null : note };
}
