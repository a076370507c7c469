import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { TorqueGroup } from "../../../contract";
import { count } from "../../format/words";
import { loadGate, progressOf, specOf, wrenchSetting, type LoadGate } from "../../../domain";
import { useUnits } from "../../format/units";
import { late } from "../../ui/late";
import { Answer, Num } from "../../ui/Answer";
import { Empty } from "../../ui/states";
import type { StageProps } from "../../data/stage";
import { StepsList } from "../../pieces/job/StepsList";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { Board } from "./Board";
import { BoltPatternMini } from "../../pieces/torque/BoltPattern";
import { Findings } from "./Findings";
import { Press } from "../../ui/Press";
import { StageTabs } from "../../pieces/job/StageTabs";
import css from "./fit.module.css";

const SetStage = late(() => import("../set").then((m) => m.SetStage));

const TOOLS = [
  ["", "Torque"],
  ["set", "Set"],
] as const;

/** The work itself: groups as plates, the next bolt lit, steps and what was found. */
export default function FitStage(props: StageProps) {
  const [params] = useSearchParams();
  const setting = params.get("tool") === "set";
  const tabs = (
    <StageTabs tools={TOOLS} shown={params.get("tool")}>
      <Link to={`/jobs/${props.view.job.id}/bay`}>Bay</Link>
    </StageTabs>
  );
  if (!setting) return <TorqueBoard {...props} tabs={tabs} />;
  return <SetStage {...props} tabs={tabs} />;
}

/** Groups as plates, the next bolt lit, and beside them steps and findings. */
function TorqueBoard({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const [only, setOnly] = useState(false);
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
        <aside className={css.fitSide}>
          <section className="sect">
            <h2 className="hd2">
              Torque board <span className="lb">{groups.length ? count(groups.length, "group") : ""}</span>
            </h2>
            <ul className={css.plates}>
              {groups.map((g) => {
                const p = progressOf(g, view.signature);
                return (
                  <li key={g.id}>
                    <Press
                      className={g.id === group?.id ? `${css.plate} cur` : css.plate}
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
                    </Press>
                  </li>
                );
              })}
            </ul>
          </section>
          <StepsList view={view} edit={edit} working />
          <Findings view={view} edit={edit} />
        </aside>
        {group ? (
          <div className={only ? css.onlyBoard : undefined}>
            <div className={css.onlyKey}>
              <Button size="small" aria-pressed={only} onClick={() => setOnly(!only)}>
                {only ? "Show everything" : "Only the board"}
              </Button>
              {only && (
                <span className="row-flex push">
                  {groups.map((g, i) => (
                    <Button
                      key={g.id}
                      size="small"
                      type={g.id === group.id ? "primary" : "default"}
                      aria-label={`Group ${i + 1}: ${g.name}`}
                      onClick={() => setParams({ group: g.id }, { replace: true })}
                    >
                      {i + 1}
                    </Button>
                  ))}
                </span>
              )}
            </div>
            <Board key={group.id} view={view} edit={edit} group={group} />
          </div>
        ) : (
          <Empty
            title="No fasteners listed"
            acts={
              <Button onClick={() => void navigate(`/jobs/${view.job.id}/plan?tool=lists`)}>List them in Plan</Button>
            }
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
        <b>{group.name} is done.</b> {all ? "Every group is signed." : "Use the next group."}
      </Answer>
    );
  }
  const gate = loadGate(group, next, view.vehicle.load.now);
  if (gate) {
    return (
      <Answer acts={acts}>
        <b>{group.name} waits for ride height.</b> {GATE_ANSWER[gate]}
      </Answer>
    );
  }
  const setting = next.targetNm === null ? null : wrenchSetting(next.targetNm, null, group.adapter);
  if (setting?.refused) {
    return (
      <Answer acts={acts}>
        <b>This adapter cannot be used.</b> It leaves the wrench no lever: turn it outward, or take another.
      </Answer>
    );
  }
  const ask = spec.kind === "torque" && spec.anglesDeg.length > 0 && group.reuse === "ask";
  if (ask) {
    return (
      <Answer acts={acts}>
        <b>First find out whether these bolts may be used again.</b> They are torqued and then turned further, which
        stretches them.
      </Answer>
    );
  }
  if (next.angleDeg !== null) {
    return (
      <Answer acts={acts}>
        <b>All at torque; now each {next.angleDeg}° further.</b> Bolt {next.bolt} next: mark it, then turn it by the
        angle.
      </Answer>
    );
  }
  return (
    <Answer acts={acts}>
      <b>Bolt {next.bolt} next.</b>{" "}
      {spec.kind === "missing" && next.pct !== null ? (
        <>This group has no specification. Find the value before you torque it.</>
      ) : next.targetNm !== null ? (
        <>
          Set the wrench to <Num>{units.bare(setting?.setNm ?? next.targetNm, "torque")}</Num> {units.label("torque")}{" "}
          and pull until it clicks once.
          {group.adapter && (
            <>
              {" "}
              That is <Num>{units.bare(next.targetNm, "torque")}</Num> at the bolt.
            </>
          )}
        </>
      ) : (
        <>{next.name === "snug" ? "Run it down snug, by hand." : "By hand, no wrench."}</>
      )}
    </Answer>
  );
}

const GATE_ANSWER: Record<LoadGate, string> = {
  notSaid: "Say first what the vehicle is on: nobody has.",
  notOnWheels: "Put its weight on the wheels first; rubber bonded to its sleeve tears otherwise.",
};
