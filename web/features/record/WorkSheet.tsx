import { quantityKinds, type JobView, type Step, type TorqueGroup } from "../../../contract";
import {
  cautionsOf,
  fastenerText,
  handbackLists,
  isGroupDone,
  lacksSource,
  leftOpenBy,
  progressOf,
  readSpecText,
  stepWants,
  toAnswer,
  UNSAID_MIN,
  type StepWants,
} from "../../../domain";
import { count, dateText, PLACE_NAMES, loadText } from "../../format/words";
import { enumerate } from "../../format/grammar";
import { TOOL_NAMES } from "../../format/settingTools";
import { useUnits } from "../../format/units";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { OriginMark } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";
import { Box, Line } from "../../ui/ToFill";
import { RecordHead } from "./Parts";
import css from "./record.module.css";

/** The plan to be worked from paper: what to beware of first, boxes to tick, lines to fill in; typed in afterwards. */
export function WorkSheet({ view, head }: { view: JobView; head: string }) {
  const { job, step: steps } = view;
  const ahead = steps.filter((s) => s.state === "open");
  const minutes = ahead.reduce((sum, s) => sum + (s.minutes ?? UNSAID_MIN), 0);
  const over = steps.length - ahead.length;
  const decided = job.decided.filter((d) => d.choice);
  const left = leftOpenBy(view);
  const named = new Set(steps.flatMap((s) => s.facts?.torques ?? []));
  const others = view.torqueGroup.filter((g) => !named.has(g.name));
  return (
    <>
      <RecordHead view={view} shopName={head} />
      <section>
        <p>
          <b>Work sheet.</b>{" "}
          {steps.length
            ? `${count(steps.length, "step")} in this order${over ? `, ${over} of them over` : ""}; about ${Math.round(minutes / 5) * 5} min ahead as planned.`
            : "Nothing is planned yet."}{" "}
          Printed {dateText(new Date().toISOString())}.
        </p>
        {job.complaint && <p>“{job.complaint}”</p>}
        {decided.length > 0 && <p>Decided: {decided.map((d) => `${d.question} ${d.choice}`).join("; ")}.</p>}
        {left.map((l) => (
          <p key={l}>
            <b>Left for another day:</b> {l}
          </p>
        ))}
      </section>
      <ToHand view={view} />
      {steps.map((s, i) => (
        <OneStep key={s.id} view={view} step={s} number={i + 1} />
      ))}
      {others.length > 0 && (
        <section>
          <h2 className="hd2">Also to torque</h2>
          <ul>
            {others.map((g) => (
              <Tighten key={g.id} group={g} view={view} />
            ))}
          </ul>
        </section>
      )}
      {steps.length > 0 && (
        <section>
          <h2 className="hd2">Before it goes back</h2>
          {handbackLists(view).map((list) => (
            <div key={list.id}>
              <h3>{list.title}</h3>
              {list.caution && (
                <p>
                  <b>{list.caution}</b>
                </p>
              )}
              <ul>
                {list.lines.map((l) => (
                  <li key={l.id}>
                    <Box /> {l.text}
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
      )}
      <p>
        Done by <Line wide /> on <Line /> and typed in on <Line />
      </p>
    </>
  );
}

/** Parts and tools that have to be there before it is begun. */
function ToHand({ view }: { view: JobView }) {
  const parts = view.part.filter((p) => !p.alternative && !p.carriedOver && p.state !== "fitted");
  const tools = [...new Set(view.step.flatMap((s) => (s.state === "open" ? (s.facts?.tools ?? []) : [])))];
  if (!parts.length && !tools.length) return null;
  return (
    <section>
      <h2 className="hd2">To have at hand</h2>
      <ul>
        {parts.map((p) => (
          <li key={p.id}>
            <Box /> {p.quantity === 1 ? "" : `${p.quantity} × `}
            {p.name}
            {p.number && `, ${p.number}`}
            {p.state === "arrived" || p.consumable ? "" : ", not here yet"}
          </li>
        ))}
      </ul>
      {tools.length > 0 && <p>Tools: {tools.join(", ")}.</p>}
    </section>
  );
}

function OneStep({ view, step, number }: { view: JobView; step: Step; number: number }) {
  const { facts } = step;
  const { all } = stepWants(view, step);
  const groups = view.torqueGroup.filter((g) => facts?.torques.includes(g.name));
  const parts = facts?.parts ?? [];
  const back = (facts?.fits ?? []).map((key) => {
    const f = view.step.flatMap((s) => s.facts?.frees ?? []).find((x) => x.key === key);
    return f ? fastenerText(f) : key;
  });
  const answers = toAnswer(step, view.step);
  const over = step.state !== "open";
  return (
    <section className={css.worked}>
      <h3>
        {!over && <Box />} {number}. {step.text}
        {over && (step.state === "done" ? ", done" : ", left out")}
      </h3>
      <p className="lb">
        {[
          PLACE_NAMES[step.place],
          step.load.length > 0 && loadText(step.load).toLowerCase(),
          step.minutes === null ? "no time planned" : `${step.minutes} min planned`,
          step.hands === 2 && "two people",
          step.waitMin > 0 && `then wait ${step.waitMin} min${facts?.waitFor ? ` for ${facts.waitFor}` : ""}`,
        ]
          .filter(Boolean)
          .join(" · ")}
      </p>
      {!over &&
        cautionsOf(facts).map((c) => (
          <p key={c} className={css.beware}>
            <b>Caution:</b> {c}
          </p>
        ))}
      {!over && (
        <ul>
          {parts.length > 0 && <li>Parts: {enumerate(parts)}</li>}
          {answers.map((a) => (
            <li key={`${a.what} ${a.key}`}>
              <Box /> {LEAD[a.what]}
              {a.text}
              {a.asksValue && (
                <>
                  : <Line wide />
                </>
              )}
            </li>
          ))}
          {back.map((text) => (
            <li key={text}>
              <Box /> Goes back: {text}
            </li>
          ))}
          {all.map((w) => (
            <Wanted key={w.key} view={view} of={w} />
          ))}
          {groups.map((g) => (
            <Tighten key={g.id} group={g} view={view} />
          ))}
        </ul>
      )}
    </section>
  );
}

/** What stands before an answer, so that it says on paper what is to be done. */
const LEAD: Partial<Record<string, string>> = { bag: "Comes out: ", mark: "Mark: ", look: "Look: " };

function Wanted({ view, of }: { view: JobView; of: StepWants }) {
  const units = useUnits();
  if (of.what === "sets") {
    return (
      <li>
        <Box /> Set: {TOOL_NAMES[of.tool]}: <Line wide />
      </li>
    );
  }
  const { measurand, phase } = of;
  const taken = view.reading.find(
    (r) =>
      r.quantity === measurand.quantity &&
      r.phase === phase &&
      r.fromGear === measurand.fromGear &&
      r.toGear === measurand.toGear &&
      (r.place || null) === measurand.place,
  );
  const what = measurandName(measurand);
  return (
    <li>
      Measure {measurand.quantity === "throw" ? `the throw, ${what}` : what}, {phase} the work:{" "}
      {taken ? (
        taken.values.map((v) => v.typed).join(", ")
      ) : (
        <>
          <Line /> <Line /> <Line unit={units.label(quantityKinds[measurand.quantity])} />
        </>
      )}
    </li>
  );
}

/** A group with its value, its source and a box for each bolt of each pass, in the order they are tightened. */
function Tighten({ group, view }: { group: TorqueGroup; view: JobView }) {
  const units = useUnits();
  const read = readSpecText(group.specTyped);
  const { order, passes } = progressOf(group, view.signature);
  const byFeel = group.use === "snug" && !read.ok;
  const thread = group.thread || (byFeel ? "" : "thread not noted");
  const what = `${group.name}, ${group.count}${thread && ` × ${thread}`}`;
  const more = [
    group.reuse === "replace" && "new bolts",
    group.threadLocker && `thread locker ${group.threadLocker}`,
    group.lubricant,
    group.loadNeeded === "rideHeight" && "with the weight on the tyres",
    group.twoPeople && "signed by two",
  ].filter(Boolean);
  const tail = more.length > 0 && ` (${more.join(", ")})`;
  if (isGroupDone(group, view.signature)) return <li>Torqued already: {what}</li>;
  if (byFeel) {
    return (
      <li>
        <Box /> By feel: {what}
        {tail}
      </li>
    );
  }
  return (
    <li>
      Torque {what}
      {tail}:{" "}
      {read.ok ? (
        <>
          <OriginMark origin={group.specOrigin} /> {torqueWords(read.value, units.unit("torque"))}
          {lacksSource(group) ? ", source not named" : group.specSource && `, ${group.specSource}`}
        </>
      ) : (
        <>
          no value yet, <Line unit={units.label("torque")} /> from <Line wide />
        </>
      )}
      {passes.map((p) => (
        <span key={p.name} className={css.passed}>
          {" "}
          {p.name}
          {p.targetNm !== null && p.angleDeg === null && `, ${units.show(p.targetNm, "torque")}`}
          {p.angleDeg !== null && `, ${p.angleDeg}° further`}:{" "}
          {order.map((bolt) => (
            <span key={bolt}>
              {order.length > 1 && bolt} <Box />{" "}
            </span>
          ))}
        </span>
      ))}
    </li>
  );
}
