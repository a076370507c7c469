import { Link } from "react-router";
import type { JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import { useUnits } from "../../format/units";
import { diagnosisOf, causeOf, FAULTS_OF, inWords, fromMountRoom } from "../../../domain";
import { useKnowledge } from "../../data/useKnowledge";
import css from "./vibration.module.css";

/** Suspects of Ask under this, as a part, are not worth a word here. */
const WORTH = 0.03;

/** The same suspect from other sides: what the mount room says of it, and how likely Ask finds it now. */
export function SameSuspect({ view, sources, hz }: { view: JobView; sources: readonly string[]; hz: number }) {
  const table = useKnowledge();
  const units = useUnits();
  const { answer } = diagnosisOf(table, view.vehicle, view.job.symptoms);
  const faults = new Set(sources.flatMap((s) => FAULTS_OF[s] ?? []));
  const inAsk = answer.posterior.filter((p) => faults.has(p.fault) && p.p >= WORTH).slice(0, 3);
  const sides = sources.flatMap((s) => {
    const side = fromMountRoom(view, s, hz, (mm) => units.show(mm, "length"));
    return side ? [{ source: s, side }] : [];
  });
  return (
    <section className={css.vsides} aria-label="The same suspect from other sides">
      {sides.map(({ source, side }) => (
        <div key={source}>
          <h2 className="hd2">
            {side.agrees === true
              ? "The mount room names the same suspect"
              : side.agrees === false
                ? "The mount room disagrees"
                : "The mount room cannot say"}
          </h2>
          <p>
            {sources.length > 1 && `${inWords(source).replace(/^./, (c) => c.toUpperCase())}: `}
            {side.text}
          </p>
          <Link to={`/jobs/${view.job.id}/compare?tool=mounts`}>Look in the mount room</Link>
        </div>
      ))}
      <div>
        <h2 className="hd2">In Ask</h2>
        {inAsk.length ? (
          <ul>
            {inAsk.map((p) => (
              <li key={p.fault}>
                {p.label}{" "}
                <span className="n">
                  {formatNumber(p.p * 100, 0)}
                  {"\u202f%"}
                </span>
                {p.referOn && <span className="lb"> refer to a specialist</span>}
              </li>
            ))}
          </ul>
        ) : (
          <p>
            {sources.length === 1
              ? `Nothing that was answered speaks for ${causeOf(sources[0])} yet.`
              : "Nothing that was answered speaks for one of these yet."}
          </p>
        )}
        <Link to={`/jobs/${view.job.id}/ask`}>Go to Ask</Link>
      </div>
    </section>
  );
}
