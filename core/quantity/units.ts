/** What a figure can be. Base units: mm, N m, deg, kg, L, N, km, km/h, plain count. */
export type QuantityKind = "length" | "torque" | "angle" | "mass" | "volume" | "force" | "distance" | "speed";

export interface Unit {
  id: string;
  /** Base units per one of this unit. */
  factor: number;
  /** How people type it; matched without case, longest first. */
  spellings: readonly string[];
  system: "metric" | "inch" | "both";
  /** Digits after the point when shown. */
  digits: number;
  /** Follows the figure without a space. */
  closed?: true;
}

const NM_PER_LBF_FT = 1.3558179483314004;

/** Torque units, N m. Source: NIST Special Publication 811, appendix B. */
export const TORQUE_FACTORS = {
  "N m": 1,
  "lbf ft": NM_PER_LBF_FT,
  "lbf in": NM_PER_LBF_FT / 12,
  "kgf m": 9.80665,
  "kgf cm": 0.0980665,
} as const;

export type TorqueUnit = keyof typeof TORQUE_FACTORS;

/**
 * Units by kind. Sources: inch, pound, ounce, gallon exact by definition (NIST SP 811);
 * a flat is a sixth of a turn of a hexagon.
 */
export const UNITS: Record<QuantityKind, readonly Unit[]> = {
  length: [
    { id: "mm", factor: 1, spellings: ["mm", "millimetres", "millimetre"], system: "metric", digits: 1 },
    { id: "cm", factor: 10, spellings: ["cm"], system: "metric", digits: 2 },
    { id: "m", factor: 1000, spellings: ["m", "metres", "metre"], system: "metric", digits: 4 },
    { id: "in", factor: 25.4, spellings: ["inches", "inch", "in.", "in", '"', "″"], system: "inch", digits: 3 },
    { id: "thou", factor: 0.0254, spellings: ["thou"], system: "inch", digits: 0 },
    { id: "ft", factor: 304.8, spellings: ["feet", "foot", "ft", "'", "′"], system: "inch", digits: 4 },
  ],
  torque: [
    { id: "N m", factor: 1, spellings: [], system: "metric", digits: 1 },
    { id: "lbf ft", factor: TORQUE_FACTORS["lbf ft"], spellings: [], system: "inch", digits: 1 },
    { id: "lbf in", factor: TORQUE_FACTORS["lbf in"], spellings: [], system: "inch", digits: 0 },
    { id: "kgf m", factor: 9.80665, spellings: [], system: "metric", digits: 2 },
    { id: "kgf cm", factor: 0.0980665, spellings: [], system: "metric", digits: 1 },
  ],
  angle: [
    { id: "deg", factor: 1, spellings: ["degrees", "degree", "deg", "°"], system: "both", digits: 2, closed: true },
    { id: "turn", factor: 360, spellings: ["turns", "turn"], system: "both", digits: 3 },
    { id: "flat", factor: 60, spellings: ["flats", "flat"], system: "both", digits: 2 },
  ],
  mass: [
    { id: "kg", factor: 1, spellings: ["kg", "kilograms", "kilogram"], system: "metric", digits: 2 },
    { id: "g", factor: 0.001, spellings: ["g", "grams", "gram"], system: "metric", digits: 0 },
    { id: "lb", factor: 0.45359237, spellings: ["lbs", "lb", "pounds", "pound"], system: "inch", digits: 2 },
    { id: "oz", factor: 0.028349523125, spellings: ["oz", "ounces", "ounce"], system: "inch", digits: 1 },
  ],
  volume: [
    { id: "L", factor: 1, spellings: ["litres", "litre", "l"], system: "metric", digits: 2 },
    { id: "mL", factor: 0.001, spellings: ["ml", "cc"], system: "metric", digits: 0 },
    {
      id: "US qt",
      factor: 0.946352946,
      spellings: ["us quarts", "us quart", "quarts", "quart", "us qt", "qt"],
      system: "inch",
      digits: 2,
    },
    { id: "US pt", factor: 0.473176473, spellings: ["us pints", "us pint", "us pt"], system: "inch", digits: 2 },
    { id: "US gal", factor: 3.785411784, spellings: ["us gallons", "us gallon", "us gal"], system: "inch", digits: 3 },
  ],
  force: [
    { id: "N", factor: 1, spellings: ["newtons", "newton", "n"], system: "metric", digits: 0 },
    { id: "lbf", factor: 4.4482216152605, spellings: ["lbf", "lb"], system: "inch", digits: 1 },
    { id: "kgf", factor: 9.80665, spellings: ["kgf", "kg"], system: "metric", digits: 1 },
  ],
  distance: [
    { id: "km", factor: 1, spellings: ["kilometres", "km"], system: "metric", digits: 0 },
    { id: "mi", factor: 1.609344, spellings: ["miles", "mile", "mi"], system: "inch", digits: 0 },
  ],
  speed: [
    { id: "km/h", factor: 1, spellings: ["km/h", "kmh", "kph"], system: "metric", digits: 0 },
    { id: "mph", factor: 1.609344, spellings: ["mph", "mi/h"], system: "inch", digits: 0 },
  ],
};

/** The unit with this id among those of a kind; asking for another is a caller's mistake. */
export function unitOf(kind: QuantityKind, id: string): Unit {
  const unit = UNITS[kind].find((u) => u.id === id);
  if (!unit) {
    const known = UNITS[kind].map((u) => u.id).join(", ");
    throw new RangeError(`unit: "${id}" is no unit of ${kind}; accepted: ${known}`);
  }
  return unit;
}

export type UnitSystem = "metric" | "inch";

/** The unit a shop sees first, per kind and system. */
export const PREFERRED: Record<QuantityKind, Record<UnitSystem, string>> = {
  length: { metric: "mm", inch: "in" },
  torque: { metric: "N m", inch: "lbf ft" },
  angle: { metric: "deg", inch: "deg" },
  mass: { metric: "kg", inch: "lb" },
  volume: { metric: "L", inch: "US qt" },
  force: { metric: "N", inch: "lbf" },
  distance: { metric: "km", inch: "mi" },
  speed: { metric: "km/h", inch: "mph" },
};

/** The unit shown beside the preferred one. */
export function otherUnit(kind: QuantityKind, shown: string): string {
  if (kind === "angle") return shown === "deg" ? "turn" : "deg";
  return unitOf(kind, shown).system === "inch" ? PREFERRED[kind].metric : PREFERRED[kind].inch;
}
