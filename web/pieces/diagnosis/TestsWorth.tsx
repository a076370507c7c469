import { Modal } from "antd";
import { formatNumber } from "../../../core";
import { SymptomChip, type ThreeState } from "../../ui/slots";
import { type Diagnosis, howToOf } from "../../../domain";
import { Press } from "../../ui/Press";
import css from "./diagnosis.module.css";

/** People a test needs. */
export function Hands({ count }: { count: 1 | 2 }) {
  return (
    <svg
      width={count * 18}
      height="18"
      viewBox={`0 0 ${count * 18} 18`}
      role="img"
      aria-label={count === 1 ? "one person" : "two people"}
    >
      {Array.from({ length: count }, (_, i) => (
        <g key={i} transform={`translate(${i * 18 + 9} 0)`} fill="var(--ink)">
          <circle cy="5" r="3.4" />
          <path d="M-6 17c0-5 2.4-7.4 6-7.4s6 2.4 6 7.4z" />
        </g>
      ))}
    </svg>
  );
}

/** Tests by what they tell a minute; asking the driver counts as one. */
export function TestsWorth({ diagnosis, onOpen }: { diagnosis: Diagnosis; onOpen: (test: string) => void }) {
  const { answer, knowledge } = diagnosis;
  const tests = answer.next.filter((n) => !n.test.startsWith("ask:")).slice(0, 5);
  const questions = answer.next.filter((n) => n.test.startsWith("ask:")).slice(0, 3);
  const most = Math.max(...tests.map((n) => n.bitsPerMin), 1e-9);
  return (
    <section className="worth" aria-label="Tests worth doing">
      <h2 className="hd2">
        Tests worth doing <span className="lb">what it tells, bits a minute; stop at 85 %</span>
      </h2>
      <ul className="lined">
        {tests.map((n) => {
          const test = knowledge.tests.find((t) => t.id === n.test);
          return (
            <li key={n.test}>
              <Press className={css.wline} onClick={() => onOpen(n.test)}>
                <span className={n === tests[0] ? "rt" : undefined}>{n.label}</span>
                <span className="n">
                  {formatNumber(n.minutes, 0)} <small>min</small>
                </span>
                <Hands count={test?.hands ?? 1} />
                <i>
                  <b style={{ width: `${(n.bitsPerMin / most) * 100}%` }} />
                </i>
                <span className="n">{formatNumber(n.bitsPerMin, 3)}</span>
              </Press>
            </li>
          );
        })}
      </ul>
      {!tests.length && <p className="q">No test tells enough now.</p>}
      {questions.length > 0 && (
        <p className={`lb ${css.worthAsk}`}>
          Ask the driver also: {questions.map((q) => q.label.toLowerCase()).join("; ")}.
        </p>
      )}
    </section>
  );
}

/** How a test is done, its caution, and what it showed. */
export function TestDialog({
  testId,
  diagnosis,
  stateOf,
  onAnswer,
  onClose,
}: {
  testId: string | null;
  diagnosis: Diagnosis;
  stateOf: (id: string) => ThreeState;
  onAnswer: (id: string, state: ThreeState, words: string) => void;
  onClose: () => void;
}) {
  const { knowledge } = diagnosis;
  const test = knowledge.tests.find((t) => t.id === testId);
  const how = testId ? howToOf(knowledge, testId) : undefined;
  return (
    <Modal
      open={Boolean(test)}
      title={test?.label}
      onCancel={onClose}
      onOk={onClose}
      okText="Done"
      cancelButtonProps={{ style: { display: "none" } }}
    >
      {test && (
        <div className={css.testbody}>
          <p className="row-flex">
            <span className="n">{test.minutes} min</span>
            <Hands count={test.hands} />
          </p>
          {how?.caution && <p className="caution">{how.caution}</p>}
          {how && (
            <ol className="howsteps">
              {how.steps.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ol>
          )}
          <h3 className="hd2">What it showed</h3>
          <div className="chips">
            {test.results.map((id) => {
              const words = knowledge.observations.find((o) => o.id === id)?.label ?? id;
              return (
                <SymptomChip key={id} words={words} state={stateOf(id)} onChange={(s) => onAnswer(id, s, words)} />
              );
            })}
          </div>
        </div>
      )}
    </Modal>
  );
}
