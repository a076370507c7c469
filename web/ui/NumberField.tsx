import { doubtfulComma, formatNumber, parseQuantity, readNumber } from "../../core";
import { DraftInput } from "./DraftInput";
import { useDraft } from "./useDraft";
import { useTold } from "./useTold";

interface NumberFieldProps {
  label: string;
  value: number | null;
  min: number;
  max: number;
  /** The lower end itself is not accepted. */
  over?: boolean;
  unit: string;
  whole?: boolean;
  digits?: number;
  hideLabel?: boolean;
  /** Off for figures that take something along: half a figure is not kept. */
  whileTyping?: boolean;
  onCommit: (value: number | null) => void;
  /** Told while typing whether what is in the field will do. */
  onDraft?: (ok: boolean) => void;
}

const DEG_PER = { turns: 360, "of six": 60 } as const;

/** A figure as it is written; turns and flats as parts of a turn too: "1/8 turn", "2 flats", "90 deg". */
function read(text: string, unit: string): number {
  // The field's own unit may be typed behind the figure.
  const own = unit.split(" ")[0];
  const bare =
    own && text.trimEnd().toLowerCase().endsWith(own.toLowerCase()) ? text.trimEnd().slice(0, -own.length) : text;
  const plain = readNumber(bare.replace(/%|rpm/g, ""));
  if (plain !== null || !(unit in DEG_PER)) return plain ?? NaN;
  const per = DEG_PER[unit as keyof typeof DEG_PER];
  const angle = parseQuantity(/[a-z\u00b0]/i.test(text) ? text : `${text} ${per === 360 ? "turn" : "flats"}`, "angle");
  return angle.ok && angle.value.min === angle.value.max ? angle.value.min / per : NaN;
}

/** An end of a range, with the digits it was given. */
const end = (v: number): string => formatNumber(v, String(v).split(".")[1]?.length ?? 0);

/** A plain number with a named unit; emptied it means "not known". */
export function NumberField({
  label,
  value,
  min,
  max,
  over,
  unit,
  whole,
  digits,
  hideLabel,
  whileTyping,
  onCommit,
  onDraft,
}: NumberFieldProps) {
  const shown = value === null ? "" : formatNumber(value, digits ?? (Number.isInteger(value) ? 0 : 2));
  const fits = (typed: string): boolean => {
    if (!typed.trim()) return true;
    const parsed = read(typed, unit);
    return (
      Number.isFinite(parsed) &&
      (over ? parsed > min : parsed >= min) &&
      parsed <= max &&
      !(whole && !Number.isInteger(parsed))
    );
  };
  const save = (typed: string): boolean => {
    if (!fits(typed)) return false;
    const parsed = typed.trim() ? read(typed, unit) : null;
    if (parsed !== value) onCommit(parsed);
    return true;
  };
  const { draft, type, leave, cancel } = useDraft(save, shown, whileTyping);
  const text = draft ?? shown;
  const bad = draft !== null && !fits(draft);
  useTold(!bad, onDraft);
  const range = `${whole ? "a whole number " : ""}${over ? `over ${end(min)}, up` : end(min)} to ${end(max)}`;
  return (
    <DraftInput
      label={label}
      hideLabel={hideLabel}
      text={text}
      refused={bad}
      below={bad ? (doubtfulComma(text)?.message ?? `accepted: ${range}${unit && ` ${unit}`}`) : unit || "\u00a0"}
      inputMode="decimal"
      selects
      onType={type}
      onLeave={leave}
      onCancel={cancel}
    />
  );
}

export const PercentField = NumberField;

export function PriceField({
  label,
  hideLabel,
  value,
  currency,
  onCommit,
}: {
  label: string;
  hideLabel?: boolean;
  value: number | null;
  currency: string;
  onCommit: (value: number | null) => void;
}) {
  return (
    <NumberField
      label={label}
      hideLabel={hideLabel}
      value={value}
      min={0}
      max={1e7}
      unit={hideLabel ? "" : currency || "currency not set, see Shop"}
      digits={2}
      onCommit={onCommit}
    />
  );
}
