import {
  askFastener,
  isRefusal,
  type Sheet,
  type Signature,
  type SpecLine,
  type TorqueGroup,
  type TorqueTool,
} from "../../contract";
import { farFrom, readTorque, type FastenerFinish, type FastenerGrade } from "../../core";
import { readSpecText, wasOutside, type SpecText } from "../torque";
import { spanOf } from "../vehicle";
import { lineKey } from "./compare";
import { supersededChain } from "./supersede";
import { stateOf, torqueOf, valueOf, type LineFields } from "./value";

/** Where an audit's finding is looked at. */
export interface AuditPlace {
  sheetId: string | null;
  vehicleId: string | null;
  jobId: string | null;
  lineId: string | null;
  groupId: string | null;
}

/** What may be wrong, with the values its words are made of. */
export type Questioned =
  /** The figure is right in another unit: another source gives it so, or only so is it near the estimate. */
  | { kind: "unitSlip"; typed: string; couldBe: string; by: "source" | "estimate" }
  | { kind: "farFromEstimate"; typed: string; ratio: number; estimateNm: number }
  | { kind: "thread"; thread: string; grade: string; accepts: string }
  | { kind: "stageAboveFinal"; typed: string }
  | { kind: "angleReuse"; typed: string }
  | { kind: "twice"; typed: string }
  | { kind: "numberTwice"; typed: string; other: string }
  | { kind: "datesOverlap"; typed: string; other: string }
  | { kind: "noUnit"; typed: string }
  | { kind: "noSource"; typed: string }
  | { kind: "supersededLoop"; numbers: string[] }
  | { kind: "signedOutside"; typed: string; bolt: number }
  | { kind: "toolOverdue"; tool: string; calibrated: string | null; signed: string };

export interface AuditFinding {
  of: string;
  name: string;
  place: AuditPlace;
  what: Questioned;
}

const UNITS = { Nm: 1, "lb ft": 1.3558179483314004, "lb in": 0.1129848290276167 } as const;
type SlipUnit = keyof typeof UNITS;

const nowhere: AuditPlace = { sheetId: null, vehicleId: null, jobId: null, lineId: null, groupId: null };

/** A single torque as it is typed: its figure and its unit. Ranges and stages are not slips of one unit. */
function figureOf(typed: string): { figure: number; unit: SlipUnit } | null {
  const read = readTorque(typed.trim());
  if (!read.ok || read.value.minNm === null || read.value.minNm !== read.value.maxNm) return null;
  const unit = ({ "N m": "Nm", "lbf ft": "lb ft", "lbf in": "lb in" } as Partial<Record<string, SlipUnit>>)[
    read.value.unit ?? ""
  ];
  return unit && read.value.min !== null ? { figure: read.value.min, unit } : null;
}

interface Bolt {
  thread: string;
  grade: string;
  finish: string;
}

type Estimate = { estimateNm: number } | { refused: string };
const estimates = new Map<string, Estimate>();

/** Kinds of bolt remembered: a book has some dozens. */
const MOST_KINDS = 1000;

/** The estimate of a kind of bolt, asked once for each. */
function estimateOf({ thread, grade, finish }: Bolt): Estimate {
  const key = `${thread}|${grade}|${finish}`;
  const known = estimates.get(key);
  if (known) return known;
  const out = askFastener({
    thread,
    grade: grade as FastenerGrade,
    ...(finish && { finish: finish as FastenerFinish }),
  });
  const made: Estimate = isRefusal(out) ? { refused: out.error.accepts } : { estimateNm: out.estimateNm };
  if (estimates.size >= MOST_KINDS) estimates.clear();
  estimates.set(key, made);
  return made;
}

/** A figure against the fastener it is for: too far from the estimate, and whether another unit would put it right. */
function againstEstimate(typed: string, read: SpecText, bolt: Bolt): Questioned | null {
  if (!bolt.thread || !bolt.grade) return null;
  const estimate = estimateOf(bolt);
  if ("refused" in estimate)
    return { kind: "thread", thread: bolt.thread, grade: bolt.grade, accepts: estimate.refused };
  // Torque before an angle is a joint's beginning, not its end: nothing can be said of it.
  const torque = read.kind === "torque" && !read.anglesDeg.length ? torqueOf(read) : null;
  if (!torque) return null;
  const { estimateNm } = estimate;
  const ratio = (torque.minNm + torque.maxNm) / 2 / estimateNm;
  if (farFrom(ratio) === "ok") return null;
  const own = figureOf(typed);
  if (own) {
    const right = (Object.keys(UNITS) as SlipUnit[]).find(
      (unit) => unit !== own.unit && farFrom((own.figure * UNITS[unit]) / estimateNm) === "ok",
    );
    if (right) return { kind: "unitSlip", typed, couldBe: `${own.figure} ${right}`, by: "estimate" };
  }
  return { kind: "farFromEstimate", typed, ratio, estimateNm };
}

/** What can be asked of one torque value by itself. */
export function questionsOfTorque(typed: string, bolt: Bolt & { reuse: string }): Questioned[] {
  const found: Questioned[] = [];
  if (!typed.trim()) return found;
  const read = readSpecText(typed);
  if (!read.ok) return [{ kind: "noUnit", typed }];
  if (read.value.kind === "torque") {
    const { stages, anglesDeg } = read.value;
    if (stages.some((s, i) => i > 0 && s.minNm <= stages[i - 1].minNm)) found.push({ kind: "stageAboveFinal", typed });
    if (anglesDeg.length && bolt.reuse === "ask") found.push({ kind: "angleReuse", typed });
  }
  const far = againstEstimate(typed, read.value, bolt);
  if (far) found.push(far);
  return found;
}

/** Two sources with one figure in two units: one of them was typed in the wrong one. */
function slipBetween(line: LineFields): Questioned | null {
  if (line.sources.length < 2) return null;
  const figures = line.sources.flatMap((s) => {
    const own = figureOf(s.typed);
    return own ? [{ ...own, typed: s.typed }] : [];
  });
  for (const [i, a] of figures.entries()) {
    const b = figures.slice(i + 1).find((x) => x.unit !== a.unit && Math.abs(x.figure - a.figure) < 0.005 * a.figure);
    if (b) return { kind: "unitSlip", typed: a.typed, couldBe: b.typed, by: "source" };
  }
  return null;
}

/** What can be asked of a line by itself. */
export function questionsOfLine(line: LineFields): Questioned[] {
  const found: Questioned[] = [];
  const state = stateOf(line);
  if (line.kind === "torque") {
    const slip = slipBetween(line);
    if (slip) found.push(slip);
    const bolt = line.torque ?? { thread: "", grade: "", finish: "", reuse: "ask" };
    const typed = state.kind === "known" ? [state.source.typed] : line.sources.map((s) => s.typed);
    for (const value of typed) {
      for (const q of questionsOfTorque(value, bolt)) {
        if (!(slip && q.kind === "unitSlip") && !found.some((f) => f.kind === q.kind)) found.push(q);
      }
    }
  }
  const bare = line.sources.find(
    (s) => s.typed.trim() && s.how !== "measured" && s.how !== "colleague" && !s.title.trim(),
  );
  if (bare) found.push({ kind: "noSource", typed: bare.typed });
  return found;
}

const span = (l: LineFields): [string, string] => [
  l.builtFrom ? spanOf(l.builtFrom).from : "0000",
  l.builtTo ? spanOf(l.builtTo).to : "9999",
];

/** What can be asked of the lines of one sheet, or of one vehicle, together. */
export function questionsTogether(lines: readonly SpecLine[]): { line: SpecLine; what: Questioned }[] {
  const found: { line: SpecLine; what: Questioned }[] = [];
  const byKey = new Map<string, SpecLine>();
  const byNumber = new Map<string, SpecLine>();
  const byName = new Map<string, SpecLine[]>();
  for (const line of lines) {
    const typed = valueOf(line) ?? line.sources[0]?.typed ?? "";
    const key = lineKey(line);
    if (byKey.has(key)) found.push({ line, what: { kind: "twice", typed } });
    else byKey.set(key, line);
    if (line.kind === "part" && typed) {
      const other = byNumber.get(typed);
      if (other && other.name !== line.name) {
        found.push({ line, what: { kind: "numberTwice", typed, other: other.name } });
      } else byNumber.set(typed, line);
      if (line.part?.supersededBy) {
        const { numbers, loop } = supersededChain(typed, lines);
        if (loop && [...numbers].sort()[0] === typed) found.push({ line, what: { kind: "supersededLoop", numbers } });
      }
    }
    const named = `${line.kind}|${line.name.toLowerCase()}|${line.feature}|${line.option}`;
    const earlier = byName.get(named) ?? [];
    const [from, to] = span(line);
    const overlaps = earlier.find((o) => {
      const [a, b] = span(o);
      return (
        lineKey(o) !== key &&
        from <= b &&
        a <= to &&
        !o.chassisFrom &&
        !o.chassisTo &&
        !line.chassisFrom &&
        !line.chassisTo
      );
    });
    if (overlaps && line.kind !== "part") {
      found.push({ line, what: { kind: "datesOverlap", typed, other: valueOf(overlaps) ?? "" } });
    } else if (overlaps && !line.part?.supersededBy && !overlaps.part?.supersededBy) {
      found.push({ line, what: { kind: "datesOverlap", typed, other: valueOf(overlaps) ?? "" } });
    }
    byName.set(named, [...earlier, line]);
  }
  return found;
}

/** The day a calibration ends; null where it was never noted. */
export function calibratedUntil(tool: Pick<TorqueTool, "calibrated" | "everyMonths">): string | null {
  if (!tool.calibrated) return null;
  const [y, m, d] = tool.calibrated.split("-").map(Number);
  const last = new Date(Date.UTC(y, m - 1 + tool.everyMonths + 1, 0)).getUTCDate();
  return new Date(Date.UTC(y, m - 1 + tool.everyMonths, Math.min(d, last))).toISOString().slice(0, 10);
}

/** What can be asked of a job's group and its signatures. */
export function questionsOfGroup(
  group: TorqueGroup,
  signatures: readonly Signature[],
  tools: readonly TorqueTool[],
): Questioned[] {
  const found = questionsOfTorque(group.specTyped, group);
  for (const s of signatures.filter((x) => x.groupId === group.id)) {
    const typed = (s.reading ?? s.setTo)?.typed ?? "";
    if (s.outcome === "accepted" && wasOutside(group, s)) found.push({ kind: "signedOutside", typed, bolt: s.bolt });
    const tool = tools.find((t) => t.id === s.toolId);
    const until = tool && calibratedUntil(tool);
    const day = (s.at ?? "").slice(0, 10);
    if (tool && day && (until === null || until === undefined || until < day)) {
      const what: Questioned = { kind: "toolOverdue", tool: tool.name, calibrated: tool.calibrated, signed: day };
      if (!found.some((f) => f.kind === "toolOverdue" && f.tool === tool.name)) found.push(what);
    }
  }
  return found;
}

export interface AuditInput {
  sheets: readonly Sheet[];
  lines: readonly SpecLine[];
  vehicles: readonly { id: string; tag: string }[];
  openJobs: readonly { id: string; number: number | null; vehicleId: string }[];
  groups: readonly TorqueGroup[];
  signatures: readonly Signature[];
  tools: readonly TorqueTool[];
}

/** Everything in the book that somebody should look at again. */
export function audit(book: AuditInput): AuditFinding[] {
  const found: AuditFinding[] = [];
  const names = new Map<string, string>([
    ...book.sheets.map((s) => [s.id, s.name] as const),
    ...book.vehicles.map((v) => [v.id, v.tag] as const),
  ]);
  const tagOf = new Map(book.vehicles.map((v) => [v.id, v.tag]));
  const owners = new Map<string, SpecLine[]>();
  for (const l of book.lines) {
    const owner = l.sheetId ?? l.vehicleId ?? "";
    const own = owners.get(owner);
    if (own) own.push(l);
    else owners.set(owner, [l]);
  }
  for (const [owner, lines] of owners) {
    const say = (line: SpecLine, what: Questioned): void => {
      const { sheetId, vehicleId, id: lineId } = line;
      found.push({
        of: names.get(owner) ?? "",
        name: line.name,
        place: { ...nowhere, sheetId, vehicleId, lineId },
        what,
      });
    };
    for (const line of lines) for (const what of questionsOfLine(line)) say(line, what);
    for (const { line, what } of questionsTogether(lines)) say(line, what);
  }
  const jobs = new Map(book.openJobs.map((j) => [j.id, j]));
  const signed = new Map<string, Signature[]>();
  for (const s of book.signatures) signed.set(s.groupId, [...(signed.get(s.groupId) ?? []), s]);
  for (const group of book.groups) {
    const job = jobs.get(group.jobId);
    if (!job) continue;
    for (const what of questionsOfGroup(group, signed.get(group.id) ?? [], book.tools)) {
      found.push({
        of: `job ${job.number ?? ""}, ${tagOf.get(job.vehicleId) ?? ""}`,
        name: group.name,
        place: { ...nowhere, jobId: job.id, groupId: group.id },
        what,
      });
    }
  }
  return found;
}
