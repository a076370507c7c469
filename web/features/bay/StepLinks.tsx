import { Link } from "react-router";
import type { Step } from "../../../contract";
import { findReading, progressOf, specOf, type StepWants } from "../../../domain";
import { TOOL_NAMES } from "../../format/settingTools";
import { Measure } from "./Measure";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

/** What the step measures, sets and tightens: readings are typed here, the rest opens where it is done. */
export function StepLinks({ bay, step }: { bay: Bay; step: Step }) {
  const facts = step.facts;
  const { view } = bay;
  const groups = view.torqueGroup.filter((g) => facts?.torques.includes(g.name));
  const all = bay.wants;
  if (!facts || (!groups.length && !all.length)) return null;
  const job = `/jobs/${view.job.id}`;
  return (
    <section aria-label="Measure, set, tighten">
      {all.map((w) => (
        <Wanted key={`${w.what} ${w.key}`} bay={bay} of={w} />
      ))}
      {groups.map((g) => {
        const p = progressOf(g, view.signature);
        const spec = specOf(g);
        return (
          <Link key={g.id} className={css.link} to={`${job}/fit?group=${g.id}`}>
            Torque: {g.name},{" "}
            {spec.kind !== "missing" ? g.specTyped : g.use === "snug" ? "by feel" : "no specification yet"}
            <small>
              {p.done} of {p.steps.length} signed
            </small>
          </Link>
        );
      })}
    </section>
  );
}

function Wanted({ bay, of }: { bay: Bay; of: StepWants }) {
  const { view } = bay;
  if (of.what === "sets") {
    const kept = view.setting.find((s) => s.tool === of.tool);
    return (
      <Link className={css.link} to={`/jobs/${view.job.id}/fit?tool=set&set=${of.tool}`}>
        Set with: {TOOL_NAMES[of.tool].toLowerCase()}
        <small>{kept ? kept.says || "kept with the job" : "not kept with the job yet"}</small>
      </Link>
    );
  }
  return (
    <Measure
      bay={bay}
      measurand={of.measurand}
      phase={of.phase}
      reading={findReading(view.reading, of.measurand, of.phase)}
    />
  );
}
