import { useState } from "react";
import { formatNumber } from "../../../core";
import type { TemplateTimes } from "../../../domain";
import { count } from "../../format/words";
import { Choice } from "../../ui/TextField";
import { LedgerTable } from "../../ui/LedgerTable";
import { Scroll } from "./Scroll";
import css from "./memory.module.css";

const WIDTH = 96;
/** A step that takes a quarter more than planned is marked. */
const OVER = 1.25;

/** Planned against actual minutes, step by step of a template. */
export function Minutes({ times }: { times: readonly TemplateTimes[] }) {
  const [chosen, setChosen] = useState("");
  const own = times.find((t) => t.id === chosen) ?? times.at(0);
  if (!own) {
    return (
      <section className="sect" aria-label="Minutes per step">
        <h2 className="hd2">Minutes per step</h2>
        <p className="q">No closed job was timed in the bay yet.</p>
      </section>
    );
  }
  const timed = own.steps.filter((s) => s.actual);
  const most = Math.max(10, ...timed.map((s) => Math.max(s.planned, s.actual?.most ?? 0)));
  const x = (min: number): number => 5 + (min / most) * (WIDTH - 10);
  return (
    <section className="sect" aria-label="Minutes per step">
      <h2 className="hd2">
        Minutes per step <span className="lb">{count(own.jobs, "job")}; Plan uses the actual ones</span>
      </h2>
      {times.length > 1 && (
        <Choice
          label="template"
          hideLabel
          value={own.id}
          options={Object.fromEntries(times.map((t) => [t.id, `${t.title} (${t.jobs})`]))}
          onChange={setChosen}
        />
      )}
      <Scroll label="Steps, row by row">
        <LedgerTable heads={[["step", "txt"], "", "planned", "actual"]}>
          {timed.map((s) => {
            const a = s.actual!;
            const over = a.median > OVER * s.planned;
            return (
              <tr key={s.id}>
                <td className={over ? `txt ${css.step} ${css.over}` : `txt ${css.step}`}>{s.text}</td>
                <td>
                  <svg
                    width={WIDTH}
                    height="18"
                    viewBox={`0 0 ${WIDTH} 18`}
                    role="img"
                    aria-label={`${a.least} to ${a.most} minutes, median ${a.median}`}
                  >
                    <rect
                      x={x(a.least)}
                      y="6"
                      width={Math.max(2, x(a.most) - x(a.least))}
                      height="6"
                      fill={over ? "var(--ochre)" : "var(--quiet)"}
                    />
                    <path d={`M${x(a.median)} 3v12`} stroke="var(--ink)" strokeWidth="2" />
                    <path
                      d={`M${x(s.planned) - 4} 1h8l-4 7z`}
                      fill="var(--panel)"
                      stroke="var(--ink)"
                      strokeWidth="1.2"
                    />
                  </svg>
                </td>
                <td className="n q">{formatNumber(s.planned, 0)}</td>
                <td className={over ? "n och" : "n"}>
                  <b>{formatNumber(a.median, 0)}</b>
                </td>
              </tr>
            );
          })}
          <tr className="maj">
            <td className="txt">
              <b>All timed steps</b>
            </td>
            <td />
            <td className="n q">{formatNumber(own.planned, 0)}</td>
            <td className="n">
              <b>{formatNumber(own.actual, 0)}</b>
            </td>
          </tr>
        </LedgerTable>
      </Scroll>
      <p className="lb">
        Triangle: planned. Bar: shortest to longest, with the median; ochre: a quarter over the plan.
      </p>
    </section>
  );
}
