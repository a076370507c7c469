import { Link } from "react-router";
import type { Step } from "../../../contract";
import { measurandKey, progressOf, specOf } from "../../../domain";
import { QUANTITY_NAMES, gearShort } from "../../format/words";
import { TOOL_NAMES } from "../../format/settingTools";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

type ToMeasure = NonNullable<Step["facts"]>["measure"][number];

/** The card of Gauge in which it is taken. */
const cardOf = ({ quantity, fromGear, toGear, place }: ToMeasure): string =>
  measurandKey({ quantity, fromGear, toGear, place: place || null });

/** What the step measures, sets and tightens: each opens where that is done. */
export function StepLinks({ bay, step }: { bay: Bay; step: Step }) {
  const facts = step.facts;
  const { view } = bay;
  const groups = view.torqueGroup.filter((g) => facts?.torques.includes(g.name));
  if (!facts || (!groups.length && !facts.measure.length && !facts.sets)) return null;
  const job = `/jobs/${view.job.id}`;
  return (
    <section aria-label="Measure, set, tighten">
      {facts.measure.map((m, i) => (
        <Link
          key={i}
          className={css.link}
          to={m.phase === "before" ? `${job}/gauge?card=${encodeURIComponent(cardOf(m))}` : `${job}/prove`}
        >
          Measure: {QUANTITY_NAMES[m.quantity].toLowerCase()}
          {m.fromGear && `, ${gearShort(m.fromGear)} to ${gearShort(m.toGear)}`}
          {m.place && `, ${m.place}`}
          {m.phase === "after" && ", after"}
        </Link>
      ))}
      {facts.sets && (
        <Link className={css.link} to={`${job}/fit?tool=set&set=${facts.sets}`}>
          Set with: {TOOL_NAMES[facts.sets].toLowerCase()}
        </Link>
      )}
      {groups.map((g) => {
        const p = progressOf(g, view.signature);
        const spec = specOf(g);
        return (
          <Link key={g.id} className={css.link} to={`${job}/fit?group=${g.id}`}>
            Torque: {g.name}, {spec.kind === "missing" ? "no specification yet" : g.specTyped}
            <small>
              {p.done} of {p.steps.length} signed
            </small>
          </Link>
        );
      })}
    </section>
  );
}
