import { otherUnit, unitOf, type QuantityKind } from "./units";

const NBSP = "\u00a0";
const THIN = "\u202f";
const MINUS = "\u2212";

/** Relative size of what binary fractions lose: far over one rounding error, far under any figure shown. */
const HAIR = 1e-13;

export interface FormatOptions {
  /** Digits after the point; default by unit. */
  digits?: number;
  /** Leave the unit away. */
  bare?: boolean;
  /** Write a plus before a positive figure. */
  signed?: boolean;
}

/** A figure with fixed digits, thin spaces between thousands and a true minus. Never "-0". */
export function formatNumber(value: number, digits: number, signed = false): string {
  // 133.35 is stored a hair below itself; the hair must not decide how a half is rounded.
  const fixed = (Math.abs(value) * (1 + HAIR)).toFixed(digits);
  const [whole, part] = fixed.split(".");
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole;
  const zero = Number(fixed) === 0;
  const sign = zero ? "" : value < 0 ? MINUS : signed ? "+" : "";
  return sign + grouped + (part ? `.${part}` : "");
}

/** Shows a base-unit value (mm, N m, deg, kg, L, N, km) in a unit of its kind. */
export function formatQuantity(base: number, kind: QuantityKind, unitId: string, options: FormatOptions = {}): string {
  const unit = unitOf(kind, unitId);
  const text = formatNumber(base / unit.factor, options.digits ?? unit.digits, options.signed);
  return options.bare ? text : `${text}${unit.closed ? "" : NBSP}${UNIT_LABELS[unit.id] ?? unit.id}`;
}

const UNIT_LABELS: Record<string, string> = { deg: "°", "lbf ft": "lb ft", "lbf in": "lb in" };

/** How a unit is written on the screen. */
export const unitLabel = (unitId: string): string => UNIT_LABELS[unitId] ?? unitId;

/** The same value in the other system, "= 2.677 in": what a quantity field shows under the typed text. */
export function inOtherUnit(base: number, kind: QuantityKind, shownUnit: string): string {
  return formatQuantity(base, kind, otherUnit(kind, shownUnit));
}

/** A length in inches to the nearest fraction of a tape, 1/16 by default: "3 1/2 in". */
export function formatInchFraction(mm: number, denominator = 16): string {
  if (!Number.isInteger(Math.log2(denominator)) || denominator < 1) {
    throw new RangeError(`denominator: ${denominator}; accepted: 1, 2, 4, 8, 16, 32, 64`);
  }
  const parts = Math.round((Math.abs(mm) / 25.4) * denominator);
  const whole = Math.floor(parts / denominator);
  let above = parts % denominator;
  let below = denominator;
  while (above && above % 2 === 0) {
    above /= 2;
    below /= 2;
  }
  const sign = mm < 0 && parts ? MINUS : "";
  const fraction = above ? `${above}/${below}` : "";
  const figure = [whole || !fraction ? String(whole) : "", fraction].filter(Boolean).join(" ");
  return `${sign}${figure}${NBSP}in`;
}
