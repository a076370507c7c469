import { Button } from "antd";
import { useMemo } from "react";
import { refusalText } from "../../format/fieldLabels";
import { uncapital } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { Answer } from "../../ui/Answer";
import { isGuessed, knownThrow } from "../../../domain";
import { basisOf } from "./basis";
import { FitKey } from "./FitKey";
import { Pieces } from "./Pieces";
import { benchSentence, notchWords } from "./sentence";
import type { BenchModel } from "./useBenchModel";

/** The sentence of the bench, what to do where tape and lever do not agree, and the keys that decide. */
export function BenchAnswer({ model }: { model: BenchModel }) {
  const { props, bench, old, oldLever, shown, choice, clearance, doubts } = model;
  const { gearbox, chosenId, onMeasure } = props;
  const { selected, candidate, lever, compared, notch, atShown, draft, result } = bench;
  const units = useUnits();
  const trouble = result.refused.get(selected.id);
  const { pair } = shown;
  const taped = props.taped?.(pair.from, pair.to) ?? null;
  const oldThrow = oldLever?.throws.find((t) => t.from === pair.from && t.to === pair.to)?.throwMm ?? null;
  const known = knownThrow(old, oldThrow, taped);
  // Where the lever's figures are estimates anyway, the tape is taken and nothing has to be put right first.
  const conflict = (!isGuessed(old) && known?.conflict) || null;
  // A lever that is dragged for the first time has figures from that moment on.
  const inHand =
    candidate?.origin === "missing" && draft?.id === candidate.id
      ? { ...candidate, origin: "estimated" as const }
      : candidate;
  if (trouble) {
    return (
      <Answer acts={<BenchActs model={model} />}>
        <b>{selected.name} cannot be computed: </b>
        {refusalText(trouble.field, trouble.accepts)}
      </Answer>
    );
  }
  const pieces = benchSentence({
    name: notch && atShown ? `notch ${notch.notch} of the ${uncapital(selected.name)}` : selected.name,
    old: { throws: oldLever?.throws ?? [], name: old.name },
    candidate: candidate && lever && compared ? { lever, compared } : null,
    pair,
    chosen: selected.id === chosenId,
    length: (mm) => units.bare(mm, "length"),
    unit: units.label("length"),
    least: clearance?.least ?? null,
    doubts,
    range: draft || (notch && atShown) ? null : (model.sure?.answer.reductionPct ?? null),
    basis: basisOf(gearbox, old, inHand, taped),
    conflict,
    taped: isGuessed(old) && known?.conflict ? known.conflict.tapedMm : null,
  });
  return (
    <Answer acts={<BenchActs model={model} />}>
      <Pieces pieces={pieces} />
      {conflict && (
        <span className="inline-acts">
          {onMeasure && (
            <Button size="small" onClick={onMeasure}>
              Measure again
            </Button>
          )}
          <Button size="small" onClick={() => choice.setDialog("taping")}>
            Fit the rail travel
          </Button>
        </span>
      )}
    </Answer>
  );
}

function BenchActs({ model }: { model: BenchModel }) {
  const { bench, stored, isCandidate, fitNotch, against } = model;
  const { tabs, decide } = model.props;
  const { notch, atShown } = bench;
  const { dialog, setDialog } = model.choice;
  const working = dialog === "working";
  // Keys depend on what is kept, not on the step of a drag.
  return useMemo(
    () => (
      <>
        {tabs}
        <Button aria-expanded={working} onClick={() => setDialog("working")}>
          Calculation
        </Button>
        {notch && atShown ? (
          <FitKey
            name={`${stored.id} ${notch.notch}`}
            label={`Fit notch ${notch.notch}`}
            {...against}
            onFit={(reason) => fitNotch(atShown, notchWords(notch.notch, reason))}
          />
        ) : (
          isCandidate && decide?.(stored, against)
        )}
      </>
    ),
    [tabs, working, setDialog, isCandidate, stored, decide, notch, atShown, fitNotch, against],
  );
}
