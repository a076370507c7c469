import { Button } from "antd";
import { useRef, useState } from "react";
import type { JobView, KeptRecording } from "../../../contract";
import { refusedText, sendFile } from "../../data/sendFile";
import { useFilePick } from "../../ui/useFilePick";
import { type NewRecording, TakeRecording } from "./TakeRecording";
import { isUnreachable } from "../../data/api";
import { recordingUpload } from "../../data/uploads";
import { useWaitingFiles } from "../../data/useWaitingFiles";
import { likelyRun, withoutUnit, type LaterRecording, type Run } from "../../../domain";
import css from "./vibration.module.css";

export interface Added {
  kept: KeptRecording;
  run: Run;
  by: "file" | "microphone" | "sensor";
  name: string;
  simulated?: boolean;
}

const NOT_SAID = { gear: "", speedKmh: null, engineRpm: null };

/** Three ways in: a file dropped or chosen, the sensor, the microphone. */
export function AddRecording({
  view,
  large,
  onAdded,
  onLater,
}: {
  view: JobView;
  /** The first one: room is given to say what can be dropped. */
  large: boolean;
  onAdded: (added: Added) => void;
  /** Without a connection it is kept for later. */
  onLater: (later: LaterRecording) => void;
}) {
  const waiting = useWaitingFiles("recording", view.job.id);
  const sending = useRef<AbortController | null>(null);
  const [part, setPart] = useState<number | null>(null);
  const [over, setOver] = useState(false);
  const [says, setSays] = useState<string | null>(null);
  const [from, setFrom] = useState<"sensor" | "microphone" | null>(null);

  const add = async (files: readonly File[]): Promise<void> => {
    const [file] = files;
    const until = new AbortController();
    sending.current = until;
    setSays(null);
    setPart(0);
    const name = file.name.replace(/\.(wav|csv|txt)$/i, "").slice(0, 200);
    try {
      const { kept, run: told } = await sendFile(recordingUpload, file, file.name, setPart, until.signal);
      // What the file says of itself goes before what is likely; a whole answer leaves nothing to guess.
      // How fast and in which gear it was driven nobody has said of a file: it is asked.
      const run = told
        ? { ...NOT_SAID, place: "", ...withoutUnit(told) }
        : { ...likelyRun(view, file.name), ...NOT_SAID };
      onAdded({ kept, run, by: "file", name, simulated: told?.simulated ?? false });
      if (files.length > 1) setSays("One at a time: the first was taken in.");
    } catch (error) {
      if (isUnreachable(error))
        onLater({ file, name, run: { ...likelyRun(view, file.name), ...NOT_SAID }, by: "file", about: {} });
      else setSays(refusedText(error, "The recording"));
    } finally {
      setPart(null);
      sending.current = null;
    }
  };
  const field = useFilePick(".wav,.csv,.txt,audio/wav,text/csv", "Recording file", (files) => void add(files));
  const taken = (t: NewRecording): void => {
    setFrom(null);
    onAdded(t);
  };

  return (
    <div
      className={`vdrop${over ? " over" : ""}${large ? css.large : ""}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        const files = [...e.dataTransfer.files];
        if (files.length) void add(files);
      }}
    >
      <p className={large ? "hd2" : "rt"}>Drop a recording here</p>
      <p className="lb">WAV from a recorder or a phone, or CSV of time and value from a logger.</p>
      {part === null ? (
        <div className="row-flex">
          <Button size="small" onClick={field.pick}>
            From a file
          </Button>
          <Button size="small" onClick={() => setFrom("sensor")}>
            With the sensor
          </Button>
          <Button size="small" onClick={() => setFrom("microphone")}>
            With the microphone
          </Button>
        </div>
      ) : (
        <div className="row-flex">
          <progress max={1} value={part < 1 ? part : undefined} aria-label="Taking the recording in" />
          <span className="lb">{part < 1 ? "on its way" : "reading it through"}</span>
          <Button size="small" onClick={() => sending.current?.abort()}>
            Cancel
          </Button>
        </div>
      )}
      {waiting.map((w) => (
        <p key={w.key} className="lb" role="status">
          {w.name}: kept here, sent when there is a connection
        </p>
      ))}
      {field.field}
      {says && (
        <p className="why" role="alert">
          {says}
        </p>
      )}
      {from && (
        <TakeRecording
          view={view}
          from={from}
          onTaken={taken}
          onLater={(later) => (setFrom(null), onLater(later))}
          onClose={() => setFrom(null)}
        />
      )}
    </div>
  );
}
