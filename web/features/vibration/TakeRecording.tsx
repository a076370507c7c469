import { Button, Modal } from "antd";
import { useEffect, useRef, useState } from "react";
import type { JobView, KeptRecording } from "../../../contract";
import { formatNumber } from "../../../core";
import { refusedText, sendFile } from "../../data/sendFile";
import { SlotSwitch } from "../../ui/slots";
import { NumberField } from "../../ui/NumberField";
import { wavOf } from "./wavOf";
import { microphone, sensor, type Source } from "./live";
import { standing, likelyRun, type LaterRecording, type Run } from "../../../domain";
import { isUnreachable } from "../../data/api";
import { useOfferedInstruments } from "../../data/useOfferedInstruments";
import { recordingUpload } from "../../data/uploads";
import { RunFields } from "./RunFields";
import css from "./vibration.module.css";

/** A recording ends by itself after this, s: a job's file stays small. */
const LONGEST_S = 60;
/** Shorter than this, s, sources stand too close to be distinguished. */
const SHORTEST_S = 4;
const BARS = 96;

type Taken = { samples: Float32Array[]; count: number; rateHz: number; rpm: { tS: number; rpm: number }[] };
const nothing = (): Taken => ({ samples: [], count: 0, rateHz: 0, rpm: [] });

export interface NewRecording {
  kept: KeptRecording;
  run: Run;
  by: "microphone" | "sensor";
  name: string;
  simulated: boolean;
}

/** Records from the sensor or the microphone: how it runs is said first, then it is listened to. */
export function TakeRecording({
  view,
  from,
  onTaken,
  onLater,
  onClose,
}: {
  view: JobView;
  from: "sensor" | "microphone";
  onTaken: (taken: NewRecording) => void;
  onLater: (later: LaterRecording) => void;
  onClose: () => void;
}) {
  const { instruments, switchedOff } = useOfferedInstruments(from === "microphone");
  const line = instruments?.find((i) => i.rateHz !== null) ?? null;
  const [run, setRun] = useState<Run>(() => likelyRun(view));
  const [runUp, setRunUp] = useState(false);
  const [runUpTo, setRunUpTo] = useState<number | null>(4000);
  const [state, setState] = useState<"ready" | "listening" | "sending">("ready");
  const [says, setSays] = useState<string | null>(null);
  const [received, setReceived] = useState<{ seconds: number; level: number[]; rpm: number | null }>({
    seconds: 0,
    level: [],
    rpm: null,
  });
  const taken = useRef<Taken>(nothing());
  const source = useRef<Source | null>(null);
  const sending = useRef<AbortController | null>(null);
  useEffect(
    () => () => {
      source.current?.stop();
      sending.current?.abort();
    },
    [],
  );

  const forget = (): void => {
    taken.current = nothing();
    setReceived({ seconds: 0, level: [], rpm: null });
  };
  const discard = (): void => {
    source.current?.stop();
    setState("ready");
    forget();
  };

  const start = async (): Promise<void> => {
    forget();
    setSays(null);
    const s =
      from === "microphone" ? microphone() : line ? sensor(line, view.vehicle, run, runUp ? runUpTo : null) : null;
    if (!s) return;
    source.current = s;
    setState("listening");
    try {
      await s.start(
        ({ samples, rateHz, rpm }) => {
          const t = taken.current;
          if (rpm !== null) t.rpm.push({ tS: t.count / rateHz, rpm });
          t.samples.push(samples);
          t.count += samples.length;
          t.rateHz = rateHz;
          const size = samples.reduce((a, v) => Math.max(a, Math.abs(v)), 0);
          const seconds = t.count / rateHz;
          setReceived((h) => ({ seconds, rpm, level: [...h.level, size].slice(-BARS) }));
          if (seconds >= LONGEST_S) void stopAndSend();
        },
        (why) => {
          setState("ready");
          setSays(why);
        },
      );
    } catch (error) {
      setState("ready");
      setSays(error instanceof Error ? error.message : "It cannot be recorded here.");
    }
  };

  const stopAndSend = async (): Promise<void> => {
    // Blocks that were on their way when it ended must not end it again.
    if (sending.current) return;
    source.current?.stop();
    const { samples, count, rateHz, rpm } = taken.current;
    if (!count) return setState("ready");
    setState("sending");
    const all = new Float32Array(count);
    let at = 0;
    for (const block of samples) {
      all.set(block, at);
      at += block.length;
    }
    const until = new AbortController();
    sending.current = until;
    const name = `${from === "sensor" ? "sensor" : "microphone"}, ${formatNumber(count / rateHz, 0)} s`;
    const moved = rpm.length > 1 && runUp;
    const about = {
      unit: from === "sensor" ? ("m/s2" as const) : ("fullScale" as const),
      rpmTrack: moved ? rpm.slice(0, 1000) : null,
      simulated: from === "sensor" && (line?.standIn ?? false),
    };
    // An engine speed that the sensor sends goes before one that was typed.
    const middle = rpm.map((p) => p.rpm).sort((a, b) => a - b)[Math.floor(rpm.length / 2)];
    const as = { run: { ...run, engineRpm: moved ? rpm[0].rpm : (middle ?? run.engineRpm ?? null) }, by: from, name };
    let wav: Blob | null = null;
    try {
      wav = await wavOf(all, rateHz);
      const { kept } = await sendFile(recordingUpload, wav, `${name}.wav`, () => undefined, until.signal);
      const { simulated, ...values } = about;
      onTaken({ ...as, simulated, kept: { ...kept, ...values } });
    } catch (error) {
      if (wav && isUnreachable(error)) return onLater({ ...as, file: wav, about });
      setSays(refusedText(error, "The recording"));
      setState("ready");
    } finally {
      sending.current = null;
    }
  };

  const tooShort = received.seconds < SHORTEST_S;
  // What came before it stopped by itself is not lost.
  const some = state === "ready" && received.seconds > 0 && !tooShort;
  const top = Math.max(1e-9, ...received.level);
  const still = standing(run.condition ?? "roadSpeed");
  return (
    <Modal
      open
      title={from === "sensor" ? "Record with the sensor" : "Record with the microphone"}
      footer={null}
      width={560}
      onCancel={onClose}
    >
      <div inert={state !== "ready"}>
        <RunFields
          vehicle={view.vehicle}
          run={run as Required<Run>}
          onChange={(patch) => setRun((r) => ({ ...r, ...patch }))}
        />
      </div>
      {from === "sensor" && !still && (
        <div className={`row-flex ${css.runup}`}>
          <SlotSwitch on={runUp} label="Run the engine up through it" onChange={setRunUp} />
          <span>Run the engine up through it</span>
          {runUp && (
            <NumberField label="up to" value={runUpTo} min={1000} max={12000} unit="rpm" onCommit={setRunUpTo} />
          )}
        </div>
      )}
      <svg className={css.levels} viewBox={`0 0 ${BARS * 5} 56`} preserveAspectRatio="none" aria-hidden="true">
        <path d={`M0 28H${BARS * 5}`} stroke="var(--edge)" strokeWidth="1" />
        {received.level.map((v, i) => (
          <rect key={i} x={i * 5} y={28 - (26 * v) / top} width="3" height={(52 * v) / top} fill="var(--teal)" />
        ))}
      </svg>
      <p role="status" className={says ? "och" : "lb"}>
        {says ??
          (state === "sending"
            ? "Reading it through."
            : state === "listening"
              ? `${formatNumber(received.seconds, 1)} s${received.rpm !== null ? `, engine at ${formatNumber(received.rpm, 0)} rpm` : ""}. ${tooShort ? `Hold it for ${SHORTEST_S} s at least; ten tell more.` : "Long enough; the longer, the finer."}`
              : "Hold speed and throttle steady, then begin.")}
      </p>
      <div className="row-flex">
        <span className="push" />
        {state === "listening" ? (
          <>
            <Button onClick={discard}>Cancel</Button>
            <Button type="primary" disabled={tooShort} onClick={() => void stopAndSend()}>
              Stop and keep
            </Button>
          </>
        ) : (
          <>
            {some && <Button onClick={() => void stopAndSend()}>Keep what came</Button>}
            <Button
              type="primary"
              loading={state === "sending"}
              disabled={state === "sending" || (from === "sensor" && !line)}
              onClick={() => void start()}
            >
              {says ? "Try again" : "Begin"}
            </Button>
          </>
        )}
      </div>
      {from === "sensor" && line?.standIn && (
        <p className="lb och">Simulated sensor: the recording stays marked as simulated.</p>
      )}
      {from === "sensor" && instruments && !line && (
        <p className="lb">
          No sensor is connected.
          {switchedOff.some((i) => i.rateHz !== null) && " For training, a simulated one can be switched on in Shop."}
        </p>
      )}
    </Modal>
  );
}
