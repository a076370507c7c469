import {
  addressOf,
  INSTRUMENT_SILENCE_MS,
  instrumentBlock,
  type InstrumentLine,
  type Vehicle,
} from "../../../contract";
import tapUrl from "./tap.worklet.ts?worker&url";
import type { Run } from "../../../domain";

/** Something that records while it is listened to. */
export interface Source {
  /** Begins; gives blocks of samples until `stop`. Throws a sentence where it may not or cannot. */
  start(
    onBlock: (block: { samples: Float32Array; rateHz: number; rpm: number | null }) => void,
    onStopped: (why: string) => void,
  ): Promise<void>;
  stop(): void;
}

/** The instrument that records, over the program's own stream. */
export function sensor(line: InstrumentLine, vehicle: Vehicle, run: Run, runUpTo: number | null): Source {
  let events: EventSource | null = null;
  let timer = 0;
  const stop = (): void => {
    window.clearTimeout(timer);
    events?.close();
  };
  return {
    start(onBlock, onStopped) {
      const silent = new URLSearchParams(window.location.search).get("silentAfter");
      const about = {
        vehicle: vehicle.id,
        phase: run.phase ?? "before",
        condition: run.condition ?? "roadSpeed",
        gear: run.gear || null,
        speedKmh: run.speedKmh || null,
        engineRpm: run.engineRpm || null,
        runUpTo: runUpTo || null,
        silentAfter: silent || null,
      };
      const watch = (): void => {
        window.clearTimeout(timer);
        timer = window.setTimeout(() => {
          stop();
          onStopped(`The ${line.name.toLowerCase()} has stopped sending. Look at its cable.`);
        }, INSTRUMENT_SILENCE_MS);
      };
      watch();
      events = new EventSource(addressOf("instrumentSamples", { id: line.id }, about));
      // The browser would listen again by itself; what came between is missing, and a gap makes a recording useless.
      events.onerror = () => {
        stop();
        onStopped(`The ${line.name.toLowerCase()} was lost. Look at its cable and at the connection.`);
      };
      events.onmessage = (event) => {
        const read = instrumentBlock.safeParse(JSON.parse(String(event.data)));
        if (!read.success) return;
        watch();
        const { samples, rateHz, rpm } = read.data;
        onBlock({ samples: Float32Array.from(samples), rateHz, rpm });
      };
      return Promise.resolve();
    },
    stop,
  };
}

const NO_MICROPHONE = "Record with another device and drop the file here.";

const refusedBecause = (error: unknown): string => {
  const name = error instanceof DOMException ? error.name : "";
  if (name === "NotAllowedError")
    return `The browser was not allowed to use the microphone. Allow it, or: ${NO_MICROPHONE}`;
  if (name === "NotFoundError") return `There is no microphone here. ${NO_MICROPHONE}`;
  return `The microphone cannot be used. ${NO_MICROPHONE}`;
};

/** The microphone of this device, as plainly as the browser gives it: nothing evened out, nothing taken away. */
export function microphone(): Source {
  let stream: MediaStream | null = null;
  let context: AudioContext | null = null;
  const stop = (): void => {
    stream?.getTracks().forEach((t) => t.stop());
    if (context && context.state !== "closed") void context.close();
  };
  return {
    async start(onBlock, onStopped) {
      // Absent where the page was not opened on this machine or over a safe connection.
      const devices = navigator.mediaDevices as MediaDevices | undefined;
      if (!devices?.getUserMedia) throw new Error(`This browser gives the page no microphone. ${NO_MICROPHONE}`);
      try {
        stream = await devices.getUserMedia({
          audio: { autoGainControl: false, noiseSuppression: false, echoCancellation: false, channelCount: 1 },
        });
        context = new AudioContext();
        await context.audioWorklet.addModule(tapUrl);
      } catch (error) {
        stop();
        throw new Error(refusedBecause(error), { cause: error });
      }
      const { sampleRate } = context;
      const tap = new AudioWorkletNode(context, "tap", { numberOfOutputs: 0 });
      tap.port.onmessage = (event: MessageEvent<Float32Array[]>) => {
        const length = event.data.reduce((n, b) => n + b.length, 0);
        const samples = new Float32Array(length);
        let at = 0;
        for (const block of event.data) {
          samples.set(block, at);
          at += block.length;
        }
        onBlock({ samples, rateHz: sampleRate, rpm: null });
      };
      context.createMediaStreamSource(stream).connect(tap);
      stream.getTracks().forEach((t) => {
        t.onended = () => onStopped("The microphone has stopped.");
      });
    },
    stop,
  };
}
