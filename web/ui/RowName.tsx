import { TextField } from "./TextField";

/** The name of a row by which other things find it: none twice, and half a name is not kept. */
export function RowName({
  label,
  value,
  taken,
  max,
  onCommit,
}: {
  label: string;
  value: string;
  /** Names of all rows, its own among them. */
  taken: ReadonlySet<string>;
  max: number;
  onCommit: (name: string) => void;
}) {
  return (
    <TextField
      whileTyping={false}
      label={label}
      hideLabel
      value={value}
      required
      max={max}
      check={(name) => (name !== value && taken.has(name) ? "taken" : undefined)}
      onCommit={onCommit}
    />
  );
}
