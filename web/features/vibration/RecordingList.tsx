import { Button, Popconfirm } from "antd";
import { addressOf, recordedUnits, type JobView, type VibrationRecording } from "../../../contract";
import { formatNumber } from "../../../core";
import type { Editor } from "../../data/saving";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import { useUnits } from "../../format/units";
import { drivenBefore, type RecordingAnalysis, CONDITION_NAMES, PHASE_NAMES, UNIT_NAMES } from "../../../domain";
import { RunFields } from "./RunFields";
import { useRunWords } from "../../pieces/vibration/Verdict";
import { Press } from "../../ui/Press";
import css from "./vibration.module.css";

/** Recordings of the job: which is looked at, which is laid over it, and how each was made. */
export function RecordingList({
  view,
  edit,
  analyses,
  shown,
  over,
  fresh,
  onShow,
  onOver,
}: {
  view: JobView;
  edit: Editor;
  analyses: RecordingAnalysis[];
  shown: VibrationRecording;
  over: VibrationRecording | null;
  /** Just taken in: how it was made is asked at once. */
  fresh: string | null;
  onShow: (id: string) => void;
  onOver: (id: string | null) => void;
}) {
  const words = useRunWords();
  return (
    <ul className="vlist" aria-label="Recordings">
      {analyses.map((h) => {
        const r = h.recording;
        const on = r.id === shown.id;
        return (
          <li key={r.id} className={on ? "on" : r.id === over?.id ? "over" : undefined}>
            <div className={css.vrow}>
              <Press aria-pressed={on} className={css.vname} onClick={() => onShow(r.id)}>
                <b className="rt">{r.name || CONDITION_NAMES[r.condition]}</b>
                <span className="lb">
                  <em className={r.phase === "before" ? "och" : "teal"}>{r.phase}</em>, {words(h)},{" "}
                  {formatNumber(r.count / r.rateHz, r.count < 10 * r.rateHz ? 1 : 0)} s{r.simulated && ", simulated"}
                </span>
              </Press>
              {!on && r.unit === shown.unit && (
                <span className={css.vover}>
                  <SlotSwitch
                    on={r.id === over?.id}
                    label={`Compare with ${r.name || "this one"}`}
                    onChange={(lay) => onOver(lay ? r.id : null)}
                  />
                  <span className="lb">compare</span>
                </span>
              )}
            </div>
            {on && <Details key={r.id} view={view} edit={edit} recording={r} open={r.id === fresh} />}
          </li>
        );
      })}
    </ul>
  );
}

/** How it was made, for the file to carry along. */
const travels = (r: VibrationRecording) => {
  const { unit, phase, condition, gear, speedKmh, engineRpm, place, simulated } = r;
  return {
    unit,
    phase,
    condition,
    gear: gear || null,
    speedKmh,
    engineRpm,
    place: place || null,
    simulated: simulated || null,
  };
};

function Details({
  view,
  edit,
  recording: r,
  open,
}: {
  view: JobView;
  edit: Editor;
  recording: VibrationRecording;
  open: boolean;
}) {
  const units = useUnits();
  const before = drivenBefore(view, r);
  const called = r.name || CONDITION_NAMES[r.condition];
  const at = (kind: string, about: Parameters<typeof addressOf>[2]): string =>
    addressOf("recordingFile", { name: `${r.file}.${kind}` }, about);
  const saveAs = `${view.vehicle.tag} ${called}`.replace(/[^\p{L}\p{N} ,.-]/gu, "");
  return (
    <details className={css.vdetails} open={open}>
      <summary className="lb">how it was made</summary>
      <TextField
        label="name"
        value={r.name}
        onCommit={(name) => edit.update("recording", r, { name }, `Recording named ${name || "nothing"}`)}
      />
      {before && (
        <Button
          size="small"
          onClick={() => edit.update("recording", r, before, `Recording ${called}: driven as the one before`)}
        >
          Driven as the one before: {units.show(before.speedKmh ?? 0, "speed")}
          {before.gear && `, gear ${before.gear}`}
        </Button>
      )}
      <RunFields
        vehicle={view.vehicle}
        run={r}
        onChange={(patch, what) => edit.update("recording", r, patch, `Recording ${called}: ${what}`)}
      />
      {r.by === "file" && (
        <Choice
          label="its values are"
          value={r.unit}
          options={Object.fromEntries(recordedUnits.map((u) => [u, UNIT_NAMES[u]])) as typeof UNIT_NAMES}
          onChange={(unit) => edit.update("recording", r, { unit }, `Recording ${called}: ${UNIT_NAMES[unit]}`)}
        />
      )}
      <TextField
        label="note"
        value={r.note}
        placeholder="The straight by the pier, two aboard."
        onCommit={(note) => edit.update("recording", r, { note }, `Recording ${called}: note`)}
      />
      {r.notes.map((n) => (
        <p key={n} className="och">
          To read it: {n}.
        </p>
      ))}
      <p className="lb">
        {PHASE_NAMES[r.phase]}, <span className="n">{formatNumber(r.rateHz, 0)}</span> samples a second
      </p>
      <div className="row-flex">
        <a href={at("wav", travels(r))} download={`${saveAs}.wav`}>
          WAV
        </a>
        <a href={at("csv", { rateHz: r.rateHz, unit: r.unit })} download={`${saveAs}.csv`}>
          CSV
        </a>
        <Popconfirm
          title="Take this recording out?"
          description="It goes to the bin and can be restored."
          okText="Take it out"
          cancelText="Keep it"
          onConfirm={() => edit.remove("recording", r, `Recording ${called} taken out`)}
        >
          <Button size="small" type="text" className="push">
            Take out
          </Button>
        </Popconfirm>
      </div>
    </details>
  );
}
