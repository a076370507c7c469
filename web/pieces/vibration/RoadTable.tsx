import {
  boundsOf,
  resources,
  ROUGHEST,
  runConditions,
  type JobView,
  type Roughness,
  type RunCondition,
} from "../../../contract";
import { memo } from "react";
import type { Editor } from "../../data/saving";
import { QuantityField } from "../../ui/QuantityField";
import { CONDITION_NAMES, marksIntoAsk } from "../../../domain";
import { Press } from "../../ui/Press";
import css from "./vibration.module.css";

const NONE: Roughness = { marks: {}, speedKmh: null };
const MARK_WORDS = ["nothing", "just felt", "plain", "strong", "as bad as it gets"];

/** How rough it runs under each condition, from 0 to 4, before the work and after it; Ask and Prove take it from here. */
export const RoadTable = memo(function RoadTable({ view, edit }: { view: JobView; edit: Editor }) {
  const { job } = view;
  const roughness = job.roughness ?? NONE;
  const mark = (c: RunCondition, phase: "before" | "after", value: number | null): void => {
    const marks = { ...roughness.marks, [c]: { before: null, after: null, ...roughness.marks[c], [phase]: value } };
    const next = { ...roughness, marks };
    edit.update(
      "job",
      job,
      { roughness: next, ...marksIntoAsk(job, next, c, phase) },
      `${CONDITION_NAMES[c]}, ${phase} the work: ${value === null ? "not marked" : value}`,
    );
  };
  const speed = (base: number | null): void =>
    edit.update("job", job, { roughness: { ...roughness, speedKmh: base } }, "Road speed meant");
  return (
    <section className={`sect ${css.roadtable}`} aria-label="How rough it runs">
      <h2 className="hd2">
        How rough it runs{" "}
        <span className="lb">0 nothing, 1 just felt, 2 plain, 3 strong, 4 worst; Ask and Prove use it</span>
      </h2>
      <div className={css.roadhalves}>
        {[runConditions.slice(0, 4), runConditions.slice(4)].map((half) => (
          <table key={half[0]}>
            <thead>
              <tr className="lb">
                <th scope="col">condition</th>
                <th scope="col" className="och">
                  before the work
                </th>
                <th scope="col" className="teal">
                  after the work
                </th>
              </tr>
            </thead>
            <tbody>
              {half.map((c) => (
                <tr key={c}>
                  <th scope="row">
                    {CONDITION_NAMES[c]}
                    {c === "roadSpeed" && (
                      <QuantityField
                        label="the road speed meant"
                        hideLabel
                        kind="speed"
                        base={roughness.speedKmh}
                        {...boundsOf(resources.job, "roughness.speedKmh")}
                        hint="70 km/h"
                        onCommit={({ base }) => speed(base)}
                        onClear={() => speed(null)}
                      />
                    )}
                  </th>
                  {(["before", "after"] as const).map((phase) => (
                    <td key={phase}>
                      <Marks
                        label={`${CONDITION_NAMES[c]}, ${phase} the work`}
                        phase={phase}
                        value={roughness.marks[c]?.[phase] ?? null}
                        onChange={(v) => mark(c, phase, v)}
                      />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </section>
  );
});

/** A slot with five seats; the knob stands in the one that was felt. Tapped again it comes out. */
function Marks({
  label,
  value,
  phase,
  onChange,
}: {
  label: string;
  value: number | null;
  phase: "before" | "after";
  onChange: (value: number | null) => void;
}) {
  return (
    <div className={`${css.marks} ${phase}`} role="group" aria-label={label}>
      {Array.from({ length: ROUGHEST + 1 }, (_, m) => (
        <Press
          key={m}
          aria-label={`${m}, ${MARK_WORDS[m]}`}
          aria-pressed={m === value}
          title={MARK_WORDS[m]}
          onClick={() => onChange(m === value ? null : m)}
        >
          <i>{m}</i>
        </Press>
      ))}
    </div>
  );
}
