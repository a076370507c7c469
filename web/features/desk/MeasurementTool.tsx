import { z } from "zod";
import { formatNumber, measurement, type SetResult } from "../../../core";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import { ExampleLead } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { NewQuantityField, QuantityField } from "../../ui/QuantityField";
import { BeforeAfterScale } from "../../pieces/BeforeAfterScale";
import { CLAIM_WORDS, claimVerdict } from "../../../domain";
import { DeskHead } from "../../pieces/DeskHead";
import { useKept } from "../../data/useLocalDraft";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./desk.module.css";

const typed = z.object({ typed: z.string(), base: z.number() });
const schema = z.object({
  before: z.array(typed),
  after: z.array(typed),
  resolution: typed,
  claim: z.number().nullable(),
});
type State = z.infer<typeof schema>;

const inch = (text: string, inches: number) => ({ typed: text, base: inches * 25.4 });

const example = (): State => ({
  before: [inch("5 1/4 in", 5.25)],
  after: [inch("3 3/4 in", 3.75)],
  resolution: inch("1/16 in", 1 / 16),
  claim: 45,
});

/** Repeated readings before and after: is the change real, was the claim true. */
export function MeasurementTool() {
  const units = useUnits();
  const [state, setState] = useKept<State>("measurement", example, (v) => schema.safeParse(v).data ?? null);
  const values = (list: State["before"]): number[] => list.map((v) => v.base);
  const can = state.before.length > 0;
  const result = can
    ? measurement({
        unit: "mm",
        before: { readings: values(state.before), resolution: state.resolution.base },
        after: state.after.length ? { readings: values(state.after), resolution: state.resolution.base } : undefined,
        k: 2,
      })
    : null;
  const { reduction = null, change = null } = result ?? {};
  const list = (which: "before" | "after") => (
    <div className={css.reads}>
      {state[which].map((v, i) => (
        <QuantityField
          key={i}
          label={`${which} ${i + 1}`}
          kind="length"
          typed={v.typed}
          base={v.base}
          min={0}
          max={5000}
          onCommit={(next) => setState({ ...state, [which]: state[which].map((x, k) => (k === i ? next : x)) })}
          onClear={() => setState({ ...state, [which]: state[which].filter((_, k) => k !== i) })}
        />
      ))}
      <NewQuantityField
        key={`new${state[which].length}`}
        draftName={`one more ${which}`}
        label="one more"
        kind="length"
        base={null}
        min={0}
        max={5000}
        onCommit={(next) => setState({ ...state, [which]: [...state[which], next].slice(0, 50) })}
      />
    </div>
  );
  return (
    <>
      <DeskHead name="Measurement" />
      <Answer>
        {result && JSON.stringify(state) === JSON.stringify(example()) && <ExampleLead />}
        {!result ? (
          <>
            <b>Enter a reading before.</b>
          </>
        ) : reduction && change ? (
          <>
            <b>
              {formatNumber(Math.abs(reduction.pct), 1)}
              {"\u202f% "}
              {reduction.pct >= 0 ? "shorter" : "longer"}
              {change.verdict === "shown" ? ", " : ", within measuring error: "}
            </b>
            between <Num>{formatNumber(reduction.lowPct, 1)}</Num> and <Num>{formatNumber(reduction.highPct, 1)}</Num>
            {"\u202f%"}. {state.claim !== null && `The claim ${CLAIM_WORDS[claimVerdict(reduction, state.claim)]}.`}
          </>
        ) : (
          <>
            <b>
              <Num>{units.show(result.before.mean, "length")}</Num> ±
              <Num>{units.bare(result.before.expanded, "length")}</Num>
            </b>{" "}
            before. Enter the readings after.
          </>
        )}
      </Answer>
      <div className="split">
        <section className="sect">
          <h2 className="hd2">Before</h2>
          {list("before")}
          <h2 className="hd2" style={{ margin: "16px 0 8px" }}>
            After
          </h2>
          {list("after")}
          <div className={css.reads} style={{ marginTop: 16 }}>
            <QuantityField
              label="instrument resolution"
              kind="length"
              typed={state.resolution.typed}
              base={state.resolution.base}
              min={0}
              max={100}
              onCommit={(resolution) => setState({ ...state, resolution })}
            />
            <div style={{ width: 124 }}>
              <NumberField
                label="claim, if any"
                value={state.claim}
                min={-100}
                max={100}
                unit="% shorter"
                onCommit={(claim) => setState({ ...state, claim })}
              />
            </div>
          </div>
        </section>
        <section className="sect">
          <h2 className="hd2">Calculation</h2>
          {result && (
            <>
              <BeforeAfterScale before={result.before} after={result.after} />
              <LedgerTable
                className={css.figs}
                heads={[<>{units.label("length")}</>, ["before", "och"], ["after", "teal"]]}
              >
                {(
                  [
                    ["readings", (r) => String(r.n)],
                    ["mean", (r) => units.bare(r.mean, "length", 2)],
                    [
                      "spread, standard deviation",
                      (r) => (r.sd === null ? "one reading" : units.bare(r.sd, "length", 3)),
                    ],
                    ["standard uncertainty", (r) => units.bare(r.standard, "length", 3)],
                    ["expanded, k = 2", (r) => units.bare(r.expanded, "length", 3)],
                  ] as [string, (r: SetResult) => string][]
                ).map(([name, of]) => (
                  <tr key={name}>
                    <td>{name}</td>
                    <td className="n">{of(result.before)}</td>
                    <td className="n tint">{result.after && of(result.after)}</td>
                  </tr>
                ))}
              </LedgerTable>
              {reduction && reduction.extremesPct[0] !== null && reduction.extremesPct[1] !== null && (
                <p className="lb" style={{ marginTop: 10 }}>
                  From both extremes: {formatNumber(reduction.extremesPct[0], 1)} to{" "}
                  {formatNumber(reduction.extremesPct[1], 1)}
                  {"\u202f%"}.
                </p>
              )}
              <p className="lb" style={{ marginTop: 6 }}>
                Standard uncertainty: spread over the root of the number of readings, and resolution over the root of
                12, in quadrature; doubled. Source: JCGM 100:2008.
              </p>
              {result.notices.map((n) => (
                <p key={n.field} className="lb och">
                  {n.message}
                </p>
              ))}
            </>
          )}
        </section>
      </div>
    </>
  );
}
