import { Button, Input, Modal } from "antd";
import { lazy, Suspense, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { Finding, Signature, TorqueGroup } from "../../../contract";
import { knowledgeFor } from "../../../core";
import { count, LOAD_NAMES, PLACE_NAMES, whenText } from "../../format/words";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import { SlotSwitch } from "../../ui/slots";
import { Empty, Skeleton } from "../../ui/states";
import { Choice } from "../../ui/TextField";
import { vehicleKind } from "../ask/diagnosis";
import type { StageProps } from "../job/JobPage";
import { usePeople } from "../job/useJobView";
import { useKnowledge } from "../knowledge/useKnowledge";
import { AddLine } from "../plan/AddLine";
import { StepsList } from "../plan/StepsList";
import { SpecFigure } from "../plan/TorqueGroups";
import { BoltPattern, BoltPatternMini, type BoltState } from "./BoltPattern";
import { limitsOf, progressOf, specOf, waitsForRideHeight } from "./progress";
import { ReadingPad } from "./ReadingPad";
import "../plan/plan.css";
import "./fit.css";

const SetStage = lazy(() => import("../set/SetTools").then((m) => ({ default: m.SetStage })));

/** The work itself: groups as plates, the next bolt lit, steps and what was found. */
export default function FitStage(props: StageProps) {
  const [params] = useSearchParams();
  const setting = params.get("tool") === "set";
  const tabs = (
    <nav className="tabs2" aria-label="Tools of this stage">
      <Link to="?" aria-current={setting ? undefined : "page"}>
        Torque
      </Link>
      <Link to="?tool=set" aria-current={setting ? "page" : undefined}>
        Set
      </Link>
    </nav>
  );
  if (!setting) return <TorqueBoard {...props} tabs={tabs} />;
  return (
    <Suspense fallback={<Skeleton rows={8} />}>
      <SetStage {...props} tabs={tabs} />
    </Suspense>
  );
}

/** Groups as plates, the next bolt lit, and beside them steps and findings. */
function TorqueBoard({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const groups = view.torqueGroup;
  const open = groups.find((g) => progressOf(g, view.signature).next !== null);
  const group = groups.find((g) => g.id === params.get("group")) ?? open ?? groups[0];

  return (
    <>
      <BoardAnswer
        {...{ view, edit, tabs }}
        group={group}
        onProve={() => void navigate(`/jobs/${view.job.id}/prove`)}
      />
      <div className="fit">
        <aside className="fit-side">
          <section className="sect">
            <h2 className="hd2">
              Torque board <span className="lb">{groups.length ? count(groups.length, "group") : ""}</span>
            </h2>
            <ul className="plates">
              {groups.map((g) => {
                const p = progressOf(g, view.signature);
                return (
                  <li key={g.id}>
                    <button
                      type="button"
                      className={g.id === group?.id ? "plate cur" : "plate"}
                      aria-pressed={g.id === group?.id}
                      onClick={() => setParams({ group: g.id }, { replace: true })}
                    >
                      <BoltPatternMini pattern={g.pattern} count={g.count} />
                      <span>
                        <span className="rt">{g.name}</span>
                        <SpecFigure group={g} />
                      </span>
                      <span className={p.next ? "n" : "n mos"}>
                        {p.done}/{p.steps.length}
                      </span>
                    </button>
                  </li>
                );
              })}
            </ul>
          </section>
          <StepsList view={view} edit={edit} working />
          <Findings view={view} edit={edit} />
        </aside>
        {group ? (
          <Board key={group.id} view={view} edit={edit} group={group} />
        ) : (
          <Empty
            title="No fasteners listed"
            acts={<Button onClick={() => void navigate(`/jobs/${view.job.id}/plan`)}>List them in Plan</Button>}
          >
            A torque group is a set of fasteners with one value: six bolts of a flange, two of a mount.
          </Empty>
        )}
      </div>
    </>
  );
}

function BoardAnswer({
  view,
  group,
  tabs,
  onProve,
}: StageProps & { group: TorqueGroup | undefined; tabs: React.ReactNode; onProve: () => void }) {
  const units = useUnits();
  const all = view.torqueGroup.every((g) => progressOf(g, view.signature).next === null);
  const next = group ? progressOf(group, view.signature).next : null;
  const spec = group ? specOf(group) : null;
  const acts = (
    <>
      {tabs}
      <Button type={all ? "primary" : "default"} onClick={onProve}>
        Go on to Prove
      </Button>
    </>
  );
  if (!group) {
    return (
      <Answer acts={acts}>
        <b>No fasteners listed yet.</b> Steps and findings can be noted all the same.
      </Answer>
    );
  }
  if (!next || !spec) {
    return (
      <Answer acts={acts}>
        <b>{group.name} is done.</b> {all ? "Every group is signed." : "Take the next plate."}
      </Answer>
    );
  }
  const limits = limitsOf(spec, next);
  return (
    <Answer acts={acts}>
      <b>Bolt {next.bolt} next.</b>{" "}
      {spec.kind === "missing" && next.pct !== null ? (
        <>This group has no specification. Find the value before you torque it.</>
      ) : limits && next.torqueNm !== null ? (
        <>
          Set the wrench to <Num>{units.bare(next.torqueNm, "torque")}</Num> {units.label("torque")} and pull until it
          clicks once{next.angleDeg ? <>, then turn {next.angleDeg}°</> : null}.
        </>
      ) : (
        <>{next.pass === "snug" ? "Bring it down snug, by hand." : "By hand, no wrench."}</>
      )}
    </Answer>
  );
}

function Board({ view, edit, group }: StageProps & { group: TorqueGroup }) {
  const units = useUnits();
  const { me, initialsOf } = usePeople();
  const [overrule, setOverrule] = useState<{ reason: string; open: boolean }>({ reason: "", open: false });
  const [asked, setAsked] = useState<Signature | null>(null);
  const { order, steps, next, done } = progressOf(group, view.signature);
  const spec = specOf(group);
  const mine = view.signature.filter((s) => s.groupId === group.id);
  const pass = next?.pass ?? steps[steps.length - 1].pass;
  const lastPass = steps[steps.length - 1].pass;
  const at = (bolt: number, name: string): Signature | undefined =>
    mine.find((s) => s.bolt === bolt && s.pass === name);
  const bolts = order.map((bolt): BoltState => ({
    bolt,
    signed: Boolean(at(bolt, pass)),
    marked: Boolean(at(bolt, lastPass)),
    next: next?.bolt === bolt,
  }));
  const blocked = next !== null && waitsForRideHeight(group, next.pass, view.job.loadState);
  const lacksSpec = next !== null && spec.kind === "missing" && next.pct !== null;
  const passes = [...new Set(steps.map((s) => s.pass))];
  const limits = next ? limitsOf(spec, next) : null;

  const sign = (reading: { typed: string; base: number } | null): void => {
    if (!next) return;
    edit.create(
      "signature",
      {
        jobId: view.job.id,
        groupId: group.id,
        bolt: next.bolt,
        pass: next.pass,
        reading,
        personId: me?.id ?? null,
        at: new Date().toISOString(),
        loadState: view.job.loadState,
        overruleReason: blocked ? overrule.reason : "",
      },
      `${group.name}, bolt ${next.bolt}, ${next.pass}`,
    );
  };

  return (
    <section className="board" aria-label={`Torque board: ${group.name}`}>
      <div className="board-top">
        <div className="bolts-box">
          <h2 className="hd">{group.name}</h2>
          <BoltPattern
            pattern={group.pattern}
            count={group.count}
            bolts={bolts}
            order={order}
            onPick={(bolt) => setAsked(at(bolt, pass) ?? at(bolt, passes[0]) ?? null)}
          />
        </div>
        <div className="board-spec">
          <h3 className="rt">
            {group.count === 1 ? "One bolt" : `${group.count} bolts`} {group.thread}
          </h3>
          <p className="bigspec">
            <SpecFigure group={group} />
            {spec.kind === "torque" && <span className="n q">{units.other(spec.targetNm, "torque")}</span>}
          </p>
          <p className="lb">
            {[
              group.specSource,
              group.specTyped && `typed “${group.specTyped}”`,
              group.loadNeeded === "rideHeight" ? "at ride height" : "any load state",
            ]
              .filter(Boolean)
              .join(" · ")}
          </p>
          <ol className="passes">
            {passes.map((name) => {
              const own = steps.filter((s) => s.pass === name);
              const signed = own.filter((s) => at(s.bolt, name)).length;
              const state = signed === own.length ? "done" : name === pass ? "now" : "later";
              const nm = own[0].torqueNm;
              return (
                <li key={name} className={state}>
                  <i aria-hidden="true" />
                  <span>
                    <b>{capital(name)}</b>
                    <span className="lb">
                      {nm === null ? "by hand" : units.show(nm, "torque")}, {signed} of {own.length}
                      {own[0].angleDeg ? `, then ${own[0].angleDeg}°` : ""}
                    </span>
                  </span>
                </li>
              );
            })}
          </ol>
          <p className="lb">
            {group.reuse === "replace" ? "New bolts: these are single use. " : ""}
            {group.threadLocker ? `Thread locker: ${group.threadLocker}. ` : ""}Paint-mark each bolt as you sign it.
          </p>
        </div>
      </div>
      {blocked && (
        <div className="gate" role="alert">
          <svg
            width="26"
            height="26"
            viewBox="0 0 24 24"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.6"
            aria-hidden="true"
          >
            <path d="M5 10.5h14v10H5zM8 10.5V7a4 4 0 0 1 8 0v3.5M12 14.5v2.5" />
          </svg>
          <p>
            <b>{group.name} waits for ride height.</b>
            <br />
            The vehicle is recorded as {LOAD_NAMES[view.job.loadState].toLowerCase()}.
            {overrule.reason && <> Overruled: {overrule.reason}</>}
          </p>
          <Button
            onClick={() =>
              edit.update(
                "job",
                view.job,
                { loadState: "onWheels", loadStateAt: new Date().toISOString(), loadStateBy: me?.id ?? null },
                "On wheels",
              )
            }
          >
            Now on wheels
          </Button>
          <Button onClick={() => setOverrule({ ...overrule, open: true })}>Overrule, say why</Button>
        </div>
      )}
      {next && !lacksSpec && (
        <ReadingPad
          key={`${next.pass}/${next.bolt}`}
          step={next}
          limits={limits}
          disabled={blocked && !overrule.reason}
          onSign={sign}
        />
      )}
      {lacksSpec && (
        <p className="sect brk" role="alert">
          Enter the specification in Plan. Nothing is torqued to a guess.
        </p>
      )}
      <footer className="signed">
        <p className="lb">
          Signed {pass}, at the bolt, in the order of tightening
          <span className="push">
            {" "}
            {done} of {steps.length}
          </span>
        </p>
        <ol>
          {order.map((bolt) => {
            const s = at(bolt, pass);
            const out = s?.reading && limits && (s.reading.base < limits.minNm || s.reading.base > limits.maxNm);
            return (
              <li key={bolt} className={bolt === next?.bolt ? "now" : s ? "ok" : ""}>
                <span className="n">{bolt}</span>{" "}
                {s ? (
                  <>
                    <span className={out ? "n brk" : "n"}>
                      {s.reading ? units.bare(s.reading.base, "torque") : "by hand"}
                    </span>
                    <span className="lb">
                      {initialsOf(s.personId)} {whenText(s.at)}
                      {s.overruleReason && " overruled"}
                    </span>
                  </>
                ) : (
                  <span className="lb">{bolt === next?.bolt ? "next" : ""}</span>
                )}
              </li>
            );
          })}
        </ol>
      </footer>
      <Modal
        open={overrule.open}
        title={`Torque ${group.name} before ride height?`}
        okText="Overrule"
        okButtonProps={{ disabled: !overrule.reason.trim() }}
        onOk={() => setOverrule({ ...overrule, open: false })}
        onCancel={() => setOverrule({ reason: "", open: false })}
      >
        <p>
          Rubber bonded to its sleeve is torqued at ride height only, or it tears. The reason stays with every
          signature.
        </p>
        <Input.TextArea
          aria-label="Reason"
          placeholder="Arm held at ride height by a jack under the hub"
          maxLength={400}
          value={overrule.reason}
          onChange={(e) => setOverrule({ ...overrule, reason: e.target.value })}
        />
      </Modal>
      <Modal
        open={asked !== null}
        title={asked ? `Bolt ${asked.bolt}, ${asked.pass}` : ""}
        onCancel={() => setAsked(null)}
        footer={[
          <Button
            key="undo"
            onClick={() => {
              if (asked) edit.remove("signature", asked, `${group.name}, bolt ${asked.bolt}: signature taken back`);
              setAsked(null);
            }}
          >
            Take this signature back
          </Button>,
          <Button key="ok" type="primary" onClick={() => setAsked(null)}>
            Leave it
          </Button>,
        ]}
      >
        {asked && (
          <p>
            {asked.reading ? `${asked.reading.typed}, ` : "By hand, "}
            {initialsOf(asked.personId) || "nobody named"}, {whenText(asked.at)},{" "}
            {LOAD_NAMES[asked.loadState].toLowerCase()}.{asked.overruleReason && ` Overruled: ${asked.overruleReason}`}
          </p>
        )}
      </Modal>
    </section>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function Findings({ view, edit }: StageProps) {
  const [place, setPlace] = useState<Finding["place"]>("under");
  const knowledge = useKnowledge();
  const results = knowledgeFor(knowledge, vehicleKind(view.vehicle)).observations.filter((o) => o.kind === "result");
  const answers: Record<string, string> = {
    "": "answers nothing in Ask",
    ...Object.fromEntries(results.map((o) => [o.id, o.label])),
  };
  /** What was found answers a question of Ask: both change in one step, and undo takes both back. */
  const answer = (finding: Finding, observation: string): void => {
    const symptoms = { ...view.job.symptoms };
    if (finding.observation) delete symptoms[finding.observation];
    if (observation) symptoms[observation] = "present";
    const { id, version } = view.job;
    edit.all(observation ? `${finding.text}: ${answers[observation]}` : `${finding.text}: answers nothing`, [
      {
        op: "update",
        resource: "finding",
        id: finding.id,
        version: finding.version,
        data: { observation: observation || null },
      },
      { op: "update", resource: "job", id, version, data: { symptoms } },
    ]);
  };
  return (
    <section className="sect" aria-label="Found">
      <h2 className="hd2">
        Found while in there{" "}
        <span className="lb">{view.finding.filter((f) => f.state === "open").length || "nothing"} open</span>
      </h2>
      <ul className="lined">
        {view.finding.map((f) => (
          <li key={f.id} className={f.state === "open" ? "sline" : "sline done"}>
            <SlotSwitch
              on={f.state === "dealtWith"}
              label={`Dealt with: ${f.text}`}
              onChange={(on) =>
                edit.update(
                  "finding",
                  f,
                  { state: on ? "dealtWith" : "open" },
                  `${f.text}: ${on ? "dealt with" : "open"}`,
                )
              }
            />
            <span>
              {f.text} <span className="lb">{PLACE_NAMES[f.place]}</span>
              <Choice
                label={`What ${f.text} answers in Ask`}
                hideLabel
                small
                value={f.observation ?? ""}
                options={answers}
                onChange={(observation) => answer(f, observation)}
              />
            </span>
          </li>
        ))}
      </ul>
      <div style={{ width: 160, paddingTop: 8 }}>
        <Choice label="Where it was found" hideLabel small value={place} options={PLACE_NAMES} onChange={setPlace} />
      </div>
      <AddLine
        label="Found: a leak, a crack, a worn joint"
        max={400}
        onAdd={(text) => edit.create("finding", { jobId: view.job.id, text, place }, `Found: ${text}`)}
      />
    </section>
  );
}
