import { useMemo, useState } from "react";
import type { VibrationRecording } from "../../../contract";
import { useTask, type SpectrumDrawn, type TaskState } from "../../worker";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { type Added } from "./AddRecording";
import {
  type LaterRecording,
  analyseRecording,
  leftOf,
  partedByGear,
  partnerOf,
  sameRun,
  type RecordingAnalysis,
  notYetTold,
} from "../../../domain";
import { partedByAny, runUpPeak, spectrumRequestOf } from "./looks";
import { changesOf, type Listened } from "./SourceTable";

/** A resolution coarser than this, Hz, does not part sources that stand close. */
const COARSE_HZ = 2;

export const RANGES = [50, 100, 200, 500] as const;

/** Why a spectrum is missing, in the middle of a sentence; null where it is not. */
const whyNot = (result: TaskState<SpectrumDrawn>): string | null =>
  result.state === "refused" ? result.refusal.message : result.state === "lost" ? "the calculation failed" : null;

/** The recordings of a job, which is looked at and laid over which, and what is calculated of them. */
export function useVibration({ view, edit }: StageProps) {
  const { vehicle, job } = view;
  const { me } = usePeople();
  const [picked, setPicked] = useState<string | null>(null);
  const [fresh, setFresh] = useState<string | null>(null);
  const [laid, setLaid] = useState<{ on: string; over: string | null } | null>(null);
  const [lit, setLit] = useState<string | null>(null);
  const [look, setLook] = useState<"spectrum" | "map" | null>(null);
  const [range, setRange] = useState<number | null>(null);
  const [dialog, setDialog] = useState<"turns" | "working" | null>(null);
  const recordings = useMemo(
    () => [...view.recording].sort((a, b) => (a.takenAt ?? a.createdAt).localeCompare(b.takenAt ?? b.createdAt)),
    [view.recording],
  );
  const analyses = useMemo(() => recordings.map((r) => analyseRecording(vehicle, r)), [vehicle, recordings]);
  const named = analyses.find((h) => h.recording.id === picked) ?? analyses[0] ?? null;
  const other = useMemo(() => {
    if (!named) return null;
    const id = laid?.on === named.recording.id ? laid.over : (partnerOf(named.recording, recordings)?.id ?? null);
    return analyses.find((h) => h.recording.id === id && h.recording.unit === named.recording.unit) ?? null;
  }, [named, laid, analyses, recordings]);
  // Before the work stands first, whichever of the two was picked.
  const swapped = named?.recording.phase === "after" && other?.recording.phase === "before";
  const [first, second] = swapped ? [other, named] : [named, other];
  const one = useTask(
    "spectrum",
    useMemo(() => spectrumRequestOf(first), [first]),
  );
  const two = useTask(
    "spectrum",
    useMemo(() => spectrumRequestOf(second), [second]),
  );

  const keep = ({ kept, run, by, name, simulated = false }: Added): void => {
    const id = edit.create(
      "recording",
      {
        jobId: job.id,
        ...kept,
        ...run,
        by,
        name,
        simulated,
        takenBy: me?.id ?? null,
        takenAt: new Date().toISOString(),
      },
      `Recording: ${name}`,
    );
    setPicked(id);
    setFresh(id);
    setLaid(null);
  };
  const later = ({ file, name, run, by, about }: LaterRecording): void => {
    const data = {
      jobId: job.id,
      ...about,
      ...run,
      by,
      name,
      takenBy: me?.id ?? null,
      takenAt: new Date().toISOString(),
    };
    edit.file("recording", file, file instanceof File ? file.name : `${name}.wav`, data, `Recording: ${name}`);
  };
  const show = (id: string): void => {
    setPicked(id);
    setLit(null);
    setLook(null);
  };
  return {
    view,
    edit,
    fresh,
    show,
    lay: setLaid,
    lit,
    setLit,
    look,
    setLook,
    range,
    setRange,
    dialog,
    setDialog,
    analyses,
    named,
    other,
    first,
    second,
    one,
    two,
    keep,
    later,
  };
}

type Vibration = ReturnType<typeof useVibration>;
type Shown = Vibration & { first: RecordingAnalysis; named: RecordingAnalysis };

/** What two recordings say together: the one looked at, and the one laid over it. */
export function saysOf(model: Shown) {
  const { view, one, two, first, second, analyses, look, range } = model;
  const { job } = view;
  const done = one.result.state === "answered" ? one.result.answer : null;
  const overDone = two.result.state === "answered" ? two.result.answer : null;
  const listened = (h: RecordingAnalysis, spectrum: SpectrumDrawn): Listened => ({
    recording: h.recording,
    spectrum,
    sources: h.sources,
  });
  const changes = done && overDone && second ? changesOf(listened(first, done), listened(second, overDone)) : [];
  const beforeAfter =
    second !== null &&
    first.recording.phase === "before" &&
    second.recording.phase === "after" &&
    sameRun(first.recording, second.recording);
  const goesWith = (second && !beforeAfter ? partedByGear(first, second) : null) ?? partedByAny(first, analyses);
  const dominant = first.dominant && "sources" in first.dominant ? first.dominant : null;
  const left = dominant ? leftOf(dominant.sources, goesWith, first) : [];
  const runUp = first.runUp && done?.orderMap ? runUpPeak(first, done) : null;
  const toTell =
    first.recording.phase === "before" ? notYetTold(first, runUp ? [runUp.source] : left, goesWith, job.symptoms) : {};
  const change = beforeAfter && left.length ? (changes.find((c) => c.id === left[0]) ?? null) : null;
  const highest = Math.max(
    40,
    ...first.sources.map((s) => s.hz),
    first.dominant && "peak" in first.dominant ? first.dominant.peak.hz : 0,
  );
  const half = first.recording.rateHz / 2;
  const toHz = Math.min(half, range ?? RANGES.find((r) => r >= highest * 1.15) ?? 500);
  const suspects = runUp ? [runUp.source] : left;
  const suspectHz = dominant ? dominant.peak.hz : (first.sources.find((s) => s.id === suspects[0])?.hz ?? 0);
  const showMap = (look ?? (first.runUp ? "map" : "spectrum")) === "map";
  const lacksTurning = !first.rotatingSources?.ok;
  const coarse = done && done.resolutionHz > COARSE_HZ;
  const failed = whyNot(one.result) ?? whyNot(two.result);
  const twoGears =
    second !== null &&
    first.recording.phase === second.recording.phase &&
    first.recording.gear !== "" &&
    second.recording.gear !== "";
  const headOf = (r: VibrationRecording): string =>
    beforeAfter ? r.phase : twoGears ? `gear ${r.gear}` : r.name || "this";

  return {
    ...model,
    done,
    overDone,
    listened,
    beforeAfter,
    goesWith,
    left,
    runUp,
    toTell,
    change,
    half,
    toHz,
    suspects,
    suspectHz,
    showMap,
    lacksTurning,
    coarse,
    failed,
    headOf,
  };
}

export type VibrationSays = ReturnType<typeof saysOf>;
