import type { JobView, KeptRecording, NewFields, RecordedRun, VibrationRecording } from "../../contract";
import { standing } from "./words";

export type Run = Pick<NewFields<"recording">, "phase" | "condition" | "gear" | "speedKmh" | "engineRpm" | "place">;

/** A recording that could not be sent: kept in the browser, sent when there is a connection. */
export interface LaterRecording {
  file: Blob;
  name: string;
  run: Run;
  by: "file" | "microphone" | "sensor";
  /** What is known of its values beside the file. */
  about: Partial<Pick<KeptRecording, "unit" | "rpmTrack">> & { simulated?: boolean };
}

const AFTER = /\bafter\b/i;

/**
 * What a new recording most likely is of: after the work once the job has come to Prove or the file's name says
 * so, and then of a run that was recorded before and not yet after; else the same as the last.
 */
export function likelyRun(view: JobView, name = ""): Run {
  const all = [...view.recording].sort((a, b) => a.createdAt.localeCompare(b.createdAt));
  const phase = view.job.stage === "prove" || AFTER.test(name) ? "after" : "before";
  const same = (a: (typeof all)[number], b: (typeof all)[number]): boolean =>
    a.condition === b.condition && a.gear === b.gear && a.speedKmh === b.speedKmh;
  const unproved = all.find((r) => r.phase === "before" && !all.some((o) => o.phase === "after" && same(o, r)));
  const last = (phase === "after" ? unproved : null) ?? all.at(-1);
  return {
    phase,
    condition: last?.condition ?? "roadSpeed",
    // Which gear it was is not known until somebody says so.
    gear: last?.gear ?? "",
    speedKmh: last ? last.speedKmh : (view.job.roughness?.speedKmh ?? null),
    // Where a run-up began says nothing of the next run.
    engineRpm: last?.rpmTrack ? null : (last?.engineRpm ?? null),
    place: last?.place ?? "",
  };
}

/**
 * How a recording of which nobody said gear and speed was most likely driven: offered in one tap, never taken unasked.
 * Null where something is said, or nothing is known.
 */
export function drivenBefore(view: JobView, of: VibrationRecording): Pick<Run, "gear" | "speedKmh"> | null {
  if (of.gear || of.speedKmh !== null || of.engineRpm !== null || standing(of.condition)) return null;
  const earlier = view.recording.filter((r) => r.id !== of.id);
  const { gear, speedKmh } = likelyRun(
    { ...view, recording: earlier.filter((r) => r.phase === of.phase || r.condition === of.condition) },
    of.phase,
  );
  return earlier.length && speedKmh !== null ? { gear, speedKmh } : null;
}

/** How it was made, without what its values are: that is kept with the values. */
export const withoutUnit = ({ phase, condition, gear, speedKmh, engineRpm, place }: RecordedRun): Partial<Run> =>
  JSON.parse(JSON.stringify({ phase, condition, gear, speedKmh, engineRpm, place })) as Partial<Run>;
