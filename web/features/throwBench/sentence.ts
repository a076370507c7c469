import { capital } from "../../format/grammar";
import type { LeverAnswer, NotchResult, SetupAnswer, SweepGap } from "../../../core";
import { gearWord } from "../../format/words";
import type { TapeConflict } from "../../../domain";
import { firstUnreached, helpFor } from "./doubts";

/** A piece of a sentence: plain words, the decision, or a figure with its unit. */
export type Piece =
  string | { strong: string } | { figure: string; unit?: string } | { mark: "estimated" | "claimed"; says: string };

export interface SentenceInput {
  name: string;
  old: { throws: LeverAnswer["throws"]; name: string };
  candidate: { lever: LeverAnswer; compared: SetupAnswer } | null;
  pair: { from: string; to: string };
  chosen: boolean;
  /** Shows a length in the shop's unit, without it. */
  length: (mm: number) => string;
  unit: string;
  /** The least gap over the lever's whole way; null where nothing stands near. */
  least?: SweepGap | null;
  /** What speaks against the candidate, the worst first. */
  doubts: readonly string[];
  /** How far off the reduction may be, percent; null while it is not known. */
  range?: { low: number; high: number } | null;
  /** What of it nobody measured; null where everything was. */
  basis?: Basis | null;
  /** The tape's throw of an old lever that is only estimated, mm: it counts instead of what the estimate makes. */
  taped?: number | null;
  /** A taped throw of the old lever that its figures contradict. */
  conflict?: TapeConflict | null;
}

/** What an answer is built on where it was not measured. */
export type Basis = "lever" | "travel" | "claimed" | "unknown";

const BASIS: Record<Exclude<Basis, "unknown">, string> = {
  lever: "Estimated: not all of the lever is measured. ",
  travel: "Estimated: the rail travel is a typical one. ",
  claimed: "By the maker’s figures, not measured. ",
};

/**
 * The bench's answer: decision, reason, and what stands against it, in the trade's words.
 * What cannot reach speaks first; then contact; then the worst of what speaks against it; only then how much shorter
 * and harder it is.
 */
export function benchSentence(input: SentenceInput): Piece[] {
  const { basis, conflict } = input;
  if (conflict) {
    return [
      { strong: "The lever entered is not the lever in the vehicle: " },
      `its throw was taped at `,
      { figure: input.length(conflict.tapedMm), unit: input.unit },
      ", and ",
      { figure: input.length(conflict.calculatedMm), unit: input.unit },
      " is calculated from its figures. Measure it again, or fit the rail travel to the tape.",
    ];
  }
  if (basis === "unknown") {
    return [
      { strong: `${input.name}: no measures entered yet. ` },
      "It is drawn like the old lever. Type its knob, pin and joint, or drag them.",
    ];
  }
  const rest = judged(input);
  return basis ? [{ mark: basis === "claimed" ? "claimed" : "estimated", says: BASIS[basis] }, ...rest] : rest;
}

/** What has to be measured before this is advice; null where it is. A part that is chosen by its maker's figures says so. */
function unsure({ basis, range }: SentenceInput): string | null {
  if (basis === "lever") return "Measure both levers before you decide.";
  if (basis === "travel") return "Tape the throw at the old lever, so that the travel is known.";
  if (range && range.low < 0 && range.high > 0)
    return "It may be shorter or longer: measure again what makes most of the doubt.";
  return null;
}

function judged(input: SentenceInput): Piece[] {
  const { candidate, pair, length, unit } = input;
  const words = `${gearWord(pair.from)} to ${gearWord(pair.to)}`;
  const estimated = input.old.throws.find((t) => t.from === pair.from && t.to === pair.to)?.throwMm ?? null;
  // A throw is in proportion to the travel, whichever lever it is of: what the tape found of one holds of the other.
  const byTape = input.taped != null && estimated ? input.taped / estimated : 1;
  const oldThrow = estimated === null ? null : estimated * byTape;
  if (!candidate) {
    if (oldThrow === null) return [{ strong: "This lever does not reach." }, " Move a point until it does."];
    return [
      { strong: `${capital(words)} throws ` },
      { figure: length(oldThrow), unit },
      byTape === 1
        ? ". Add a lever to compare with it."
        : ` by the tape. The typical figures of the lever make ${length(estimated ?? 0)}: measure it to compare with it.`,
    ];
  }
  const { lever, compared } = candidate;
  const lost = firstUnreached(lever);
  if (lost) return [{ strong: `${input.name} does not fit: ` }, `${lost.message}. ${helpFor(lost)}`];
  const { least } = input;
  if (least?.touches) {
    const where = least.gear === "N" ? "in neutral" : `in ${gearWord(least.gear)}`;
    return [
      { strong: `${input.name} touches the ${least.obstacle} ${where}` },
      least.gapMm < 0 ? ", " : ". ",
      ...(least.gapMm < 0 ? [{ figure: length(-least.gapMm), unit }, " too much. "] : []),
      "Raise it, shorten its tail, or move what it hits.",
    ];
  }
  const own = compared.throws.find((t) => t.from === pair.from && t.to === pair.to);
  const reduction = own?.reductionPct ?? compared.reductionPct;
  const effort = compared.effortFactor;
  const [doubt] = input.doubts;
  const pieces: Piece[] = [];
  if (doubt) {
    pieces.push(
      { strong: `${input.chosen ? "Chosen all the same" : "Caution"}: ${input.name}. ` },
      `${capital(doubt)}. `,
    );
  } else {
    // Advice rests on what was measured: an estimate, or a result that may be the opposite, only says what it says.
    const advice = input.chosen ? "Chosen: " : unsure(input) ? "" : "Fit: ";
    pieces.push({ strong: `${advice}${advice ? input.name : capital(input.name)}. ` });
  }
  if (oldThrow !== null && own?.throwMm != null && reduction !== null) {
    const newThrow = own.throwMm * byTape;
    const size = Math.abs(reduction).toFixed(0);
    pieces.push(
      `${capital(words)} ${newThrow <= oldThrow ? "drops" : "grows"} from `,
      { figure: length(oldThrow) },
      byTape === 1 ? "" : " (taped)",
      " to ",
      { figure: length(newThrow), unit },
      ", ",
      { strong: size === "0" ? "no shorter" : `${size}\u202f% ${reduction >= 0 ? "shorter" : "longer"}` },
    );
    const range = input.range && ends(input.range, reduction >= 0);
    if (size !== "0" && range && range[0] !== range[1])
      pieces.push(" (", { figure: `${range[0]} to ${range[1]}` }, ")");
  }
  if (effort !== null) pieces.push(", ", { figure: effort.toFixed(2) }, " times the effort");
  // A gap that is too small was told already.
  const told = least && doubt?.includes(`the ${least.obstacle} `);
  if (least && !told) {
    const where = least.gear === "N" ? "in neutral" : `in ${gearWord(least.gear)}`;
    pieces.push(`, clears the ${least.obstacle} by `, { figure: length(least.gapMm), unit }, ` ${where}`);
  }
  pieces.push(". ");
  const { upMm, rearwardMm } = compared.knobShift;
  const moved = [
    Math.abs(upMm) >= 0.5 ? `${length(Math.abs(upMm))} ${unit} ${upMm > 0 ? "higher" : "lower"}` : "",
    Math.abs(rearwardMm) >= 0.5
      ? `${length(Math.abs(rearwardMm))} ${unit} farther ${rearwardMm > 0 ? "back" : "forward"}`
      : "",
  ].filter(Boolean);
  // With a gap to tell of the sentence is long enough; the ledger says where the knob sits.
  if (moved.length && !least) pieces.push(`The knob is ${moved.join(" and ")}. `);
  const next = input.chosen ? null : unsure(input);
  if (next) pieces.push(`${next} `);
  const { claim } = compared;
  if (claim && claim.computedPct !== null && claim.differencePct !== null && Math.abs(claim.differencePct) >= 1) {
    pieces.push(`The maker claims ${claim.claimedPct.toFixed(0)}\u202f%.`);
  }
  return pieces;
}

/** Both ends of a range as they are said: of something longer the other way round. */
const ends = ({ low, high }: { low: number; high: number }, shorter: boolean): [string, string] =>
  shorter ? [low.toFixed(0), high.toFixed(0)] : [(-high).toFixed(0), (-low).toFixed(0)];

/** What one notch does, after the decision: how much shorter, how much harder, how near, and how it leans. */
export function notchPieces(
  n: NotchResult,
  surroundings: boolean,
  length: (mm: number) => string,
  unit: string,
): Piece[] {
  const pct = n.reductionPct ?? 0;
  const pieces: Piece[] = [{ strong: `${Math.abs(pct).toFixed(0)}\u202f% ${pct < 0 ? "longer" : "shorter"}` }];
  if (n.effortFactor !== null) pieces.push(", ", { figure: n.effortFactor.toFixed(2) }, " times the effort");
  if (surroundings && n.gapMm !== null) {
    const where = n.gear === null || n.gear === "N" ? "in neutral" : `in ${gearWord(n.gear)}`;
    if (n.gapMm <= 0) pieces.push(`, touches the ${n.obstacle} ${where}`);
    else pieces.push(`, clears the ${n.obstacle} by `, { figure: length(n.gapMm), unit }, ` ${where}`);
  }
  if (n.neutralDeg !== null && Math.abs(n.neutralDeg) >= 0.5) {
    const way = n.neutralDeg > 0 ? "back" : "forward";
    pieces.push(". In neutral it leans ", { figure: Math.abs(n.neutralDeg).toFixed(1) }, `° ${way}`);
  }
  return [...pieces, "."];
}

/** The words a fitted notch goes on the record with. */
export const notchWords = (notch: number, reason: string): string => `Notch ${notch}${reason && `. ${reason}`}`;
