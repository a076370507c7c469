import { boundsOf, resources, type Joint, type Operation } from "../../../contract";
import { Button } from "antd";
import { useMemo, useState } from "react";
import { driveSolver, formatNumber, type PlayDirection, type ReplacePlan } from "../../../core";
import { useShopQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { useUnits } from "../../format/units";
import { Answer } from "../../ui/Answer";
import { Figure, OriginLegend } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Empty } from "../../ui/states";
import type { StageProps } from "../../data/stage";
import {
  nextPosition,
  contextOf,
  DIRECTION_WORDS,
  namesOf,
  solveChain,
  standardJoints,
  triedSum,
  USUAL_GRADES,
} from "../../../domain";
import { AddLine } from "../../ui/AddLine";
import { ChainBars } from "./ChainBars";
import { ChainSentence } from "./ChainSentence";
import { FrontChart } from "./FrontChart";
import { JointRow } from "./JointRow";
import { PlansTable } from "./PlansTable";
import { Press } from "../../ui/Press";
import css from "./slack.module.css";

/** Where the slop comes from, joint by joint, and which parts are worth their price. */
export function SlackChain({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const [direction, setDirection] = useState<PlayDirection>("foreAft");
  const { data: shop } = useShopQuery();
  const currency = shop?.shop.currency ?? "";
  const grades = shop?.shop.grades ?? USUAL_GRADES;
  const units = useUnits();
  const old = view.setup.find((s) => s.role === "old") ?? null;
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId) ?? null;
  const usable = (lever: typeof old): typeof old =>
    lever && !driveSolver(lever.lever).neutralAtDeadCentre ? lever : null;
  // What was measured was measured with the old lever; what is bought is bought for the chosen one.
  const before = usable(old);
  const after = usable(chosen) ?? before;
  const context = useMemo(() => contextOf(view, direction, before), [view, direction, before]);
  const answer = useMemo(() => solveChain(context), [context]);
  const planned = useMemo(
    () => (after === before ? answer : solveChain({ ...context, lever: after, measuredMm: null })),
    [after, before, answer, context],
  );
  const shown = view.joint.filter((j) => j.direction === direction);
  const begin = (): void =>
    edit.all("The usual joints", [
      ...standardJoints(view, grades).map((data): Operation => ({
        op: "create",
        resource: "joint",
        id: newId(),
        data: { ...data },
      })),
    ]);

  if (!answer || !planned) {
    return (
      <>
        <Answer acts={tabs}>
          <b>Which joint makes the slop?</b> List the joints from knob to gearbox with the play in each.
        </Answer>
        <Empty
          title="No joints listed yet"
          acts={
            <Button type="primary" onClick={begin}>
              Begin with the usual joints and correct them
            </Button>
          }
        >
          Each joint’s play shows at the knob, times a ratio the lever gives it. The usual joints come with estimated
          play; type over what you measure.
        </Empty>
      </>
    );
  }
  const own = direction === "foreAft" ? answer.foreAft : answer.cross;
  const tried = view.joint.some((j) => j.tryNew && j.direction === direction);
  const plan = planned.cheapest;

  // What is on the plan already is not put there twice.
  const toAdd = (set: ReplacePlan): { parts: [string, Joint][]; steps: string[] } => {
    const joints = view.joint.filter((j) => set.replace.includes(j.id));
    const named = [...new Map(joints.map((j) => [(j.part || j.name).slice(0, 80), j])).entries()];
    return {
      parts: named.filter(([name]) => !view.part.some((p) => p.name === name)),
      steps: named.map(([name]) => `Replace: ${name}`).filter((text) => !view.step.some((s) => s.text === text)),
    };
  };
  const isPlanned = (set: ReplacePlan): boolean => {
    const { parts, steps } = toAdd(set);
    return parts.length + steps.length === 0;
  };
  const commit = (set: ReplacePlan): void => {
    const { parts, steps } = toAdd(set);
    if (!parts.length && !steps.length) return;
    const [partFrom, stepFrom] = [nextPosition(view.part), nextPosition(view.step)];
    edit.all(`Replace ${namesOf(set.replace, view.joint)}`, [
      ...parts.map(([name, j], i): Operation => ({
        op: "create",
        resource: "part",
        id: newId(),
        data: { jobId: view.job.id, name, price: j.cost, position: partFrom + i },
      })),
      ...steps.map((text, i): Operation => ({
        op: "create",
        resource: "step",
        id: newId(),
        data: { jobId: view.job.id, text, place: "under", position: stepFrom + i },
      })),
    ]);
  };

  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            {plan && plan.replace.length > 0 && (
              <Button type="primary" disabled={isPlanned(plan)} onClick={() => commit(plan)}>
                {isPlanned(plan) ? "This set is on the plan" : "Put this set on the plan"}
              </Button>
            )}
          </>
        }
      >
        <ChainSentence
          answer={answer}
          planned={planned}
          direction={direction}
          joints={view.joint}
          lever={chosen && after !== before && before !== null ? chosen : null}
          currency={currency}
        />
      </Answer>
      <div className={css.slackgrid}>
        <section className="sect" aria-label="Joints">
          <div className="row-flex">
            <h2 className="hd2">From knob to gearbox</h2>
            <span className="dirs" role="group" aria-label="Direction of the play">
              {(["foreAft", "cross"] as const).map((d) => (
                <Press key={d} aria-pressed={d === direction} onClick={() => setDirection(d)}>
                  {DIRECTION_WORDS[d]}
                </Press>
              ))}
            </span>
          </div>
          <ol className="joints">
            {shown.map((j, index) => (
              <JointRow
                key={j.id}
                index={index}
                joint={j}
                answer={answer}
                planned={after === before ? null : planned}
                edit={edit}
                currency={currency}
                grades={grades}
              />
            ))}
          </ol>
          <AddLine
            label="Add a joint: which one"
            max={60}
            onAdd={(name) =>
              edit.create(
                "joint",
                {
                  jobId: view.job.id,
                  name,
                  at: "pin",
                  direction,
                  play: { typed: `${grades.slight} mm`, base: grades.slight },
                  newPlay: { typed: `${grades.new} mm`, base: grades.new },
                  position: nextPosition(view.joint),
                },
                `Joint: ${name}`,
              )
            }
          />
          {!before && (
            <p className="lb och">
              No lever is on the bench: a usual gain of 5 is taken. Put the old lever on the throw bench.
            </p>
          )}
          <OriginLegend only={["measured", "estimated", "calculated"]} />
        </section>
        <div className={css.slackRight}>
          <section className="sect">
            <h2 className="hd2">
              Play at the knob, {DIRECTION_WORDS[direction]} <span className="lb">{units.label("length")}</span>
            </h2>
            <ChainBars
              answer={answer}
              direction={direction}
              fresh={new Set(view.joint.filter((j) => j.tryNew).map((j) => j.id))}
              measuredMm={context.measuredMm}
              targetMm={context.targetMm}
            />
            <table className="ledger" style={{ marginTop: 8 }}>
              <tbody>
                <tr>
                  <td>measured</td>
                  <td>
                    {context.measuredMm === null ? (
                      <Figure origin="missing" />
                    ) : (
                      <Figure origin="measured">{units.bare(context.measuredMm, "length")}</Figure>
                    )}
                  </td>
                </tr>
                <tr className="maj">
                  <td>sum of the joints now</td>
                  <td>
                    <Figure origin="calculated">{units.bare(own.worstCaseMm, "length")}</Figure>
                  </td>
                </tr>
                {chosen && after !== before && (
                  <tr>
                    <td>the same joints with {chosen.name}</td>
                    <td>
                      <Figure origin="calculated">
                        {units.bare((direction === "foreAft" ? planned.foreAft : planned.cross).worstCaseMm, "length")}
                      </Figure>
                    </td>
                  </tr>
                )}
                {tried && (
                  <tr>
                    <td>with the joints switched to new</td>
                    <td>
                      <Figure origin="calculated">
                        {units.bare(triedSum(planned, view.joint, direction), "length")}
                      </Figure>
                    </td>
                  </tr>
                )}
                <tr>
                  <td>not explained</td>
                  <td className={own.finding === "agrees" || own.finding === "not_measured" ? undefined : "brk"}>
                    {own.unexplainedMm === null ? (
                      ""
                    ) : (
                      <Figure origin="calculated">{units.signed(own.unexplainedMm, "length")}</Figure>
                    )}
                  </td>
                </tr>
                {own.pctOfThrow !== null && (
                  <tr>
                    <td>share of the throw</td>
                    <td>
                      <Figure origin="calculated">
                        {formatNumber(own.pctOfThrow, 1)}
                        {"\u202f%"}
                      </Figure>
                    </td>
                  </tr>
                )}
              </tbody>
            </table>
          </section>
          <section className="sect">
            <h2 className="hd2">Price against play left</h2>
            <div className="target">
              <QuantityField
                label="target play"
                kind="length"
                typed={view.job.slackTarget?.typed}
                base={view.job.slackTarget?.base ?? null}
                min={0}
                max={200}
                hint="8 mm"
                onCommit={(slackTarget) =>
                  edit.update(
                    "job",
                    view.job,
                    { slackTarget, slackTargetPct: null },
                    `Target play ${slackTarget.typed}`,
                  )
                }
                onClear={() => edit.update("job", view.job, { slackTarget: null }, "No target play")}
              />
              <span className="lb">or</span>
              <NumberField
                label="part of the throw"
                value={view.job.slackTargetPct}
                {...boundsOf(resources.job, "slackTargetPct")}
                unit="%"
                onCommit={(slackTargetPct) =>
                  edit.update(
                    "job",
                    view.job,
                    slackTargetPct === null ? { slackTargetPct } : { slackTargetPct, slackTarget: null },
                    slackTargetPct === null ? "No target play" : `Target play ${slackTargetPct} % of the throw`,
                  )
                }
              />
              <span className="lb">
                {context.throwMm === null
                  ? view.job.slackTargetPct !== null && "measure the throw first"
                  : view.job.slackTarget
                    ? `${formatNumber((100 * view.job.slackTarget.base) / context.throwMm, 1)} % of the throw`
                    : context.targetMm !== null && `${units.show(context.targetMm, "length")} at the knob`}
              </span>
            </div>
            {planned.plans.length > 1 ? (
              <>
                <FrontChart plans={planned.plans} cheapest={plan} targetMm={context.targetMm} />
                <PlansTable answer={planned} joints={view.joint} currency={currency} onTake={commit} />
              </>
            ) : (
              <p className="q">
                Give a price to a joint that can be replaced, and the sets worth considering are listed here.
              </p>
            )}
          </section>
        </div>
      </div>
    </>
  );
}
