import { boundsOf, resources } from "../../../contract";
import { Button } from "antd";
import { useDeferredValue, useMemo } from "react";
import { formatNumber } from "../../../core";
import { useUnits } from "../../format/units";
import { Answer } from "../../ui/Answer";
import { Figure, OriginLegend } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Empty, TourLink } from "../../ui/states";
import type { StageProps } from "../../data/stage";
import { namesOf, nextPosition, DIRECTION_WORDS, triedSum, whatDecides, type ThrowFrom } from "../../../domain";
import { AddLine } from "../../ui/AddLine";
import { ChainBars } from "./ChainBars";
import { ChainSentence } from "./ChainSentence";
import { FrontChart } from "./FrontChart";
import { JointRow } from "./JointRow";
import { PlansTable } from "./PlansTable";
import { Press } from "../../ui/Press";
import css from "./slack.module.css";
import { useSlackChain, type SlackModel } from "./useSlackChain";

/** Where the slop comes from, joint by joint, and which parts are worth their price. */
export function SlackChain({ tabs, ...props }: StageProps & { tabs: React.ReactNode }) {
  const chain = useSlackChain(props);
  const { answer, planned, begin, ofSheet } = chain;
  if (!answer || !planned) {
    return (
      <>
        <Answer acts={tabs}>
          <b>Which joint makes the slop?</b> List the joints from knob to gearbox with the play in each.
        </Answer>
        <Empty
          title="No joints listed yet"
          acts={
            <>
              <Button type="primary" onClick={begin}>
                {ofSheet === null
                  ? "Begin with the usual joints and correct them"
                  : `Begin with the joints of ${ofSheet}`}
              </Button>
              <TourLink />
            </>
          }
        >
          Each joint’s play shows at the knob, times a ratio the lever gives it.{" "}
          {ofSheet === null ? "The usual joints" : "The joints of the sheet"} come with estimated play; type over what
          you measure.
        </Empty>
      </>
    );
  }
  const model = { ...chain, answer, planned };
  return (
    <>
      <ChainAnswer model={model} tabs={tabs} />
      <div className={css.slackgrid}>
        <Joints model={model} />
        <div className={css.slackRight}>
          <ChainSum model={model} />
          <WhatItCosts model={model} />
        </div>
      </div>
    </>
  );
}

function ChainAnswer({ model, tabs }: { model: SlackModel; tabs: React.ReactNode }) {
  const { view, direction, chosen, before, after, answer, planned, currency } = model;
  const { isPlanned, commit } = model;
  const plan = planned.cheapest;
  return (
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
  );
}

/** The joints from knob to gearbox, each with its play. */
function Joints({ model }: { model: SlackModel }) {
  const { view, edit, direction, before, after, answer, planned, grades, currency } = model;
  const { shown, setDirection } = model;
  return (
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
        max={boundsOf(resources.joint, "name").max}
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
  );
}

/** What the joints add up to, against what was measured. */
function ChainSum({ model }: { model: SlackModel }) {
  const { view, direction, chosen, before, after, context, answer, planned } = model;
  const units = useUnits();
  const own = direction === "foreAft" ? answer.foreAft : answer.cross;
  const tried = view.joint.some((j) => j.tryNew && j.direction === direction);
  return (
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
                <Figure origin="calculated">{units.bare(triedSum(planned, view.joint, direction), "length")}</Figure>
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
  );
}

/** The target, and the sets of parts worth considering. */
/** The play that is to be measured before anything is bought, where one would change the choice. */
function MeasureFirst({ model }: { model: SlackModel }) {
  const { context, after, view, currency } = model;
  const units = useUnits();
  const late = useDeferredValue(context);
  const [first] = useMemo(() => whatDecides({ ...late, lever: after, measuredMm: null }), [late, after]);
  if (!first) return null;
  const { joint, atMm, instead } = first;
  return (
    <p className={css.first} role="note">
      <b>Measure first: {joint.name}.</b> Its play is {joint.origin === "measured" ? "measured" : "estimated"} at{" "}
      {units.show(joint.play.base, "length")}; at {units.show(atMm, "length")}{" "}
      {instead === null
        ? "no set reaches the target."
        : instead.replace.length === 0
          ? "nothing needs replacing."
          : `the cheapest set would be ${namesOf(instead.replace, view.joint)}, ${formatNumber(instead.cost, 2)} ${currency}.`}
    </p>
  );
}

/** Where the throw comes from that a target is a part of; what was taped needs no word. */
const THROW_FROM: Record<ThrowFrom, string> = {
  tape: "",
  computed: ", calculated from the lever",
  typical: ", estimated: measure it",
};

function WhatItCosts({ model }: { model: SlackModel }) {
  const { view, edit, context, planned, currency } = model;
  const { commit } = model;
  const units = useUnits();
  const plan = planned.cheapest;
  const throwWords = context.throwFrom === null ? "" : THROW_FROM[context.throwFrom];
  return (
    <section className="sect">
      <h2 className="hd2">Price against play left</h2>
      <MeasureFirst model={model} />
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
            edit.update("job", view.job, { slackTarget, slackTargetPct: null }, `Target play ${slackTarget.typed}`)
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
              ? `${formatNumber((100 * view.job.slackTarget.base) / context.throwMm, 1)} % of the throw${throwWords}`
              : context.targetMm !== null && `${units.show(context.targetMm, "length")} at the knob${throwWords}`}
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
  );
}
