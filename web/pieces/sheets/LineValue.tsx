import type { SpecLine } from "../../../contract";
import { readSpecText, sourceText, stateOf, type LineState } from "../../../domain";
import { useUnits } from "../../format/units";
import { OriginMark } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";
import css from "./sheets.module.css";

const MARK = { document: "specified", leaflet: "claimed", measured: "measured", colleague: "claimed" } as const;

/** What a source writes, and below it what that is in the other unit. */
export function SourceValue({ kind, source }: { kind: SpecLine["kind"]; source: SpecLine["sources"][number] }) {
  const units = useUnits();
  const read = kind === "torque" ? readSpecText(source.typed) : null;
  const torque = read?.ok && read.value.kind === "torque" ? read.value : null;
  // As the document writes it; below it the shop's unit, or the other one where it is written in that.
  const other = units.system === "metric" ? "lbf ft" : "N m";
  const below = torque?.unit === units.unit("torque") ? other : units.unit("torque");
  return (
    <span className={css.value}>
      <OriginMark origin={MARK[source.how]} />
      <b className="n">{source.typed}</b>
      {torque && <span className="n q">{torqueWords(torque, below)}</span>}
    </span>
  );
}

/** A line's value with where it is from; sources that disagree side by side; or that there is none. */
export function LineValue({ line, state = stateOf(line) }: { line: SpecLine; state?: LineState }) {
  if (state.kind === "missing") {
    const { interval } = line;
    if (line.kind === "interval" && (interval?.km || interval?.months)) return <IntervalValue interval={interval} />;
    return (
      <span className={css.none}>
        <OriginMark origin="missing" /> {line.kind === "part" ? "number to find" : "no value"}
      </span>
    );
  }
  const shown = state.kind === "known" ? [state.source] : state.sources;
  return (
    <span className={state.kind === "conflict" ? css.sideBySide : undefined}>
      {shown.map((s) => (
        <span key={s.id} className={css.sourced}>
          <SourceValue kind={line.kind} source={s} />
          <span className="lb">{sourceText(s)}</span>
        </span>
      ))}
    </span>
  );
}

function IntervalValue({ interval }: { interval: NonNullable<SpecLine["interval"]> }) {
  const units = useUnits();
  const parts = [
    interval.km ? units.show(interval.km, "distance") : "",
    interval.months ? (interval.months === 1 ? "1 month" : `${interval.months} months`) : "",
  ].filter(Boolean);
  return <b className="n">every {parts.join(" or ")}</b>;
}
