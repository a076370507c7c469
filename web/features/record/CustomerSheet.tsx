import { addressOf, type JobView, type Recheck } from "../../../contract";
import { dueOf, verifiedCause } from "../../../domain";
import { todayHere } from "../../format/dates";
import { enumerate, uncapital } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { dateText, vehicleTitle } from "../../format/words";
import { useKnowledge, useObservationWords } from "../../data/useKnowledge";
import { proofOf, simulatedNote } from "../../pieces/job/headline";
import { whenText } from "../../pieces/rechecks/words";
import { BeforeAfterDrawing } from "./BeforeAfterDrawing";
import css from "./record.module.css";

const PICTURES = 2;

/** One page in plain words for whoever drives it: what was wrong, what was done, what came of it, what to watch. */
export function CustomerSheet({ view, rechecks }: { view: JobView; rechecks: readonly Recheck[] }) {
  const units = useUnits();
  const words = useObservationWords();
  const table = useKnowledge();
  const { job, vehicle } = view;
  const lines = proofOf(view, units, words);
  const cause = verifiedCause(job);
  const fault = table.faults.find((f) => f.id === cause);
  // What is used up is no new part of the vehicle.
  const fitted = view.part.filter((p) => !p.alternative && !p.carriedOver && !p.consumable && p.state === "fitted");
  const own = rechecks.filter((r) => r.jobId === job.id || r.jobId === null);
  const due = dueOf({ vehicle, rechecks: own, parts: view.part }, todayHere());
  const open = view.finding.filter((f) => f.state === "open");
  return (
    <>
      <header className={css.customerHead}>
        <h1>{vehicleTitle(vehicle) || vehicle.tag}</h1>
        <p className="lb">
          {[
            vehicle.tag,
            vehicle.owner,
            `job ${job.number ?? ""}`,
            job.closedAt ? dateText(job.closedAt) : "not closed yet",
          ]
            .filter(Boolean)
            .join(", ")}
        </p>
      </header>
      <section className={css.recsum}>
        {lines.length ? (
          lines.slice(0, 2).map(({ topic, lead, rest }) => (
            <p key={topic}>
              <b>{lead}</b> {rest}
            </p>
          ))
        ) : (
          <p>
            <b>The work is not measured yet.</b>
          </p>
        )}
        {job.verdict && <p>{job.verdict}</p>}
        {simulatedNote(view) && <p className="lb">{simulatedNote(view)}</p>}
      </section>
      <div className={css.customerPictures}>
        <BeforeAfterDrawing view={view} />
        {view.photo.slice(0, PICTURES).map((p) => (
          <figure key={p.id}>
            <img src={addressOf("photoFile", { file: p.file }, { size: "small" })} alt={p.name || "photo"} />
            <figcaption>{p.name.replace(/\.\w+$/, "")}</figcaption>
          </figure>
        ))}
      </div>
      {job.complaint && (
        <section>
          <h2>What you told us</h2>
          <p>“{job.complaint}”</p>
        </section>
      )}
      {(fault || fitted.length > 0) && (
        <section>
          <h2>What we found and did</h2>
          {fault && <p>The cause was: {uncapital(fault.label)}.</p>}
          {fitted.length > 0 && (
            <p>New: {enumerate(fitted.map((p) => (p.way === "temporary" ? `${p.name} (temporary)` : p.name)))}.</p>
          )}
        </section>
      )}
      <section>
        <h2>What to watch</h2>
        <ul>
          {due.map((d) => (
            <li key={d.key}>
              {d.what}: look again {whenText(d, units)}
            </li>
          ))}
          {open.map((f) => (
            <li key={f.id}>{f.text}: seen, not part of this work</li>
          ))}
          <li>
            Changed levers and mounts may need local approval or inspection: local rules decide. If something knocks,
            leaks or will not go into gear, stop and call us.
          </li>
        </ul>
      </section>
    </>
  );
}
