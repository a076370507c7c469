import { Input, Select } from "antd";
import { useId } from "react";
import { useDraft } from "./useDraft";
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
  /** Off for names that other things are found by: half a name is not kept. */
  whileTyping?: boolean;
  /** What stands at the end of a line: a key that helps to fill it. */
  suffix?: React.ReactNode;
}

/** A line or a few lines of text that save themselves after a pause in typing, on Enter, and when left. */
export function TextField(props: TextFieldProps) {
  const { label, value, onCommit, lines = 1, max = lines > 1 ? 4000 : 200 } = props;
  const id = useId();
  const whyNot = (typed: string): string | undefined =>
    props.required && !typed.trim()
      ? "this needs a few words"
      : typed.length > max
        ? `${typed.length} characters; accepted: up to ${max}`
        : props.check?.(typed.trim());
  const save = (typed: string): boolean => {
    if (whyNot(typed)) return false;
    if (typed.trim() !== value) onCommit(typed.trim());
    return true;
  };
  const { draft, type, leave } = useDraft(save, value, props.whileTyping);
  const text = draft ?? value;
  const why = draft === null ? undefined : whyNot(draft);
  const shared = {
    id,
    value: text,
    placeholder: props.placeholder,
    autoFocus: props.autoFocus,
    "aria-invalid": Boolean(why),
    "aria-describedby": why ? `${id}-why` : undefined,
    status: why ? ("error" as const) : undefined,
    onBlur: leave,
  };
  return (
    <span className="field">
      <label className={props.hideLabel ? "sr" : "lb"} htmlFor={id}>
        {label}
      </label>
      {lines > 1 ? (
        <Input.TextArea {...shared} autoSize={{ minRows: lines, maxRows: 12 }} onChange={(e) => type(e.target.value)} />
      ) : (
        <Input
          {...shared}
          suffix={props.suffix}
          onChange={(e) => type(e.target.value)}
          onPressEnter={(e) => {
            // What saving opens must not be answered by the same stroke.
            e.preventDefault();
            leave();
          }}
        />
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
