import { Button } from "antd";

/** One column of an editable list: its head and the field in each row. */
export interface RowColumn<T> {
  head: string;
  cell: (row: T, index: number) => React.ReactNode;
}

/** A short list of like things, a row of fields each: rows are taken out at their end and added below. */
export function RowsEditor<T>({
  rows,
  columns,
  keyOf,
  takeOut,
  add,
}: {
  rows: readonly T[];
  columns: readonly RowColumn<T>[];
  keyOf: (row: T, index: number) => React.Key;
  takeOut: {
    label: (row: T) => string;
    /** The fewest rows that must stay. */
    fewest?: number;
    onTake: (row: T, index: number) => void;
  };
  /** Left out where the list is full. */
  add?: { label: string; onAdd: () => void } | false;
}) {
  return (
    <>
      <table className="rowsedit">
        <thead>
          <tr>
            {columns.map((c) => (
              <th key={c.head} scope="col">
                {c.head}
              </th>
            ))}
            <th scope="col">
              <span className="sr">take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={keyOf(row, i)}>
              {columns.map((c) => (
                <td key={c.head}>{c.cell(row, i)}</td>
              ))}
              <td>
                {rows.length > (takeOut.fewest ?? 0) && (
                  <Button size="small" aria-label={takeOut.label(row)} onClick={() => takeOut.onTake(row, i)}>
                    ×
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {add && (
        <div className="row-flex rowsedit-add">
          <Button size="small" onClick={add.onAdd}>
            {add.label}
          </Button>
        </div>
      )}
    </>
  );
}

/** A name that none of the taken ones is: "shim 3". */
export function freeName(taken: ReadonlySet<string>, from: number, called = (n: number): string => String(n)): string {
  let n = from;
  while (taken.has(called(n))) n += 1;
  return called(n);
}

/** Changes of a list that is kept whole: one row of it, without one, with one more. */
export const rowEdits = <T,>(rows: readonly T[], keep: (rows: T[]) => void) => ({
  patch: (at: number, next: Partial<T>): void => keep(rows.map((row, i) => (i === at ? { ...row, ...next } : row))),
  take: (at: number): void => keep(rows.filter((_, i) => i !== at)),
  add: (row: T): void => keep([...rows, row]),
});
