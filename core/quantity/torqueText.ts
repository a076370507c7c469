import { TORQUE_FACTORS, type TorqueUnit } from "./units";

export interface TorqueTextInput {
  text: string;
}

export interface TorqueTextAnswer {
  kind: "torque" | "snug" | "handTight";
  unit: TorqueUnit | null;
  min: number | null;
  max: number | null;
  minNm: number | null;
  maxNm: number | null;
  angleDeg: number | null;
  notices: never[];
}

/** Where reading stopped: index of the first character that cannot be read, or the length if the text ends early. */
export interface ParseStop {
  position: number;
  expected: string;
}

export type TorqueTextOutcome = { ok: true; value: TorqueTextAnswer } | { ok: false; stop: ParseStop };

/** In these spellings a blank stands for one or more blanks; blanks round . - and the dot are free. */
const UNIT_SPELLINGS: Record<TorqueUnit, readonly string[]> = {
  "N m": ["nm", "n.m", "n-m", "n m", "n·m"],
  "lbf ft": [
    "ft-lb",
    "ft-lbs",
    "ft lb",
    "ft lbs",
    "ft.lb",
    "ftlb",
    "ftlbs",
    "lb ft",
    "lb-ft",
    "lb.ft",
    "lbft",
    "lbf ft",
    "lbf.ft",
    "lbf-ft",
    "lbs-ft",
    "lbs ft",
    "foot pounds",
  ],
  "lbf in": ["in-lb", "in-lbs", "inlb", "in lb", "in lbs", "lb-in", "lb in", "lbf.in", "lbf in"],
  "kgf m": ["kgf.m", "kgf m", "kgf-m", "kgfm", "kg.m", "kg m", "kg-m", "kgm", "mkg"],
  "kgf cm": ["kgf.cm", "kgf-cm", "kgf cm", "kg-cm", "kg.cm", "kg cm"],
};
const WORDS = { snug: ["snug"], handTight: ["hand tight", "finger tight"] } as const;
const ANGLE_WORDS = { deg: ["deg", "degrees", "°"], turn: ["turn", "turns"] } as const;
const ANGLE_FACTOR = { deg: 1, turn: 360 } as const;

const isBlank = (c: string | undefined): boolean => c !== undefined && /\s/.test(c);
const isDigit = (c: string | undefined): boolean => c !== undefined && c >= "0" && c <= "9";

/** Reads characters of one text, remembering the farthest place any reading got to. */
class Reader {
  at = 0;
  farthest = 0;
  constructor(readonly text: string) {}

  peek(): string | undefined {
    return this.text[this.at];
  }
  mark(): void {
    this.farthest = Math.max(this.farthest, this.at);
  }
  blanks(): void {
    while (isBlank(this.peek())) this.at++;
    this.mark();
  }
  /** How far one spelling matches from here: its end, or null; `farthest` notes how far it got. */
  spelling(spelled: string): number | null {
    let i = this.at;
    const skip = () => {
      while (isBlank(this.text[i])) i++;
    };
    for (const want of spelled) {
      if (want === " ") {
        if (!isBlank(this.text[i])) return null;
        skip();
      } else if (".-·".includes(want)) {
        skip();
        if (this.text[i] !== want) return null;
        i++;
        skip();
      } else {
        if (this.text[i]?.toLowerCase() !== want) return null;
        i++;
      }
      this.farthest = Math.max(this.farthest, i);
    }
    return i;
  }
  /** Takes the longest of several groups of spellings; null if none fits. */
  oneOf<K extends string>(groups: Readonly<Record<K, readonly string[]>>): K | null {
    let best: { key: K; end: number } | null = null;
    for (const key of Object.keys(groups) as K[]) {
      for (const spelled of groups[key]) {
        const end = this.spelling(spelled);
        if (end !== null && (!best || end > best.end)) best = { key, end };
      }
    }
    if (best) this.at = best.end;
    return best?.key ?? null;
  }
  digits(): string {
    const start = this.at;
    while (isDigit(this.peek())) this.at++;
    this.mark();
    return this.text.slice(start, this.at);
  }
  number(): number | null {
    const whole = this.digits();
    if (!whole) return null;
    if (this.peek() !== ".") return Number(whole);
    this.at++;
    this.mark();
    const part = this.digits();
    return part ? Number(`${whole}.${part}`) : null;
  }
}

/**
 * Reads a torque as people write it: "13 ft-lb", "103-105 lb ft", "26 lb-ft + 90 deg", "snug", "hand tight".
 *
 * Gives the value or range in the unit typed and in N m, and the angle in degrees of a torque-plus-angle
 * specification. Anything else stops at the index of the first character that cannot be read (the length
 * where the text ends early); a reversed range stops at its second number.
 * Factors: NIST SP 811.
 */
export function readTorque(text: string): TorqueTextOutcome {
  const r = new Reader(text);
  const stop = (expected: string, position = r.farthest): TorqueTextOutcome => ({
    ok: false,
    stop: { position, expected },
  });
  const atEnd = () => {
    r.blanks();
    return r.at >= text.length;
  };
  const answer = (value: Partial<TorqueTextAnswer> & { kind: TorqueTextAnswer["kind"] }): TorqueTextOutcome => ({
    ok: true,
    value: { unit: null, min: null, max: null, minNm: null, maxNm: null, angleDeg: null, notices: [], ...value },
  });

  r.blanks();
  if (!isDigit(r.peek())) {
    const kind = r.oneOf(WORDS);
    if (!kind) return stop('a number, "snug" or "hand tight"');
    return atEnd() ? answer({ kind }) : stop("the end of the text", r.at);
  }

  const min = r.number();
  if (min === null) return stop("a digit");
  r.blanks();
  let max = min;
  const afterNumber = r.at;
  if (r.oneOf({ to: ["to"], dash: ["-", "–"] })) {
    r.blanks();
    const second = r.at;
    const read = r.number();
    if (read === null) return stop("the second number of the range");
    if (read < min) return stop(`a number not under ${min}`, second);
    max = read;
    r.blanks();
  } else r.at = afterNumber;

  const unit = r.oneOf(UNIT_SPELLINGS);
  if (!unit) return stop("a unit such as Nm, lb ft, in-lb or kgf m");
  const factor = TORQUE_FACTORS[unit];
  let angleDeg: number | null = null;
  if (!atEnd()) {
    if (r.peek() !== "+") return stop('"+" and an angle, or the end of the text', r.at);
    r.at++;
    r.blanks();
    const angle = readAngle(r);
    if (typeof angle !== "number") return stop(angle.expected, angle.position);
    angleDeg = angle;
    if (!atEnd()) return stop("the end of the text", r.at);
  }
  return answer({ kind: "torque", unit, min, max, minNm: min * factor, maxNm: max * factor, angleDeg });
}

function readAngle(r: Reader): number | ParseStop {
  const fail = (expected: string, position = r.farthest): ParseStop => ({ position, expected });
  let value = r.number();
  if (value === null) return fail("an angle such as 90 deg or 1/4 turn");
  let fraction = false;
  if (r.peek() === "/") {
    r.at++;
    r.mark();
    const start = r.at;
    const below = r.digits();
    if (!below) return fail("the lower number of the fraction");
    if (Number(below) === 0) return fail("a lower number that is not 0", start);
    value /= Number(below);
    fraction = true;
  }
  r.blanks();
  const unit = fraction ? r.oneOf({ turn: ANGLE_WORDS.turn }) : r.oneOf(ANGLE_WORDS);
  if (!unit) return fail(fraction ? '"turn"' : '"deg" or "turn"');
  return value * ANGLE_FACTOR[unit];
}
