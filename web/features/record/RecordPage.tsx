import { addressOf, type JobView } from "../../../contract";
import { Button, Segmented } from "antd";
import { useRef } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { formatNumber } from "../../../core";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { archiveAddress } from "../../data/archive";
import { useUnits } from "../../format/units";
import { dateText, vehicleTitle } from "../../format/words";
import { OriginLegend } from "../../ui/marks";
import { Tag } from "../../ui/pictograms";
import { Skeleton, Trouble } from "../../ui/states";
import { TOOL_NAMES } from "../../format/settingTools";
import { useJobView, usePeople } from "../../data/useJobView";
import { useObservationWords } from "../../data/useKnowledge";
import { handbackLists } from "../../../domain";
import { proofOf, simulatedNote } from "../../pieces/job/headline";
import { Corrected } from "./Corrected";
import { CustomerSheet } from "./CustomerSheet";
import { Done } from "./Done";
import { Fitted } from "./Fitted";
import { Measured } from "./Measured";
import { SendSheet } from "./SendSheet";
import { Shook } from "./Shook";
import { Spectra } from "./Spectra";
import { Torqued } from "./Torqued";
import css from "./record.module.css";

/** The sheet the customer takes home, and the shop's own record: on the screen, on paper and as a file. */
export function RecordPage() {
  const { jobId = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const { view, error, refetch } = useJobView(jobId);
  const { data: shop } = useShopQuery();
  const navigate = useNavigate();
  const article = useRef<HTMLElement>(null);
  const dossier = useVehicleQuery(view?.vehicle.id ?? "", { skip: !view });
  if (!view) return error ? <Trouble error={error} retry={() => void refetch()} /> : <Skeleton rows={14} />;
  const which = search.get("for") === "customer" ? "customer" : "record";
  const head = [shop?.shop.name, shop?.shop.address].filter(Boolean).join(", ");
  const paper = shop?.shop.paper ?? "A4";
  return (
    <div className={css.recpage}>
      <title>{`Record of job ${view.job.number ?? ""}, ${view.vehicle.tag} · Ash Lever`}</title>
      <style>{`@page { size: ${paper} }`}</style>
      <div className={`${css.recbar} ${css.noprint}`}>
        <Button onClick={() => void navigate(`/jobs/${jobId}/prove`)}>Back to the job</Button>
        <Segmented
          aria-label="Which sheet"
          value={which}
          options={[
            { value: "customer", label: "Customer’s sheet" },
            { value: "record", label: "Full record" },
          ]}
          onChange={(v) => setSearch(v === "customer" ? { for: "customer" } : {}, { replace: true })}
        />
        <span className="push" />
        <a className="ant-btn ant-btn-default" href={archiveAddress("job", view.job.id)} download>
          Archive
        </a>
        <SendSheet view={view} which={which} head={head} paper={paper} article={article} />
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {which === "customer" ? (
        <article className={css.sheetA4} ref={article}>
          {head && <p className="lb">{head}</p>}
          <CustomerSheet view={view} rechecks={dossier.data?.recheck ?? []} />
        </article>
      ) : (
        <article className={css.sheetA4} ref={article}>
          <RecordHead view={view} shopName={head} />
          <Summary view={view} />
          <Complaint view={view} />
          <Measured view={view} />
          <Shook view={view} />
          <Spectra view={view} />
          <Fitted view={view} currency={shop?.shop.currency ?? ""} />
          <Torqued view={view} />
          <Done view={view} />
          <HandedBack view={view} />
          <WasSet view={view} />
          <Watch view={view} />
          <Corrected view={view} />
          <Pictures view={view} />
          <footer>
            <span data-screen-only>
              <OriginLegend />
            </span>
            <p className="lb">
              Modified mounts and levers may need local approval or inspection: local rules decide. First drive slow,
              every gear at rest first, reverse only with its lockout.
            </p>
          </footer>
        </article>
      )}
    </div>
  );
}

/** What was looked at before the vehicle went back, and what of it was not. */
function HandedBack({ view }: { view: JobView }) {
  const { initialsOf } = usePeople();
  const done = new Map(view.job.checked.map((c) => [c.id, c]));
  if (!done.size) return null;
  return (
    <section>
      <h2>Before it went back</h2>
      <ul>
        {handbackLists(view.vehicle).flatMap((list) =>
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

function RecordHead({ view, shopName }: { view: JobView; shopName: string }) {
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

function Summary({ view }: { view: JobView }) {
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

function Complaint({ view }: { view: JobView }) {
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

function WasSet({ view }: { view: JobView }) {
  const { initialsOf } = usePeople();
  const set = view.setting.filter((s) => s.state === "set");
  if (!set.length) return null;
  return (
    <section>
      <h2 className="hd2">What was set</h2>
      <ul className="lined">
        {set.map((s) => (
          <li key={s.id}>
            <b>{s.name || TOOL_NAMES[s.tool]}.</b> {s.says}{" "}
            <span className="lb">{[initialsOf(s.personId), s.at && dateText(s.at)].filter(Boolean).join(", ")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Pictures({ view }: { view: JobView }) {
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

function Watch({ view }: { view: JobView }) {
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
