import { enumerate, uncapital } from "../../format/grammar";
import { Button, Modal } from "antd";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { formatNumber } from "../../../core";
import { quantityKinds } from "../../../contract";
import { useUnits } from "../../format/units";
import { LAYOUT_NAMES, layoutText, QUANTITY_NAMES, SHIFTER_NAMES } from "../../format/words";
import { OriginMark } from "../../ui/marks";
import { Answer, Num } from "../../ui/Answer";
import { SymptomChip, type ThreeState } from "../../ui/slots";
import { TextField } from "../../ui/TextField";
import type { StageProps } from "../../data/stage";
import { useKnowledge } from "../../data/useKnowledge";
import {
  answersOf,
  AT_THE_LEVER,
  diagnosisOf,
  evidenceOf,
  LEAD,
  standsOut,
  withSaid,
  likely,
  type Diagnosis,
  type Evidence,
} from "../../../domain";
import { RecordedForAsk } from "../../pieces/vibration/RecordedForAsk";
import { Suspects } from "./Suspects";
import { TestDialog, TestsWorth } from "../../pieces/diagnosis/TestsWorth";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./ask.module.css";

/** The complaint in the driver's words, what the tests showed, and what the numbers make of both. */
export default function AskStage({ view, edit }: StageProps) {
  const { job, vehicle } = view;
  const navigate = useNavigate();
  const [test, setTest] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const table = useKnowledge();
  const answers = useMemo(() => answersOf(view), [view]);
  const evidence = useMemo(() => evidenceOf(view).filter((e) => !job.symptoms[e.id]), [view, job.symptoms]);
  const diagnosis = useMemo(() => diagnosisOf(table, vehicle, answers), [table, vehicle, answers]);
  const { answer, knowledge, observed } = diagnosis;
  const numbers = new Map(observed.map((o, i) => [o.id, i + 1]));
  const stateOf = (id: string): ThreeState => answers[id] ?? "untried";

  const move = (id: string, state: ThreeState, words: string): void => {
    const symptoms = { ...job.symptoms };
    // The latest answer stands last: the suspects' steps follow the order of asking.
    delete symptoms[id];
    if (state !== "untried") symptoms[id] = state;
    edit.update("job", job, { symptoms }, `${words}: ${state === "untried" ? "not asked" : state}`);
  };
  const symptoms = knowledge.observations.filter((o) => o.kind === "symptom");
  const results = knowledge.observations.filter((o) => o.kind === "result");
  const tried = results.filter((o) => answers[o.id]);
  const suggested = new Set(
    answer.next
      .filter((n) => !n.test.startsWith("ask:"))
      .slice(0, 3)
      .flatMap((n) => knowledge.tests.find((t) => t.id === n.test)?.results ?? []),
  );
  const shownResults = results.filter((o) => answers[o.id] || suggested.has(o.id));
  const worn = MOUNTS.filter(({ ids }) => ids.some((id) => answers[id] === "present")).map((m) => m.name);
  const nextTest = answer.next.find((n) => !n.test.startsWith("ask:"));

  const chips = (list: typeof symptoms) => (
    <div className="chips">
      {list.map((s) => (
        <SymptomChip
          key={s.id}
          words={s.label}
          state={stateOf(s.id)}
          number={numbers.get(s.id)}
          onChange={(state) => move(s.id, state, s.label)}
        />
      ))}
    </div>
  );

  return (
    <>
      <Answer
        acts={
          <>
            <Button onClick={() => setWorking(true)}>Calculation</Button>
            {nextTest && !answer.stop && observed.length > 0 ? (
              <Button type="primary" onClick={() => setTest(nextTest.test)}>
                Start this test
              </Button>
            ) : (
              <Button type="primary" onClick={() => void navigate(`/jobs/${job.id}/gauge`)}>
                Go on to Gauge
              </Button>
            )}
          </>
        }
      >
        <AskSentence diagnosis={diagnosis} complaint={job.complaint} />
      </Answer>
      <div className="ask">
        <div className={css.askLeft}>
          <section className="sect">
            <h2 className="hd2">
              In the driver’s words
              <span className="lb">
                {[SHIFTER_NAMES[vehicle.shifterKind], layoutText(vehicle)].filter(Boolean).join(", ")}
              </span>
            </h2>
            {vehicle.unsaid.includes("layout") && (
              <div className={`row-flex ${css.lies}`} role="group" aria-label="How does the engine lie?">
                <p className="lb">How does the engine lie? Until it is said, faults of both are counted.</p>
                {(["northSouth", "eastWest"] as const).map((layout) => (
                  <Button
                    key={layout}
                    size="small"
                    onClick={() =>
                      edit.update("vehicle", vehicle, withSaid(vehicle, "layout", layout), LAYOUT_NAMES[layout])
                    }
                  >
                    {LAYOUT_NAMES[layout]}
                  </Button>
                ))}
              </div>
            )}
            <TextField
              label="Complaint"
              hideLabel
              lines={2}
              value={job.complaint}
              placeholder="The stick jumps when I come off the pedal…"
              onCommit={(complaint) => edit.update("job", job, { complaint }, "Complaint")}
            />
            <div style={{ height: 8 }} />
            <TextField
              label="How it was taken"
              value={job.complaintNote}
              placeholder="08:25, by phone"
              onCommit={(complaintNote) => edit.update("job", job, { complaintNote }, "How the complaint was taken")}
            />
          </section>
          <section className="sect">
            <h2 className="hd2">
              What it does at the lever
              <span className="lb">tap to move the knob: present, absent, not asked</span>
            </h2>
            {chips(symptoms.filter((s) => AT_THE_LEVER.has(s.id)))}
          </section>
          <section className="sect">
            <h2 className="hd2">What engine, gearbox and shafts do</h2>
            {chips(symptoms.filter((s) => !AT_THE_LEVER.has(s.id)))}
          </section>
          <section className="sect">
            <h2 className="hd2">
              What the tests showed{" "}
              <span className="lb">
                {tried.length} of {results.length} tried
              </span>
            </h2>
            {chips(shownResults)}
            <FromReadings evidence={evidence} words={new Map(knowledge.observations.map((o) => [o.id, o.label]))} />
          </section>
          <RecordedForAsk view={view} />
        </div>
        <div className={css.askRight}>
          <Suspects diagnosis={diagnosis} />
          {worn.length > 1 && <p className="caution">More than one mount is worn: {enumerate(worn)}.</p>}
          {observed.length > 0 && <OneOrTwo answer={answer} />}
          {answer.moreThanOne && (
            <p className="caution">
              Not explained by what is likeliest:{" "}
              {answer.unexplained
                .map((id) => knowledge.observations.find((o) => o.id === id)?.label.toLowerCase())
                .join(", ")}
              .
            </p>
          )}
          <TestsWorth diagnosis={diagnosis} onOpen={setTest} />
        </div>
      </div>
      <TestDialog testId={test} diagnosis={diagnosis} stateOf={stateOf} onAnswer={move} onClose={() => setTest(null)} />
      <Modal open={working} title="Calculation" footer={null} width={640} onCancel={() => setWorking(false)}>
        <AskWorking diagnosis={diagnosis} />
      </Modal>
    </>
  );
}

/** What is likeliest as a whole: one of these, or two of them together. */
function OneOrTwo({ answer }: { answer: Diagnosis["answer"] }) {
  const list = likely(answer);
  if (!list.some((h) => h.names.length > 1)) return null;
  return (
    <section className={css.oneOrTwo} aria-label="One of these, or two together">
      <h2 className="hd2">One of these, or two together</h2>
      <ul className="lined">
        {list.map((h) => (
          <li key={h.names.join()} className="row-flex">
            <span>
              {h.names.length > 1 ? `${h.names[0]} and ${uncapital(h.names[1])}` : (h.names[0] ?? "Nothing wrong")}
            </span>
            {h.names.length > 1 && <span className="lb">together</span>}
            <b className="n push">
              {pct(h.p)}
              <small>{"\u202f%"}</small>
            </b>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Results that show one mount worn: more than one of them is no single fault. */
const MOUNTS = [
  { name: "left", ids: ["pryLeft", "lowLeft"] },
  { name: "right", ids: ["pryRight", "lowRight"] },
  { name: "torque-reaction", ids: ["pryFront"] },
  { name: "tail", ids: ["pryTail", "lowTail", "liftSeparates"] },
];

/** Tests that the readings of Gauge have answered already: nobody is asked for them again. */
function FromReadings({ evidence, words }: { evidence: Evidence[]; words: ReadonlyMap<string, string> }) {
  const units = useUnits();
  if (!evidence.length) return null;
  return (
    <ul className="lined" aria-label="Answered by the readings" style={{ marginTop: 10 }}>
      {evidence.map((e) => (
        <li key={e.id} className="lb">
          <OriginMark origin="measured" /> {QUANTITY_NAMES[e.quantity]}
          {e.place && `, ${e.place}`}: {units.show(e.value, quantityKinds[e.quantity])}. {words.get(e.id)}:{" "}
          {e.state === "present" ? "yes" : "no"}. Tap the chip to answer otherwise.
        </li>
      ))}
    </ul>
  );
}

const pct = (p: number): string => formatNumber(p * 100, 0);

function AskSentence({ diagnosis, complaint }: { diagnosis: Diagnosis; complaint: string }) {
  const { answer, observed } = diagnosis;
  const [first, second] = answer.posterior;
  const whole = answer.hypotheses[0].faults.flatMap((id) => answer.posterior.find((s) => s.fault === id) ?? []);
  const next = answer.next.find((n) => !n.test.startsWith("ask:"));
  if (!observed.length) {
    return complaint ? (
      <>
        <b>Tap what it does and what it does not do.</b> An answer of “no” tells as much as a “yes”.
      </>
    ) : (
      <>
        <b>Write down what the driver says,</b> in the driver’s own words, then tap what it does and does not do.
      </>
    );
  }
  const nothing = answer.hypotheses[0].faults.length === 0;
  const standing =
    nothing && (answer.nothing ?? 0) >= 0.5 ? (
      <>
        So far nothing speaks for a fault: <Num>{pct(answer.nothing ?? 0)}</Num>
        {"\u202f%"} that nothing is wrong.
      </>
    ) : !standsOut(diagnosis) ? (
      observed.some((o) => o.present) ? (
        "No fault stands out yet."
      ) : (
        "Nothing that was asked is there: no fault stands out yet."
      )
    ) : (
      <>
        {first.label} leads at <Num>{pct(first.p)}</Num>
        {"\u202f%"}
        {first.referOn && ", for a specialist"}
        {second && (
          <>
            ; {uncapital(second.label)}
            {second.referOn && ", for a specialist,"} follows at <Num>{pct(second.p)}</Num>
            {"\u202f%"}
          </>
        )}
        .
      </>
    );
  if (answer.stopReason === "lead" && nothing) {
    return (
      <>
        <b>
          Nothing wrong, {pct(answer.nothing ?? 0)}
          {"\u202f%"}.
        </b>{" "}
        Let the driver show it on the road before anything comes apart.
      </>
    );
  }
  if (answer.stopReason === "lead") {
    return (
      <>
        <b>
          {whole.map((f, i) => (i ? uncapital(f.label) : f.label)).join(" and ")}
          {whole.length > 1 && " together"}, {pct(answer.hypotheses[0].p)}
          {"\u202f%"}.
        </b>{" "}
        {whole.every((f) => f.referOn)
          ? "Refer the customer to a specialist."
          : "Sure enough to act on. Measure before it comes apart."}
      </>
    );
  }
  if (first.p >= LEAD) {
    return (
      <>
        <b>
          {first.label}, {pct(first.p)}
          {"\u202f%"}.
        </b>{" "}
        {first.referOn ? "Refer the customer to a specialist." : "Sure enough to act on."} A second fault is not ruled
        out
        {next ? `: ${uncapital(next.label)} tells most about it.` : "."}
      </>
    );
  }
  if (answer.stopReason === "noGain" || !next) {
    return (
      <>
        <b>No test left tells enough.</b> {standing}
      </>
    );
  }
  return (
    <>
      <b>Next: {uncapital(next.label)}.</b> <Num>{formatNumber(next.minutes, 0)}</Num> min, and it tells most.{" "}
      {standing}
    </>
  );
}

function AskWorking({ diagnosis }: { diagnosis: Diagnosis }) {
  const { answer, observed, knowledge } = diagnosis;
  const [leader] = answer.posterior;
  const label = new Map(knowledge.observations.map((o) => [o.id, o.label]));
  const row = knowledge.table[leader.fault] ?? {};
  return (
    <div className="working">
      <p>
        Bayes’ rule: each answer multiplies a suspect’s odds by how much likelier the answer is with that fault than
        with the others. One fault is assumed, or two together; a suspect’s figure is the chance that it is among them.
        A test is worth what it is expected to tell, in bits, by the minutes it takes. Likelihoods are a starting table,
        engineering judgement.
      </p>
      <LedgerTable heads={["answer", <>with {uncapital(leader.label)}</>, "odds", ["why", "txt apart"]]}>
        {observed.map((o, i) => {
          const stated = row[o.id] ?? knowledge.observations.find((x) => x.id === o.id)?.faultFree ?? "rarely";
          return (
            <tr key={o.id}>
              <td style={{ whiteSpace: "normal" }}>
                {o.present ? "" : "not: "}
                {label.get(o.id)}
              </td>
              <td>
                {typeof stated === "number"
                  ? formatNumber(stated, 2)
                  : stated === "nearlyAlways"
                    ? "nearly always"
                    : stated}
              </td>
              <td className="n">×{formatNumber(Math.exp(answer.moves[i].logOdds), 2)}</td>
              <td className="txt" style={{ whiteSpace: "normal", paddingLeft: 12 }}>
                {knowledge.reasons?.[leader.fault]?.[o.id] ?? ""}
              </td>
            </tr>
          );
        })}
      </LedgerTable>
      <p className="lb" style={{ marginTop: 8 }}>
        {formatNumber(answer.entropyBits, 2)} bits of doubt left.
      </p>
    </div>
  );
}
