import { useMemo, useState } from "react";
import { isRefusal } from "../../../contract";
import type { CompareLimits, Gearbox } from "../../../core";
import { solveBench, type BenchSetup, type Surroundings } from "../../../domain";
import { atNotch, notchAnswer } from "./NotchStrip";

/** A lever while one of its points is dragged, and why the point is held where it is. */
interface LeverDraft {
  id: string;
  lever: BenchSetup["lever"];
  held: string | null;
}

/**
 * Which lever is looked at, at which notch, and what all of them come to on this gearbox.
 *
 * `kept` are the levers as they are kept, the old one first; what comes back stands at the notch that is looked at
 * and where the pointer holds it.
 */
export function useBench({
  gearbox,
  kept: list,
  chosenId,
  limits,
  surroundings,
}: {
  gearbox: Gearbox;
  kept: BenchSetup[];
  chosenId: string | null;
  limits: CompareLimits;
  surroundings: Surroundings;
}) {
  const [shownNotch, setShownNotch] = useState<number | null>(null);
  const [picked, setPicked] = useState<string | null>(null);
  const [draft, setDraft] = useState<LeverDraft | null>(null);
  const kept = list.find((s) => s.id === picked) ?? list.find((s) => s.id === chosenId) ?? list[1] ?? list[0];
  const keptOld = list[0];
  const notched = useMemo(
    () => (kept.id !== keptOld.id && kept.notches ? notchAnswer(gearbox, kept, keptOld, surroundings) : null),
    [gearbox, kept, keptOld, surroundings],
  );
  const notches = notched && !isRefusal(notched) ? notched : null;
  const notch = notches?.notches.find((n) => n.notch === (shownNotch ?? notches.best)) ?? null;
  // An adjustable lever is drawn and calculated at the notch that is looked at.
  const atShown = useMemo(() => (notch && notch.notchMm !== 0 ? atNotch(kept, notch.notchMm) : null), [kept, notch]);
  const setups = useMemo(
    () =>
      list.map((s) => {
        const own = s.id === kept.id && atShown ? { ...s, ...atShown } : s;
        return draft?.id === s.id ? { ...own, lever: draft.lever } : own;
      }),
    [list, kept.id, atShown, draft],
  );
  const selected = setups.find((s) => s.id === kept.id) ?? setups[0];
  const result = useMemo(
    () => solveBench(gearbox, setups, limits, selected.id),
    [gearbox, setups, limits, selected.id],
  );
  const lever = result.levers.get(selected.id);
  const candidate = selected.id === keptOld.id ? null : selected;
  const compared = candidate ? result.compared?.find((c) => c.name === candidate.id) : undefined;
  return {
    setups,
    kept,
    selected,
    result,
    lever,
    candidate,
    compared,
    notched,
    notch,
    atShown,
    draft,
    setDraft,
    picked,
    setPicked,
    setShownNotch,
  };
}
