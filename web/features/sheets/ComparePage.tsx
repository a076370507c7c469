import { Select, Table, type TableColumnType } from "antd";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { lineKinds } from "../../../contract";
import { compareLines, linesFor, type LinePair as PairOf } from "../../../domain";
import type { BookView, SpecLine } from "../../../contract";
import { useBookQuery } from "../../data/api";
import { LINE_KIND_HEADS } from "../../format/sheetWords";
import { capital } from "../../format/grammar";
import { count } from "../../format/words";
import { LineValue } from "../../pieces/sheets/LineValue";
import { Answer } from "../../ui/Answer";
import { SlotSwitch } from "../../ui/slots";
import { Coming } from "../../ui/states";
import css from "./sheets.module.css";

type LinePair = PairOf<SpecLine>;

const DIFFERS: Record<LinePair["differs"], string> = {
  leftOnly: "only on the left",
  rightOnly: "only on the right",
  value: "different value",
  facts: "same value, other details",
  same: "the same",
};

/** The values of a sheet, or of a vehicle with what it overrides. */
function linesOf(book: BookView, id: string): SpecLine[] {
  const vehicle = book.vehicles.find((v) => v.id === id);
  if (!vehicle) return book.lines.filter((l) => l.sheetId === id);
  return linesFor(
    vehicle,
    book.lines.filter((l) => l.sheetId !== null && l.sheetId === vehicle.sheetId),
    book.lines.filter((l) => l.vehicleId === id),
  )
    .filter((l) => l.applies.answer !== "no")
    .map((l) => l.line);
}

const either = (p: LinePair): SpecLine => (p.left ?? p.right)!;

/** Sorted by name, kind by kind; filtered by kind and by what differs. */
const columnsOf = (left: string, right: string): TableColumnType<LinePair>[] => [
  {
    key: "name",
    title: "value",
    width: "24%",
    sorter: (a, b) => either(a).name.localeCompare(either(b).name),
    render: (_, p) => (
      <>
        {either(p).name} <span className="lb">{either(p).feature}</span>
      </>
    ),
  },
  {
    key: "kind",
    title: "kind",
    filters: lineKinds.map((kind) => ({ value: kind, text: LINE_KIND_HEADS[kind] })),
    onFilter: (kind, p) => either(p).kind === kind,
    render: (_, p) => <span className="lb">{LINE_KIND_HEADS[either(p).kind]}</span>,
  },
  { key: "left", title: left, width: "26%", render: (_, p) => p.left && <LineValue line={p.left} /> },
  { key: "right", title: right, width: "26%", render: (_, p) => p.right && <LineValue line={p.right} /> },
  {
    key: "differs",
    title: "difference",
    filters: (Object.keys(DIFFERS) as LinePair["differs"][]).map((d) => ({ value: d, text: DIFFERS[d] })),
    onFilter: (differs, p) => p.differs === differs,
    render: (_, p) => <span className="lb">{DIFFERS[p.differs]}</span>,
  },
];

/** Two sheets or two vehicles side by side; what is the same only where it is asked for. */
export function ComparePage() {
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = useBookQuery();
  const [all, setAll] = useState(false);
  const left = params.get("left") ?? "";
  const right = params.get("right") ?? "";
  const pairs = useMemo(
    () => (data && left && right ? compareLines(linesOf(data, left), linesOf(data, right)) : []),
    [data, left, right],
  );
  if (!data) return <Coming query={{ error, refetch }} rows={12} />;
  const options = [
    { label: "Sheets", options: data.sheets.map((s) => ({ value: s.id, label: s.name })) },
    {
      label: "Vehicles",
      options: data.vehicles.map((v) => ({ value: v.id, label: `${v.tag} ${v.make} ${v.model}`.trim() })),
    },
  ];
  const pick = (side: "left" | "right", id: string): void => {
    const next = new URLSearchParams(params);
    next.set(side, id);
    setParams(next, { replace: true });
  };
  const differing = pairs.filter((p) => p.differs !== "same");
  const byKind = (p: LinePair): number => lineKinds.indexOf(either(p).kind);
  const shown = [...(all ? pairs : differing)].sort((a, b) => byKind(a) - byKind(b));
  const nameOf = (id: string): string =>
    data.sheets.find((s) => s.id === id)?.name ?? data.vehicles.find((v) => v.id === id)?.tag ?? "";
  return (
    <>
      <title>Compare sheets · Ash Lever</title>
      <header className="top">
        <h1>Compare</h1>
        {(["left", "right"] as const).map((side) => (
          <Select
            key={side}
            aria-label={side === "left" ? "On the left" : "On the right"}
            style={{ minWidth: 240 }}
            showSearch={{ optionFilterProp: "label" }}
            placeholder="a sheet or a vehicle"
            value={(side === "left" ? left : right) || undefined}
            options={options}
            onChange={(id) => pick(side, id)}
          />
        ))}
        <div className="push" />
        <label className="row-flex">
          <SlotSwitch on={all} label="Show what is the same too" onChange={setAll} />
          what is the same too
        </label>
      </header>
      <Answer>
        {left && right ? (
          <>
            <b>
              {differing.length
                ? `${capital(count(differing.length, "difference"))} in ${count(pairs.length, "value")}.`
                : pairs.length
                  ? "They are the same."
                  : "Neither has any values."}
            </b>
          </>
        ) : (
          <b>Choose two sheets or vehicles.</b>
        )}
      </Answer>
      <div className="page">
        {shown.length > 0 && (
          <Table<LinePair>
            rowKey="key"
            size="small"
            className={css.compared}
            columns={columnsOf(nameOf(left), nameOf(right))}
            dataSource={shown}
            rowClassName={(p) => (p.differs === "same" ? "" : "flagged")}
            pagination={false}
          />
        )}
      </div>
    </>
  );
}
