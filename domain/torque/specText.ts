import { readTorque, type ParseStop, type TorqueUnit } from "../../core";

/** One torque of a specification, in N m. Who gave its band is said: a document's own, or nobody. */
export interface SpecStage {
  minNm: number;
  maxNm: number;
  given: "value" | "range" | "maximum";
}

/** What a specification says, as documents write it. */
export type SpecText =
  | { kind: "byHand"; words: "snug" | "hand tight" }
  | { kind: "torque"; stages: SpecStage[]; anglesDeg: number[]; unit: TorqueUnit };

export type SpecTextOutcome = { ok: true; value: SpecText } | { ok: false; stop: ParseStop };

/** A piece of the text with where it begins. */
interface Piece {
  text: string;
  at: number;
}

/** Two ways of writing one torque may differ by this part, or by what rounding the last figure makes. */
const AGREE = 0.03;

const THEN = /\s*(?:,?\s*\bthen\b|;|\+)\s*/gi;
const ANGLE = /^\s*\d+(?:\.\d+)?(?:\s*\/\s*\d+)?\s*(?:°|deg|degrees|turns?)\s*$/i;
const PLUS_MINUS = /^(\s*\d+(?:\.\d+)?)\s*(?:±|\+\/-|\+-)\s*(\d+(?:\.\d+)?)/;
const MAXIMUM = /^\s*(?:max(?:imum)?\.?|up to|not over)\s+/i;
const BARE = /^\s*\d+(?:\.\d+)?(?:\s*(?:-|–|to)\s*\d+(?:\.\d+)?)?\s*$/;

/**
 * Reads a torque specification as documents write it: "22 ± 2 Nm", "22,5 Nm", "20 Nm + 60° + 60°", "max 12 Nm",
 * "17 Nm (13 ft-lb)", "7 then 13 ft-lb", and whatever `readTorque` reads, which it calls for each torque. Torques in
 * N m, angles in degrees. What cannot be read stops at the index of its first character; two torques of one value
 * that disagree stop at the second.
 */
export function readSpecText(typed: string): SpecTextOutcome {
  // A decimal comma has the length of a point: positions stay.
  const text = typed.replace(/(\d),(\d)/g, "$1.$2");
  const plain = readTorque(text);
  if (plain.ok && plain.value.kind !== "torque") {
    return { ok: true, value: { kind: "byHand", words: plain.value.kind === "snug" ? "snug" : "hand tight" } };
  }
  const pieces = piecesOf(text);
  const unitAfter = (i: number): string | null => {
    for (const { text: later } of pieces.slice(i + 1)) {
      const found = /[a-z·.°-][a-z·. -]*$/i.exec(withoutBrackets(later).trim())?.[0];
      if (found && !ANGLE.test(later)) return found;
    }
    return null;
  };
  const stages: SpecStage[] = [];
  const anglesDeg: number[] = [];
  let unit: TorqueUnit | null = null;
  for (const [i, piece] of pieces.entries()) {
    if (stages.length && ANGLE.test(piece.text)) {
      const angle = readTorque(`1 Nm + ${piece.text.trim()}`);
      if (!angle.ok || angle.value.angleDeg === null) return stopAt(piece.at, "an angle such as 90 deg or 1/4 turn");
      anglesDeg.push(angle.value.angleDeg);
      continue;
    }
    if (anglesDeg.length) return stopAt(piece.at, "a further angle, or the end of the text");
    // "7 then 13 ft-lb": the unit stands once, at the end.
    const bare = BARE.test(piece.text) ? unitAfter(i) : null;
    const read = stageOf(piece, bare);
    if ("expected" in read) return { ok: false, stop: read };
    stages.push(read.stage);
    unit = read.unit;
  }
  return unit ? { ok: true, value: { kind: "torque", stages, anglesDeg, unit } } : stopAt(0, "a torque");
}

const stopAt = (position: number, expected: string): SpecTextOutcome => ({ ok: false, stop: { position, expected } });

const withoutBrackets = (text: string): string => text.replace(/\([^)]*\)\s*$/, "");

/** The pieces between "then", ";" and "+"; a plus inside "+/-" parts nothing. */
function piecesOf(text: string): Piece[] {
  const pieces: Piece[] = [];
  let from = 0;
  for (const m of text.matchAll(THEN)) {
    const at = m.index ?? 0;
    if (m[0].includes("+") && /^\s*\+\s*[/-]/.test(text.slice(at))) continue;
    pieces.push({ text: text.slice(from, at), at: from });
    from = at + m[0].length;
  }
  pieces.push({ text: text.slice(from), at: from });
  return pieces;
}

/** One torque: a value, a range, a value with its deviation, a maximum; the same in another unit may follow in brackets. */
function stageOf({ text, at }: Piece, unitOnce: string | null): { stage: SpecStage; unit: TorqueUnit } | ParseStop {
  const brackets = /\(([^)]*)\)\s*$/.exec(text);
  const body = brackets ? text.slice(0, brackets.index) : text;
  const maximum = MAXIMUM.exec(body);
  const rest = maximum ? body.slice(maximum[0].length) : body;
  const deviation = PLUS_MINUS.exec(rest);
  const asRange = deviation
    ? `${Number(deviation[1]) - Number(deviation[2])}-${Number(deviation[1]) + Number(deviation[2])}${rest.slice(deviation[0].length)}`
    : rest;
  const read = readTorque(unitOnce ? `${asRange} ${unitOnce}` : asRange);
  if (!read.ok || read.value.minNm === null || read.value.maxNm === null || read.value.unit === null) {
    const offset = at + (maximum?.[0].length ?? 0);
    // Inside a rewritten piece a position means nothing: its beginning does.
    const within = read.ok || deviation || unitOnce ? 0 : read.stop.position;
    return { position: offset + within, expected: read.ok ? "a torque" : read.stop.expected };
  }
  const { minNm, maxNm, unit } = read.value;
  if (brackets) {
    const inside = at + brackets.index + 1;
    const also = stageOf({ text: brackets[1], at: inside }, null);
    if ("expected" in also) return also;
    if (!agree({ minNm, maxNm }, rest, also.stage, brackets[1])) {
      return { position: inside, expected: "the same torque in another unit, within 3 %" };
    }
  }
  const given = maximum ? "maximum" : minNm < maxNm ? "range" : "value";
  return { stage: { minNm, maxNm, given }, unit };
}

/** Half of the last place of the first figure, as a part of it: what rounding alone may make. */
function roundingOf(text: string): number {
  const figure = /\d+(?:\.(\d+))?/.exec(text);
  if (!figure || Number(figure[0]) === 0) return 0;
  return 0.5 / 10 ** (figure[1]?.length ?? 0) / Number(figure[0]);
}

type Band = Pick<SpecStage, "minNm" | "maxNm">;

function agree(a: Band, aText: string, b: Band, bText: string): boolean {
  const allowed = Math.max(AGREE, roundingOf(aText) + roundingOf(bText));
  const near = (x: number, y: number): boolean => Math.abs(x - y) <= allowed * Math.max(x, y) + 1e-9;
  return near(a.minNm, b.minNm) && near(a.maxNm, b.maxNm);
}
