import { useState } from "react";
import { quantityKinds, type Reading } from "../../../contract";
import { parseQuantity } from "../../../core";
import { firstReading, unusual, type Measurand, type Phase } from "../../../domain";
import { usePeople } from "../../data/useJobView";
import { useUnits } from "../../format/units";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { Press } from "../../ui/Press";
import { useKeptDraft } from "../../ui/useDraft";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

/** One reading, typed under the vehicle: as often as it is taken, in any unit. An unusual one is asked for once more. */
export function Measure({
  bay,
  measurand,
  phase,
  reading,
}: {
  bay: Bay;
  measurand: Measurand;
  phase: Phase;
  reading: Reading | undefined;
}) {
  const units = useUnits();
  const { me } = usePeople();
  const what = measurandName(measurand);
  const name = `${measurand.quantity === "throw" ? `throw, ${what}` : what}, ${phase}`;
  const [text, setText] = useKeptDraft(`measure ${name}`);
  const [doubted, setDoubted] = useState("");
  const kind = quantityKinds[measurand.quantity];
  const read = text.trim() ? parseQuantity(text, kind, units.system) : null;
  const range = read?.ok ? unusual(measurand.quantity, read.value.min) : null;
  const add = (): void => {
    if (!read?.ok) return;
    if (range && doubted !== text) return setDoubted(text);
    const said = `${text.trim()}${read.value.assumedUnit ? ` ${read.value.unit}` : ""}`.slice(0, 80);
    const value = { typed: said, base: read.value.min };
    const { edit, view } = bay;
    if (reading) edit.update("reading", reading, { values: [...reading.values, value] }, `${name}: ${said} again`);
    else
      edit.create(
        "reading",
        firstReading(view, measurand, phase, value, units.system, me?.id ?? null),
        `${name}: ${said}`,
      );
    setText("");
  };
  return (
    <div role="group" aria-label={`Measure: ${name}`} className={`${css.ask} ${css.measured}`}>
      Measure: {name}
      <span className={css.measure}>
        <input
          className={css.field}
          aria-label={`Reading: ${name}`}
          value={text}
          inputMode="text"
          maxLength={80}
          placeholder={
            kind === "angle"
              ? "2.5 deg"
              : kind === "volume"
                ? "2.1 L"
                : measurand.quantity === "throw"
                  ? "121 mm"
                  : "12 mm"
          }
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Enter") add();
          }}
        />
        <Press className={css.key} disabled={!read?.ok} onClick={add}>
          {range && doubted === text ? "It is right" : reading ? "Add" : "Keep"}
        </Press>
      </span>
      <small role="status">
        {read && !read.ok
          ? read.message
          : range && doubted === text
            ? "That is unusual: read it again, or keep it."
            : read?.ok
              ? `${units.show(read.value.min, kind)} = ${units.other(read.value.min, kind)}`
              : reading
                ? `taken: ${reading.values.map((v) => v.typed).join(", ")}`
                : "not taken yet"}
      </small>
    </div>
  );
}
