import Papa from "papaparse";

/** Most rows of a pasted or opened table that are read. */
export const TABLE_ROWS = 5000;

/** Most characters of a cell, and cells of a row: one more than any field takes, so that what is longer is refused. */
const CELL_LENGTH = 4001;
const ROW_CELLS = 200;

export interface TableRead {
  rows: string[][];
  separator: string;
  /** Rows beyond the first `TABLE_ROWS` were left out. */
  cut: boolean;
  /** Cells or rows were longer than any that are read; their beginning is there. */
  long: boolean;
}

/**
 * A table as text: comma, semicolon, tab or bar between cells, quotes where a cell holds one, a byte order mark in
 * front. Empty rows are left out, and cells lose the space around them. Rows are read up to `TABLE_ROWS`.
 */
export function readTable(text: string): TableRead {
  const rows: string[][] = [];
  let separator = ",";
  let cut = false;
  let long = false;
  Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    delimitersToGuess: ["\t", ";", ",", "|"],
    skipEmptyLines: "greedy",
    step: ({ data, meta }, parser) => {
      separator = meta.delimiter || separator;
      if (rows.length === TABLE_ROWS) {
        cut = true;
        parser.abort();
        return;
      }
      const held = data.length > ROW_CELLS ? data.slice(0, ROW_CELLS) : data;
      long ||= held !== data || held.some((cell) => cell.length > CELL_LENGTH);
      rows.push(
        held.map((cell) =>
          cell
            .slice(0, CELL_LENGTH)
            .replace(/[\u00a0\u202f]/g, " ")
            .trim(),
        ),
      );
    },
  });
  return { rows, separator, cut, long };
}

/** A table as CSV: a cell that a spreadsheet would take for a formula is written as text. */
export const writeTable = (head: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string =>
  `${Papa.unparse(
    { fields: [...head], data: rows.map((r) => r.map((c) => c ?? "")) },
    { escapeFormulae: true, newline: "\r\n" },
  )}\r\n`;
