import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { flushSync } from "react-dom";
import type { Point } from "../../../core";
import { clearanceOf, DEFAULT_LIMITS, howSure, withPoint, type BenchSetup, type PointName } from "../../../domain";
import { useUnits } from "../../format/units";
import { Latest } from "../../ui/latest";
import type { ThrowBenchProps } from "./benchProps";
import { isUsual } from "./basis";
import { doubtsOf, unmeasuredText } from "./doubts";
import type { Against } from "./FitKey";
import { USUAL_NOTCHES } from "./NotchStrip";
import type { SetupPatch } from "./benchProps";
import { useBench } from "./useBench";
import { useBenchChoice } from "./useBenchChoice";
import { useBenchKeys } from "./useBenchKeys";
import { useGearShown } from "./useGearShown";
import { useObstacleDrag } from "./useObstacleDrag";

/** The first figure of a lever of which nothing was known makes it an estimate, until somebody says it is measured. */
function useEstimating(setups: readonly BenchSetup[], onPatch: ThrowBenchProps["onPatch"]): ThrowBenchProps["onPatch"] {
  return useCallback(
    (id, patch, label) => {
      const unknown = setups.find((s) => s.id === id)?.origin === "missing";
      onPatch(id, unknown && patch.lever && !patch.origin ? { ...patch, origin: "estimated" } : patch, label);
    },
    [onPatch, setups],
  );
}

/** All that the bench shows and does: what is looked at, what it comes to, and every way to change it. */
export function useBenchModel(props: ThrowBenchProps) {
  const { gearbox, chosenId, limits = DEFAULT_LIMITS, onRemove, onFitNotch } = props;
  const units = useUnits();
  const onPatch = useEstimating(props.setups, props.onPatch);
  const choice = useBenchChoice();
  const bench = useBench({ gearbox, kept: props.setups, chosenId, limits, surroundings: props.surroundings });
  const { setups, kept, selected, result, lever, candidate, compared, notch, atShown } = bench;
  const { setDraft, picked, setPicked, setShownNotch } = bench;
  const [old] = setups;
  const oldLever = result.levers.get(old.id);
  const shown = useGearShown(gearbox, selected, props.pair);
  const obstacles = useObstacleDrag(props.surroundings, props.onSurroundings);
  const { surroundings, cancel: cancelObstacle } = obstacles;
  const clearance = useMemo(() => clearanceOf(gearbox, selected, surroundings), [gearbox, selected, surroundings]);
  const oldClearance = useMemo(() => clearanceOf(gearbox, old, surroundings), [gearbox, old, surroundings]);

  // While a point is dragged the figures beside it come first; how sure they are follows when it is let go.
  const sureOf = candidate && (bench.draft?.id === candidate.id ? kept : candidate);
  const [sureOld, sureCandidate] = [useDeferredValue(old), useDeferredValue(sureOf)];
  const { from, to } = shown.pair;
  const taped = props.taped?.(from, to) != null;
  const sure = useMemo(
    () =>
      sureCandidate && sureCandidate.origin !== "missing"
        ? howSure(gearbox, sureOld, sureCandidate, { from, to }, !taped && isUsual(gearbox, sureOld.lever.drive.kind))
        : null,
    [gearbox, sureOld, sureCandidate, from, to, taped],
  );

  const minGapMm = selected.notches?.limits.minGapMm ?? USUAL_NOTCHES.limits.minGapMm;
  const doubts = useMemo(
    () =>
      candidate && lever && compared
        ? doubtsOf({
            lever,
            old: oldLever ?? null,
            compared,
            pair: props.pair,
            least: clearance?.least ?? null,
            minGapMm,
            broken: notch?.breaks,
            show: (mm) => units.show(mm, "length"),
          })
        : [],
    [candidate, lever, oldLever, compared, props.pair, clearance, minGapMm, notch, units],
  );
  // The key asks for what stands against it when it is pressed: it need not be drawn anew at every step of a drag.
  const guessed = candidate && unmeasuredText(candidate);
  const speaks = useMemo(() => (guessed ? [...doubts, guessed] : doubts), [doubts, guessed]);
  const [atHand] = useState(() => new Latest(speaks));
  useEffect(() => atHand.set(speaks), [atHand, speaks]);
  const [doubtful, unmeasured] = [doubts.length > 0, Boolean(guessed)];
  const against = useMemo(
    (): Against => ({ doubtful, unmeasured, doubts: () => atHand.get() }),
    [doubtful, unmeasured, atHand],
  );

  // The strip shows what is kept; while a point is dragged its figures stand beside the point itself, and the
  // strip's many fields need not be drawn again at every step.
  const stored = useMemo(() => (atShown ? { ...kept, ...atShown } : kept), [kept, atShown]);
  const patchStored = useCallback(
    (patch: SetupPatch, label: string) =>
      // Geometry changed at a notch is kept at that notch, and the list is counted from there.
      onPatch(stored.id, patch.lever && !patch.notches ? { ...patch, notches: stored.notches } : patch, label),
    [onPatch, stored.id, stored.notches],
  );
  const removeStored = useCallback(() => onRemove(stored.id), [onRemove, stored.id]);
  const fitNotch = useCallback(
    (patch: SetupPatch, words: string) => {
      setShownNotch(null);
      if (onFitNotch) onFitNotch(kept, patch, words);
      else patchStored(patch, `${kept.name}: ${words}`);
    },
    [onFitNotch, kept, patchStored, setShownNotch],
  );
  const pickLever = useCallback(
    (id: string) => {
      setPicked(id);
      setShownNotch(null);
    },
    [setPicked, setShownNotch],
  );
  const move = useCallback(
    (name: PointName, at: Point, done: boolean) => {
      const { lever: next, held } = withPoint(selected.lever, name, at);
      if (!done) {
        // Drawn in the frame the pointer moved in, not in one after it.
        flushSync(() => setDraft({ id: selected.id, lever: next, held }));
        return;
      }
      setDraft(null);
      onPatch(selected.id, { lever: next, notches: selected.notches }, `${selected.name}: ${name} moved`);
    },
    [selected, onPatch, setDraft],
  );
  const cancelDrag = useCallback(() => {
    setDraft(null);
    cancelObstacle();
  }, [setDraft, cancelObstacle]);
  // A draft of another lever has nothing left to say once the choice moves on.
  useEffect(() => setDraft(null), [picked, setDraft]);

  const { point, obstacle: obstacleChosen, grip: obstacleGrip } = choice;
  const { moveHand, moveObstacle } = obstacles;
  const { putInGear } = shown;
  useBenchKeys({
    gearbox,
    surroundings,
    obstacleChosen,
    obstacleGrip,
    point,
    lever: selected.lever,
    move,
    moveHand,
    moveObstacle,
    putInGear,
  });

  return {
    props,
    choice,
    bench,
    old,
    oldLever,
    shown,
    obstacles,
    clearance,
    oldClearance,
    doubts,
    sure: sure && sureCandidate ? { ...sure, old: sureOld, candidate: sureCandidate } : null,
    against,
    stored,
    isCandidate: stored.id !== old.id,
    onPatch,
    patchStored,
    removeStored,
    fitNotch,
    pickLever,
    move,
    cancelDrag,
  };
}

export type BenchModel = ReturnType<typeof useBenchModel>;
