import { Link } from "react-router";
import { addressOf, quantityKinds } from "../../../contract";
import { lastVisit, resultOf, type ShopVisit, type VisitReading } from "../../../domain";
import { enumerate } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { dateText, STAGE_NAMES } from "../../format/words";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { Answer } from "../../ui/Answer";
import css from "./vehicles.module.css";

const shortened = (text: string, most = 110): string =>
  text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;
const ROUND = 100;
const CHANGES = 3;
const PICTURES = 4;

/** Distance at a visit: nobody read it that day where it says about. */
function useDistanceText() {
  const units = useUnits();
  return ({ km, kmRead }: ShopVisit): string => {
    if (km === null) return "";
    if (kmRead) return units.show(km, "distance");
    // In round hundreds of what the shop counts in.
    const inUnit = units.value(km, "distance");
    const round = inUnit > ROUND ? (km * Math.round(inUnit / ROUND) * ROUND) / inUnit : km;
    return `about ${units.show(round, "distance")}`;
  };
}

function useChangeText() {
  const units = useUnits();
  return ({ before, after, sure }: VisitReading): string => {
    const kind = quantityKinds[before.quantity];
    const name = before.quantity === "throw" ? `throw ${measurandName(before)}` : measurandName(before).toLowerCase();
    const figures = `${units.bare(resultOf(before).mean, kind)} to ${units.show(resultOf(after).mean, kind)}`;
    return `${name} ${figures}${sure > 1 ? "" : ", within measuring error"}`;
  };
}

/** What was changed last time, in one sentence. */
export function LastTime({ visits }: { visits: readonly ShopVisit[] }) {
  const distanceText = useDistanceText();
  const changeText = useChangeText();
  const last = lastVisit(visits);
  if (!last) {
    return (
      <Answer>
        {visits.length ? (
          <b>No job of this vehicle is closed yet.</b>
        ) : (
          <>
            <b>Nothing was done here yet.</b> Open its first job.
          </>
        )}
      </Answer>
    );
  }
  const at = last.km === null ? "" : ` at ${distanceText(last)}`;
  const did = [
    last.fitted.length ? `new ${enumerate(last.fitted.slice(0, 3).map((n) => n.toLowerCase()))}` : "",
    ...last.changes.slice(0, 1).map(changeText),
  ].filter(Boolean);
  return (
    <Answer>
      <b>
        Last time, {dateText(last.day)}
        {at}:
      </b>{" "}
      {did.length ? `${did.join("; ")}.` : last.job.verdict || "nothing was recorded as changed."}
    </Answer>
  );
}

/** The visits down the years: distance, complaint, what was fitted, what changed, pictures. */
export function Timeline({ visits }: { visits: readonly ShopVisit[] }) {
  const distanceText = useDistanceText();
  const changeText = useChangeText();
  return (
    <section className="sect" aria-label="Visits">
      <h2 className="hd2">Visits</h2>
      {!visits.length && <p className="q">No jobs yet.</p>}
      <ol className={css.timeline}>
        {visits.map((visit) => {
          const { job, day, fitted, changes, photos } = visit;
          return (
            <li key={job.id} className={job.closedAt ? undefined : css.openVisit}>
              <div className={css.when}>
                <b>{dateText(day)}</b>
                <span className="n">{distanceText(visit)}</span>
              </div>
              <div>
                <p>
                  <Link to={job.closedAt ? `/jobs/${job.id}/record` : `/jobs/${job.id}/${job.stage}`}>
                    Job {job.number}: {shortened(job.complaint) || "no complaint noted"}
                  </Link>{" "}
                  {!job.closedAt && <span className="lb">open, {STAGE_NAMES[job.stage]}</span>}
                </p>
                {fitted.length > 0 && <p className="lb">New: {enumerate(fitted)}.</p>}
                {changes.slice(0, CHANGES).map((c) => (
                  <p key={c.before.id} className="lb">
                    {changeText(c)}
                  </p>
                ))}
                {photos.length > 0 && (
                  <p className={css.thumbs}>
                    {photos.slice(0, PICTURES).map((p) => (
                      <img
                        key={p.id}
                        src={addressOf("photoFile", { file: p.file }, { size: "small" })}
                        alt={p.name || "photo"}
                        loading="lazy"
                      />
                    ))}
                  </p>
                )}
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
