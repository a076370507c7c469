import { Button, Modal } from "antd";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import type { VibrationRecording } from "../../../contract";
import { formatNumber } from "../../../core";
import { Answer } from "../../ui/Answer";
import { Empty } from "../../ui/states";
import { useTask, type SpectrumDrawn, type TaskState } from "../../worker";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { AddRecording, type Added } from "./AddRecording";
import {
  type LaterRecording,
  analyseRecording,
  leftOf,
  partedByGear,
  partnerOf,
  sameRun,
  type RecordingAnalysis,
  notYetTold,
  PHASE_NAMES,
} from "../../../domain";
import { DriveTrainDialog } from "../../pieces/vibration/DriveTrainDialog";
import { curvesOf, partedByAny, runUpPeak, spectrumRequestOf } from "./looks";
import { Computing } from "./Computing";
import { OrderMap } from "./OrderMap";
import { RecordingList } from "./RecordingList";
import { RoadTable } from "../../pieces/vibration/RoadTable";
import { SameSuspect } from "./SameSuspect";
import { changesOf, SourceTable, type Listened } from "./SourceTable";
import { SpectrumChart } from "./SpectrumChart";
import { Verdict } from "../../pieces/vibration/Verdict";
import { VibrationWorking } from "./VibrationWorking";
import { Press } from "../../ui/Press";
import css from "./vibration.module.css";

/** A resolution coarser than this, Hz, does not part sources that stand close. */
const COARSE_HZ = 2;

const RANGES = [50, 100, 200, 500] as const;

/** Why a spectrum is missing, in the middle of a sentence; null where it is not. */
const whyNot = (result: TaskState<SpectrumDrawn>): string | null =>
  result.state === "refused" ? result.refusal.message : result.state === "lost" ? "the calculation failed" : null;

/** From a recording to a suspect: spectrum, what turns at which line, and what changed. */
export function VibrationTool({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const { vehicle, job } = view;
  const navigate = useNavigate();
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
  const turns = dialog === "turns" && (
    <DriveTrainDialog vehicle={vehicle} edit={edit} onClose={() => setDialog(null)} />
  );

  if (!first || !named) {
    return (
      <>
        <Answer acts={tabs}>
          <b>Record what shakes:</b> its frequency says which rotating part it is.
        </Answer>
        <div className={`${css.vib} ${css.empty1}`}>
          <AddRecording view={view} large onAdded={keep} onLater={later} />
          <Empty
            title="No recording yet"
            acts={<Button onClick={() => setDialog("turns")}>Drivetrain data of {vehicle.tag}</Button>}
          >
            Lay a phone on the seat rail, hold one speed in one gear for ten seconds, and drop the file here. The
            passenger records, never the driver.
          </Empty>
        </div>
        <RoadTable view={view} edit={edit} />
        {turns}
      </>
    );
  }

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
  const left = dominant ? leftOf(dominant.sources, goesWith) : [];
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

  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            <Button onClick={() => setDialog("working")}>Calculation</Button>
            {lacksTurning ? (
              <Button type="primary" onClick={() => setDialog("turns")}>
                Enter drivetrain data
              </Button>
            ) : Object.keys(toTell).length ? (
              <Button
                type="primary"
                onClick={() =>
                  edit.update("job", job, { symptoms: { ...job.symptoms, ...toTell } }, "What the recordings show")
                }
              >
                Tell Ask
              </Button>
            ) : (
              <Button type="primary" onClick={() => void navigate(`/jobs/${job.id}/compare?tool=mounts`)}>
                Go to the mount room
              </Button>
            )}
          </>
        }
      >
        <Verdict
          view={view}
          analysis={first}
          goesWith={goesWith}
          runUp={runUp}
          change={change}
          after={beforeAfter ? second : null}
        />
      </Answer>
      <div className={css.vib}>
        <div className={css.vmain}>
          <div className={`row-flex ${css.vbar}`}>
            <div className="tabs2" role="tablist" aria-label="Ways of looking">
              <Press role="tab" aria-selected={!showMap} onClick={() => setLook("spectrum")}>
                Spectrum
              </Press>
              <Press role="tab" aria-selected={showMap} disabled={!done?.orderMap} onClick={() => setLook("map")}>
                Order map
              </Press>
            </div>
            {second && !showMap && (
              <ul className={css.vkey}>
                <li className="old">{beforeAfter ? PHASE_NAMES.before : headOf(second.recording)}</li>
                <li className="new">{beforeAfter ? PHASE_NAMES.after : headOf(first.recording)}</li>
              </ul>
            )}
            <span className="push" />
            {!showMap && (
              <div className="dirs" role="group" aria-label="Show up to, Hz">
                {RANGES.filter((r) => r <= half || r === RANGES[0]).map((r) => (
                  <Press key={r} aria-pressed={r === toHz} onClick={() => setRange(r)}>
                    {r}
                  </Press>
                ))}
                <Press aria-pressed={toHz === half} onClick={() => setRange(half)}>
                  all
                </Press>
              </div>
            )}
            {!showMap && <span className="lb">Hz</span>}
          </div>
          <div className={css.vpaper}>
            {done && (!second || overDone || two.result.state === "cancelled") ? (
              showMap && done.orderMap ? (
                <OrderMap map={done.orderMap} sources={first.sources} unit={first.recording.unit} runUp={first.runUp} />
              ) : (
                <SpectrumChart
                  // The older of two lies below and is dashed.
                  curves={curvesOf(first, done, second, overDone, beforeAfter)}
                  unit={first.recording.unit}
                  // Through a run-up every source sweeps past: there is no one place to point at.
                  sources={first.runUp ? [] : first.sources}
                  otherSources={second && !beforeAfter ? second.sources : []}
                  toHz={toHz}
                  lit={lit ?? left[0] ?? null}
                  onLight={setLit}
                />
              )
            ) : (
              <Computing
                failed={failed}
                cancelled={one.result.state === "cancelled"}
                task={one.result.state === "working" ? one.task : two.task}
                onCancel={() => {
                  one.cancel();
                  two.cancel();
                }}
                onAgain={() => {
                  one.again();
                  two.again();
                }}
              />
            )}
          </div>
          {coarse && (
            <p className={`och ${css.vnote}`}>
              This recording is short: peaks closer than {formatNumber(done.resolutionHz, 1)} Hz cannot be separated.
              Record ten seconds.
            </p>
          )}
          {first.rotatingSources?.ok &&
            first.rotatingSources.notes.map((n) => (
              <p key={n} className={`och ${css.vnote}`}>
                {n.charAt(0).toUpperCase() + n.slice(1)}.
              </p>
            ))}
          {second && first.recording.place !== second.recording.place && (
            <p className={`och ${css.vnote}`}>
              The sensor was not at the same place in both: a difference may come from that.
            </p>
          )}
          {done && first.sources.length > 0 && !first.runUp && (
            <SourceTable
              first={listened(first, done)}
              second={second && overDone ? listened(second, overDone) : null}
              heads={[headOf(first.recording), second ? headOf(second.recording) : ""]}
              beforeAfter={beforeAfter}
              lit={lit ?? left[0] ?? null}
              onLight={setLit}
            />
          )}
        </div>
        <aside className={css.vaside}>
          <RecordingList
            view={view}
            edit={edit}
            analyses={analyses}
            shown={named.recording}
            over={other?.recording ?? null}
            fresh={fresh}
            onShow={(id) => {
              setPicked(id);
              setLit(null);
              setLook(null);
            }}
            onOver={(over) => setLaid({ on: named.recording.id, over })}
          />
          <AddRecording view={view} large={false} onAdded={keep} onLater={later} />
          <Button size="small" onClick={() => setDialog("turns")}>
            Drivetrain data of {vehicle.tag}
          </Button>
          {suspects.length > 0 && !lacksTurning && <SameSuspect view={view} sources={suspects} hz={suspectHz} />}
        </aside>
      </div>
      <RoadTable view={view} edit={edit} />
      {turns}
      {dialog === "working" && (
        <Modal open title="Calculation" footer={null} width={680} onCancel={() => setDialog(null)}>
          <VibrationWorking analysis={first} spectrum={done} />
        </Modal>
      )}
    </>
  );
}
