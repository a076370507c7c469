import { driveOf, type Vehicle, type VibrationRecording } from "../../contract";
import {
  acrossGears,
  dominantPeak,
  formatNumber,
  match,
  speedThatFits,
  rotatingSources,
  type DominantPeak,
  type MatchAnswer,
  type SpeedThatFits,
  type RotatingSources,
  type VibrationSource,
} from "../../core";
import { standing } from "./words";

/** Road speeds and engine speeds closer than this, as a part, count as the same. */
const SAME_SPEED = 0.03;

/** The window in which a source explains a peak. Common practice, no source. */
const WINDOW = { windowPct: 3, windowBins: 1.5 };

/** What turned, how fast, while a recording was made; null where the vehicle's drive train is not entered. */
export function rotatingSourcesOf(vehicle: Vehicle, r: VibrationRecording): RotatingSources | null {
  const drive = driveOf(vehicle);
  if (!drive) return null;
  const still = standing(r.condition);
  const logged = steadyRpm(r);
  const answer = rotatingSources(drive, {
    gear: still ? null : r.gear || null,
    speedKmh: still ? null : r.speedKmh,
    engineRpm: r.engineRpm ?? logged ?? (still && !isRunUp(r) ? vehicle.idleRpm : null),
  });
  if (!answer.ok || logged === null || r.engineRpm === null || Math.abs(logged / r.engineRpm - 1) <= SAME_SPEED) {
    return answer;
  }
  const says = `the recording’s own engine speed is ${formatNumber(logged, 0)} rpm, not the ${formatNumber(r.engineRpm, 0)} that was entered`;
  return { ...answer, notes: [...answer.notes, says] };
}

/** The engine speed that a log's own column gives, where it held still; null for a run-up or without a column. */
function steadyRpm(r: VibrationRecording): number | null {
  if (!r.rpmTrack || isRunUp(r)) return null;
  const speeds = r.rpmTrack.map((p) => p.rpm).sort((a, b) => a - b);
  return speeds[Math.floor(speeds.length / 2)];
}

/** A recording with the names its peaks got. */
export interface RecordingAnalysis {
  recording: VibrationRecording;
  rotatingSources: RotatingSources | null;
  sources: VibrationSource[];
  match: MatchAnswer | null;
  dominant: DominantPeak | null;
  /** Where the strongest peak fits nothing: the road speed at which it would, if the speedometer is off. */
  otherSpeed: SpeedThatFits | null;
  /** The engine ran up or down: one spectrum smears it, the order map does not. */
  runUp: boolean;
}

/** An engine speed that moved by more than this, as a part, is a run-up. */
const RUN_UP = 0.1;

export function isRunUp(r: VibrationRecording): boolean {
  if (!r.rpmTrack) return false;
  const speeds = r.rpmTrack.map((p) => p.rpm);
  return Math.max(...speeds) > Math.min(...speeds) * (1 + RUN_UP);
}

/** Names the peaks a recording was kept with. */
export function analyseRecording(vehicle: Vehicle, recording: VibrationRecording): RecordingAnalysis {
  const turns = rotatingSourcesOf(vehicle, recording);
  const sources = turns?.ok ? turns.sources : [];
  // Nothing that stands out is an answer too.
  const answer = sources.length ? match({ peaks: recording.peaks, sources, binHz: recording.binHz, ...WINDOW }) : null;
  const dominant = answer && dominantPeak(answer);
  const runUp = isRunUp(recording);
  return {
    recording,
    rotatingSources: turns,
    sources,
    match: answer,
    dominant,
    otherSpeed:
      dominant?.kind === "unknown" && !runUp && turns?.ok && turns.speedKmh
        ? speedThatFits(dominant.peak, recording.peaks, sources, turns.speedKmh)
        : null,
    runUp,
  };
}

/**
 * What another gear at the same road speed says of the leading peak: it stays with the road, or goes with the
 * engine. Null where the two recordings cannot part it.
 */
export function partedByGear(a: RecordingAnalysis, b: RecordingAnalysis): "road" | "engine" | null {
  const [x, y] = [a.rotatingSources, b.rotatingSources];
  if (!a.dominant || a.dominant.kind === "nothing" || !x?.ok || !y?.ok) return null;
  // Of the other only the places of its peaks and their order of strength count: its unit may be another.
  if (a.recording.phase !== b.recording.phase) return null;
  if (!x.speedKmh || !y.speedKmh || Math.abs(x.speedKmh / y.speedKmh - 1) > SAME_SPEED) return null;
  if (!x.engineRpm || !y.engineRpm || !a.recording.gear || !b.recording.gear) return null;
  // In the same gear both go on with the road: nothing is parted.
  if (a.recording.gear === b.recording.gear || Math.abs(y.engineRpm / x.engineRpm - 1) <= SAME_SPEED) return null;
  return acrossGears(a.dominant.peak.hz, b.recording.peaks, y.engineRpm / x.engineRpm);
}

/** Sources of a peak that are left once it is known what it goes with: what turns with the engine, or with the road. */
export function leftOf(
  ids: readonly string[],
  goesWith: "road" | "engine" | null,
  { sources }: Pick<RecordingAnalysis, "sources">,
): string[] {
  if (goesWith === null) return [...ids];
  const ofEngine = new Set(sources.filter((s) => s.of === "engine").map((s) => s.id));
  return ids.filter((id) => ofEngine.has(id) === (goesWith === "engine"));
}

/** Driven alike: only then does a difference speak for the work. */
export const sameRun = (a: VibrationRecording, b: VibrationRecording): boolean =>
  a.condition === b.condition &&
  a.gear === b.gear &&
  (a.speedKmh === b.speedKmh ||
    (a.speedKmh !== null && b.speedKmh !== null && Math.abs(a.speedKmh / b.speedKmh - 1) <= SAME_SPEED));

/** The recording another is best laid over: the same run after the work, or the same speed in another gear. */
export function partnerOf(r: VibrationRecording, all: readonly VibrationRecording[]): VibrationRecording | null {
  const others = all.filter((o) => o.id !== r.id && o.unit === r.unit && o.condition === r.condition);
  return (
    others.find((o) => o.phase !== r.phase && sameRun(o, r)) ??
    others.find((o) => o.phase === r.phase && o.gear !== r.gear && o.speedKmh === r.speedKmh && r.speedKmh !== null) ??
    null
  );
}
