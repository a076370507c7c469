import { addressOf, type JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import { handbackLists } from "../../../domain";
import { useObservationWords } from "../../data/useKnowledge";
import { usePeople } from "../../data/useJobView";
import { TOOL_NAMES } from "../../format/settingTools";
import { useUnits } from "../../format/units";
import { dateText, vehicleTitle } from "../../format/words";
import { proofOf, simulatedNote } from "../../pieces/job/headline";
import { Tag } from "../../ui/pictograms";
import { WhoWhen } from "./WhoWhen";
import { Listed } from "./Listed";
import css from "./record.module.css";

/** What was looked at before the vehicle went back, and what of it was not. */
export function HandedBack({ view }: { view: JobView }) {
  const { initialsOf } = usePeople();
  const done = new Map(view.job.checked.map((c) => [c.id, c]));
  if (!done.size) return null;
  return (
    <section>
      <h2>Before it went back</h2>
      <ul>
        {handbackLists(view).flatMap((list) =>
          list.lines
            .filter((l) => done.has(l.id))
            .map((l) => {
              const was = done.get(l.id);
              return (
                <li key={l.id}>
                  {list.title}: {l.text.toLowerCase()}
                  {was && ` (${[initialsOf(was.by), dateText(was.at)].filter(Boolean).join(", ")})`}
                </li>
              );
            }),
        )}
      </ul>
    </section>
  );
}

export function RecordHead({ view, shopName }: { view: JobView; shopName: string }) {
  const { vehicle, job } = view;
  // The figure of the visit, not of today: the last one read before the job was closed.
  const until = (job.closedAt ?? new Date().toISOString()).slice(0, 10);
  const km = vehicle.odometer.filter((o) => o.date <= until).at(-1);
  return (
    <header className={css.rechead}>
      <div>
        <p className="lb">{shopName}</p>
        <h1>{vehicleTitle(vehicle)}</h1>
        <p>
          {[vehicle.owner, km && `${formatNumber(km.km, 0)} km on ${dateText(km.date)}`].filter(Boolean).join(" · ")}
        </p>
      </div>
      <div className={css.recno}>
        <Tag text={vehicle.tag} strong />
        <p className="lb">
          Job {job.number}, {dateText(job.openedAt)}
          {job.closedAt ? ` to ${dateText(job.closedAt)}` : ""}
        </p>
      </div>
    </header>
  );
}

export function Summary({ view }: { view: JobView }) {
  const units = useUnits();
  const words = useObservationWords();
  const lines = proofOf(view, units, words);
  const measured = view.reading.some((r) => r.phase === "before");
  return (
    <section className={css.recsum}>
      {lines.length ? (
        lines.map(({ topic, lead, rest }) => (
          <p key={topic}>
            <b>{lead}</b> {rest}
          </p>
        ))
      ) : (
        <p>
          <b>The work is not measured yet.</b>{" "}
          {measured ? "The readings after it are still to take." : "No readings were taken."}
        </p>
      )}
      {view.job.verdict && <p>{view.job.verdict}</p>}
      {simulatedNote(view) && <p className="lb">{simulatedNote(view)}</p>}
    </section>
  );
}

export function Complaint({ view }: { view: JobView }) {
  const words = useObservationWords();
  const from = (answers: Record<string, string>, state: "present" | "absent"): string =>
    Object.entries(answers)
      .flatMap(([id, s]) => (s === state ? [words.get(id) ?? id] : []))
      .map((label) => label.charAt(0).toLowerCase() + label.slice(1))
      .join("; ");
  const [present, absent] = [from(view.job.symptoms, "present"), from(view.job.symptoms, "absent")];
  const after = (state: "present" | "absent"): string => from(view.job.symptomsAfter ?? {}, state);
  if (!view.job.complaint && !present) return null;
  return (
    <section>
      <h2 className="hd2">Complaint</h2>
      {view.job.complaint && <p>“{view.job.complaint}”</p>}
      {present && <p>Present: {present}.</p>}
      {absent && <p>Absent: {absent}.</p>}
      {after("absent") && <p>After the work it went away: {after("absent")}.</p>}
      {after("present") && <p>After the work it stays: {after("present")}.</p>}
    </section>
  );
}

export function WasSet({ view }: { view: JobView }) {
  const set = view.setting.filter((s) => s.state === "set");
  if (!set.length) return null;
  return (
    <Listed title="What was set">
      {set.map((s) => (
        <li key={s.id}>
          <b>{s.name || TOOL_NAMES[s.tool]}.</b> {s.says} <WhoWhen personId={s.personId} at={s.at} />
        </li>
      ))}
    </Listed>
  );
}

export function Pictures({ view }: { view: JobView }) {
  if (!view.photo.length) return null;
  return (
    <section>
      <h2 className="hd2">Photos</h2>
      <ul className={css.recphotos}>
        {view.photo.map((p) => (
          <li key={p.id}>
            <img
              src={addressOf("photoFile", { file: p.file }, { size: "small" })}
              alt={p.name || "photo"}
              width="160"
              height="120"
            />
            <span className="lb">
              {[p.name.replace(/\.\w+$/, ""), p.takenAt && dateText(p.takenAt)].filter(Boolean).join(", ")}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function Watch({ view }: { view: JobView }) {
  const open = view.finding.filter((f) => f.state === "open");
  const done = view.finding.filter((f) => f.state === "dealtWith");
  if (!open.length && !done.length) return null;
  return (
    <section>
      <h2 className="hd2">What was found</h2>
      {done.length > 0 && <p>Dealt with: {done.map((f) => f.text).join("; ")}.</p>}
      {open.length > 0 && <p>Outstanding: {open.map((f) => f.text).join("; ")}.</p>}
    </section>
  );
}
