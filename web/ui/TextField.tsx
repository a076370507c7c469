import { Input, Select } from "antd";
import { useId, useState } from "react";
import "./fields.css";

interface TextFieldProps {
  label: string;
  value: string;
  onCommit: (value: string) => void;
  hideLabel?: boolean;
  lines?: number;
  max?: number;
  required?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
  /** Why this text will not do; undefined where it does. */
  check?: (value: string) => string | undefined;
}

/** A line or a few lines of text that save themselves on Enter or when left. */
export function TextField(props: TextFieldProps) {
  const { label, value, onCommit, lines = 1, max = lines > 1 ? 4000 : 200 } = props;
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value;
  const why =
    draft === null
      ? undefined
      : props.required && !draft.trim()
        ? "this needs a few words"
        : draft.length > max
          ? `${draft.length} characters; accepted: up to ${max}`
          : props.check?.(draft.trim());

  const commit = (): void => {
    if (draft === null || why) return;
    setDraft(null);
    if (draft.trim() !== value) onCommit(draft.trim());
  };
  const shared = {
    id,
    value: text,
    placeholder: props.placeholder,
    autoFocus: props.autoFocus,
    "aria-invalid": Boolean(why),
    "aria-describedby": why ? `${id}-why` : undefined,
    status: why ? ("error" as const) : undefined,
    onBlur: commit,
  };
  return (
    <span className="field">
      <label className={props.hideLabel ? "sr" : "lb"} htmlFor={id}>
        {label}
      </label>
      {lines > 1 ? (
        <Input.TextArea
          {...shared}
          autoSize={{ minRows: lines, maxRows: 12 }}
          onChange={(e) => setDraft(e.target.value)}
        />
      ) : (
        <Input {...shared} onChange={(e) => setDraft(e.target.value)} onPressEnter={commit} />
      )}
      {why && (
        <span className="why" id={`${id}-why`} role="alert">
          {why}
        </span>
      )}
    </span>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: Readonly<Record<T, string>>;
  onChange: (value: T) => void;
  hideLabel?: boolean;
  small?: boolean;
}

/** One of a few words. */
export function Choice<T extends string>({ label, value, options, onChange, hideLabel, small }: ChoiceProps<T>) {
  const id = useId();
  return (
    <span className="field">
      <label className={hideLabel ? "sr" : "lb"} htmlFor={id}>
        {label}
      </label>
      <Select<T>
        id={id}
        aria-label={label}
        value={value}
        size={small ? "small" : "middle"}
        style={{ width: "100%" }}
        popupMatchSelectWidth={false}
        onChange={onChange}
        options={(Object.keys(options) as T[]).map((v) => ({ value: v, label: options[v] }))}
      />
    </span>
  );
}
