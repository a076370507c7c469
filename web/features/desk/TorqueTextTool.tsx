import { Button, Input } from "antd";
import { formatNumber, readTorque, TORQUE_FACTORS, unitLabel, type TorqueUnit } from "../../../core";
import { Answer, Num } from "../../ui/Answer";
import { DeskHead } from "../../pieces/DeskHead";
import { useKept } from "../../data/useLocalDraft";
import css from "./desk.module.css";

const EXAMPLES = [
  "13 ft-lb",
  "103-105 lb ft",
  "26 lb-ft + 90 deg",
  "150 in-lb",
  "12 kgf.m",
  "40 Nm + 1/4 turn",
  "snug",
];
const DIGITS: Record<TorqueUnit, number> = { "N m": 2, "lbf ft": 2, "lbf in": 1, "kgf m": 3, "kgf cm": 1 };

/** A torque as a leaflet writes it, in every unit a wrench may show. */
export function TorqueTextTool() {
  const [text, setText] = useKept(
    "torqueText",
    () => "103-105 lb ft",
    (v) => (typeof v === "string" ? v.slice(0, 80) : null),
  );
  const read = readTorque(text);
  const show = (nm: number, unit: TorqueUnit): string => formatNumber(nm / TORQUE_FACTORS[unit], DIGITS[unit]);
  const range = (unit: TorqueUnit): string => {
    if (!read.ok || read.value.minNm === null || read.value.maxNm === null) return "";
    const { minNm, maxNm } = read.value;
    return minNm === maxNm ? show(minNm, unit) : `${show(minNm, unit)} to ${show(maxNm, unit)}`;
  };
  return (
    <>
      <DeskHead name="Torque text" />
      <Answer>
        {!read.ok ? (
          <>
            <b>{text.trim() ? "This cannot be read. " : "Type a torque. "}</b>
            {text.trim() &&
              (read.stop.position >= text.length
                ? `It ends early: expected ${read.stop.expected}.`
                : `At “${text.slice(read.stop.position)}”: expected ${read.stop.expected}.`)}
          </>
        ) : read.value.kind === "torque" ? (
          <>
            <b>
              <Num>{range("N m")}</Num>
              {"\u00a0"}N m
            </b>
            {read.value.angleDeg !== null && <>, then turn {formatNumber(read.value.angleDeg, 0)}° further</>}. That is{" "}
            <Num>{range("lbf ft")}</Num> lb ft.
          </>
        ) : (
          <>
            <b>{read.value.kind === "snug" ? "Snug: " : "Hand tight: "}</b>by hand, no wrench and no figure.
          </>
        )}
      </Answer>
      <div className="split">
        <section className="sect">
          <h2 className="hd2">As it is written</h2>
          <Input
            size="large"
            aria-label="Torque as it is written"
            value={text}
            maxLength={80}
            status={read.ok ? undefined : "error"}
            onChange={(e) => setText(e.target.value)}
            style={{ fontFamily: "var(--mono)" }}
          />
          <div className={css.examples}>
            {EXAMPLES.map((e) => (
              <Button key={e} size="small" onClick={() => setText(e)}>
                {e}
              </Button>
            ))}
          </div>
        </section>
        <section className="sect">
          <h2 className="hd2">In every unit</h2>
          <table className={`ledger ${css.figs}`}>
            <tbody>
              {(Object.keys(TORQUE_FACTORS) as TorqueUnit[]).map((unit) => (
                <tr key={unit} className={read.ok && read.value.unit === unit ? "maj" : undefined}>
                  <td>
                    {unitLabel(unit)}
                    {read.ok && read.value.unit === unit && <span className="lb"> as written</span>}
                  </td>
                  <td className="n">{range(unit)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="lb" style={{ marginTop: 10 }}>
            1 lbf ft = 1.355 817 948 N m, 1 kgf m = 9.806 65 N m. Source: NIST SP 811. A slip between lb ft and N m is a
            factor of 1.36: look at both figures.
          </p>
        </section>
      </div>
    </>
  );
}
