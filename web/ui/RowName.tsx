import type { RowColumn } from "./RowsEditor";
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

/** The column of a list that holds the names of its rows. */
export const nameColumn = <R extends { name: string }>(
  head: string,
  labelOf: (row: R, at: number) => string,
  taken: ReadonlySet<string>,
  max: number,
  onName: (at: number, name: string) => void,
): RowColumn<R> => ({
  head,
  cell: (row, at) => (
    <RowName label={labelOf(row, at)} value={row.name} taken={taken} max={max} onCommit={(name) => onName(at, name)} />
  ),
});
