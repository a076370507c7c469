import { Button } from "antd";
import { useMemo, useState } from "react";
import type { MemoryView } from "../../../contract";
import { formatNumber, shopStandard, withChanges, type Knowledge, type LearnAnswer } from "../../../core";
import { casesOf, learnedLines, tableBefore, withLearned, type LearnedLine } from "../../../domain";
import type { useShop } from "../../data/useShop";
import { count } from "../../format/words";
import { Press } from "../../ui/Press";
import { SlotSwitch } from "../../ui/slots";
import { useTask } from "../../worker";
import { Scroll } from "./Scroll";
import css from "./memory.module.css";

/** The present table counts as so many jobs: few jobs move little. */
const STRENGTH = 20;
const WIDTH = 84;
const FAULTS_SHOWN = 3;
const SIGNS_SHOWN = 4;

/** A fault with the signs that moved most. */
function strongest(own: readonly LearnedLine[]): LearnedLine[] {
  const by = (l: LearnedLine): number => Math.abs(l.after - l.before);
  const signs = own.filter((l) => l.kind === "cell").sort((a, b) => by(b) - by(a));
  return [...own.filter((l) => l.kind === "prior"), ...signs.slice(0, SIGNS_SHOWN)];
}

type Desk = NonNullable<ReturnType<typeof useShop>>;

/** What closed jobs with a verified cause say about the table behind Ask, figure by figure. */
export function LearnedTable({ view, desk }: { view: MemoryView; desk: Desk }) {
  const { shop } = desk;
  const table = useMemo(() => withChanges(shopStandard, shop.knowledge), [shop.knowledge]);
  const base = useMemo(() => tableBefore(table, shop.learned), [table, shop.learned]);
  const cases = useMemo(() => casesOf(view.jobs, base), [view.jobs, base]);
  const asked = useMemo(
    () => (cases.length ? { knowledge: forModel(base), cases, strength: STRENGTH } : null),
    [base, cases],
  );
  const task = useTask("learn", asked);
  const answer = task.last;
  return (
    <section className="sect" aria-label="Diagnosis table">
      {!cases.length ? (
        <>
          <h2 className="hd2">Diagnosis table</h2>
          <p className="q">
            No closed job has a verified cause. In Prove, mark what was repaired and what of the complaint went away, or
            say which fault it was.
          </p>
        </>
      ) : !answer ? (
        <>
          <h2 className="hd2">Diagnosis table</h2>
          <p className="q">
            {task.result.state === "working"
              ? `Learning from ${count(cases.length, "job")}…`
              : "The calculation failed."}
          </p>
        </>
      ) : (
        <Proposals
          lines={learnedLines(answer, table, shop.learned, cases.length)}
          answer={answer}
          cases={cases.length}
          label={(id) =>
            base.faults.find((f) => f.id === id)?.label ?? base.observations.find((o) => o.id === id)?.label ?? id
          }
          onUse={(lines, take, what) => desk.patch(withLearned(table, shop.learned, lines, take), what)}
        />
      )}
    </section>
  );
}

/** What the model knows of a table: a shop's ways of doing a test are for people. */
function forModel(table: Knowledge): Knowledge {
  const knowledge = { ...table };
  delete knowledge.howTos;
  return knowledge;
}

function Proposals({
  lines,
  answer,
  cases,
  label,
  onUse,
}: {
  lines: LearnedLine[];
  answer: LearnAnswer;
  cases: number;
  label: (id: string) => string;
  onUse: (lines: LearnedLine[], take: boolean, what: string) => void;
}) {
  const [all, setAll] = useState(false);
  const faults = [...new Set(lines.map((l) => l.fault))];
  const shown = all
    ? lines
    : faults.slice(0, FAULTS_SHOWN).flatMap((f) => strongest(lines.filter((l) => l.fault === f)));
  const open = lines.filter((l) => !l.taken);
  const total = answer.faults.reduce((s, f) => s + f.priorBefore, 0);
  const totalAfter = answer.faults.reduce((s, f) => s + f.priorAfter, 0);
  const pctOf = (l: LearnedLine, value: number, whole: number): number =>
    100 * (l.kind === "prior" ? value / whole : value);
  return (
    <>
      <div className="row-flex">
        <h2 className="hd2">
          Diagnosis table <span className="lb">how often each fault comes in, and its signs, %</span>
        </h2>
        <span className="push" />
        <Button
          size="small"
          disabled={!open.length}
          onClick={() => onUse(open, true, `Table: ${count(open.length, "figure")} from closed jobs`)}
        >
          Use all {open.length || ""}
        </Button>
      </div>
      <Scroll label="Figures, row by row">
        <table className={`ledger ${css.learned}`}>
          <thead>
            <tr>
              <th className="txt">fault, then its signs</th>
              <th>seen</th>
              <th aria-hidden="true">
                <Axis />
              </th>
              <th className="och">table</th>
              <th className="teal">learned</th>
              <th>use</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((l) => {
              const [before, after] = [pctOf(l, l.before, total), pctOf(l, l.after, totalAfter)];
              const words = l.observation === undefined ? label(l.fault) : label(l.observation);
              return (
                <tr key={`${l.fault}/${l.observation ?? ""}`} className={l.kind === "prior" ? css.fault : undefined}>
                  <td className={l.kind === "prior" ? `txt ${css.words}` : `txt ${css.words} ${css.sign}`}>{words}</td>
                  <td className="n q">
                    {l.seen} of {l.of}
                  </td>
                  <td>
                    <Move before={before} after={after} />
                  </td>
                  <td className="n och">{formatNumber(before, before < 1 ? 1 : 0)}</td>
                  <td className="n teal">
                    <b>{formatNumber(after, after < 1 ? 1 : 0)}</b>
                  </td>
                  <td>
                    <SlotSwitch
                      on={l.taken}
                      label={`Use ${words}${l.kind === "cell" ? ` with ${label(l.fault)}` : ", how often"}`}
                      onChange={(on) => onUse([l], on, `Table: ${words}, ${on ? "learned" : "as before"}`)}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scroll>
      {shown.length < lines.length || all ? (
        <p className="lb">
          {all ? "All figures that would move." : `${count(lines.length - shown.length, "more figure")} would move.`}{" "}
          <Press className={css.linkkey} onClick={() => setAll(!all)}>
            {all ? "Show the first" : "Show all"}
          </Press>
        </p>
      ) : null}
      <Score answer={answer} cases={cases} />
    </>
  );
}

const xOf = (pct: number): number => 5 + (Math.min(100, pct) / 100) * (WIDTH - 10);

function Axis() {
  return (
    <svg width={WIDTH} height="20" viewBox={`0 0 ${WIDTH} 20`}>
      <path d={`M${xOf(0)} 19H${xOf(100)}`} stroke="var(--edge)" />
      {[0, 50, 100].map((p) => (
        <text
          key={p}
          x={Math.min(WIDTH - 9, Math.max(4, xOf(p)))}
          y="11"
          textAnchor="middle"
          className={`n ${css.tick}`}
        >
          {p}
        </text>
      ))}
    </svg>
  );
}

function Move({ before, after }: { before: number; after: number }) {
  const [b, a] = [xOf(before), xOf(after)];
  return (
    <svg width={WIDTH} height="18" viewBox={`0 0 ${WIDTH} 18`} aria-hidden="true">
      <path d={`M${xOf(0)} 14.5H${xOf(100)}M${xOf(50)} 11v3.5`} stroke="var(--line)" />
      <path d={`M${b} 7H${a}`} stroke="var(--teal)" strokeWidth="1.6" />
      <path d={`M${b - 4.5} 3h9L${b} 11z`} fill="var(--panel)" stroke="var(--ochre)" strokeWidth="1.5" />
      <path d={`M${a - 4.5} 3h9L${a} 11z`} fill="var(--teal)" />
    </svg>
  );
}

function Score({ answer, cases }: { answer: LearnAnswer; cases: number }) {
  const { score, scoreLearned } = answer;
  if (!score) return null;
  const first = (share: number): string => formatNumber(share * cases, 0);
  return (
    <p className={css.score} role="status">
      <b>
        First suspect right {first(score.first)} of {cases}
        {scoreLearned && `, with the learned table ${first(scoreLearned.first)}`}.
      </b>{" "}
      {scoreLearned
        ? `Each job left out in turn. Among the first three: ${first(score.firstThree)} and ${first(scoreLearned.firstThree)}; log loss ${formatNumber(score.meanLogLoss, 2)} and ${formatNumber(scoreLearned.meanLogLoss, 2)}, lower is better.`
        : "One job is too few to judge the learned table."}{" "}
      {answer.notices[0] && "Few jobs move little."}
    </p>
  );
}
