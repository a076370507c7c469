import { useState } from "react";
import { formatNumber } from "../../../core";
import type { Diagnosis } from "../../../domain";
import { Press } from "../../ui/Press";
import css from "./ask.module.css";

/** The axis runs over odds, so that a step is as long whether a suspect stands at 5 or at 80 %. */
const AXIS = [1, 5, 20, 50, 80, 95];
const WIDTH = 268;
const logit = (p: number): number => Math.log(p / (1 - p));
const [LOW, HIGH] = [logit(0.006), logit(0.975)];
const xOf = (odds: number): number => ((Math.min(HIGH, Math.max(LOW, odds)) - LOW) / (HIGH - LOW)) * WIDTH;

const STEP = 18;
const SHOWN = 6;

/** Factor by which an answer multiplied the odds: ×3.2. */
const factor = (logOdds: number): string => `×${formatNumber(Math.exp(logOdds), Math.exp(logOdds) < 0.95 ? 2 : 1)}`;

function Axis() {
  return (
    <svg width={WIDTH} height="26" viewBox={`0 0 ${WIDTH} 26`} aria-hidden="true">
      <path d={`M0 25H${WIDTH}`} stroke="var(--edge)" />
      {AXIS.map((p) => (
        <g key={p}>
          <path d={`M${xOf(logit(p / 100))} 25v-6`} stroke="var(--edge)" />
          <text x={xOf(logit(p / 100))} y="14" textAnchor="middle" className={`n ${css.axis}`}>
            {p}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** One suspect's way: ring where it began, a step per answer, bar to the knob. */
function Track({ path, referOn, tall }: { path: number[]; referOn: boolean; tall: boolean }) {
  const step = tall ? STEP : Math.min(5, 16 / Math.max(1, path.length - 1));
  const top = tall ? 12 : 6;
  const height = top + step * (path.length - 1) + 20;
  const end = path[path.length - 1];
  const y = (i: number): number => top + i * step;
  return (
    <svg width={WIDTH} height={height} viewBox={`0 0 ${WIDTH} ${height}`} aria-hidden="true">
      {AXIS.map((p) => (
        <path key={p} d={`M${xOf(logit(p / 100))} 0V${height}`} stroke="var(--line-soft)" />
      ))}
      <circle cx={xOf(path[0])} cy={y(0) - 4} r="2.6" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.3" />
      {path.slice(1).map((odds, i) => (
        <path
          key={i}
          d={`M${xOf(path[i])} ${y(i)}V${y(i + 1)}H${xOf(odds)}`}
          fill="none"
          stroke={odds >= path[i] ? "var(--teal)" : "var(--ochre)"}
          strokeWidth="1.8"
        />
      ))}
      <rect
        x="0.5"
        y={height - 14}
        width={Math.max(2, xOf(end))}
        height="7"
        fill={referOn ? "var(--panel)" : "var(--teal)"}
        stroke={referOn ? "var(--edge)" : "none"}
      />
      <circle cx={xOf(end)} cy={height - 10.5} r="6.5" fill="var(--ink)" stroke="var(--panel)" strokeWidth="1.5" />
      <circle cx={xOf(end)} cy={height - 10.5} r="3.8" fill="none" stroke="var(--ring)" strokeWidth=".9" />
    </svg>
  );
}

/** Suspects as bars, the change each answer made spread out for the first. */
export function Suspects({ diagnosis }: { diagnosis: Diagnosis }) {
  const [all, setAll] = useState(false);
  const { answer, paths, observed, knowledge } = diagnosis;
  const label = new Map(knowledge.observations.map((o) => [o.id, o.label]));
  const list = all ? answer.posterior : answer.posterior.slice(0, SHOWN);
  const most = answer.posterior[SHOWN]?.p ?? 0;
  const reasons = knowledge.reasons?.[answer.posterior[0].fault] ?? {};
  return (
    <section className="suspects" aria-label="Suspects">
      <header className={css.suspect}>
        <div>
          <h2 className="hd2">Suspects</h2>
          <p className="lb">likelihood, %; ring: where it began</p>
        </div>
        <Axis />
        <span />
      </header>
      {list.map((s, i) => {
        const path = paths.get(s.fault) ?? [0];
        const began = 1 / (1 + Math.exp(-path[0]));
        const first = i === 0 && observed.length > 0;
        return (
          <div key={s.fault} className={first ? `${css.suspect} first` : css.suspect}>
            <div>
              <span className="rt">{s.label}</span>
              <p className="lb">
                {s.referOn ? (
                  <span className={css.referon}>refer to a specialist</span>
                ) : (
                  `began at ${formatNumber(began * 100, 0)} %`
                )}
              </p>
              {first && (
                <ol className={css.moves}>
                  {observed.map((o, k) => (
                    <li key={o.id} title={reasons[o.id]}>
                      <i className="n">{k + 1}</i>
                      <span>
                        {o.present ? "" : "not: "}
                        {label.get(o.id)}
                      </span>
                      <b className={`n ${answer.moves[k].logOdds >= 0 ? "teal" : "och"}`}>
                        {factor(answer.moves[k].logOdds)}
                      </b>
                    </li>
                  ))}
                </ol>
              )}
            </div>
            <Track path={path} referOn={s.referOn} tall={first} />
            <span className={i === 0 ? `n ${css.pct} big` : `n ${css.pct}`}>
              {formatNumber(s.p * 100, s.p < 0.01 ? 1 : 0)}
              <small>%</small>
            </span>
          </div>
        );
      })}
      {answer.posterior.length > SHOWN && (
        <p className={`lb ${css.suspectsFoot}`}>
          {all
            ? "All suspects for this kind of vehicle."
            : `${answer.posterior.length - SHOWN} more, each at most ${formatNumber(most * 100, most < 0.01 ? 1 : 0)} %.`}{" "}
          <Press className={css.linkkey} onClick={() => setAll(!all)}>
            {all ? "Show the first" : "Show all"}
          </Press>
        </p>
      )}
    </section>
  );
}
