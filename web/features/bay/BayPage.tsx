import { useEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import type { JobView, Step } from "../../../contract";
import { useJobView, usePeople } from "../../data/useJobView";
import { refusedText, sendFile } from "../../data/sendFile";
import { isUnreachable } from "../../data/api";
import { photoUpload } from "../../data/uploads";
import type { Editor } from "../../data/saving";
import { capital, enumerate } from "../../format/grammar";
import { count, loadText, PLACE_NAMES } from "../../format/words";
import { useJobEdit } from "../../pieces/job/useJobEdit";
import { SavedState, SavingTrouble } from "../../pieces/saving/SavingTrouble";
import { HiddenFile } from "../../ui/HiddenFile";
import { Press } from "../../ui/Press";
import { Skeleton, Trouble } from "../../ui/states";
import { StepDrawing } from "./Drawings";
import { BagLabel } from "./Label";
import { Panel, type PanelName } from "./Panels";
import { TickKey } from "./TickKey";
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
        {error ? <Trouble error={error} retry={() => void refetch()} /> : <Skeleton rows={10} />}
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

/** All steps as stops of a slot, with the places under them. */
function StepRail({ bay }: { bay: Bay }) {
  const { steps, at } = bay;
  const runs: { place: Step["place"]; from: number; to: number }[] = [];
  steps.forEach((s, i) => {
    const last = runs.at(-1);
    if (last?.place === s.place) last.to = i;
    else runs.push({ place: s.place, from: i, to: i });
  });
  const pct = (i: number): number => ((i + 0.5) / steps.length) * 100;
  return (
    <nav className={css.steps} aria-label="Steps">
      <div className={css.slot}>
        {steps.map((s, i) => (
          <Press
            key={s.id}
            className={[css.stop, s.state === "done" && css.doneStop, i === at && css.now].filter(Boolean).join(" ")}
            style={{ left: `${pct(i)}%` }}
            aria-label={`Step ${i + 1}: ${s.text}${s.state === "open" ? "" : s.state === "done" ? ", done" : ", not done"}`}
            aria-current={i === at ? "step" : undefined}
            onClick={() => bay.go(i)}
          />
        ))}
      </div>
      <div className={css.places} aria-hidden>
        {runs.map((r) => (
          <span
            key={r.from}
            className={at >= r.from && at <= r.to ? css.here : undefined}
            style={{
              left: `${(r.from / steps.length) * 100}%`,
              width: `${((r.to - r.from + 1) / steps.length) * 100}%`,
            }}
          >
            {SHORT[r.place]}
          </span>
        ))}
      </div>
    </nav>
  );
}

const SHORT: Record<Step["place"], string> = { cabin: "cabin", engineBay: "engine", under: "under", bench: "bench" };

function OneStep({ bay, step, onPanel }: { bay: Bay; step: Step; onPanel: (p: PanelName) => void }) {
  const { at, steps, open, soaking, notYet } = bay;
  const now = useSeconds();
  const facts = step.facts;
  const early = soaking.filter((w) => Date.parse(w.until) > now);
  const lowering = step.load.includes("onWheels") && !bay.view.vehicle.load.now.includes("onWheels");
  const stillOut = [
    ...bay.left.bags.map((b) => `bag open: ${b}`),
    ...bay.left.plugs.map((p) => `unplugged: ${p}`),
    ...bay.left.marks.map((m) => `mark not answered: ${m}`),
    ...(bay.left.tools.length ? [`${count(bay.left.tools.length, "tool")} to count`] : []),
  ];
  return (
    <>
      {(facts?.caution || early.length > 0 || notYet.length > 0 || (lowering && stillOut.length > 0)) && (
        <section className={css.caution} aria-label="Caution">
          <svg viewBox="0 0 48 42" aria-hidden>
            <path d="M24 4 45 39H3Z M24 16v12 M24 32v3" />
          </svg>
          <div>
            {facts?.caution && <p>{emphasised(facts.caution)}</p>}
            {early.map((w) => (
              <p key={w.step.id}>
                <b>Not yet:</b> {w.step.facts?.waitFor || w.step.text}, {runningText(Date.parse(w.until) - now)} left.
              </p>
            ))}
            {notYet.length > 0 && (
              <p>
                <b>First:</b> {enumerate(notYet.map((s) => s.text))}.
              </p>
            )}
            {lowering && stillOut.length > 0 && (
              <p>
                <b>Before it comes down:</b> {stillOut.slice(0, 4).join("; ")}
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
            <small>
              {open.length ? `${count(open.length, "thing")} to answer on the way` : "its time is counted from here"}
            </small>
          </Press>
        ) : (
          <Press
            className={css.main}
            onClick={() => (open.length || bay.unsigned.length || early.length ? onPanel("before") : bay.done(step))}
          >
            Done
            <small>
              {open.length
                ? `${capital(count(open.length, "thing"))} to answer`
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

/** Fasteners that come out here, each for a bag with a label whose code opens this step. */
function Bags({ bay, step }: { bay: Bay; step: Step }) {
  const bags = step.facts?.frees ?? [];
  const fits = step.facts?.fits ?? [];
  if (!bags.length && !fits.length) return null;
  const href = `${location.origin}/jobs/${bay.view.job.id}/bay?step=${step.id}`;
  const from = (key: string) =>
    bay.steps.flatMap((s, i) => s.facts?.frees.filter((f) => f.key === key).map((f) => ({ ...f, at: i + 1 })) ?? [])[0];
  return (
    <section aria-label="Bags">
      {bags.length > 0 && (
        <>
          <h2>
            Bag these, label on the bag <small>the code opens this step</small>
          </h2>
          <div className={css.bags}>
            {bags.map((f, i) => {
              const item = bay.items.find((x) => x.what === "bag" && x.key === f.key)!;
              return (
                <div key={f.key}>
                  <BagLabel
                    href={href}
                    name={`${bay.at + 1}${String.fromCharCode(65 + i)}`}
                    tag={bay.view.vehicle.tag}
                    step={`step ${bay.at + 1}`}
                  />
                  <TickKey bay={bay} step={step} item={item} />
                </div>
              );
            })}
          </div>
          <Press className={css.small} onClick={() => window.print()}>
            Print these labels
          </Press>
        </>
      )}
      {fits.length > 0 && (
        <p className={css.back2}>
          From the bags:{" "}
          {fits.map((key) => {
            const f = from(key);
            return f ? <span key={key}>{` ${f.count > 1 ? `${f.count} ` : ""}${f.name} (step ${f.at})`}</span> : null;
          })}
        </p>
      )}
    </section>
  );
}

function Waits({ bay, now }: { bay: Bay; now: number }) {
  const running = bay.waits.filter((w) => Date.parse(w.until) > now);
  if (!running.length) return null;
  return (
    <>
      {running.map((w) => {
        const [from, until] = [Date.parse(w.from), Date.parse(w.until)];
        const part = Math.max(0, Math.min(1, (now - from) / (until - from)));
        return (
          <div key={w.step.id} className={css.wait}>
            <p>
              <b>{capital(w.step.facts?.waitFor || w.step.text)}</b>
              <span>
                {runningText(until - now)} <small>left</small>
              </span>
            </p>
            <div className={css.bar}>
              <i style={{ width: `${part * 100}%` }} />
            </div>
          </div>
        );
      })}
    </>
  );
}

/** A wait that ends says so, where the browser may. */
function useWaitNotices(bay: Bay): void {
  const running = bay.waits.map((w) => `${w.until} ${w.step.facts?.waitFor ?? ""}`).join("\n");
  useEffect(() => {
    const now = Date.now();
    const [next] = running
      .split("\n")
      .filter((w) => Date.parse(w.slice(0, 24)) > now)
      .sort();
    if (!next || typeof Notification === "undefined") return;
    if (Notification.permission === "default") void Notification.requestPermission();
    const timer = setTimeout(
      () => {
        if (Notification.permission !== "granted") return;
        new Notification("Time is up", { body: next.slice(25) || "The wait is over." });
      },
      Math.min(2 ** 31 - 1, Date.parse(next.slice(0, 24)) - now),
    );
    return () => clearTimeout(timer);
  }, [running]);
}

function PhotoKey({ bay, step }: { bay: Bay; step: Step }) {
  const picker = useRef<HTMLInputElement>(null);
  const { me } = usePeople();
  const [says, setSays] = useState("");
  const label = `Photo at ${step.text}`.slice(0, 110);
  const take = async (file: File): Promise<void> => {
    const about = {
      jobId: bay.view.job.id,
      readingId: null,
      name: `${step.text}: ${file.name}`.slice(0, 200),
      takenBy: me?.id ?? null,
      takenAt: new Date().toISOString(),
    };
    try {
      const kept = await sendFile(photoUpload, file, file.name, () => undefined, new AbortController().signal);
      bay.edit.create("photo", { ...about, file: kept.file, widthPx: kept.widthPx, heightPx: kept.heightPx }, label);
      setSays("kept");
    } catch (error) {
      if (isUnreachable(error)) {
        bay.edit.file("photo", file, file.name, about, label);
        setSays("kept, goes out later");
      } else setSays(refusedText(error, "The picture") ?? "");
    }
  };
  return (
    <>
      <Press className={css.key} onClick={() => picker.current?.click()}>
        Photo{says && <small role="status">{says}</small>}
      </Press>
      <HiddenFile picker={picker} accept="image/*" label="Photo of this step" onFiles={([file]) => void take(file)} />
    </>
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
