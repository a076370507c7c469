import type { z } from "zod";
import { boundsOf } from "../../contract";
import type { QuantityKind } from "../../core";
import { DayField } from "./DayField";
import { NumberField, PriceField } from "./NumberField";
import { QuantityField } from "./QuantityField";
import { SlotSwitch } from "./slots";
import { Choice, TextField } from "./TextField";

interface Called {
  /** Path from the value: "swing.firstDeg". Its bounds are those of the shape. */
  at: string;
  label: string;
  /** In a list the head of the column says it; the label is for those who listen. */
  hideLabel?: boolean;
  /** How the change is called in the history; its label, or the word that was chosen, where nothing is said. */
  what?: string;
}

/** One figure of a record or a question: where it stands in it, and how it is called. */
export interface FigureField extends Called {
  /** A quantity is typed in any of its units; a figure without one is a plain number. */
  kind?: QuantityKind;
  /** Unit of a plain number. */
  unit?: string;
  digits?: number;
  hint?: string;
  /** In whole numbers only. */
  whole?: boolean;
  /** May be emptied: then it is not known. */
  clears?: boolean;
}

/** A line of text; it needs a few words where the shape says so. */
interface WordsField extends Called {
  words: true;
  placeholder?: string;
}

/** One of a few words. */
interface ChosenField extends Called {
  options: Readonly<Record<string, string>>;
}

/** A day, or a month where that is all that is known; may be left empty. */
interface CalendarField extends Called {
  day: "day" | "month";
}

/** Yes or no; the sentence stands beside the switch where one is given. */
interface FlagField extends Called {
  flag: string;
}

/** What one of it costs, in the shop's currency; may be left empty. */
interface PricedField extends Called {
  price: string;
}

export type ShapeField = FigureField | WordsField | ChosenField | CalendarField | FlagField | PricedField;

type Bag = Record<string, unknown>;

const read = (value: object, path: readonly string[]): unknown =>
  path.reduce<unknown>((v, key) => (v as Bag | null | undefined)?.[key], value) ?? null;

/** The top field of a value with one field in it changed. */
function patched(value: object, [key, ...rest]: readonly string[], next: unknown): Bag {
  const own = (value as Bag | null)?.[key];
  return { [key]: rest.length ? { ...(own as Bag), ...patched(own as object, rest, next) } : next };
}

/**
 * A row of fields that stand in one value, each with the ends its shape gives it. `within` says where that value stands
 * in the shape, where it is not the whole of it: "holes[]".
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
  fields: readonly ShapeField[];
  /** What changed, how it is called, and how it was typed. */
  onChange: (patch: Partial<T>, what: string, typed: string) => void;
}) {
  return fields.map((field) => {
    const { at, label, hideLabel, what = label } = field;
    const path = at.split(".");
    const set = (next: unknown, typed: string, called = what): void =>
      onChange(patched(value, path, next) as Partial<T>, called, typed);
    const shown = read(value, path);
    const shared = { label, hideLabel };
    if ("options" in field) {
      const choose = (next: string): void => set(next, next, field.what ?? field.options[next]);
      return <Choice key={at} {...shared} value={shown as string} options={field.options} onChange={choose} />;
    }
    if ("day" in field) {
      const keep = (day: string | null): void => set(day, day ?? "");
      return (
        <DayField key={at} label={label} month={field.day === "month"} value={shown as string | null} onCommit={keep} />
      );
    }
    if ("flag" in field) {
      const turn = (on: boolean): void => set(on, "", field.what ?? (on ? label : `not: ${label}`));
      const slot = <SlotSwitch key={at} on={Boolean(shown)} label={label} onChange={turn} />;
      if (!field.flag) return slot;
      return (
        <p key={at} className="row-flex">
          {slot}
          {field.flag}
        </p>
      );
    }
    if ("price" in field) {
      const keep = (price: number | null): void => set(price, price === null ? "not known" : `${price} ${field.price}`);
      return <PriceField key={at} {...shared} value={shown as number | null} currency={field.price} onCommit={keep} />;
    }
    const bounds = boundsOf(shape, within ? `${within}.${at}` : at);
    if ("words" in field) {
      return (
        <TextField
          {...shared}
          key={at}
          value={shown as string}
          required={bounds.min > 0}
          max={bounds.max}
          placeholder={field.placeholder}
          onCommit={(text) => set(text, text)}
        />
      );
    }
    const { kind, unit = "", digits, hint, clears, whole } = field;
    const figure = shown as number | null;
    return kind ? (
      <QuantityField
        {...shared}
        key={at}
        kind={kind}
        base={figure}
        {...bounds}
        digits={digits}
        hint={hint}
        onCommit={({ base, typed }) => set(base, typed)}
        onClear={clears ? () => set(null, "not known") : undefined}
      />
    ) : (
      <NumberField
        {...shared}
        key={at}
        whole={whole}
        value={figure}
        {...bounds}
        unit={unit}
        digits={digits}
        onCommit={(next) =>
          (next !== null || clears) &&
          set(next, next === null ? "not known" : `${next}${unit === "°" ? "" : " "}${unit}`.trim())
        }
      />
    );
  });
}
