import { Button } from "antd";
import { useMemo, useState } from "react";
import {
  diagnose,
  drawCase,
  formatNumber,
  knowledgeFor,
  seededRandom,
  walkCase,
  withTest,
  type Observed,
  type VehicleKind,
} from "../../../core";
import { LEAD, MIN_GAIN_BITS, howToOf } from "../../../domain";
import { useKnowledge } from "../../data/useKnowledge";
import { Hands } from "../../pieces/diagnosis/TestsWorth";
import { Answer, Num } from "../../ui/Answer";
import { NumberField } from "../../ui/NumberField";
import { DeskHead, HeadChoice } from "../../pieces/DeskHead";

const VEHICLES = {
  rod: "rod linkage, engine north-south",
  direct: "direct lever, engine north-south",
  cable: "cable shift, engine east-west",
} as const;
type Kind = keyof typeof VEHICLES;

const vehicleOf = (kind: Kind): VehicleKind => ({
  shifter: kind,
  layout: kind === "cable" ? "eastWest" : "northSouth",
});
const LIMITS = { lead: LEAD, minGainBits: MIN_GAIN_BITS };

/** Seeds a person can say and type again. */
const SEEDS = 10_000;

interface Round {
  seed: number;
  kind: Kind;
  done: string[];
  guess: string | null;
}

/** A hidden fault to find: choose tests, watch the minutes, name it, and see what the best order would have cost. */
export function RehearseTool() {
  const [round, setRound] = useState<Round>({ seed: 1, kind: "rod", done: [], guess: null });
  const known = useKnowledge();
  const vehicle = vehicleOf(round.kind);
  const table = useMemo(() => knowledgeFor(known, vehicleOf(round.kind)), [known, round.kind]);
  const drawn = useMemo(
    () => drawCase(known, vehicleOf(round.kind), seededRandom(round.seed)),
    [known, round.kind, round.seed],
  );
  const seen = round.done.reduce<Observed[]>((list, test) => withTest(known, drawn, list, test), drawn.symptoms);
  const minutes = round.done.reduce((sum, id) => sum + (table.tests.find((t) => t.id === id)?.minutes ?? 0), 0);
  const label = (id: string): string => table.observations.find((o) => o.id === id)?.label ?? id;
  const faultName = (id: string): string => table.faults.find((f) => f.id === id)?.label ?? id;
  const best = useMemo(
    () => (round.guess === null ? null : walkCase(known, vehicleOf(round.kind), drawn, LIMITS)),
    [known, round.guess, round.kind, drawn],
  );
  const verdict = round.guess === null ? null : diagnose({ knowledge: known, vehicle, observations: seen, ...LIMITS });
  const begin = (next: Partial<Round>): void => setRound({ ...round, done: [], guess: null, ...next });
  const present = drawn.symptoms.filter((s) => s.present);

  return (
    <>
      <DeskHead name="Rehearse">
        <HeadChoice
          width={240}
          label="Kind of vehicle"
          value={round.kind}
          options={VEHICLES}
          onChange={(kind) => begin({ kind })}
        />
        <div style={{ width: 110 }}>
          <NumberField
            label="case"
            value={round.seed}
            min={1}
            max={SEEDS}
            whole
            unit=""
            onCommit={(seed) => seed && begin({ seed })}
          />
        </div>
        <Button onClick={() => begin({ seed: (round.seed % SEEDS) + 1 })}>Next case</Button>
      </DeskHead>
      <Answer>
        {best && round.guess !== null ? (
          <>
            <b>{round.guess === drawn.fault ? "Found: " : "Not that one. It was: "}</b>
            {faultName(drawn.fault)}. You took <Num>{formatNumber(minutes, 0)}</Num> min; the best order takes{" "}
            <Num>{formatNumber(best.minutes, 0)}</Num> min
            {best.named === drawn.fault
              ? " and names it."
              : ` and would have named ${faultName(best.named).toLowerCase()}.`}
          </>
        ) : (
          <>
            <b>{present.length ? "The driver says: " : "The driver cannot say what is wrong. "}</b>
            {present.map((s) => label(s.id).toLowerCase()).join("; ")}
            {present.length > 0 && "."} <Num>{formatNumber(minutes, 0)}</Num> min so far.
          </>
        )}
      </Answer>
      <div className="split page">
        <section className="sect">
          <h2 className="hd2">
            Tests <span className="lb">choose one; its minutes count</span>
          </h2>
          <ul className="lined">
            {table.tests.map((t) => {
              const done = round.done.includes(t.id);
              return (
                <li key={t.id} className="row-flex">
                  <span style={{ flex: 1 }} title={howToOf(table, t.id)?.steps.join(" ")}>
                    {t.label}
                    {done && (
                      <ul className="lb">
                        {t.results.map((r) => (
                          <li key={r} className={drawn.truth.get(r) ? "teal" : undefined}>
                            {drawn.truth.get(r) ? "yes" : "no"}: {label(r)}
                          </li>
                        ))}
                      </ul>
                    )}
                  </span>
                  <Hands count={t.hands} />
                  <span className="n">{t.minutes} min</span>
                  <Button
                    size="small"
                    disabled={done || round.guess !== null}
                    aria-label={`Do: ${t.label}`}
                    onClick={() => setRound({ ...round, done: [...round.done, t.id] })}
                  >
                    do
                  </Button>
                </li>
              );
            })}
          </ul>
        </section>
        <section className="sect">
          {best && verdict ? (
            <>
              <h2 className="hd2">What the best order was</h2>
              <ol className="lined">
                {best.tests.map((id) => (
                  <li key={id} className="row-flex">
                    <span>{table.tests.find((t) => t.id === id)?.label}</span>
                    <span className="push" />
                    <span className="n">{table.tests.find((t) => t.id === id)?.minutes} min</span>
                  </li>
                ))}
              </ol>
              {!best.tests.length && <p>No test was needed: what the driver says is enough.</p>}
              <p className="lb" style={{ marginTop: 10 }}>
                With what you saw, {verdict.posterior[0].label.toLowerCase()} leads at{" "}
                {formatNumber(verdict.posterior[0].p * 100, 0)}
                {"\u202f%"}.
              </p>
            </>
          ) : (
            <>
              <h2 className="hd2">Name the fault</h2>
              <ul className="lined">
                {table.faults.map((f) => (
                  <li key={f.id} className="row-flex">
                    <span>{f.label}</span>
                    {f.referOn && <span className="lb">refer to a specialist</span>}
                    <span className="push" />
                    <Button
                      size="small"
                      aria-label={`It is: ${f.label}`}
                      onClick={() => setRound({ ...round, guess: f.id })}
                    >
                      this is the fault
                    </Button>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
      </div>
    </>
  );
}
