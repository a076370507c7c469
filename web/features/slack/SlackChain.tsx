import { Button } from "antd";
import { useMemo, useState } from "react";
import type { Joint, Operation } from "../../../contract";
import {
  driveSolver,
  formatNumber,
  jointPlaces,
  type PlayDirection,
  type ReplacePlan,
  type SlackAnswer,
} from "../../../core";
import { useShopQuery } from "../../app/api";
import { newId } from "../../app/saving";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import { Figure, OriginLegend, OriginMark } from "../../ui/marks";
import { NumberField, PriceField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { SlotSwitch } from "../../ui/slots";
import { Empty } from "../../ui/states";
import { Choice, TextField } from "../../ui/TextField";
import type { StageProps } from "../job/JobPage";
import { nextPosition } from "../job/useJobView";
import { AddLine } from "../plan/AddLine";
import { ChainBars } from "./ChainBars";
import {
  contextOf,
  DIRECTION_WORDS,
  GRADES,
  PLACE_WORDS,
  solveChain,
  standardJoints,
  triedSum,
  type Grade,
} from "./chain";
import { FrontChart } from "./FrontChart";
import "../plan/plan.css";
import "./slack.css";

const GRADE_WORDS = {
  typed: "as typed",
  ...Object.fromEntries(Object.entries(GRADES).map(([k, g]) => [k, `${g.words}, ${g.mm} mm`])),
} as Record<Grade | "typed", string>;

const PLACES = Object.fromEntries(jointPlaces.map((p) => [p, PLACE_WORDS[p]])) as Record<Joint["at"], string>;

/** Where the slop comes from, joint by joint, and which parts are worth their price. */
export function SlackChain({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const [direction, setDirection] = useState<PlayDirection>("foreAft");
  const { data: shop } = useShopQuery();
  const currency = shop?.shop.currency ?? "";
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
      ...standardJoints(view).map((data): Operation => ({
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
          currency={currency}
        />
      </Answer>
      <div className="slackgrid">
        <section className="sect" aria-label="Joints">
          <h2 className="hd2">
            From knob to gearbox
            <span className="dirs" role="group" aria-label="Direction of the play">
              {(["foreAft", "cross"] as const).map((d) => (
                <button key={d} type="button" aria-pressed={d === direction} onClick={() => setDirection(d)}>
                  {DIRECTION_WORDS[d]}
                </button>
              ))}
            </span>
          </h2>
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
                  play: { typed: "0.2 mm", base: 0.2 },
                  newPlay: { typed: "0.05 mm", base: 0.05 },
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
        <div className="slack-right">
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
              show={(mm) => units.bare(mm, "length")}
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
                  <td>sum of the joints, as it stands</td>
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
                label="play to come down to"
                kind="length"
                typed={view.job.slackTarget?.typed}
                base={view.job.slackTarget?.base ?? null}
                min={0}
                max={200}
                hint="8 mm"
                onCommit={(slackTarget) =>
                  edit.update("job", view.job, { slackTarget }, `Play to come down to ${slackTarget.typed}`)
                }
                onClear={() => edit.update("job", view.job, { slackTarget: null }, "No play to come down to")}
              />
              {context.throwMm !== null && view.job.slackTarget && (
                <span className="lb">
                  {formatNumber((100 * view.job.slackTarget.base) / context.throwMm, 1)} % of the throw
                </span>
              )}
            </div>
            {planned.plans.length > 1 ? (
              <>
                <FrontChart
                  plans={planned.plans}
                  cheapest={plan}
                  targetMm={context.targetMm}
                  show={(mm) => units.bare(mm, "length")}
                />
                <Plans answer={planned} joints={view.joint} currency={currency} onTake={commit} />
              </>
            ) : (
              <p className="q">
                Give a price to a joint that can be replaced, and the sets worth considering stand here.
              </p>
            )}
          </section>
        </div>
      </div>
    </>
  );
}

const namesOf = (ids: readonly string[], joints: readonly Joint[]): string =>
  ids.map((id) => joints.find((j) => j.id === id)?.name ?? id).join(", ") || "nothing";

function ChainSentence({
  answer,
  planned,
  direction,
  joints,
  currency,
}: {
  answer: SlackAnswer;
  planned: SlackAnswer;
  direction: PlayDirection;
  joints: Joint[];
  currency: string;
}) {
  const units = useUnits();
  const own = direction === "foreAft" ? answer.foreAft : answer.cross;
  const len = (mm: number): string => units.bare(mm, "length");
  const plan = planned.cheapest;
  const greatest = answer.joints
    .filter((j) => j.direction === direction)
    .reduce<SlackAnswer["joints"][number] | null>((a, b) => (a && a.shareMm >= b.shareMm ? a : b), null);
  const missing =
    own.finding === "joint_missing" ? (
      <>
        {" "}
        <Num>{len(own.unexplainedMm ?? 0)}</Num> {units.label("length")} of the measured{" "}
        <Num>{len(own.measuredMm ?? 0)}</Num> is not explained: a joint is missing from the list, look again.
      </>
    ) : own.finding === "over_read" ? (
      <> The joints add up to more than was measured: a play was over-read, or a joint is preloaded.</>
    ) : null;
  if (plan && plan.replace.length) {
    return (
      <>
        <b>Replace {namesOf(plan.replace, joints)}:</b> <Num>{len(own.worstCaseMm)}</Num> to{" "}
        <Num>{len(plan.worstCaseMm)}</Num> {units.label("length")} at the knob for{" "}
        <Num>{formatNumber(plan.cost, 2)}</Num> {currency}, <Num>{formatNumber(plan.minutes, 0)}</Num> min.{missing}
      </>
    );
  }
  if (plan) {
    return (
      <>
        <b>Nothing to replace:</b> the play is <Num>{len(own.worstCaseMm)}</Num> {units.label("length")} already.
        {missing}
      </>
    );
  }
  if (planned.target && !planned.target.reached) {
    return (
      <>
        <b>Not with these parts:</b> the least that can be reached is <Num>{len(planned.target.leastAttainableMm)}</Num>{" "}
        {units.label("length")}.{missing}
      </>
    );
  }
  return (
    <>
      <b>{greatest ? `${greatest.name} makes most of it: ` : ""}</b>
      {greatest && (
        <>
          <Num>{len(greatest.shareMm)}</Num> of <Num>{len(own.worstCaseMm)}</Num> {units.label("length")} at the knob.
        </>
      )}
      {missing}
    </>
  );
}

function JointRow({
  index,
  joint,
  answer,
  planned,
  edit,
  currency,
}: {
  index: number;
  joint: Joint;
  answer: SlackAnswer;
  /** With the chosen lever, where one is chosen. */
  planned: SlackAnswer | null;
  edit: StageProps["edit"];
  currency: string;
}) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const solved = answer.joints.find((j) => j.id === joint.id);
  const nextShare = planned?.joints.find((j) => j.id === joint.id)?.shareMm;
  const patch = (data: Partial<Joint>, what: string): void =>
    edit.update("joint", joint, data, `${joint.name}: ${what}`);
  const grade = (Object.keys(GRADES) as Grade[]).find((g) => GRADES[g].mm === joint.play.base) ?? "typed";
  return (
    <li className={joint.tryNew ? "joint fresh" : "joint"}>
      <i className="node n" aria-hidden="true">
        {index + 1}
      </i>
      <button type="button" className="pname" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="rt">{joint.name}</span>
        <span className="lb">
          {PLACE_WORDS[joint.at]}, shows ×{formatNumber(solved?.ratio ?? 0, 2)}
        </span>
      </button>
      <OriginMark origin={joint.origin} />
      <QuantityField
        label="play"
        kind="length"
        typed={joint.play.typed}
        base={joint.play.base}
        min={0}
        max={50}
        onCommit={(play) => patch({ play, origin: "measured" }, `play ${play.typed}`)}
      />
      <Figure origin="calculated">
        {units.bare(solved?.shareMm ?? 0, "length")}
        {nextShare !== undefined && <small className="q"> then {units.bare(nextShare, "length")}</small>}
      </Figure>
      <span className="newsw">
        <SlotSwitch
          on={joint.tryNew}
          label={`${joint.name} as new`}
          onChange={(tryNew) => patch({ tryNew }, tryNew ? "as new" : "as it is")}
        />
        <span className="lb">new</span>
      </span>
      {open && (
        <div className="pmore">
          <div className="fields">
            <TextField
              label="joint"
              value={joint.name}
              required
              max={60}
              onCommit={(name) => patch({ name }, "name")}
            />
            <Choice label="where" value={joint.at} options={PLACES} onChange={(at) => patch({ at }, PLACE_WORDS[at])} />
            <Choice
              label="feels"
              value={grade}
              options={GRADE_WORDS}
              onChange={(g) => {
                if (g === "typed") return;
                const { mm } = GRADES[g];
                patch({ play: { typed: `${mm} mm`, base: mm }, origin: "estimated" }, GRADES[g].words);
              }}
            />
            <QuantityField
              label="play when new"
              kind="length"
              typed={joint.newPlay?.typed}
              base={joint.newPlay?.base ?? null}
              min={0}
              max={50}
              onCommit={(newPlay) => patch({ newPlay }, `new play ${newPlay.typed}`)}
              onClear={() => patch({ newPlay: null }, "no play when new")}
            />
            <PriceField
              label="price of the part"
              value={joint.cost}
              currency={currency}
              onCommit={(cost) => patch({ cost }, "price")}
            />
            <NumberField
              label="work"
              value={joint.minutes}
              min={0}
              max={100000}
              unit="min"
              onCommit={(minutes) => patch({ minutes: minutes ?? 0 }, "minutes")}
            />
            <TextField
              label="same part as another joint"
              value={joint.part}
              placeholder="name of the part"
              onCommit={(part) => patch({ part }, "part")}
            />
          </div>
          <div>
            <Button size="small" onClick={() => edit.remove("joint", joint, `${joint.name} out of the chain`)}>
              Out of the chain
            </Button>
          </div>
        </div>
      )}
    </li>
  );
}

function Plans({
  answer,
  joints,
  currency,
  onTake,
}: {
  answer: SlackAnswer;
  joints: Joint[];
  currency: string;
  onTake: (plan: ReplacePlan) => void;
}) {
  const units = useUnits();
  const chosen = answer.cheapest ? answer.plans.indexOf(answer.cheapest) : 0;
  const from = Math.max(0, Math.min(chosen - 3, answer.plans.length - 8));
  return (
    <table className="ledger plans">
      <thead>
        <tr>
          <th>replace</th>
          <th>{currency}</th>
          <th>min</th>
          <th>{units.label("length")} left</th>
          <th>
            <span className="sr">put on the plan</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {answer.plans.slice(from, from + 8).map((p) => (
          <tr key={p.replace.join()} className={p === answer.cheapest ? "maj" : undefined}>
            <td style={{ whiteSpace: "normal" }}>{namesOf(p.replace, joints)}</td>
            <td className="n">{formatNumber(p.cost, 2)}</td>
            <td className="n">{formatNumber(p.minutes, 0)}</td>
            <td className="n">{units.bare(p.worstCaseMm, "length")}</td>
            <td>
              {p.replace.length > 0 && (
                <Button
                  size="small"
                  aria-label={`Put ${namesOf(p.replace, joints)} on the plan`}
                  onClick={() => onTake(p)}
                >
                  take
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
