import { Button } from "antd";
import { useDeferredValue, useMemo, useState } from "react";
import { addressOf, type Sheet, type SpecLine, type Vehicle } from "../../../contract";
import { appliesTo, questionsFor, valueOf, type Applies } from "../../../domain";
import type { Editor } from "../../data/saving";
import { doubtText } from "../../format/fitDoubts";
import { dateText } from "../../format/words";
import { CrossMark, Tick } from "../../ui/pictograms";
import { Press } from "../../ui/Press";
import { BuildScale, BuiltBar, yearsOf } from "./BuildScale";
import type { ListedLine } from "./useSheet";
import css from "./sheets.module.css";

/** Names shown at first. */
const FIRST = 40;
/** As many as a screen is high: the others come right after, without holding up the first look. */
const AT_ONCE = 16;

/** Parts by name: each number with the build dates it is for, against the vehicle that is looked at. */
export function PartsColumn({
  lines,
  all,
  vehicle,
  sheet,
  edit,
  onLook,
}: {
  lines: readonly ListedLine[];
  all: readonly ListedLine[];
  vehicle: Vehicle | null;
  sheet: Sheet;
  edit: Editor;
  onLook: (line: SpecLine) => void;
}) {
  const [whole, setWhole] = useState(false);
  const groups = useMemo(() => {
    const found = new Map<string, ListedLine[]>();
    for (const l of lines) {
      if (l.line.kind === "part") found.set(l.line.name, [...(found.get(l.line.name) ?? []), l]);
    }
    return [...found];
  }, [lines]);
  const total = all.filter((l) => l.line.kind === "part").length;
  const most = useDeferredValue(whole ? groups.length : FIRST, AT_ONCE);
  const shown = groups.slice(0, most);
  const years = yearsOf(
    sheet,
    all.map((l) => l.line),
    vehicle,
  );
  const questions = vehicle
    ? questionsFor(
        all.filter((l) => l.line.kind === "part").map((l) => l.line),
        vehicle,
      )
    : [];
  return (
    <section className={css.right} aria-label="Parts">
      <div className={css.head}>
        <h2 className="hd2">
          Parts <span className="lb">bars: build dates each is for</span>
        </h2>
        <span className="lb">
          {total}
          {shown.length < groups.length && (
            <Button type="link" size="small" onClick={() => setWhole(true)}>
              show all
            </Button>
          )}
        </span>
      </div>
      {total > 0 && <BuildScale years={years} vehicle={vehicle} />}
      <ul className={css.parts}>
        {shown.map(([name, own]) => (
          <li key={name}>
            <span className={css.partName}>
              <span className="rt">{name}</span>
              {own[0].line.part && own[0].line.part.quantity !== 1 && (
                <span className="n q">{own[0].line.part.quantity}×</span>
              )}
            </span>
            {own.map((l) => (
              <PartRow key={l.line.id} listed={l} vehicle={vehicle} sheet={sheet} years={years} onLook={onLook} />
            ))}
          </li>
        ))}
      </ul>
      {!total && <p className="q sect">No parts yet.</p>}
      {total > 0 && !groups.length && <p className="q sect">None matches.</p>}
      {questions.map((q) => (
        <div key={q.name} className={css.which} role="group" aria-label={`Which ${q.name}?`}>
          <p>
            <b className="rt">Which {q.name.toLowerCase()}?</b>{" "}
            <span className="lb">Look at {vehicle?.tag} and answer once.</span>
          </p>
          <div className="row-flex">
            {q.features.map((feature) => {
              const photo = all.find((l) => l.line.name === q.name && l.line.feature === feature)?.line.featurePhoto;
              return (
                <Button
                  key={feature}
                  onClick={() =>
                    vehicle &&
                    edit.update(
                      "vehicle",
                      vehicle,
                      { features: [...vehicle.features, { name: q.name, feature }] },
                      `${vehicle.tag}: ${q.name}, ${feature}`,
                    )
                  }
                >
                  {photo && (
                    <img
                      src={addressOf("photoFile", { file: photo }, { size: "small" })}
                      alt=""
                      width={32}
                      height={24}
                    />
                  )}
                  {feature}
                </Button>
              );
            })}
          </div>
        </div>
      ))}
    </section>
  );
}

const NOT_ASKED: Applies = { answer: "yes", doubts: [] };

function PartRow({
  listed: { line, state, waiting },
  vehicle,
  sheet,
  years,
  onLook,
}: {
  listed: ListedLine;
  sheet: Sheet;
  vehicle: Vehicle | null;
  years: readonly [number, number];
  onLook: (line: SpecLine) => void;
}) {
  const fits = vehicle ? appliesTo(line, vehicle) : NOT_ASKED;
  const number = valueOf(line);
  const old = line.part?.supersededBy || line.part?.noLonger;
  const tone = old ? "old" : fits.answer === "no" ? "wrong" : number === null ? "find" : "fits";
  const says = [
    line.feature,
    line.chassisFrom && `chassis from ${line.chassisFrom}`,
    line.chassisTo && `chassis to ${line.chassisTo}`,
    line.option && `with ${line.option}`,
    line.part?.supersededBy && `now ${line.part.supersededBy}`,
    line.part?.noLonger && "no longer sold",
    line.part?.lacks.length && `kit lacks ${line.part.lacks.join(", ")}`,
    line.part?.maker !== sheet.make && line.part?.maker,
  ]
    .filter(Boolean)
    .join(", ");
  const dates = [line.builtFrom && `from ${dateText(line.builtFrom)}`, line.builtTo && `to ${dateText(line.builtTo)}`]
    .filter(Boolean)
    .join(" ");
  return (
    <Press
      className={`${css.part} ${css[tone]}`}
      onClick={() => onLook(line)}
      aria-label={`Open ${line.name} ${number ?? "without a number"}`}
      title={[dates, ...fits.doubts.map(doubtText)].join("; ") || undefined}
    >
      <span className="n">{number ?? (state.kind === "conflict" ? "in conflict" : "to find")}</span>
      <span className="lb">
        {says}
        {waiting.length > 0 && <b className="brk"> job {waiting[0].number} waits</b>}
      </span>
      <BuiltBar line={line} years={years} tone={tone} />
      <span className={css.fit}>
        {vehicle &&
          (fits.answer === "yes" ? (
            old ? null : (
              <Tick />
            )
          ) : fits.answer === "no" ? (
            <CrossMark />
          ) : (
            <b className="och" aria-label="to check">
              ?
            </b>
          ))}
      </span>
    </Press>
  );
}
