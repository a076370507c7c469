import { createContext, useContext } from "react";
import {
  formatNumber,
  formatQuantity,
  inOtherUnit,
  PREFERRED,
  unitOf,
  unitLabel,
  type FormatOptions,
  type QuantityKind,
  type UnitSystem,
} from "../../core";

export const UnitContext = createContext<UnitSystem>("metric");

/** Decimals that resolve as much in inches as so many do in millimetres: a thou where tenths stood, never finer than a tenth of one. */
const inInches = (metric: number): number => Math.min(4, metric < 2 ? metric + 2 : metric + 1);

/** Shows figures in the shop's own units, the other a glance away. */
export function useUnits() {
  const system = useContext(UnitContext);
  const unit = (kind: QuantityKind) => PREFERRED[kind][system];
  /** Callers say how many decimals a figure is worth in millimetres. */
  const decimals = (kind: QuantityKind, metric: number | undefined): number | undefined =>
    metric !== undefined && kind === "length" && system === "inch" ? inInches(metric) : metric;
  return {
    system,
    unit,
    label: (kind: QuantityKind) => unitLabel(unit(kind)),
    /** The unit in a sentence: "in" alone would read as the word. */
    name: (kind: QuantityKind) => (unit(kind) === "in" ? "inches" : unitLabel(unit(kind))),
    /** The figure alone in the shop's unit, for a scale that is drawn in it, and how many digits it is shown to. */
    value: (base: number, kind: QuantityKind) => base / unitOf(kind, unit(kind)).factor,
    digits: (kind: QuantityKind) => unitOf(kind, unit(kind)).digits,
    show: (base: number, kind: QuantityKind, options?: FormatOptions) =>
      formatQuantity(base, kind, unit(kind), { ...options, digits: decimals(kind, options?.digits) }),
    bare: (base: number, kind: QuantityKind, digits?: number) =>
      formatQuantity(base, kind, unit(kind), { bare: true, digits: decimals(kind, digits) }),
    signed: (base: number, kind: QuantityKind, digits?: number) =>
      formatQuantity(base, kind, unit(kind), { bare: true, digits: decimals(kind, digits), signed: true }),
    /** From one figure to another as a reader of both works it out: of the figures shown, not of what was rounded away. */
    difference: (from: number, to: number, kind: QuantityKind, digits?: number) => {
      const { factor, digits: usual } = unitOf(kind, unit(kind));
      const places = decimals(kind, digits) ?? usual;
      const shown = (base: number): number => Number((base / factor).toFixed(places));
      return formatNumber(shown(to) - shown(from), places, true);
    },
    other: (base: number, kind: QuantityKind) => inOtherUnit(base, kind, unit(kind)),
  };
}
