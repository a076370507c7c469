import { formatNumber } from "../../../core";
import type { KitLine, Ledger } from "../../../domain";
import { count } from "../../format/words";
import { OriginMark } from "../../ui/marks";
import { Scroll } from "./Scroll";
import css from "./memory.module.css";

const WIDTH = 150;
const STEP_PCT = 10;

/** The forest plot: a bar of what was measured and the maker's claim beside it, all kits on one scale. */
export function Claims({ ledger }: { ledger: Ledger }) {
  const { kits, average } = ledger;
  const top = Math.max(50, ...kits.map((k) => Math.max(k.claimedPct, k.measured.high)));
  const most = Math.ceil(top / STEP_PCT) * STEP_PCT;
  const low = Math.min(0, ...kits.map((k) => Math.floor(k.measured.low / STEP_PCT) * STEP_PCT));
  const x = (pct: number): number => 6 + ((pct - low) / (most - low)) * (WIDTH - 12);
  const marks = Array.from({ length: (most - low) / STEP_PCT + 1 }, (_, i) => low + i * STEP_PCT);
  return (
    <section className="sect" aria-label="Claims">
      <h2 className="hd2">
        Claims <span className="lb">throw shorter by, %</span>
      </h2>
      {kits.length === 0 ? (
        <p className="q">No closed job has a kit with a claim and the throw taped before and after.</p>
      ) : (
        <Scroll label="Kits, row by row">
          <table className={`ledger ${css.claims}`}>
            <thead>
              <tr>
                <th className="txt">kit, maker and number</th>
                <th>jobs</th>
                <th aria-hidden="true">
                  <svg width={WIDTH} height="22" viewBox={`0 0 ${WIDTH} 22`}>
                    <path d={`M${x(low)} 21H${x(most)}`} stroke="var(--edge)" />
                    {marks.map((m) => (
                      <g key={m}>
                        <path d={`M${x(m)} 21v-5`} stroke="var(--edge)" />
                        <text x={x(m)} y="12" textAnchor="middle" className={`n ${css.tick}`}>
                          {m}
                        </text>
                      </g>
                    ))}
                  </svg>
                </th>
                <th>claimed</th>
                <th>measured</th>
                <th>effort</th>
                <th title="Jobs in which something of a complaint was left">complaints</th>
                <th>claim</th>
              </tr>
            </thead>
            <tbody>
              {kits.map((k) => (
                <tr key={k.key}>
                  <td className="txt">
                    <b>{k.name}</b>
                    <p className="lb">{[k.maker, k.number].filter(Boolean).join(" ")}</p>
                  </td>
                  <td className="n">{k.jobs.length}</td>
                  <td>
                    <Row kit={k} x={x} marks={marks} />
                  </td>
                  <td className="n och">{formatNumber(k.claimedPct, 0)}</td>
                  <WithError {...k.measured} />
                  <td className="n">{k.effortFactor === null ? "" : `×${formatNumber(k.effortFactor, 2)}`}</td>
                  <td className="n">{k.cameBack || ""}</td>
                  <td className={k.verdict === "kept" ? css.kept : css.notKept}>{k.verdict}</td>
                </tr>
              ))}
              {average && kits.length > 1 && (
                <tr className="maj">
                  <td className="txt">
                    <b>Average of {count(kits.length, "kit")}</b>
                  </td>
                  <td className="n">{average.jobs}</td>
                  <td aria-hidden="true">
                    <svg width={WIDTH} height="26" viewBox={`0 0 ${WIDTH} 26`}>
                      <path d={`M${x(average.pct)} 7l5 6-5 6-5-6z`} fill="var(--teal)" />
                      <path
                        d={`M${x(average.claimedPct) - 6} 8h12l-6 10z`}
                        fill="none"
                        stroke="var(--ochre)"
                        strokeWidth="1.6"
                      />
                    </svg>
                  </td>
                  <td className="n och">{formatNumber(average.claimedPct, 0)}</td>
                  <WithError {...average} />
                  <td />
                  <td />
                  <td />
                </tr>
              )}
            </tbody>
          </table>
        </Scroll>
      )}
      {kits.length > 0 && (
        <p className={`lb ${css.legend}`}>
          <svg width="14" height="12" viewBox="0 0 14 12" aria-hidden="true">
            <path d="M1 1h12L7 11z" fill="none" stroke="var(--ochre)" strokeWidth="1.6" />
          </svg>
          maker’s claim
          <OriginMark origin="measured" />
          measured, 95 % interval (thin: one job)
        </p>
      )}
    </section>
  );
}

/** A mean and twice its standard uncertainty, %. */
const WithError = ({ pct, standard }: { pct: number; standard: number }) => (
  <td className="n">
    <b>{formatNumber(pct, 1)}</b> ±{formatNumber(2 * standard, 1)}
  </td>
);

function Row({ kit, x, marks }: { kit: KitLine; x: (pct: number) => number; marks: number[] }) {
  const { pct, low, high } = kit.measured;
  const thick = kit.jobs.length > 1 ? 5 : 1.6;
  const says = `claimed ${formatNumber(kit.claimedPct, 0)} %, measured ${formatNumber(pct, 1)} %, ${formatNumber(low, 1)} to ${formatNumber(high, 1)} %`;
  return (
    <svg width={WIDTH} height="30" viewBox={`0 0 ${WIDTH} 30`} role="img" aria-label={says}>
      {marks.map((m) => (
        <path key={m} d={`M${x(m)} 0V30`} stroke="var(--line-soft)" />
      ))}
      <path d={`M${x(pct)} 15H${x(kit.claimedPct)}`} stroke="var(--ochre)" strokeDasharray="2 2" />
      <path d={`M${x(low)} 15H${x(high)}`} stroke="var(--teal)" strokeWidth={thick} />
      <path d={`M${x(low)} 10v10M${x(high)} 10v10`} stroke="var(--teal)" strokeWidth="1.6" />
      <path d={`M${x(pct)} 8v14`} stroke="var(--ink)" strokeWidth="1.8" />
      <path d={`M${x(kit.claimedPct) - 6} 10h12l-6 10z`} fill="var(--panel)" stroke="var(--ochre)" strokeWidth="1.6" />
    </svg>
  );
}
