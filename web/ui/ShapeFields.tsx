import type { z } from "zod";
import { boundsOf } from "../../contract";
import type { QuantityKind } from "../../core";
import { NumberField } from "./NumberField";
import { QuantityField } from "./QuantityField";

/** One figure of a record or a question: where it stands in it, and how it is called. */
export interface FigureField {
  /** Path from the value: "swing.firstDeg". Its bounds are those of the shape. */
  at: string;
  label: string;
  /** A quantity is typed in any of its units; a figure without one is a plain number. */
  kind?: QuantityKind;
  /** Unit of a plain number. */
  unit?: string;
  digits?: number;
  hint?: string;
  /** In whole numbers only. */
  whole?: boolean;
  /** In a list the head of the column says it; the label is for those who listen. */
  hideLabel?: boolean;
  /** May be emptied: then it is not known. */
  clears?: boolean;
  /** How the change is called in the history; its label where nothing is said. */
  what?: string;
}

type Bag = Record<string, unknown>;

const read = (value: object, path: readonly string[]): number | null =>
  (path.reduce<unknown>((v, key) => (v as Bag | null | undefined)?.[key], value) as number | null | undefined) ?? null;

/** The top field of a value with one figure in it changed. */
function patched(value: object, [key, ...rest]: readonly string[], figure: number | null): Bag {
  const own = (value as Bag)[key];
  return { [key]: rest.length ? { ...(own as Bag), ...patched(own as object, rest, figure) } : figure };
}

/**
 * A row of figures that stand in one value. `within` says where that value stands in the shape, where it is not the
 * whole of it: "holes[]".
 */
export function ShapeFields<T extends object>({
  shape,
  within,
  value,
  fields,
  onChange,
}: {
  shape: z.ZodType;
  within?: string;
  value: T;
  fields: readonly FigureField[];
  /** What changed, how it is called, and the figure as it was typed. */
  onChange: (patch: Partial<T>, what: string, typed: string) => void;
}) {
  return fields.map(({ at, label, kind, unit = "", digits, hint, clears, whole, hideLabel, what = label }) => {
    const path = at.split(".");
    const set = (figure: number | null, typed: string): void =>
      onChange(patched(value, path, figure) as Partial<T>, what, typed);
    const bounds = boundsOf(shape, within ? `${within}.${at}` : at);
    const shown = read(value, path);
    return kind ? (
      <QuantityField
        key={at}
        label={label}
        hideLabel={hideLabel}
        kind={kind}
        base={shown}
        {...bounds}
        digits={digits}
        hint={hint}
        onCommit={({ base, typed }) => set(base, typed)}
        onClear={clears ? () => set(null, "not known") : undefined}
      />
    ) : (
      <NumberField
        key={at}
        label={label}
        hideLabel={hideLabel}
        whole={whole}
        value={shown}
        {...bounds}
        unit={unit}
        digits={digits}
        onCommit={(figure) =>
          (figure !== null || clears) &&
          set(figure, figure === null ? "not known" : `${figure}${unit === "°" ? "" : " "}${unit}`.trim())
        }
      />
    );
  });
}
