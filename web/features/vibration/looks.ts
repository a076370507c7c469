import { closeWindow } from "../../../core";
import type { SpectrumDrawn, SpectrumRequest } from "../../worker";
import { partedByGear, type RecordingAnalysis, PHASE_NAMES, standing } from "../../../domain";
import type { Curve } from "./SpectrumChart";
import type { RunUpPeak } from "../../pieces/vibration/Verdict";

/** Window of the order map, s: short enough to follow a run-up, long enough to part the sources. */
const MAP_WINDOW_S = 0.5;

/** What a recording's spectrum is asked with: its own length, and its sources for the order map. */
export function spectrumRequestOf(h: RecordingAnalysis | null): SpectrumRequest | null {
  if (!h) return null;
  const { recording: r, rotatingSources, sources } = h;
  const rpm = rotatingSources?.ok ? rotatingSources.engineRpm : null;
  const track = r.rpmTrack ?? (rpm === null ? null : [{ tS: 0, rpm }]);
  const mapWindow = Math.max(16, Math.min(65536, 2 ** Math.round(Math.log2(MAP_WINDOW_S * r.rateHz))));
  return {
    file: r.file,
    rateHz: r.rateHz,
    windowSamples: closeWindow(r.rateHz, r.count),
    ...(track && rpm && mapWindow <= r.count
      ? { rpmTrack: track, orders: sources.map((s) => (s.hz * 60) / rpm), mapWindow }
      : {}),
  };
}

/** What any other recording at the same road speed in another gear says. */
export function partedByAny(first: RecordingAnalysis, all: readonly RecordingAnalysis[]): "road" | "engine" | null {
  for (const h of all) {
    if (h === first) continue;
    const parted = partedByGear(first, h);
    if (parted) return parted;
  }
  return null;
}

export function curvesOf(
  first: RecordingAnalysis,
  done: SpectrumDrawn,
  second: RecordingAnalysis | null,
  over: SpectrumDrawn | null,
  beforeAfter: boolean,
): Curve[] {
  const curve = (h: RecordingAnalysis, s: SpectrumDrawn, old: boolean) => ({
    name: h.recording.name || PHASE_NAMES[h.recording.phase],
    amplitude: s.amplitude,
    binHz: s.binHz,
    old,
  });
  if (!second || !over) return [curve(first, done, false)];
  return beforeAfter
    ? [curve(first, done, true), curve(second, over, false)]
    : [curve(second, over, true), curve(first, done, false)];
}

/** The source that was strongest over a run-up, by what it passed in all; and the moment it was strongest. */
export function runUpPeak(h: RecordingAnalysis, spectrum: SpectrumDrawn): RunUpPeak | null {
  const rows = spectrum.orderMap?.rows ?? [];
  if (!rows.length || !h.sources.length || standing(h.recording.condition)) return null;
  const sums = h.sources.map((_, k) => rows.reduce((a, r) => a + r.amplitude[k] ** 2, 0));
  const k = sums.indexOf(Math.max(...sums));
  const top = rows.reduce((a, r) => (r.amplitude[k] > a.amplitude[k] ? r : a));
  return {
    source: h.sources[k].id,
    amplitude: top.amplitude[k],
    rpm: top.rpm,
    fromRpm: rows[0].rpm,
    toRpm: rows[rows.length - 1].rpm,
  };
}
