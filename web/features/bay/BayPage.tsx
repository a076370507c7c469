import { useState } from "react";
import { Link, useParams } from "react-router";
import type { JobView, Step } from "../../../contract";
import { cautionsOf, outCount } from "../../../domain";
import { useJobView } from "../../data/useJobView";
import type { Editor } from "../../data/saving";
import { capital, enumerate } from "../../format/grammar";
import { count, loadText, PLACE_NAMES } from "../../format/words";
import { useJobEdit } from "../../pieces/job/useJobEdit";
import { SavedState, SavingTrouble } from "../../pieces/saving/SavingTrouble";
import { Press } from "../../ui/Press";
import { Coming } from "../../ui/states";
import { Bags } from "./Bags";
import { unsignedText } from "../../format/unsignedText";
import { StepDrawing } from "./Drawings";
import { Panel, type PanelName } from "./Panels";
import { PhotoKey } from "./PhotoKey";
import { StepRail } from "./StepRail";
import { TickKey } from "./TickKey";
import { useWaitNotices, Waits } from "./Waits";
import { StepLinks } from "./StepLinks";
import { useBay, type Bay } from "./useBay";
import { runningText, useSeconds } from "./useSeconds";
import css from "./bay.module.css";

/** One step at a time, large: for a tablet or phone under the vehicle, with gloves, with or without a network. */
export function BayPage() {
  const { jobId = "" } = useParams();
  const { view, error, refetch } = useJobView(jobId);
  const { edit, correction } = useJobEdit(`job:${jobId}`, view, "fit");
  if (!view) {
    return (
      <main className={`${css.bay} dark`}>
        <Coming query={{ error, refetch }} rows={10} />
      </main>
    );
  }
  return (
    <>
      <title>{`${view.vehicle.tag}, bay · Ash Lever`}</title>
      <Bayside view={view} edit={edit} />
      <SavingTrouble />
      {correction}
    </>
  );
}

function Bayside({ view, edit }: { view: JobView; edit: Editor }) {
  const bay = useBay(view, edit);
  const [panel, setPanel] = useState<PanelName | null>(null);
  const { step } = bay;
  useWaitNotices(bay);
  const key = (e: React.KeyboardEvent): void => {
    if ((e.target as HTMLElement).closest("input, textarea") || panel) return;
    if (e.key === "ArrowLeft") bay.go(bay.at - 1);
    if (e.key === "ArrowRight") bay.go(bay.at + 1);
  };
  return (
    <main className={`${css.bay} dark`} onKeyDown={key}>
      <header className={css.head}>
        <Link className={css.back} to={`/jobs/${view.job.id}/fit`} aria-label="Back to Fit">
          <svg viewBox="0 0 16 16" aria-hidden>
            <path d="M10 3 5 8l5 5" />
          </svg>
        </Link>
        <span className={css.tag}>{view.vehicle.tag}</span>
        <div className={css.what}>
          <b>{view.job.complaint}</b>
          <SavedState />
        </div>
        <Press
          className={`${css.load} ${view.vehicle.load.now.includes("onStands") ? css.onStands : ""}`}
          onClick={() => setPanel("load")}
        >
          {loadText(view.vehicle.load.now)}
        </Press>
      </header>
      {step ? (
        <>
          <StepRail bay={bay} />
          {panel ? (
            <Panel name={panel} bay={bay} onClose={() => setPanel(null)} />
          ) : (
            <OneStep bay={bay} step={step} onPanel={setPanel} />
          )}
          <LeftStrip bay={bay} onOpen={() => setPanel("left")} />
        </>
      ) : (
        <section className={css.body}>
          <p className={css.big}>This job has no steps yet.</p>
          <p>
            <Link to={`/jobs/${view.job.id}/plan`}>Plan it first</Link>: choose its kind, or write the steps.
          </p>
        </section>
      )}
    </main>
  );
}

function OneStep({ bay, step, onPanel }: { bay: Bay; step: Step; onPanel: (p: PanelName) => void }) {
  const { at, steps, open, soaking, notYet } = bay;
  const now = useSeconds();
  const facts = step.facts;
  const early = soaking.filter((w) => Date.parse(w.until) > now);
  const { answers, wants, moment, held, loose, unsigned } = open;
  const asked = answers.length + wants.length;
  const stillOut = [
    ...held.map((u) => `${u.group.name} not signed${u.noValue ? ", no value yet" : ""}`),
    ...loose.map((u) => (u.bolts.length ? `${u.group.name} not signed` : `${u.group.name}: ${unsignedText(u)}`)),
    ...bay.left.bags.map((b) => `bag open: ${b}`),
    ...bay.left.plugs.map((p) => `unplugged: ${p}`),
    ...bay.left.marks.map((m) => `mark not answered: ${m}`),
    ...(bay.left.tools.length ? [`${count(bay.left.tools.length, "tool")} to count`] : []),
  ];
  const cautions = cautionsOf(facts);
  const { again } = bay.open;
  const counted = step.state === "open" ? outCount(step, steps) : null;
  const stuck = counted && counted.stillIn.length > 0 ? counted : null;
  return (
    <>
      {(cautions.length > 0 ||
        again.length > 0 ||
        stuck !== null ||
        early.length > 0 ||
        notYet.length > 0 ||
        (moment !== null && stillOut.length > 0)) && (
        <section className={css.caution} aria-label="Caution">
          <svg viewBox="0 0 48 42" aria-hidden>
            <path d="M24 4 45 39H3Z M24 16v12 M24 32v3" />
          </svg>
          <div>
            {cautions.map((c) => (
              <p key={c}>{emphasised(c)}</p>
            ))}
            {stuck && (
              <p>
                <b>
                  Before you pull: {stuck.out} of {stuck.of} fasteners are out.
                </b>{" "}
                Still in: {enumerate(stuck.stillIn)}.
              </p>
            )}
            {again.length > 0 && (
              <p>
                <b>Signed already, to be signed again:</b> {enumerate(again)}.
              </p>
            )}
            {early.map((w) => (
              <p key={w.step.id}>
                <b>Not yet:</b> {w.step.facts?.waitFor || w.step.text}, {runningText(Date.parse(w.until) - now)} left.
              </p>
            ))}
            {notYet.length > 0 && (
              <p>
                <b>First:</b> {notYet.map((s) => s.text).join("; ")}.
              </p>
            )}
            {moment !== null && stillOut.length > 0 && (
              <p>
                <b>{moment === "down" ? "Before it comes down:" : "Before it is driven:"}</b>{" "}
                {stillOut.slice(0, 4).join("; ")}
                {stillOut.length > 4 && ` and ${stillOut.length - 4} more`}.
              </p>
            )}
          </div>
        </section>
      )}
      <section className={css.title}>
        <span className={css.number}>{at + 1}</span>
        <div>
          <h1>{step.text}</h1>
          <p>
            {capital(PLACE_NAMES[step.place])}
            {step.hands === 2 && ", two people"}
            {step.state === "done" && ", done"}
            {step.state === "skipped" && `, not done: ${step.skippedReason}`}
          </p>
        </div>
        <div className={css.clock}>
          <span>
            {step.state === "done"
              ? step.workedMin === null
                ? ""
                : `${Math.round(step.workedMin)} min`
              : step.startedAt
                ? runningText(now - Date.parse(step.startedAt))
                : ""}
          </span>
          <small>{step.minutes === null ? "no time planned" : `of ${step.minutes} min planned`}</small>
        </div>
      </section>
      <div className={css.body}>
        <div className={css.two}>
          <div>
            {facts?.drawing && <StepDrawing which={facts.drawing} />}
            <Ticks bay={bay} step={step} only={["orientation", "carry"]} title="Which way, and what goes over" />
            <Ticks bay={bay} step={step} only={["look"]} title="Look while you are here" />
            <StepLinks bay={bay} step={step} />
          </div>
          <div>
            {facts && facts.tools.length > 0 && (
              <>
                <h2>Tools</h2>
                <ul className={css.plain}>
                  {facts.tools.map((t) => (
                    <li key={t}>{t}</li>
                  ))}
                </ul>
              </>
            )}
            {facts && facts.parts.length > 0 && (
              <>
                <h2>Parts</h2>
                <ul className={css.plain}>
                  {facts.parts.map((p) => {
                    const part = bay.view.part.find((x) => x.name === p && !x.alternative);
                    return (
                      <li key={p}>
                        {p}{" "}
                        <small>
                          {part?.number}{" "}
                          {part &&
                          !part.consumable &&
                          part.state !== "arrived" &&
                          part.state !== "fitted" &&
                          !part.carriedOver
                            ? "not here yet"
                            : ""}
                        </small>
                      </li>
                    );
                  })}
                </ul>
              </>
            )}
            <Waits bay={bay} now={now} />
          </div>
        </div>
        <Bags bay={bay} step={step} />
        <Ticks bay={bay} step={step} only={["unplug", "mark", "plug", "ask"]} title="Marks and plugs" />
      </div>
      <div className={css.keys}>
        <PhotoKey bay={bay} step={step} />
        <Press className={css.key} onClick={() => onPanel("found")}>
          Found something
        </Press>
        <Press className={css.key} onClick={() => onPanel("notAsPlanned")}>
          Not as planned
        </Press>
      </div>
      <div className={css.thumb}>
        <Press className={css.key} aria-label="Step before" disabled={at === 0} onClick={() => bay.go(at - 1)}>
          <svg viewBox="0 0 16 16" aria-hidden>
            <path d="M10 3 5 8l5 5" />
          </svg>
          {at > 0 && at}
        </Press>
        {step.state !== "open" ? (
          <Press className={css.key} onClick={() => bay.again(step)}>
            Open again
          </Press>
        ) : !step.startedAt ? (
          <Press className={css.main} onClick={() => bay.begin(step)}>
            Begin
            <small>{asked ? `${count(asked, "thing")} to answer on the way` : "its time is counted from here"}</small>
          </Press>
        ) : (
          <Press
            className={css.main}
            onClick={() =>
              asked || held.length || loose.length || unsigned.length || early.length
                ? onPanel("before")
                : bay.done(step)
            }
          >
            Done
            <small>
              {held.length
                ? `${capital(count(held.length, "torque group"))} to sign first`
                : asked
                  ? `${capital(count(asked, "thing"))} to answer`
                  : (steps[at + 1]?.text ?? "the last step")}
            </small>
          </Press>
        )}
        <Press
          className={css.key}
          aria-label="Step after"
          disabled={at >= steps.length - 1}
          onClick={() => bay.go(at + 1)}
        >
          <svg viewBox="0 0 16 16" aria-hidden>
            <path d="m6 3 5 5-5 5" />
          </svg>
          {at < steps.length - 1 && at + 2}
        </Press>
      </div>
    </>
  );
}

/** "Support the gearbox before the last bolt: it drops." with what to do in front. */
function emphasised(caution: string): React.ReactNode {
  const cut = caution.indexOf(":");
  return cut < 0 ? <b>{caution}</b> : [<b key="b">{caution.slice(0, cut + 1)}</b>, caution.slice(cut + 1)];
}

function Ticks({
  bay,
  step,
  only,
  title,
}: {
  bay: Bay;
  step: Step;
  only: readonly Bay["items"][number]["what"][];
  title: string;
}) {
  const items = bay.items.filter((i) => only.includes(i.what));
  if (!items.length) return null;
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <div className={css.ticks}>
        {items.map((i) => (
          <TickKey key={`${i.what} ${i.key}`} bay={bay} step={step} item={i} />
        ))}
      </div>
    </section>
  );
}

/** How many bags, marks, plugs, groups and tools are still out. */
function LeftStrip({ bay, onOpen }: { bay: Bay; onOpen: () => void }) {
  const { bags, marks, plugs, torque, tools } = bay.left;
  const cells: [number, string, string][] = [
    [bags.length, "bag open", "bags open"],
    [marks.length, "mark", "marks"],
    [plugs.length, "plug", "plugs"],
    [torque.length, "torque group", "torque groups"],
    [tools.length, "tool out", "tools out"],
  ];
  return (
    <Press className={css.left} onClick={onOpen} aria-label="What did I leave?">
      <span>What did I leave?</span>
      {cells.map(([n, one, many]) => (
        <span key={many} className={n ? css.some : undefined}>
          <b>{n}</b> {n === 1 ? one : many}
        </span>
      ))}
    </Press>
  );
}
