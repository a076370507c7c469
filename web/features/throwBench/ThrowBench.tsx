import { BenchAnswer } from "./BenchAnswer";
import { BenchDialogs } from "./BenchDialogs";
import { BenchLeft } from "./BenchLeft";
import type { ThrowBenchProps } from "./benchProps";
import { BenchSheet } from "./BenchSheet";
import { BenchStrips } from "./BenchStrips";
import { HowSure } from "./HowSure";
import { LateLedger } from "./Ledger";
import { useBenchModel } from "./useBenchModel";
import css from "./throwBench.module.css";

const NO_TAPE = (): null => null;

/** The heart: old and candidates on one gearbox, drawn, moved, compared. */
export function ThrowBench(props: ThrowBenchProps) {
  const model = useBenchModel(props);
  const { bench, old, oldLever, shown, obstacles, clearance, oldClearance } = model;
  const { candidate, lever, compared, selected } = bench;
  return (
    <>
      <BenchAnswer model={model} />
      <section
        className={model.isCandidate && selected.notches ? `bench ${css.tall}` : "bench"}
        aria-label="Throw bench"
      >
        <BenchLeft model={model} />
        <BenchSheet model={model} />
        <div className={css.benchRight} role="region" aria-label="Ledger" tabIndex={0}>
          <LateLedger
            old={old}
            oldLever={oldLever}
            candidate={candidate}
            lever={candidate ? lever : undefined}
            compared={compared}
            pair={shown.pair}
            taped={props.taped ?? NO_TAPE}
            tapedAfter={props.tapedAfter ?? NO_TAPE}
            surroundings={{
              hand: obstacles.surroundings.hand,
              old: oldClearance,
              candidate: candidate ? clearance : null,
            }}
            gearbox={props.gearbox}
          />
          {model.sure && <HowSure sure={model.sure} />}
        </div>
      </section>
      <BenchStrips model={model} />
      <BenchDialogs model={model} />
    </>
  );
}
