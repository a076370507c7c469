import { useEffect, useId, useRef, useState } from "react";
import { formatQuantity, inOtherUnit, parseQuantity, type QuantityKind } from "../../core";
import { useUnits } from "../format/units";
import "./fields.css";

export interface QuantityEdit {
  typed: string;
  /** Base unit of the kind; the lower end of a range. */
  base: number;
}

export interface QuantityFieldProps {
  label: string;
  kind: QuantityKind;
  /** As typed before; absent, `base` is shown in the shop's unit. */
  typed?: string;
  base: number | null;
  /** Least and greatest accepted, base unit. */
  min?: number;
  max?: number;
  digits?: number;
  hideLabel?: boolean;
  hint?: string;
  disabled?: boolean;
  /** Called on Enter or leaving the field, only with something that was understood. */
  onCommit: (edit: QuantityEdit) => void;
  /** An emptied field: absent means it may not be emptied. */
  onClear?: () => void;
  autoFocus?: boolean;
}

/**
 * A figure typed as it is read. Below the typed text stands what was understood, in the other unit, before
 * anything is saved; what cannot be read says so in the same place and keeps what was typed.
 */
export function QuantityField(props: QuantityFieldProps) {
  const { label, kind, base, min, max, onCommit, onClear } = props;
  const units = useUnits();
  const id = useId();
  const shown = props.typed ?? (base === null ? "" : units.show(base, kind, { digits: props.digits }));
  const [draft, setDraft] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const text = draft ?? shown;

  useEffect(() => {
    if (document.activeElement !== field.current) setDraft((d) => (d !== null && understood(d).ok ? null : d));
    // Only a new value from outside may replace a draft that is not being typed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shown]);

  const understood = (value: string) => {
    const read = parseQuantity(value.replace(/\u00a0/g, " "), kind, units.system);
    if (!read.ok) return read;
    const low = min !== undefined && read.value.min < min - 1e-9;
    const high = max !== undefined && read.value.min > max + 1e-9;
    if (low || high) {
      const ends = [min, max].map((v) => (v === undefined ? "" : units.show(v, kind, { digits: props.digits })));
      const range =
        min === undefined ? `up to ${ends[1]}` : max === undefined ? `from ${ends[0]}` : `${ends[0]} to ${ends[1]}`;
      return { ok: false as const, position: 0, message: `accepted: ${range}` };
    }
    return read;
  };

  const read = text.trim() ? understood(text) : null;
  const refused = draft !== null && (read ? !read.ok : !onClear && shown !== "");
  const message = refused ? (read && !read.ok ? read.message : "a figure is needed here") : null;

  const commit = (): void => {
    if (draft === null) return;
    if (!draft.trim()) {
      if (!onClear) return;
      setDraft(null);
      if (shown !== "") onClear();
      return;
    }
    const value = understood(draft);
    if (!value.ok) return;
    setDraft(null);
    if (draft !== shown) onCommit({ typed: draft.trim().slice(0, 80), base: value.value.min });
  };

  return (
    <div
      className={`qf${refused ? " refused" : ""}${props.disabled ? " off" : ""}`}
      onClick={() => document.getElementById(id)?.focus()}
    >
      <label htmlFor={id} className={props.hideLabel ? "sr" : "lb"}>
        {label}
      </label>
      <input
        ref={field}
        id={id}
        className="t"
        value={text}
        disabled={props.disabled}
        inputMode="text"
        autoComplete="off"
        autoFocus={props.autoFocus}
        aria-invalid={refused}
        aria-describedby={`${id}-u`}
        placeholder={props.hint ?? ""}
        onChange={(e) => setDraft(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === "Enter") commit();
          if (e.key === "Escape") setDraft(null);
        }}
      />
      <span id={`${id}-u`} className="u" role={refused ? "alert" : undefined}>
        {message ??
          (read?.ok
            ? understoodText(read.value.min, read.value.max, kind, units.unit(kind), read.value.unit)
            : "\u00a0")}
      </span>
    </div>
  );
}

/** "= 2.677 in": the value in the unit that was not typed. */
function understoodText(min: number, max: number, kind: QuantityKind, preferred: string, typedUnit: string): string {
  const show = (v: number) =>
    typedUnit === preferred ? inOtherUnit(v, kind, preferred) : formatQuantity(v, kind, preferred);
  // Degrees in turns tell nobody anything; turns in degrees do.
  if (kind === "angle" && typedUnit === "deg") return "\u00a0";
  return min === max ? `= ${show(min)}` : `= ${show(min)} to ${show(max)}`;
}
