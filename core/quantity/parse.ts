import { formatQuantity } from "./format";
import { readTorque } from "./torqueText";
import { PREFERRED, UNITS, unitOf, type QuantityKind, type Unit, type UnitSystem } from "./units";

/** What was understood of a typed quantity: a value, or a range where min < max, in the base unit of its kind. */
export interface Quantity {
  kind: QuantityKind;
  min: number;
  max: number;
  /** Unit it was read in, given or assumed. */
  unit: string;
  /** No unit was typed and the shop's own was taken. */
  assumedUnit: boolean;
}

export type QuantityOutcome = { ok: true; value: Quantity } | { ok: false; position: number; message: string };

const EXAMPLES: Record<QuantityKind, string> = {
  length: '89 mm, 3 1/2 in or 3.5"',
  torque: "40 Nm, 13 ft-lb or 103-105 lb ft",
  angle: "9.5 deg, 1/8 turn or 2 flats",
  mass: "160 kg or 350 lb",
  volume: "2.1 L or 2 qt",
  force: "38 N or 8.5 lbf",
  distance: "184320 km or 50000 miles",
  speed: "70 km/h or 45 mph",
};

/** Fractions that have a character of their own, as figures. */
const VULGAR = /(\d?)\s*([\u00bc-\u00be\u2150-\u215e])/g;

/** "5\u00bc" as "5 1/4": compatibility forms of Unicode, whose fraction slash is no slash. */
const writtenOut = (text: string): string =>
  text.replace(
    VULGAR,
    (_, whole: string, sign: string) => `${whole && `${whole} `}${sign.normalize("NFKC").replace("\u2044", "/")}`,
  );

/** A comma before three figures and no more: tenths and hundredths to one reader, thousands to another. */
const EITHER_COMMA = /(?<![\d.,])[1-9]\d{0,2},\d{3}(?![\d.,])/;

/** Why a comma in a text cannot be read, and where it is; null where every comma can. */
export function doubtfulComma(text: string): { position: number; message: string } | null {
  const either = EITHER_COMMA.exec(text);
  return either && { position: either.index, message: `"${either[0]}" can be two numbers: write a point, or no comma` };
}

/** Spaces that only print puts between thousands; the usual space may also stand before a fraction. */
const PRINTED_THOUSANDS = /(?<=\d)[\u2009\u202f](?=\d{3}(?!\d))/g;

/**
 * A number as people write it, for the eyes of a parser: a decimal comma as a point, a fraction of one character
 * written out, the long minus as a short one. A comma that can be either stays, and is refused.
 */
export const plainNumber = (text: string): string =>
  writtenOut(text)
    .replace(/\u2212/g, "-")
    .replace(PRINTED_THOUSANDS, "")
    .replace(/\d[\d.,]*/g, (figure) =>
      /^\d+,\d+$/.test(figure) && !EITHER_COMMA.test(figure) ? figure.replace(",", ".") : figure,
    );

/**
 * One plain number as people write it: decimal point or comma, blanks between thousands, a minus of either length.
 * Null for anything else, a comma that can be read two ways included.
 */
export function readNumber(text: string): number | null {
  if (doubtfulComma(text)) return null;
  const plain = plainNumber(text).trim();
  const grouped = /^[-+]?\d{1,3}(?:[ \u00a0]\d{3})+(?:\.\d+)?$/.test(plain) ? plain.replace(/[ \u00a0]/g, "") : plain;
  return /^[-+]?(?:\d+(?:\.\d*)?|\.\d+)$/.test(grouped) ? Number(grouped) : null;
}

interface Cursor {
  text: string;
  at: number;
}

const skipBlanks = (c: Cursor): void => {
  while (/\s/.test(c.text[c.at] ?? "")) c.at++;
};

const take = (c: Cursor, pattern: RegExp): RegExpExecArray | null => {
  pattern.lastIndex = c.at;
  const m = pattern.exec(c.text);
  if (m) c.at += m[0].length;
  return m;
};

/** "3", "3.5", ".5", "1/8", "3 1/2", "3-1/2"; null where no number begins here. */
function takeNumber(c: Cursor): number | "zeroBelow" | null {
  const start = c.at;
  const sign = take(c, /[-−+]/y);
  const mixed = take(c, /(\d+)(?:\s+|\s*-\s*)(\d+)\s*\/\s*(\d+)/y);
  let value: number | null = null;
  if (mixed) {
    if (Number(mixed[3]) === 0) return "zeroBelow";
    value = Number(mixed[1]) + Number(mixed[2]) / Number(mixed[3]);
  } else {
    const fraction = take(c, /(\d+)\s*\/\s*(\d+)/y);
    if (fraction) {
      if (Number(fraction[2]) === 0) return "zeroBelow";
      value = Number(fraction[1]) / Number(fraction[2]);
    } else {
      const plain = take(c, /\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:\.\d+)?(?![\d/])|\d+(?:\.\d+)?|\.\d+/y);
      if (plain) value = Number(plain[0].replace(/[ \u00a0\u202f]/g, ""));
    }
  }
  if (value === null) {
    c.at = start;
    return null;
  }
  return sign && sign[0] !== "+" ? -value : value;
}

function takeUnit(c: Cursor, kind: QuantityKind): Unit | null {
  const rest = c.text.slice(c.at).toLowerCase();
  let best: { unit: Unit; length: number } | null = null;
  for (const unit of UNITS[kind]) {
    for (const spelled of unit.spellings) {
      if (!rest.startsWith(spelled) || (best && spelled.length <= best.length)) continue;
      const isWord = /[a-z]$/.test(spelled);
      if (isWord && /[a-z]/.test(rest[spelled.length] ?? "")) continue;
      best = { unit, length: spelled.length };
    }
  }
  if (best) c.at += best.length;
  return best?.unit ?? null;
}

/**
 * Reads a quantity as it is read off a tape, a wrench or a leaflet.
 *
 * Accepts a number (decimal with a point or a comma, fraction, mixed: "3 1/2", "3\u00bd"), a range ("103-105", "5 to 5 1/2"), feet with inches,
 * and a unit of the kind; without a unit the shop's preferred one is taken and `assumedUnit` says so.
 * Returns base units (mm, N m, deg, kg, L, N, km). Nothing is guessed: what cannot be read is refused with
 * the index of the first character in the way. A bare fraction in a shop of millimetres is asked about. Text up to
 * 80 characters.
 */
export function parseQuantity(written: string, kind: QuantityKind, system: UnitSystem = "metric"): QuantityOutcome {
  const doubt = doubtfulComma(written);
  const text = plainNumber(written);
  const refuse = (position: number, what: string): QuantityOutcome => ({
    ok: false,
    position,
    message: `${what}; type it like ${EXAMPLES[kind]}`,
  });
  if (text.length > 80) return refuse(80, "longer than 80 characters");
  if (!text.trim()) return refuse(text.length, "nothing typed");
  if (doubt) return { ok: false, ...doubt };
  if (kind === "torque") return parseTorque(text, system, refuse);

  const c: Cursor = { text, at: 0 };
  skipBlanks(c);
  const first = takeNumber(c);
  if (first === "zeroBelow") return refuse(c.at - 1, "a fraction over 0");
  if (first === null) return refuse(c.at, `cannot read "${text.slice(c.at, c.at + 12)}" as a number`);
  skipBlanks(c);
  const inRange = takeRangeMark(c);
  let unit = inRange ? null : takeUnit(c, kind);
  let second: number | null = null;
  let secondAt = 0;
  if (!inRange && unit) {
    skipBlanks(c);
    const combined = takeInchesAfterFeet(c, unit, first);
    if (combined !== null) {
      skipBlanks(c);
      if (c.at < text.length) return refuse(c.at, `cannot read "${text.slice(c.at)}"`);
      return done(kind, combined, combined, unit.id, false);
    }
  }
  if (inRange || takeRangeMark(c)) {
    skipBlanks(c);
    secondAt = c.at;
    const read = takeNumber(c);
    if (read === "zeroBelow") return refuse(c.at - 1, "a fraction over 0");
    if (read === null) return refuse(c.at, "the second number of the range is missing");
    second = read;
    skipBlanks(c);
    unit = takeUnit(c, kind) ?? unit;
  }
  skipBlanks(c);
  if (c.at < text.length) {
    const rest = text.slice(c.at);
    const other = (Object.keys(UNITS) as QuantityKind[]).find((k) => k !== kind && takeUnit({ text: rest, at: 0 }, k));
    return refuse(c.at, other ? `"${rest}" is a unit of ${other}, not of ${kind}` : `cannot read "${rest}"`);
  }
  if (second !== null && second < first) return refuse(secondAt, "the range runs backwards");
  if (!unit && kind === "length" && system === "metric" && /\d\s*\/\s*\d/.test(text)) {
    return { ok: false, position: text.length, message: `inches? then type ${text.trim()} in` };
  }
  const chosen = unit ?? unitOf(kind, PREFERRED[kind][system]);
  return done(kind, first * chosen.factor, (second ?? first) * chosen.factor, chosen.id, unit === null);
}

const takeRangeMark = (c: Cursor): boolean => take(c, /\s*(?:to\b|[-–−])\s*(?=[\d.])/y) !== null;

function takeInchesAfterFeet(c: Cursor, unit: Unit, feet: number): number | null {
  if (unit.id !== "ft") return null;
  const back = c.at;
  const inches = takeNumber(c);
  if (typeof inches === "number" && inches >= 0) {
    skipBlanks(c);
    if (takeUnit(c, "length")?.id === "in") return feet * unit.factor + inches * 25.4;
  }
  c.at = back;
  return null;
}

function parseTorque(
  text: string,
  system: UnitSystem,
  refuse: (position: number, what: string) => QuantityOutcome,
): QuantityOutcome {
  const bare = /^\s*\d+(\.\d+)?(\s*(-|–|to)\s*\d+(\.\d+)?)?\s*$/i.test(text);
  const read = readTorque(bare ? `${text} ${PREFERRED.torque[system] === "N m" ? "Nm" : "lb ft"}` : text);
  if (!read.ok) return refuse(read.stop.position, `expected ${read.stop.expected}`);
  const { kind, minNm, maxNm, unit } = read.value;
  if (kind !== "torque" || minNm === null || maxNm === null || unit === null) {
    return refuse(0, "a figure is needed here");
  }
  return done("torque", minNm, maxNm, unit, bare);
}

const done = (kind: QuantityKind, min: number, max: number, unit: string, assumedUnit: boolean): QuantityOutcome =>
  Number.isFinite(min) && Number.isFinite(max)
    ? { ok: true, value: { kind, min, max, unit, assumedUnit } }
    : { ok: false, position: 0, message: "too large a number" };

/**
 * A base-unit value as a shop writes it, with what that text means: the text is rounded, and so is the value, by the
 * one reader.
 */
export function typedAs(base: number, kind: QuantityKind, system: UnitSystem): { typed: string; base: number } {
  const typed = formatQuantity(base, kind, PREFERRED[kind][system])
    .replace(/\u202f/g, "")
    .replace(/\u00a0/g, " ");
  const read = parseQuantity(typed, kind, system);
  if (!read.ok) throw new RangeError(`${typed}: ${read.message}`);
  return { typed, base: read.value.min };
}

/** A figure kept beside its text may be rounded by this part, or by the last place shown. */
const ROUNDED = { part: 0.001, base: 0.0051 };

/** Every value a text can mean, over all kinds of quantity and both systems. */
function meanings(typed: string): { min: number; max: number }[] {
  return (Object.keys(UNITS) as QuantityKind[]).flatMap((kind) =>
    (["metric", "inch"] as const).flatMap((system) => {
      const read = parseQuantity(typed, kind, system);
      return read.ok ? [read.value] : [];
    }),
  );
}

/** Texts read of late: a row of readings repeats a few. */
const recent = new Map<string, { min: number; max: number }[]>();
const MOST_RECENT = 400;

/** Whether a typed text, read as any kind of quantity, means this value in its base unit. A bare number fits either system. */
export function typedMeans(typed: string, base: number): boolean {
  const off = ROUNDED.base + ROUNDED.part * Math.abs(base);
  let known = recent.get(typed);
  if (!known) {
    known = meanings(typed);
    if (recent.size >= MOST_RECENT) recent.clear();
    recent.set(typed, known);
  }
  return known.some(({ min, max }) => base >= min - off && base <= max + off);
}
