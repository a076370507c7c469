import { Button } from "antd";
import { Question } from "../../pieces/sheets/Question";
import { useDeferredValue, useState } from "react";
import type { LineKind, SpecLine } from "../../../contract";
import { formatNumber } from "../../../core";
import { useUnits } from "../../format/units";
import { builtText, LINE_KIND_HEADS, SETTING_NAMES } from "../../format/sheetWords";
import { PlaceNumber, type PlaceCount } from "../../pieces/sheets/FromBelow";
import { LineValue } from "../../pieces/sheets/LineValue";
import { BoltPatternMini } from "../../pieces/torque/BoltPattern";
import { OriginLegend } from "../../ui/marks";
import { Press } from "../../ui/Press";
import type { ListedLine } from "./useSheet";
import css from "./sheets.module.css";

/** Lines shown at first; the list is sorted by what needs work. */
const FIRST = 60;
/** As many as a screen is high: the others come right after, without holding up the first look. */
const AT_ONCE = 14;

const OTHERS = ["setting", "fluid", "interval"] as const satisfies readonly LineKind[];

/** Torque groups, and below them settings, fluids and intervals: what needs work first. */
export function TorqueColumn({
  lines,
  all,
  places,
  add,
  onLook,
}: {
  lines: readonly ListedLine[];
  all: readonly ListedLine[];
  places: readonly PlaceCount[];
  add: React.ReactNode;
  onLook: (line: SpecLine) => void;
}) {
  const [whole, setWhole] = useState(false);
  const torques = lines.filter((l) => l.line.kind === "torque");
  const most = useDeferredValue(whole ? torques.length : FIRST, AT_ONCE);
  const shown = torques.slice(0, most);
  const numberOf = (line: SpecLine): number => places.find((p) => p.name === line.place.trim())?.number ?? 0;
  const total = all.filter((l) => l.line.kind === "torque").length;
  return (
    <section className={css.middle} aria-label="Torque groups">
      <div className={css.head}>
        <h2 className="hd2">
          Torque groups <span className="lb">what needs work first</span>
        </h2>
        <span className="lb">
          {shown.length === total ? total : `${shown.length} of ${total}`}
          {shown.length < torques.length && (
            <Button type="link" size="small" onClick={() => setWhole(true)}>
              show all
            </Button>
          )}
        </span>
        {add}
      </div>
      <ul className={css.rows}>
        {shown.map((l) => (
          <TorqueRow key={l.line.id} listed={l} number={numberOf(l.line)} onLook={onLook} />
        ))}
      </ul>
      {!torques.length && <p className="q sect">{total ? "None matches." : "No torque values yet."}</p>}
      {OTHERS.map((kind) => {
        const own = lines.filter((l) => l.line.kind === kind);
        if (!own.length) return null;
        return (
          <section key={kind} aria-label={LINE_KIND_HEADS[kind]}>
            <h2 className={`hd2 ${css.subhead}`}>{LINE_KIND_HEADS[kind]}</h2>
            <ul className={css.rows}>
              {own.map((l) => (
                <OtherRow key={l.line.id} listed={l} onLook={onLook} />
              ))}
            </ul>
          </section>
        );
      })}
      <OriginLegend only={["specified", "claimed", "measured", "missing"]} />
    </section>
  );
}

function TorqueRow({
  listed: { line, state, asks, waiting },
  number,
  onLook,
}: {
  listed: ListedLine;
  number: number;
  onLook: (line: SpecLine) => void;
}) {
  const units = useUnits();
  const t = line.torque;
  const tone = state.kind === "missing" ? "missing" : state.kind === "conflict" ? "conflict" : "";
  const size = t && [t.thread, t.lengthMm !== null && units.bare(t.lengthMm, "length", 0)].filter(Boolean).join(" × ");
  return (
    <li className={tone}>
      <Press className={css.row} onClick={() => onLook(line)} aria-label={`Open ${line.name}`}>
        <PlaceNumber number={number} />
        {t ? <BoltPatternMini pattern={t.pattern} count={t.count} /> : <span />}
        <span className={css.what}>
          <span className="rt">{line.name}</span>
          <span className="lb">
            {t &&
              [`${t.count} × ${size || "thread not known"}`, t.grade && `grade ${t.grade}`, t.finish]
                .filter(Boolean)
                .join(", ")}
          </span>
          <Reach line={line} />
          {t && <How torque={t} />}
          {waiting.map((j) => (
            <span key={j.id} className="lb brk">
              Job {j.number} waits for it
            </span>
          ))}
          {state.kind === "conflict" && (
            <span className="lb och">
              In conflict
              {state.apart && `: ${units.show(state.apart.by, "torque")} apart, ${formatNumber(state.apart.pct, 0)} %`}
            </span>
          )}
          {asks.map((q, i) => (
            <span key={i} className="lb och">
              Audit: <Question of={q} />
            </span>
          ))}
        </span>
        <span>
          <LineValue line={line} state={state} />
        </span>
      </Press>
    </li>
  );
}

/** What is to be minded when it is torqued. */
function How({ torque: t }: { torque: NonNullable<SpecLine["torque"]> }) {
  const words = [
    t.loadNeeded === "rideHeight" && "on wheels",
    t.reuse === "replace" && "single use",
    t.threadLocker && "thread locker",
    t.lubricant,
    t.twoPeople && "two people",
  ].filter(Boolean);
  return words.length ? <span className="lb">{words.join(", ")}</span> : null;
}

/** For which vehicles of this kind a line is, where not for all. */
export function Reach({ line }: { line: SpecLine }) {
  const text = [
    builtText(line.builtFrom, line.builtTo),
    line.chassisFrom && `chassis from ${line.chassisFrom}`,
    line.chassisTo && `chassis to ${line.chassisTo}`,
    line.option && `with ${line.option}`,
    line.feature,
  ]
    .filter(Boolean)
    .join(", ");
  return text ? <span className="lb">{text}</span> : null;
}

function OtherRow({ listed: { line, state, waiting }, onLook }: { listed: ListedLine; onLook: (l: SpecLine) => void }) {
  return (
    <li className={state.kind === "conflict" ? "conflict" : ""}>
      <Press className={`${css.row} ${css.other}`} onClick={() => onLook(line)} aria-label={`Open ${line.name}`}>
        <span className={css.what}>
          <span className="rt">{line.name}</span>
          <span className="lb">
            {[
              line.setting && line.setting.what !== "other" && SETTING_NAMES[line.setting.what],
              line.fluid?.quantity,
              line.place,
            ]
              .filter(Boolean)
              .join(", ")}
          </span>
          <Reach line={line} />
          {waiting.length > 0 && <span className="lb brk">Job {waiting[0].number} waits for it</span>}
        </span>
        <LineValue line={line} state={state} />
      </Press>
    </li>
  );
}
