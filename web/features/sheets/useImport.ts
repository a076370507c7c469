import { useMemo, useState } from "react";
import {
  unknownSource,
  type LineKind,
  type LineSource,
  type Operation,
  type SheetView,
  type SpecLine,
} from "../../../contract";
import { readTable } from "../../../core";
import {
  besideEachOther,
  guessColumns,
  mergeLines,
  nextPosition,
  photosOf,
  readRows,
  readSheet,
  type ColumnRole,
  type DraftLine,
  type ImportAsk,
  type LineFields,
  type MergeChoice,
  type SheetRead,
} from "../../../domain";
import { newId, type Editor } from "../../data/saving";
import { useKeptDraft } from "../../ui/useDraft";

/** What is done with a row: a new line, a second source beside the one that is there, instead of it, or nothing. */
export type RowChoice = "add" | "beside" | "replace" | "leave";

/** Operations of one change: the server takes so many at once. */
const AT_ONCE = 140;

const usualChoice = (d: DraftLine): RowChoice =>
  !d.there ? "add" : d.disagrees ? "beside" : d.there.sources.some((s) => s.typed) ? "leave" : "beside";

const joined = (there: SpecLine, line: LineFields, how: "beside" | "replace"): Partial<LineFields> => ({
  sources: how === "beside" ? besideEachOther(there, line) : line.sources,
  ...(how === "replace" && { decided: null, decidedReason: "" }),
  ...(line.torque &&
    there.torque && {
      torque: {
        ...there.torque,
        ...(!there.torque.thread && { thread: line.torque.thread }),
        ...(!there.torque.grade && { grade: line.torque.grade }),
        ...(there.torque.lengthMm === null && { lengthMm: line.torque.lengthMm }),
      },
    }),
});

/** A table that is looked through, with what was said of it so far. */
interface KeptImport {
  text: string;
  kind: LineKind;
  bareUnit: ImportAsk["bareUnit"];
  source: ImportAsk["source"];
  roles: Record<number, ColumnRole>;
  cells: Record<string, string>;
  choices: Record<number, RowChoice>;
  merges: Record<number, MergeChoice>;
  asRows: number[];
}

/** What is said of one table; another one begins without it. */
const NOTHING_DONE = { roles: {}, cells: {}, choices: {}, merges: {}, asRows: [] };
const EMPTY: KeptImport = { ...NOTHING_DONE, text: "", kind: "torque", bareUnit: null, source: unknownSource };

/** The draft's name, as it is called in the list of what was typed and not added. */
export const IMPORT_DRAFT = "table to import";

/** A pasted table and its corrections stay in this browser until they are imported or given up. */
function useKeptImport(): [KeptImport, (next: KeptImport | null) => void] {
  const [json, setJson] = useKeptDraft(IMPORT_DRAFT);
  const kept = useMemo((): KeptImport => {
    try {
      return json ? { ...EMPTY, ...(JSON.parse(json) as KeptImport) } : EMPTY;
    } catch {
      return EMPTY;
    }
  }, [json]);
  // Where the source was said first, it waits for its table.
  const isEmpty = (next: KeptImport): boolean => JSON.stringify(next) === JSON.stringify(EMPTY);
  return [kept, (next) => setJson(next && !isEmpty(next) ? JSON.stringify(next) : "")];
}

/** A table that is pasted, or a sheet's file: what is in it against what the sheet has. */
export function useImport(view: SheetView, edit: Editor) {
  const [kept, keep] = useKeptImport();
  const { text, kind, bareUnit, source, roles, cells, choices, merges, asRows } = kept;
  const set = (patch: Partial<KeptImport>): void => keep({ ...kept, ...patch });
  const [id] = useState(() => newId);

  const photos = useMemo(() => new Set(photosOf(view.lines)), [view.lines]);
  const file = useMemo(
    (): SheetRead | null => (text.trimStart().startsWith("{") ? readSheet(text, (p) => photos.has(p)) : null),
    [text, photos],
  );
  const table = useMemo(() => (file || !text.trim() ? null : readTable(text)), [file, text]);
  const rows = useMemo(
    () => table?.rows.map((row, i) => row.map((cell, k) => cells[`${i}/${k}`] ?? cell)) ?? [],
    [table, cells],
  );
  const guess = useMemo(() => guessColumns(table?.rows ?? [], kind), [table, kind]);
  const columns = useMemo(() => guess.roles.map((r, i) => roles[i] ?? r), [guess.roles, roles]);
  const read = useMemo(
    () =>
      readRows<SpecLine>(
        {
          rows,
          roles: columns,
          head: guess.head,
          from: guess.from,
          asRows: new Set(asRows),
          kind,
          bareUnit,
          source,
          newId: id,
        },
        view.lines,
      ),
    [rows, columns, guess.head, guess.from, asRows, kind, bareUnit, source, id, view.lines],
  );
  const merge = useMemo(() => (file?.ok ? mergeLines(file.file.lines, view.lines) : []), [file, view.lines]);

  const choiceOf = (d: DraftLine): RowChoice => choices[d.row] ?? usualChoice(d);
  const first = nextPosition(view.lines);
  const created = (line: LineFields, i: number): Operation => ({
    op: "create",
    resource: "specLine",
    id: newId(),
    data: { ...line, sheetId: view.sheet.id, position: first + i },
  });
  const updated = (there: SpecLine, data: Partial<LineFields>): Operation => ({
    op: "update",
    resource: "specLine",
    id: there.id,
    version: there.version,
    data,
  });
  const operations = (): Operation[] =>
    file
      ? merge.flatMap((m, i): Operation[] => {
          const choice = merges[i] ?? m.proposed;
          if (choice === "keep") return [];
          if (!m.mine) return [created(m.theirs, i)];
          return [
            updated(
              m.mine,
              choice === "take"
                ? m.theirs
                : {
                    sources: besideEachOther(m.mine, m.theirs),
                    decided: m.mine.decided,
                    decidedReason: m.mine.decidedReason,
                  },
            ),
          ];
        })
      : read.drafts.flatMap((d, i): Operation[] => {
          const choice = choiceOf(d);
          if (choice === "leave") return [];
          if (choice === "add" || !d.there) return [created(d.line, i)];
          return [updated(d.there, joined(d.there, d.line, choice))];
        });

  return {
    text,
    setText: (next: string): void => set({ ...NOTHING_DONE, text: next }),
    kind,
    setKind: (next: LineKind): void => set({ kind: next, roles: {} }),
    bareUnit,
    setBareUnit: (next: ImportAsk["bareUnit"]): void => set({ bareUnit: next }),
    source,
    setSource: (next: Partial<LineSource>): void => set({ source: { ...source, ...next } }),
    file,
    table,
    head: guess.head ? (table?.rows[guess.from] ?? []) : [],
    columns,
    setRole: (i: number, role: ColumnRole): void => set({ roles: { ...roles, [i]: role } }),
    /** Reads a row that looked like a title or a note. */
    readRow: (row: number): void => set({ asRows: [...asRows, row] }),
    /** What was imported or given up is not kept. */
    forget: (): void => keep(null),
    ...read,
    /** Corrects one cell; rows are counted from 1, as the table shows them. */
    correct: (row: number, role: ColumnRole, value: string): void => {
      const k = columns.indexOf(role);
      if (k >= 0) set({ cells: { ...cells, [`${row - 1}/${k}`]: value } });
    },
    choiceOf,
    choose: (row: number, choice: RowChoice): void => set({ choices: { ...choices, [row]: choice } }),
    merge,
    mergeChoice: (i: number): MergeChoice => merges[i] ?? merge[i].proposed,
    chooseMerge: (i: number, choice: MergeChoice): void => set({ merges: { ...merges, [i]: choice } }),
    count: operations().length,
    apply: (): void => {
      const all = operations();
      const name = source.title || (file ? "a file" : "a table");
      for (let from = 0; from < all.length; from += AT_ONCE) {
        edit.all(`${all.length} values from ${name}`, all.slice(from, from + AT_ONCE));
      }
    },
  };
}
