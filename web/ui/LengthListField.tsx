import { Input } from "antd";
import { useId, useState } from "react";
import { parseQuantity, type UnitSystem } from "../../core";
import { useUnits } from "../format/units";
import "./fields.css";

/**
 * Lengths in mm, typed one after the other with commas between them, each as it is read: "40, 2 in, 60 mm". Without
 * commas, bare figures may stand apart by blanks. Null where one of them cannot be read, or is a range.
 */
export function readLengths(text: string, system: UnitSystem): number[] | null {
  const plain = text.replace(/\u2212/g, "-");
  const words = /[,;]/.test(plain) ? plain.split(/[,;]/) : /^[\s\d.+-]*$/.test(plain) ? plain.split(/\s+/) : [plain];
  const read = words.filter((w) => w.trim()).map((w) => parseQuantity(w.trim(), "length", system));
  return read.every((r) => r.ok) && read.every((r) => r.value.min === r.value.max)
    ? read.map((r) => r.value.min)
    : null;
}

interface LengthListFieldProps {
  label: string;
  valueMm: readonly number[];
  /** Least and greatest of each, mm. */
  min: number;
  max: number;
  /** How many there may be. */
  most: number;
  /** The same length twice is a slip. */
  distinct?: boolean;
  onCommit: (valueMm: number[], typed: string) => void;
}

/** A field for several lengths of one kind. */
export function LengthListField(props: LengthListFieldProps) {
  const { label, valueMm, min, max, most, distinct, onCommit } = props;
  const units = useUnits();
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const shown = valueMm.map((d) => units.bare(d, "length").replace(/\.0+$/, ""));
  // A length that was not typed anew keeps the digits that are not shown.
  const exact = new Map(readLengths(shown.join(", "), units.system)?.map((v, i) => [v, valueMm[i]]));
  const read = draft === null ? null : readLengths(draft, units.system);
  const good =
    read !== null &&
    read.length >= 1 &&
    read.length <= most &&
    read.every((v) => v >= min && v <= max) &&
    (!distinct || new Set(read).size === read.length);
  const bad = draft !== null && !good;
  const keep = (): void => {
    if (draft === null || !good) return;
    setDraft(null);
    onCommit(
      read.map((v) => exact.get(v) ?? v),
      draft.trim(),
    );
  };
  return (
    <span className="field">
      <label className="lb" htmlFor={id}>
        {label}, {units.label("length")}
      </label>
      <Input
        id={id}
        value={draft ?? shown.join(", ")}
        status={bad ? "error" : undefined}
        aria-invalid={bad}
        aria-describedby={bad ? `${id}-why` : undefined}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={keep}
        onPressEnter={keep}
      />
      {bad && (
        <span className="why" role="alert" id={`${id}-why`}>
          accepted: 1 to {most}
          {distinct ? " different" : ""} lengths from {units.show(min, "length")} to {units.show(max, "length")}
        </span>
      )}
    </span>
  );
}
