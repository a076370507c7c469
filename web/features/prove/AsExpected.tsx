import type { JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import { expectationsOf, type Expectation } from "../../../domain";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./prove.module.css";

const NAMES: Record<Expectation["what"], string> = {
  reduction: "throw shorter by",
  knobUp: "knob higher by",
  playForeAft: "free play fore and aft left",
  playCross: "free play sideways left",
};

/** What was expected in Compare of the lever and the new parts, beside what was measured. */
export function AsExpected({ view }: { view: JobView }) {
  const units = useUnits();
  const list = expectationsOf(view);
  if (!list.length) return null;
  const show = (e: Expectation, value: number, signed = false): string =>
    e.what === "reduction"
      ? `${formatNumber(value, 1)}\u202f%`
      : signed
        ? `${units.signed(value, "length")} ${units.label("length")}`
        : units.show(value, "length");
  return (
    <section className="sect" aria-label="Expected in Compare">
      <h2 className="hd2">
        Expected in Compare <span className="lb">beside what was measured</span>
      </h2>
      <LedgerTable heads={["", "expected", "measured", ""]}>
        {list.map((e) => (
          <tr key={e.what}>
            <td>{NAMES[e.what]}</td>
            <td>
              <Figure origin="calculated">
                {show(e, e.expected, e.what === "knobUp")} ±
                {e.what === "reduction" ? formatNumber(e.expectedOff, 1) : units.bare(e.expectedOff, "length")}
              </Figure>
            </td>
            <td>
              {e.measured ? (
                <Figure origin="measured">
                  {show(e, e.measured.mean, e.what === "knobUp")} ±
                  {e.what === "reduction"
                    ? formatNumber(e.measured.expanded, 1)
                    : units.bare(e.measured.expanded, "length")}
                </Figure>
              ) : (
                <Figure origin="missing" />
              )}
            </td>
            <td className={e.verdict === "met" ? "mos" : e.verdict === "not met" ? css.notMet : "q"}>
              {e.verdict ?? "not measured yet"}
            </td>
          </tr>
        ))}
      </LedgerTable>
    </section>
  );
}
