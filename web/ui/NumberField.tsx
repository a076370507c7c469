import { useId, useState } from "react";
import { formatNumber } from "../../core";
import "./fields.css";

interface NumberFieldProps {
  label: string;
  value: number | null;
  min: number;
  max: number;
  unit: string;
  whole?: boolean;
  digits?: number;
  hideLabel?: boolean;
  onCommit: (value: number | null) => void;
}

const read = (text: string): number => Number(text.replace(/[\s\u202f\u00a0]|%|rpm/g, "").replace("\u2212", "-"));

/** An end of a range, with the digits it was given. */
const end = (v: number): string => formatNumber(v, String(v).split(".")[1]?.length ?? 0);

/** A plain number with a named unit; emptied it means "not known". */
export function NumberField({ label, value, min, max, unit, whole, digits, hideLabel, onCommit }: NumberFieldProps) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const shown = value === null ? "" : formatNumber(value, digits ?? (Number.isInteger(value) ? 0 : 2));
  const text = draft ?? shown;
  const parsed = draft === null || !draft.trim() ? null : read(draft);
  const bad =
    parsed !== null &&
    (!Number.isFinite(parsed) || parsed < min || parsed > max || (whole && !Number.isInteger(parsed)));
  const commit = (): void => {
    if (draft === null || bad) return;
    setDraft(null);
    if (parsed !== value) onCommit(parsed);
  };
  return (
    <div className={bad ? "qf refused" : "qf"} onClick={() => document.getElementById(id)?.focus()}>
      <label htmlFor={id} className={hideLabel ? "sr" : "lb"}>
        {label}
      </label>
      <input
        id={id}
        className="t"
        value={text}
        inputMode="decimal"
        autoComplete="off"
        aria-invalid={bad}
        aria-describedby={`${id}-u`}
        onChange={(e) => setDraft(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === "Enter") commit();
          if (e.key === "Escape") setDraft(null);
        }}
      />
      <span id={`${id}-u`} className="u" role={bad ? "alert" : undefined}>
        {bad
          ? `accepted: ${whole ? "a whole number " : ""}${end(min)} to ${end(max)}${unit && ` ${unit}`}`
          : unit || "\u00a0"}
      </span>
    </div>
  );
}

export const PercentField = NumberField;

export function PriceField({
  label,
  value,
  currency,
  onCommit,
}: {
  label: string;
  value: number | null;
  currency: string;
  onCommit: (value: number | null) => void;
}) {
  return <NumberField label={label} value={value} min={0} max={1e7} unit={currency} digits={2} onCommit={onCommit} />;
}
