import { useId, type ComponentProps, type ReactNode } from "react";
import "./fields.css";

interface DraftInputProps extends Pick<
  ComponentProps<"input">,
  "inputMode" | "maxLength" | "placeholder" | "autoFocus"
> {
  label: string;
  hideLabel?: boolean;
  text: string;
  /** What is typed cannot be kept as it is. */
  refused: boolean;
  /** What was understood, or what would be accepted instead. */
  below: ReactNode;
  disabled?: boolean;
  /** All of it is chosen when the field is entered: figures are typed anew. */
  selects?: boolean;
  onType: (text: string) => void;
  onLeave: () => void;
  onCancel: () => void;
}

/** A field whose text is kept on Enter and on leaving, and given back on Escape; what it means stands below. */
export function DraftInput({
  label,
  hideLabel,
  text,
  refused,
  below,
  disabled,
  selects,
  onType,
  onLeave,
  onCancel,
  ...input
}: DraftInputProps) {
  const id = useId();
  return (
    <div
      className={`qf${refused ? " refused" : ""}${disabled ? " off" : ""}`}
      onClick={() => document.getElementById(id)?.focus()}
    >
      <label htmlFor={id} className={hideLabel ? "sr" : "lb"}>
        {label}
      </label>
      <input
        id={id}
        className="t"
        value={text}
        disabled={disabled}
        autoComplete="off"
        aria-invalid={refused}
        aria-describedby={`${id}-u`}
        onChange={(e) => onType(e.target.value)}
        onFocus={selects ? (e) => e.target.select() : undefined}
        onBlur={onLeave}
        onKeyDown={(e) => {
          if (e.key === "Enter") {
            // What saving opens must not be answered by the same stroke.
            e.preventDefault();
            onLeave();
          }
          if (e.key === "Escape") onCancel();
        }}
        {...input}
      />
      <span id={`${id}-u`} className="u" role={refused ? "alert" : undefined}>
        {below}
      </span>
    </div>
  );
}
