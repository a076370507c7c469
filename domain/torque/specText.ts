import { doubtfulComma, readTorque, TORQUE_FACTORS, type ParseStop, type TorqueUnit } from "../../core";

/** One torque of a specification, in N m. Who gave its band is said: a document's own, or nobody. */
export interface SpecStage {
  minNm: number;
  maxNm: number;
  given: "value" | "range" | "maximum";
}

/** What a specification says, as documents write it. By hand may be followed by angles: "snug + 90°". */
export type SpecText =
  | { kind: "byHand"; words: "snug" | "hand tight"; anglesDeg: number[] }
  | { kind: "torque"; stages: SpecStage[]; anglesDeg: number[]; unit: TorqueUnit };

export type SpecTextOutcome = { ok: true; value: SpecText } | { ok: false; stop: ParseStop };

/** A piece of the text with where it begins. */
interface Piece {
  text: string;
  at: number;
}

const THEN = /\s*(?:,?\s*\bthen\b|;|\+|,(?=\s*\d+(?:\.\d+)?(?:\s*\/\s*\d+)?\s*(?:°|deg|turn)))\s*/gi;
const ANGLE = /^\s*\d+(?:\.\d+)?(?:\s*\/\s*\d+)?\s*(?:°|deg|degrees|turns?)\s*$/i;
const BY_HAND = /^\s*(?:snug|(?:hand|finger)\s*-?\s*tight|by hand)\s*$/i;
/** "22 ± 2 Nm" and "22 Nm ± 2 Nm": value, unit where it stands before the sign, deviation, unit after it. */
const PLUS_MINUS = /^(\s*\d+(?:\.\d+)?)(\s*[a-z·. -]*?)\s*(?:±|\+\s*\/\s*-|\+-)\s*(\d+(?:\.\d+)?)\s*(.*)$/i;
const MAXIMUM = /^\s*(?:max(?:imum)?\.?|up to|not over)\s+/i;
const MAXIMUM_AFTER = /\s+max(?:imum)?\.?\s*$/i;
const BARE = /^\s*\d+(?:\.\d+)?(?:\s*(?:-|–|to)\s*\d+(?:\.\d+)?)?\s*$/;

/** Signs that print puts between the words of a unit or the thousands of a figure. */
const asTyped = (typed: string): string =>
  typed
    // As long as before: what cannot be read is told by its place.
    .replace(/[·⋅•]/g, " ")
    .replace(/[\u2009\u202f\u00a0]/g, " ")
    .replace(/(\d),(\d)/g, "$1.$2");

/** "1 200" is one figure: its blank goes, and `at` tells where each sign that is left stood. */
function withoutThousands(text: string): { text: string; at: number[] } {
  const gone = new Set<number>();
  for (const m of text.matchAll(/(?<![\d.])\d{1,3}(?: \d{3})+(?![\d/])/g))
    for (let i = 0; i < m[0].length; i++) if (m[0][i] === " ") gone.add((m.index ?? 0) + i);
  const at = [...text].flatMap((_, i) => (gone.has(i) ? [] : [i]));
  return { text: at.map((i) => text[i]).join(""), at: [...at, text.length] };
}

/**
 * Reads a torque specification as documents write it: "22 ± 2 Nm", "22,5 Nm", "20 Nm + 60° + 60°", "20 Nm, 60°",
 * "max 12 Nm", "12 Nm max", "17 Nm (13 ft-lb)", "17 Nm/13 ft-lb", "7 then 13 ft-lb", "snug + 90°", and whatever
 * `readTorque` reads, which it calls for each torque. Torques in N m, angles in degrees. What cannot be read stops at
 * the index of its first character, a comma that may part thousands or be a decimal one at the figure; two torques of
 * one value that disagree stop at the second.
 */
export function readSpecText(typed: string): SpecTextOutcome {
  const doubt = doubtfulComma(typed);
  if (doubt) return stopAt(doubt.position, "a point, or no comma: this can be two numbers");
  const { text, at } = withoutThousands(asTyped(typed));
  const read = readPlain(text);
  if (read.ok) return read;
  const position = at[Math.min(read.stop.position, at.length - 1)];
  return { ok: false, stop: { ...read.stop, position } };
}

function readPlain(text: string): SpecTextOutcome {
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
  const byHand = BY_HAND.test(pieces[0].text) ? (/snug/i.test(text) ? "snug" : "hand tight") : null;
  let unit: TorqueUnit | null = null;
  for (const [i, piece] of pieces.entries()) {
    if (i === 0 && byHand) continue;
    if ((stages.length || byHand) && ANGLE.test(piece.text)) {
      const angle = readTorque(`1 Nm + ${piece.text.trim()}`);
      if (!angle.ok || angle.value.angleDeg === null) return stopAt(piece.at, "an angle such as 90 deg or 1/4 turn");
      anglesDeg.push(angle.value.angleDeg);
      continue;
    }
    if (anglesDeg.length) return stopAt(piece.at, "a further angle, or the end of the text");
    if (byHand) return stopAt(piece.at, "an angle such as 90 deg or 1/4 turn");
    // "7 then 13 ft-lb": the unit stands once, at the end.
    const bare = BARE.test(piece.text) ? unitAfter(i) : null;
    const read = stageOf(piece, bare);
    if ("expected" in read) return { ok: false, stop: read };
    stages.push(read.stage);
    unit = read.unit;
  }
  if (byHand) return { ok: true, value: { kind: "byHand", words: byHand, anglesDeg } };
  return unit ? { ok: true, value: { kind: "torque", stages, anglesDeg, unit } } : stopAt(0, "a torque");
}

const stopAt = (position: number, expected: string): SpecTextOutcome => ({ ok: false, stop: { position, expected } });

/** The same torque in another unit: "(13 ft-lb)", "/13 ft-lb". */
const ALSO = /\s*(?:\(([^)]*)\)|\/\s*(\d[^/()]*))\s*$/;

const withoutBrackets = (text: string): string => text.replace(ALSO, "");

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

/** One torque: a value, a range, a value with its deviation, a maximum; the same in another unit may follow it. */
function stageOf({ text, at }: Piece, unitOnce: string | null): { stage: SpecStage; unit: TorqueUnit } | ParseStop {
  const also = ALSO.exec(text);
  const body = also ? text.slice(0, also.index) : text;
  const maximum = MAXIMUM.exec(body);
  const after = maximum ? null : MAXIMUM_AFTER.exec(body);
  const rest = maximum ? body.slice(maximum[0].length) : after ? body.slice(0, after.index) : body;
  const deviation = PLUS_MINUS.exec(rest);
  const asRange = deviation ? rangeOf(deviation) : rest;
  if (asRange === null) return { position: at, expected: "a deviation smaller than the value, in the same unit" };
  const read = readTorque(unitOnce ? `${asRange} ${unitOnce}` : asRange);
  if (!read.ok || read.value.minNm === null || read.value.maxNm === null || read.value.unit === null) {
    const offset = at + (maximum?.[0].length ?? 0);
    // Inside a rewritten piece a position means nothing: its beginning does.
    const within = read.ok || deviation || unitOnce ? 0 : read.stop.position;
    return { position: offset + within, expected: read.ok ? "a torque" : read.stop.expected };
  }
  const { minNm, maxNm, unit } = read.value;
  if (also) {
    const second = also[1] ?? also[2];
    const inside = at + also.index + also[0].indexOf(second);
    const other = stageOf({ text: second, at: inside }, null);
    if ("expected" in other) return other;
    if (!sameRounded({ minNm, maxNm, unit, typed: rest }, { ...other.stage, unit: other.unit, typed: second })) {
      return { position: inside, expected: "the same torque in another unit, as it rounds" };
    }
  }
  const given = maximum || after ? "maximum" : minNm < maxNm ? "range" : "value";
  return { stage: { minNm, maxNm, given }, unit };
}

/** "22 ± 2 Nm" as "20-24 Nm"; null where the deviation is more than the value, or in another unit. */
function rangeOf([, value, before, by, after]: RegExpExecArray): string | null {
  const [unit, other] = [before.trim(), after.trim()];
  if (unit && other && bareUnit(unit) !== bareUnit(other)) return null;
  if (Number(by) > Number(value)) return null;
  return `${Number(value) - Number(by)}-${Number(value) + Number(by)} ${unit || other}`.trimEnd();
}

const bareUnit = (text: string): string => text.toLowerCase().replace(/[\s.-]/g, "");

/** A torque as it was written: its figures tell to which place they were rounded. */
export interface WrittenTorque {
  minNm: number;
  maxNm: number;
  unit: TorqueUnit;
  typed: string;
}

/** Digits after the point of the figures of a text, those of its first. */
const decimalsOf = (typed: string): number => /\d+(?:[.,](\d+))?/.exec(typed)?.[1]?.length ?? 0;

/**
 * Whether two texts write one torque in two units: one of them, converted and rounded to the place the other is
 * written to, is the other. 17 N m and 13 lb ft are one torque; 2 N m and 2 lb ft are not.
 */
export function sameRounded(a: WrittenTorque, b: WrittenTorque): boolean {
  const means = (from: number, to: number, { unit, typed }: WrittenTorque): boolean => {
    const place = 10 ** -decimalsOf(typed);
    return Math.abs(from - to) / TORQUE_FACTORS[unit] <= place / 2 + 1e-9;
  };
  const both = (of: WrittenTorque): boolean => means(a.minNm, b.minNm, of) && means(a.maxNm, b.maxNm, of);
  if (a.unit === b.unit) return Math.abs(a.minNm - b.minNm) < 1e-9 && Math.abs(a.maxNm - b.maxNm) < 1e-9;
  return both(a) || both(b);
}
