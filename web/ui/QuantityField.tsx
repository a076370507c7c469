import { formatQuantity, inOtherUnit, parseQuantity, type QuantityKind, type UnitSystem } from "../../core";
import { useUnits } from "../format/units";
import { DraftInput } from "./DraftInput";
import { useDraft, useKeptDraft } from "./useDraft";
import { useTold } from "./useTold";

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
  /** The lower end itself is not accepted. */
  over?: boolean;
  digits?: number;
  /** What is accepted instead of this value; undefined where it will do. */
  refuse?: (base: number) => string | undefined;
  hideLabel?: boolean;
  hint?: string;
  disabled?: boolean;
  /**
   * Called after a pause in typing, on Enter and on leaving the field, only with something that was understood.
   */
  onCommit: (edit: QuantityEdit) => void;
  /** Told while typing whether what is in the field will do. */
  onDraft?: (ok: boolean) => void;
  /** An emptied field: absent means it may not be emptied. */
  onClear?: () => void;
  autoFocus?: boolean;
}

/** A figure that is added to others when it is entered: half a figure is not, and a reload does not lose it. */
export function NewQuantityField({ draftName, ...props }: QuantityFieldProps & { draftName: string }) {
  const [text, setText] = useKeptDraft(draftName);
  const leave = (save: (typed: string) => boolean) => (): void => {
    if (text && save(text)) setText("");
  };
  return <QuantityInput {...props} draft={text || null} type={setText} leave={leave} cancel={() => setText("")} />;
}

/**
 * A figure typed as it is read. Below the typed text stands what was understood, in the other unit, before
 * anything is saved; what cannot be read says so in the same place and keeps what was typed.
 */
export function QuantityField(props: QuantityFieldProps) {
  const { shown, save } = useReading(props);
  const { draft, type, leave, cancel } = useDraft(save, shown);
  return <QuantityInput {...props} draft={draft} type={type} leave={() => leave} cancel={cancel} />;
}

/** What was typed before, as long as it still says what was meant; else the figure in the shop's unit. */
function textOf({ typed, base, kind, digits }: QuantityFieldProps, units: ReturnType<typeof useUnits>): string {
  if (typed !== undefined && (base === null || means(typed, base, kind, units.system))) return typed;
  return base === null ? "" : units.show(base, kind, { digits });
}

function means(typed: string, base: number, kind: QuantityKind, system: UnitSystem): boolean {
  const read = parseQuantity(typed, kind, system);
  return read.ok && Math.abs(read.value.min - base) <= 1e-6 + 1e-3 * Math.abs(base);
}

/** What is understood of a text in this field, and how it is kept. */
function useReading(props: QuantityFieldProps) {
  const { kind, min, max, over, refuse, onCommit, onClear } = props;
  const units = useUnits();
  const shown = textOf(props, units);
  const understood = (value: string) => {
    const read = parseQuantity(value.replace(/\u00a0/g, " "), kind, units.system);
    if (!read.ok) return read;
    const low = min !== undefined && (over ? read.value.min <= min : read.value.min < min - 1e-9);
    const high = max !== undefined && read.value.min > max + 1e-9;
    if (low || high) {
      const ends = [min, max].map((v) => (v === undefined ? "" : units.show(v, kind, { digits: props.digits })));
      const range =
        min === undefined
          ? `up to ${ends[1]}`
          : max === undefined
            ? `from ${ends[0]}`
            : `${over ? `over ${ends[0]}, up` : ends[0]} to ${ends[1]}`;
      return { ok: false as const, position: 0, message: `accepted: ${range}` };
    }
    const instead = refuse?.(read.value.min);
    if (instead) return { ok: false as const, position: 0, message: `accepted: ${instead}` };
    return read;
  };

  const save = (typed: string): boolean => {
    if (!typed.trim()) {
      if (!onClear) return false;
      if (shown !== "") onClear();
      return true;
    }
    const value = understood(typed);
    if (!value.ok) return false;
    // The unit a bare figure was meant in goes with it: another day the shop may read in another.
    const said = `${typed.trim()}${value.value.assumedUnit ? ` ${value.value.unit}` : ""}`;
    if (typed !== shown) onCommit({ typed: said.slice(0, 80), base: value.value.min });
    return true;
  };
  return { shown, understood, save };
}

interface QuantityInputProps extends QuantityFieldProps {
  draft: string | null;
  type: (text: string) => void;
  leave: (save: (typed: string) => boolean) => () => void;
  cancel: () => void;
}

function QuantityInput(props: QuantityInputProps) {
  const { label, kind, draft, type, cancel, onClear } = props;
  const units = useUnits();
  const { shown, understood, save } = useReading(props);
  const leave = props.leave(save);
  const text = draft ?? shown;
  const read = text.trim() ? understood(text) : null;
  const refused = draft !== null && (read ? !read.ok : !onClear && shown !== "");
  useTold(!refused, props.onDraft);
  const message = refused ? (read && !read.ok ? read.message : "a figure is needed here") : null;

  const understoodAs = read?.ok
    ? understoodText(read.value.min, read.value.max, kind, units.unit(kind), read.value.unit)
    : "\u00a0";
  return (
    <DraftInput
      label={label}
      hideLabel={props.hideLabel}
      text={text}
      refused={refused}
      below={message ?? understoodAs}
      disabled={props.disabled}
      inputMode="text"
      autoFocus={props.autoFocus}
      placeholder={props.hint ?? ""}
      selects
      onType={type}
      onLeave={leave}
      onCancel={cancel}
    />
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
