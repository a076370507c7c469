import { closeWindow, csvText, importRecording, readWav, spectrum, standingOut, wavBytes } from "../../core";
import { flatPicture, readSheet } from "../photos/readSheet";
import { runIn } from "../recordings/comment";
import { answerJson } from "./answerJson";
import type { HeavyTask, ReadRecording } from "./tasks";

/** Peaks a recording is kept with, and out of how many the noise's own are sorted. */
const MOST_PEAKS = 12;
const LOOK = { minRatio: 0.01, maxPeaks: 400, orders: [] };

function read(bytes: Uint8Array): ReadRecording {
  const imported = importRecording(bytes);
  if (!imported.ok) return imported;
  const { recording, unit, rpmTrack, notes, comment } = imported;
  const run = runIn(comment);
  const windowSamples = closeWindow(recording.rateHz, recording.samples.length);
  const whole = spectrum(recording, { ...LOOK, windowSamples });
  const peaks = standingOut(whole).slice(0, MOST_PEAKS);
  return {
    ok: true,
    wav: wavBytes(recording.samples, recording.rateHz),
    rateHz: recording.rateHz,
    count: recording.samples.length,
    unit: run?.unit ?? unit,
    binHz: whole.binHz,
    peaks: peaks.map(({ hz, amplitude }) => ({ hz, amplitude })),
    rpmTrack,
    notes,
    run,
  };
}

/** A kept recording as lines of time and value; a minute of sound is millions of them. */
function lines(wav: Uint8Array, rateHz: number | null, called: string): string {
  const kept = readWav(wav);
  if (!kept.ok) throw new Error(`a kept recording: ${kept.why}`);
  return csvText(kept.recording.samples, rateHz ?? kept.recording.rateHz, called);
}

/** One piece of long work, in a thread of its own. */
export default (task: HeavyTask): unknown =>
  "model" in task
    ? answerJson(task.model, task.question)
    : "bytes" in task
      ? read(task.bytes)
      : "sheetIn" in task
        ? readSheet(task.sheetIn)
        : "flat" in task
          ? flatPicture(task.flat, task.corners, task.sheet)
          : lines(task.linesOf, task.rateHz, task.called);
