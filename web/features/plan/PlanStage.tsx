import { dateText } from "../../format/words";
import { Button, Modal } from "antd";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Step } from "../../../contract";
import { formatNumber, minuteOfDay } from "../../../core";
import { awaited, fitDoubts, lacksSource, PLAN_WEIGHTS, specOf, UNSAID_MIN } from "../../../domain";
import { usePart } from "../../worker";
import { capital, countInWords, enumerate, numberWord } from "../../format/grammar";
import { Answer, Num } from "../../ui/Answer";
import { StepsList } from "../../pieces/job/StepsList";
import type { StageProps } from "../../data/stage";
import { BeginWork } from "./BeginWork";
import { DayRails } from "./DayRails";
import { Gains } from "./Gains";
import { NeedsCircle } from "./NeedsCircle";
import { OrderList } from "./OrderList";
import { OwnTemplate } from "./OwnTemplate";
import { PartsList } from "./PartsList";
import { PickList } from "./PickList";
import { StepDrawer } from "./StepDrawer";
import { TakeFromVehicle } from "./TakeFromVehicle";
import { Decisions } from "./Decisions";
import { TorqueGroups } from "./TorqueGroups";
import { usePlan, type PlanModel } from "./usePlan";
import { Ways } from "./Ways";
import day from "./day.module.css";
import { StageTabs } from "../../pieces/job/StageTabs";
import css from "./plan.module.css";

const TOOLS = [
  ["", "Order of work"],
  ["lists", "Parts, steps, fasteners"],
] as const;

/** The order of work over the day; parts to get, fasteners to torque, steps to take. */
export default function PlanStage(props: StageProps) {
  const [params] = useSearchParams();
  const lists = params.get("tool") === "lists";
  const tabs = <StageTabs tools={TOOLS} shown={params.get("tool")} />;
  if (lists) return <Lists {...props} tabs={tabs} />;
  return <OrderOfWork {...props} tabs={tabs} />;
}

type WithTabs = StageProps & { tabs: React.ReactNode };

function OrderOfWork({ view, edit, tabs }: WithTabs) {
  const navigate = useNavigate();
  const [adding, setAdding] = useState(false);
  const plan = usePlan({ view, edit });
  if (!view.step.length || adding) {
    return (
      <BeginWork
        view={view}
        edit={edit}
        tabs={
          adding ? (
            <>
              {tabs}
              <Button onClick={() => setAdding(false)}>Back to the plan</Button>
            </>
          ) : (
            tabs
          )
        }
        onOwn={() => void navigate("?tool=lists")}
      />
    );
  }
  return <Planned plan={plan} tabs={tabs} onMore={() => setAdding(true)} />;
}

function Planned({ plan, tabs, onMore }: { plan: PlanModel; tabs: React.ReactNode; onMore: () => void }) {
  const { view, edit, answer, listed, better, shown } = plan;
  const navigate = useNavigate();
  const [open, setOpen] = useState<string | null>(null);
  const [dialog, setDialog] = useState<"calculation" | "own" | "order" | null>(null);
  const step: Step | null = view.step.find((s) => s.id === open) ?? null;
  const acts = (
    <>
      {tabs}
      <Button onClick={() => setDialog("calculation")}>Calculation</Button>
      {better && answer ? (
        <Button type="primary" onClick={() => plan.useOrder(answer.order, "The best order found")}>
          Use this order
        </Button>
      ) : (
        <Button type="primary" onClick={() => void navigate(`/jobs/${view.job.id}/fit`)}>
          Go on to Fit
        </Button>
      )}
    </>
  );
  return (
    <>
      <Answer acts={acts}>
        <PlanSentence plan={plan} />
      </Answer>
      {plan.circle && <NeedsCircle steps={plan.circle} onOpen={(s) => setOpen(s.id)} />}
      {plan.seen && <DayRails plan={plan} onOpen={(s) => setOpen(s.id)} />}
      {plan.seen && (
        <div className={day.legend}>
          {(better || plan.two !== null) && (
            <span className="row-flex">
              <Button size="small" aria-pressed={shown === "best"} onClick={() => plan.setShown("best")}>
                Best order found
              </Button>
              <Button
                size="small"
                aria-pressed={shown === "listed"}
                disabled={listed === null}
                onClick={() => plan.setShown("listed")}
              >
                As listed
              </Button>
              <Button size="small" aria-pressed={shown === "two"} onClick={() => plan.setShown("two")}>
                Two mechanics
              </Button>
            </span>
          )}
          {plan.who && (
            <span className="lb och">
              dashed way, ochre outline: the second mechanic. One good way to share the steps, not shown to be the best
            </span>
          )}
          <span className="lb">filled: critical, the longest chain of needs; outlined: not critical</span>
          <span className="lb">double line: helper; two dots: two people; dashed square: a part is missing</span>
          <span className="lb">drag a step, or move it with the arrow keys; open it with a click or Enter</span>
          <span className="push" />
          <Button size="small" onClick={onMore}>
            Add a kind of job
          </Button>
          <Button size="small" onClick={() => void navigate(`/jobs/${view.job.id}/record?for=work`)}>
            Work sheet
          </Button>
          <Button size="small" onClick={() => setDialog("own")}>
            Keep as a template
          </Button>
        </div>
      )}
      <Gains plan={plan} />
      <div className={day.below}>
        <PickList plan={plan} onOrder={() => setDialog("order")} />
        <Ways view={view} edit={edit} />
      </div>
      {step && <StepDrawer view={view} edit={edit} step={step} onClose={() => setOpen(null)} />}
      {dialog === "calculation" && <Calculation plan={plan} onClose={() => setDialog(null)} />}
      {dialog === "own" && <OwnTemplate view={view} edit={edit} onClose={() => setDialog(null)} />}
      {dialog === "order" && <OrderList view={view} edit={edit} onClose={() => setDialog(null)} />}
    </>
  );
}

function Working({ plan }: { plan: PlanModel }) {
  const part = usePart(plan.work.task);
  return (
    <>
      <b>Looking for the best order.</b> {Math.round(part * 100)} % done.{" "}
      <Button size="small" onClick={plan.work.cancel}>
        Stop
      </Button>
    </>
  );
}

/** The plan in one sentence: calls and trips saved, when it is ready, and what it hangs on. */
function PlanSentence({ plan }: { plan: PlanModel }) {
  const { circle, work, answer, seen, listed, better, late, ahead } = plan;
  if (circle) {
    return (
      <>
        <b>These steps need each other in a circle:</b> {circle.map((s) => s.text).join(", then ")}, and round again.
        Take one of the needs away.
      </>
    );
  }
  if (!ahead.length) {
    return (
      <>
        <b>Every step is done.</b> Go on to Fit for torque, then to Prove.
      </>
    );
  }
  if (work.result.state === "working" && work.result.slow) return <Working plan={plan} />;
  if (work.result.state === "refused") {
    return (
      <>
        <b>No plan can be made.</b> {tooLong(plan) ?? work.result.refusal.message}
      </>
    );
  }
  if (work.result.state === "lost" || work.result.state === "cancelled") {
    return (
      <>
        <b>{work.result.state === "lost" ? "Calculation failed; your entries are kept." : "Stopped."}</b>{" "}
        <Button size="small" onClick={work.again}>
          Calculate again
        </Button>
      </>
    );
  }
  if (!seen || !answer) return <b>Looking for the best order.</b>;
  const last = seen.schedule.reduce((a, s) => ((s.end ?? "") > (a.end ?? "") ? s : a), seen.schedule[0]);
  const unsaid = ahead.filter((s) => s.minutes === null).length;
  const gains = better && listed && !plan.who ? gainsOf(listed, answer) : [];
  const [first] = late;
  const lateAt = first && seen.schedule.find((t) => t.startMin === first.startMin)?.start?.slice(11);
  return (
    <>
      <b>
        {plan.who
          ? "Shared by two mechanics. "
          : !listed
            ? "The order listed breaks a need: this one does not. "
            : gains.length
              ? `${capital(enumerate(gains))}. `
              : better
                ? "A better order was found. "
                : "This is the best order found. "}
      </b>
      Ready by <Num>{last.end?.slice(11)}</Num>
      {last.end && ` on ${dateText(last.end.slice(0, 10))}`}
      {first ? (
        <>
          , if {first.part.name} is here by <Num>{lateAt}</Num>
          {late.length > 1 && ` and ${countInWords(late.length - 1, "more part")} in time`}.
        </>
      ) : (
        "."
      )}
      {unsaid > 0 &&
        ` ${capital(countInWords(unsaid, "step"))} without a time: ${UNSAID_MIN} min each is used, estimated.`}
    </>
  );
}

/** A step that no working day holds, by its own words. */
function tooLong({ ahead, hours }: PlanModel): string | null {
  const day = (minuteOfDay(hours.to) ?? 0) - (minuteOfDay(hours.from) ?? 0);
  const step = ahead.find((s) => (s.minutes ?? 0) > day);
  return (
    (step &&
      `\u201c${step.text}\u201d takes ${step.minutes} min: accepted up to ${day} min, the working day. Split it in two.`) ??
    null
  );
}

function gainsOf(
  listed: { helperSpells: number; placeChanges: number; finishMin: number },
  best: typeof listed,
): string[] {
  const less = (a: number, b: number, one: string, many: string): string =>
    a < b ? `${countInWords(a, one, many)} instead of ${numberWord(b)}` : "";
  return [
    less(best.helperSpells, listed.helperSpells, "helper call", "helper calls"),
    less(best.placeChanges, listed.placeChanges, "change of place", "changes of place"),
    listed.finishMin - best.finishMin > 4
      ? `ready ${formatNumber(listed.finishMin - best.finishMin, 0)} min sooner`
      : "",
  ].filter(Boolean);
}

function Calculation({ plan, onClose }: { plan: PlanModel; onClose: () => void }) {
  const { answer, byId, hours } = plan;
  return (
    <Modal open title="How the order is found" footer={null} onCancel={onClose} width={560}>
      <p>
        Of all orders that respect what each step needs first, the one with the least: minutes until ready, plus{" "}
        {PLAN_WEIGHTS.placeChangeMin} for each change of place, {PLAN_WEIGHTS.helperSpellMin} for each call of a helper,{" "}
        {PLAN_WEIGHTS.loadChangeMin} for each change of how the vehicle is held. Waits run while other steps are done.
      </p>
      {answer && (
        <ul className="lined">
          <li>
            Work <span className="n">{formatNumber(answer.workMin, 0)}</span> min; ready after{" "}
            <span className="n">{formatNumber(answer.finishMin, 0)}</span> min; with changes and calls{" "}
            <span className="n">{formatNumber(answer.costMin, 0)}</span>
          </li>
          <li>
            Longest chain of needs: <span className="n">{formatNumber(answer.criticalMin, 0)}</span> min:{" "}
            {answer.criticalPath.map((id) => byId.get(id)?.text).join(", ")}
          </li>
          <li>
            {answer.exact ? "No order costs less: all were compared." : answer.notices.map((n) => n.message).join(" ")}
          </li>
          <li>
            Working hours {hours.from} to {hours.to}
            {plan.usualHours && " (usual ones: none are set in Shop)"}. Minutes are typical ones, moved by what the
            steps took in closed jobs of this shop.
          </li>
        </ul>
      )}
    </Modal>
  );
}

/** Parts, steps and fasteners as lists. */
function Lists({ view, edit, tabs }: WithTabs) {
  const navigate = useNavigate();
  const [taking, setTaking] = useState(false);
  const waiting = awaited(view.part);
  const doubtful = view.part.filter(
    (p) => !p.alternative && fitDoubts(p, view.vehicle).some((d) => d.kind !== "dateUnknown"),
  );
  const noSpec = view.torqueGroup.filter((g) => specOf(g).kind === "missing" || lacksSource(g));
  const ready = view.part.length + view.torqueGroup.length > 0 && !waiting.length && !noSpec.length;
  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            <Button onClick={() => setTaking(true)}>Take from the vehicle</Button>
            <Button type="primary" onClick={() => void navigate(`/jobs/${view.job.id}/fit`)}>
              Go on to Fit
            </Button>
          </>
        }
      >
        {doubtful.length ? (
          <>
            <b>Caution: {enumerate(doubtful.map((p) => p.name))} may not fit this vehicle.</b> Check build date and
            variant before it is fitted.
          </>
        ) : ready ? (
          <>
            <b>Ready to begin.</b> Every part is here and every fastener has its specification.
          </>
        ) : waiting.length || noSpec.length ? (
          <>
            <b>
              {capital(
                enumerate([
                  waiting.length ? `${countInWords(waiting.length, "part")} to come` : "",
                  noSpec.length ? `${countInWords(noSpec.length, "torque group")} without a specification` : "",
                ]),
              )}
              .
            </b>{" "}
            {[...waiting.map((p) => p.name), ...noSpec.map((g) => g.name)].slice(0, 4).join(", ")}.
          </>
        ) : (
          <>
            <b>List what goes on and what gets torqued.</b> Torque values come from the vehicle’s own sheet, as it
            writes them.
          </>
        )}
      </Answer>
      <div className={css.plan}>
        <div>
          <PartsList view={view} edit={edit} />
          {view.part.length > 0 && <Ways view={view} edit={edit} />}
          <StepsList view={view} edit={edit} />
        </div>
        <Decisions view={view} edit={edit} />
        <TorqueGroups view={view} edit={edit} />
      </div>
      {taking && <TakeFromVehicle view={view} edit={edit} onClose={() => setTaking(false)} />}
    </>
  );
}
