import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { fieldsOf, type LineKind, type Sheet, type SheetView, type SpecLine } from "../../../contract";
import {
  blankLine,
  impactOf,
  inOrder,
  jobValue,
  nextPosition,
  questionsOfLine,
  stateOf,
  valueOf,
  type LineState,
  type Questioned,
} from "../../../domain";
import { useSheetQuery } from "../../data/api";
import { useAppSelector } from "../../data/hooks";
import { newId, oneWithPending, useEdit, withPending } from "../../data/saving";
import { usePlaces } from "../../pieces/sheets/FromBelow";
import type { LineDraft } from "../../pieces/sheets/LineForm";

/** A line with what the list shows of it, worked out once. */
export interface ListedLine {
  line: SpecLine;
  state: LineState;
  asks: Questioned[];
  /** Open jobs that wait for it. */
  waiting: { id: string; number: number | null }[];
  words: string;
}

/** A line that is open in the drawer. */
export interface OpenLine {
  line: SpecLine;
  fresh: boolean;
}

const RANK = { missing: 1, conflict: 2, known: 3 } as const;

/** What needs work first: what jobs wait for, what is missing, what disagrees, what is questioned. */
const byNeed = (a: ListedLine, b: ListedLine): number =>
  b.waiting.length - a.waiting.length ||
  RANK[a.state.kind] - RANK[b.state.kind] ||
  b.asks.length - a.asks.length ||
  a.line.position - b.line.position;

const placeOf = (l: ListedLine): string => l.line.place;
const stateKind = (l: ListedLine): "known" | "missing" | "conflict" => l.state.kind;

/** A sheet as the person left it, and everything that can be done with it. */
export function useSheet(id: string) {
  const pending = useAppSelector((s) => s.saving.pending);
  // A sheet begun a moment ago, or without a connection, is asked for once the server has it.
  const onItsWay = pending.some(
    (e) => e.kind === "change" && e.request.operations.some((op) => op.op === "create" && op.id === id),
  );
  const query = useSheetQuery(id, { skip: onItsWay });
  const edit = useEdit(`sheet:${id}`);
  const [filter, setFilter] = useState("");
  const [place, setPlace] = useState<string | null>(null);
  const [held, setOpen] = useState<OpenLine | null>(null);
  const [params, setParams] = useSearchParams();
  const wanted = useDeferredValue(filter.trim().toLowerCase());

  const onTheWay = useMemo(
    () => withPending<Sheet>([], "sheet", pending, (s) => s.id === id).at(0) ?? null,
    [pending, id],
  );
  // Between the server's word and its first answer the sheet stays on the screen.
  const [begun, setBegun] = useState<Sheet | null>(onTheWay);
  if (onTheWay && begun !== onTheWay) setBegun(onTheWay);

  const view = useMemo((): SheetView | null => {
    const data = query.data ?? (begun && { sheet: begun, lines: [], vehicles: [], vehicleLines: [], jobs: [] });
    if (!data) return null;
    return {
      ...data,
      sheet: oneWithPending(data.sheet, "sheet", pending),
      lines: inOrder(withPending(data.lines, "specLine", pending, (l) => l.sheetId === id)),
      vehicles: withPending(data.vehicles, "vehicle", pending, (v) => v.sheetId === id),
    };
  }, [query.data, begun, pending, id]);

  const listed = useMemo((): ListedLine[] => {
    if (!view) return [];
    const asked = view.jobs.flatMap((j) => [
      ...j.groups
        .filter((g) => g.lineId && !g.specTyped)
        .map((g) => ({ lineId: g.lineId, id: j.id, number: j.number })),
      ...j.parts.filter((p) => p.lineId && !p.number).map((p) => ({ lineId: p.lineId, id: j.id, number: j.number })),
    ]);
    return view.lines
      .map((line): ListedLine => {
        const state = stateOf(line);
        return {
          line,
          state,
          asks: questionsOfLine(line),
          waiting: state.kind === "known" ? [] : asked.filter((a) => a.lineId === line.id),
          words: [
            line.name,
            line.place,
            line.feature,
            line.option,
            line.part?.maker,
            ...line.sources.map((s) => s.typed),
          ]
            .join(" ")
            .toLowerCase(),
        };
      })
      .sort(byNeed);
  }, [view]);
  const places = usePlaces(listed, placeOf, stateKind);
  const shown = useMemo(
    () => listed.filter((l) => l.words.includes(wanted) && (place === null || l.line.place.trim() === place)),
    [listed, wanted, place],
  );
  const begin = useCallback(
    (kind: LineKind, name = ""): void => {
      const at = new Date().toISOString();
      setOpen({
        fresh: true,
        line: {
          id: newId(),
          version: 0,
          createdAt: at,
          updatedAt: at,
          deletedAt: null,
          sheetId: id,
          vehicleId: null,
          overrides: null,
          reason: "",
          position: nextPosition(view?.lines ?? []),
          ...blankLine(kind, name),
          place: place ?? "",
        },
      });
    },
    [id, place, view?.lines],
  );

  // A list elsewhere may lead to one line: it is open until it is closed.
  const named = view?.lines.find((l) => l.id === params.get("line"));
  const open = held ?? (named ? { line: named, fresh: false } : null);
  const close = (): void => {
    setOpen(null);
    if (named) setParams({}, { replace: true });
  };

  const apply = (draft: LineDraft, jobs: readonly string[]): void => {
    if (!open || !view) return;
    const { line, fresh } = open;
    const label = `${fresh ? "New: " : ""}${draft.name}`;
    const value = valueOf(draft);
    const state = stateOf(draft);
    const before = fieldsOf("specLine", line) as Record<string, unknown>;
    const changed = Object.fromEntries(
      Object.entries(draft).filter(([k, v]) => JSON.stringify(v) !== JSON.stringify(before[k])),
    );
    const impact = impactOf(line, view);
    edit.all(label, [
      fresh
        ? { op: "create", resource: "specLine", id: line.id, data: { ...draft } }
        : { op: "update", resource: "specLine", id: line.id, version: line.version, data: changed },
      ...impact.jobs
        .filter((j) => jobs.includes(j.id) && value !== null && state.kind === "known")
        .flatMap(({ group, part }) => [
          ...(group
            ? [
                {
                  op: "update" as const,
                  resource: "torqueGroup" as const,
                  id: group.id,
                  version: group.version,
                  data: jobValue(draft),
                },
              ]
            : []),
          ...(part
            ? [
                {
                  op: "update" as const,
                  resource: "part" as const,
                  id: part.id,
                  version: part.version,
                  data: { number: value },
                },
              ]
            : []),
        ]),
    ]);
    close();
  };

  return {
    view,
    query,
    edit,
    listed,
    shown,
    places,
    place,
    setPlace,
    filter,
    setFilter,
    open,
    begin,
    look: (line: SpecLine): void => setOpen({ line, fresh: false }),
    close,
    apply,
    remove: (): void => {
      if (open) edit.remove("specLine", open.line, `${open.line.name} into the bin`);
      close();
    },
  };
}
