import { Select } from "antd";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { lineKinds } from "../../../contract";
import { compareLines, linesFor, type LinePair } from "../../../domain";
import type { BookView, SpecLine } from "../../../contract";
import { useBookQuery } from "../../data/api";
import { LINE_KIND_HEADS } from "../../format/sheetWords";
import { capital } from "../../format/grammar";
import { count } from "../../format/words";
import { LineValue } from "../../pieces/sheets/LineValue";
import { Answer } from "../../ui/Answer";
import { SlotSwitch } from "../../ui/slots";
import { Skeleton, Trouble } from "../../ui/states";
import css from "./sheets.module.css";

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

/** Two sheets or two vehicles side by side, what differs first. */
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
  if (!data) return error ? <Trouble error={error} retry={() => void refetch()} /> : <Skeleton rows={12} />;
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
  const shown = all ? pairs : differing;
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
        {lineKinds.map((kind) => {
          const own = shown.filter((p) => (p.left ?? p.right)?.kind === kind);
          if (!own.length) return null;
          return (
            <section key={kind} className="sect">
              <h2 className="hd2">{LINE_KIND_HEADS[kind]}</h2>
              <table className={`ledger ${css.compared}`}>
                <tbody>
                  {own.map((p) => (
                    <tr key={p.key} className={p.differs === "same" ? undefined : "flagged"}>
                      <td className="txt">
                        {(p.left ?? p.right)?.name} <span className="lb">{(p.left ?? p.right)?.feature}</span>
                      </td>
                      <td className="txt">{p.left && <LineValue line={p.left} />}</td>
                      <td className="txt">{p.right && <LineValue line={p.right} />}</td>
                      <td className="txt lb">{DIFFERS[p.differs]}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          );
        })}
      </div>
    </>
  );
}
