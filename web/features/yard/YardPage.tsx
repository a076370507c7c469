import { capital, numberWord } from "../../format/grammar";
import { Button } from "antd";
import { useDeferredValue, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { YardView } from "../../../contract";
import { useYardQuery } from "../../data/api";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { useUnits } from "../../format/units";
import { count, loadText } from "../../format/words";
import { leftText, whenText } from "../../pieces/rechecks/words";
import { Answer } from "../../ui/Answer";
import { LoadPictogram, MiniRail, Tag } from "../../ui/pictograms";
import { AsLastRead, Coming, Empty } from "../../ui/states";
import { OpenJob } from "../vehicles";
import { actionOf, YardAction } from "./YardAction";
import { useNow } from "../../ui/useNow";
import { WaitBar } from "./WaitBar";
import css from "./yard.module.css";

const GROUPS = [
  { kind: "nothing", title: "Ready to work on" },
  { kind: "helper", title: "Waits for a helper" },
  { kind: "cure", title: "Waits for a cure" },
  { kind: "part", title: "Waits for a part" },
  { kind: "customer", title: "Waits for the customer" },
] as const;

const today = new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long" });

/** Rechecks listed beside the bays. */
const MOST_DUE = 8;

/** Lines shown at first, and how many more at a time. */
const PAGE = 100;

/** Open jobs, sorted by what they wait for. */
export function YardPage() {
  const [limit, setLimit] = useState(PAGE);
  const navigate = useNavigate();
  const now = useNow();
  const [opening, setOpening] = useState(false);
  const [filter, setFilter] = useState("");
  const search = useDeferredValue(filter.trim());
  const { data, error, refetch } = useYardQuery({ limit, search });
  const jobs = data?.jobs ?? [];
  const more = data ? data.found - jobs.length : 0;

  return (
    <>
      <title>Yard · Ash Lever</title>
      <header className="top">
        <h1>Yard</h1>
        <span className="q">{today.format(now)}</span>
        <div className="push" />
        <SavedState />
        <label className="search">
          <span className="sr">Tag, owner or model</span>
          <svg
            width="16"
            height="16"
            viewBox="0 0 16 16"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.6"
            aria-hidden="true"
          >
            <circle cx="6.8" cy="6.8" r="4.8" />
            <path d="M10.4 10.4l4.2 4.2" />
          </svg>
          <input
            value={filter}
            placeholder="Tag, owner, model or job number"
            maxLength={80}
            onChange={(e) => setFilter(e.target.value)}
          />
        </label>
        <Button type="primary" onClick={() => setOpening(true)}>
          Open a job
        </Button>
      </header>
      {data && <AsLastRead query={{ error, refetch }} />}
      {!data ? (
        <Coming query={{ error, refetch }} rows={12} />
      ) : (
        <>
          <YardSays data={data} />
          <section className={css.yard}>
            <div className="jobs">
              {data.total === 0 && (
                <Empty
                  title="Begin with a vehicle"
                  acts={
                    <>
                      <Button type="primary" onClick={() => setOpening(true)}>
                        Open a job
                      </Button>
                      <Button onClick={() => void navigate("/tour")}>Five minutes on an example</Button>
                    </>
                  }
                >
                  A job is one visit of one vehicle: what the driver says, readings before, the choice, the work,
                  readings after.
                </Empty>
              )}
              {jobs.length > 0 && (
                <div className={`${css.jh} lb`} aria-hidden="true">
                  <span>Tag</span>
                  <span>Vehicle and owner</span>
                  <span>Stage</span>
                  <span>Waits for</span>
                  <span>Since, until</span>
                  <span>Load</span>
                  <span>Next</span>
                </div>
              )}
              {data.total > 0 && jobs.length === 0 && (
                <Empty
                  title={`No open job matches “${filter}”`}
                  acts={<Button onClick={() => setFilter("")}>Show all</Button>}
                />
              )}
              {GROUPS.map(({ kind, title }) => {
                const own = jobs.filter((j) => j.waits.kind === kind);
                if (!own.length) return null;
                return (
                  <Group
                    key={kind}
                    kind={kind}
                    title={title}
                    jobs={own}
                    all={search ? own.length : (data.waiting[kind] ?? own.length)}
                  />
                );
              })}
              {more > 0 && (
                <p className={css.yardmore}>
                  <span className="q">
                    {jobs.length} of {count(data.found, "open job")} shown, newest first in each group.
                  </span>{" "}
                  <Button onClick={() => setLimit(limit + PAGE)}>Show {Math.min(PAGE, more)} more</Button>
                </p>
              )}
            </div>
            <Bays data={data} />
          </section>
        </>
      )}
      {opening && <OpenJob onClose={() => setOpening(false)} />}
    </>
  );
}

/** What to begin with, in a sentence. */
function YardSays({ data }: { data: YardView }) {
  const mine = data.waiting.nothing ?? 0;
  const first = data.jobs.at(0);
  return (
    <Answer>
      {mine ? (
        <>
          <b>{mine === 1 ? "One job is" : `${capital(numberWord(mine))} jobs are`} ready to work on.</b>
          {first?.waits.kind === "nothing" && (
            <>
              {" "}
              Start with {first.tag}, {first.title}:{" "}
              {(first.waits.what || actionOf(first)).replace(/\.$/, "").toLowerCase()}.
            </>
          )}
        </>
      ) : data.total ? (
        <>
          <b>No job is ready to work on now.</b> {data.total === 1 ? "One job waits" : `${data.total} jobs wait`} for
          others.
        </>
      ) : (
        <>
          <b>No open jobs.</b>{" "}
          {data.vehicles ? `${count(data.vehicles, "vehicle")} in the book.` : "The book is empty."}
        </>
      )}
    </Answer>
  );
}

/** The jobs that wait for one thing. */
function Group({
  kind,
  title,
  jobs,
  all,
}: {
  kind: (typeof GROUPS)[number]["kind"];
  title: string;
  jobs: YardView["jobs"];
  all: number;
}) {
  const now = useNow();
  return (
    <section aria-label={title}>
      <h2 className="hd2 grp">
        {title}
        <span className="n">{all}</span>
      </h2>
      <ol>
        {jobs.map((j) => (
          <li key={j.id} className={css.yjob}>
            <Link to={`/vehicles/${j.vehicleId}`} aria-label={`Dossier of ${j.tag}`}>
              <Tag text={j.tag} />
            </Link>
            <Link to={`/jobs/${j.id}/${j.stage}`} className={css.who}>
              <b>{j.title}</b>
              <span>{j.owner}</span>
            </Link>
            <MiniRail stage={j.stage} />
            <div className={css.wt}>
              <b>{j.waits.what || j.complaint.slice(0, 60) || "nothing noted"}</b>
              <span>job {j.number}</span>
            </div>
            <WaitBar kind={kind} since={j.waits.since ?? j.openedAt} until={j.waits.until} now={now} />
            <span className={css.ld} title={loadText(j.load)}>
              <LoadPictogram load={j.load} />
              <span className="sr">{loadText(j.load)}</span>
            </span>
            <YardAction job={j} primary={j === jobs[0] && kind === "nothing"} />
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Which vehicle stands where and how it is loaded; what is due to be looked at again. */
function Bays({ data }: { data: YardView }) {
  const units = useUnits();
  const bays = data.jobs.filter((j) => j.bay).sort((a, b) => a.bay.localeCompare(b.bay, "en", { numeric: true }));
  return (
    <section className={`sect ${css.side}`} aria-label="Bays">
      <h2 className="hd2">
        Bays <span className="lb">load state</span>
      </h2>
      <ul className="lined">
        {bays.map((j) => (
          <li key={j.id} className={css.bayline}>
            <span>{j.bay}</span>
            <LoadPictogram load={j.load} />
            <Link to={`/jobs/${j.id}/${j.stage}`} className="n">
              {j.tag}
            </Link>
          </li>
        ))}
      </ul>
      {!bays.length && <p className="lb">No vehicle is noted in a bay.</p>}
      <h2 className="hd2" style={{ marginTop: 16 }}>
        Look again <span className="lb">due within a fortnight</span>
      </h2>
      {data.due.length > 0 && (
        <ul className="lined">
          {data.due.slice(0, MOST_DUE).map((d) => (
            <li key={d.key} className={css.duerow}>
              <Link to={`/vehicles/${d.vehicleId}`} className="n">
                {d.tag}
              </Link>
              <span className={css.dueline}>
                {d.what}
                <span className={d.overdue ? css.overdue : "lb"}>{leftText(d) || whenText(d, units)}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
      <p className="lb">
        {data.due.length === 0 && "Nothing is due. "}
        {data.due.length > MOST_DUE && `${data.due.length - MOST_DUE} more. `}
        <Link to="/due">All rechecks</Link>
      </p>
      <p className="lb" style={{ marginTop: 14 }}>
        {count(data.vehicles, "vehicle")} in the book, {count(data.closedJobs, "closed job")}.
      </p>
    </section>
  );
}
