import { Input } from "antd";
import { useId } from "react";
import { parseQuantity, type UnitSystem } from "../../core";
import { useUnits } from "../format/units";
import { useDraft } from "./useDraft";
import "./fields.css";

/**
 * Lengths in mm, typed one after the other with commas between them, each as it is read: "40, 2 in, 60 mm". Without
 * commas, bare figures may stand apart by blanks. Null where one of them cannot be read, or is a range.
 */
export function readLengths(text: string, system: UnitSystem): number[] | null {
  const plain = text.replace(/\u2212/g, "-");
  // Between semicolons a comma is a decimal one.
  const words = plain.includes(";")
    ? plain.split(";")
    : plain.includes(",")
      ? plain.split(",")
      : /^[\s\d.+-]*$/.test(plain)
        ? plain.split(/\s+/)
        : [plain];
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
  const shown = valueMm.map((d) => units.bare(d, "length").replace(/\.0+$/, ""));
  // A length that was not typed anew keeps the digits that are not shown.
  const exact = new Map(readLengths(shown.join(", "), units.system)?.map((v, i) => [v, valueMm[i]]));
  const good = (typed: string): number[] | null => {
    const read = readLengths(typed, units.system);
    const fits =
      read !== null &&
      read.length >= 1 &&
      read.length <= most &&
      read.every((v) => v >= min && v <= max) &&
      (!distinct || new Set(read).size === read.length);
    return fits ? read : null;
  };
  const save = (typed: string): boolean => {
    const read = good(typed);
    if (!read) return false;
    onCommit(
      read.map((v) => exact.get(v) ?? v),
      typed.trim(),
    );
    return true;
  };
  const { draft, type, leave } = useDraft(save, shown.join(", "));
  const bad = draft !== null && !good(draft);
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
        onChange={(e) => type(e.target.value)}
        onBlur={leave}
        onPressEnter={leave}
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
