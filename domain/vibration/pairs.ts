import type { JobView } from "../../contract";
import { formatNumber } from "../../core";
import { analyseRecording, leftOf, partedByGear, partnerOf, type RecordingAnalysis } from "./recordingAnalysis";
import { amplitudeText, inWords } from "./words";

/** What shook before the work, and what is left of it after. */
export interface ShakePair {
  before: RecordingAnalysis;
  after: RecordingAnalysis | null;
  /** The one source it is taken for, or those that could not be parted. */
  sources: string[];
  amplitude: number;
  /** Level of the same source after the work; where it has sunk below what was kept, the least that was. */
  left: { amplitude: number; under: boolean; dB: number } | null;
}

/** Every recording before the work that names something, with its counterpart after the work. */
export function shakePairs(view: JobView): ShakePair[] {
  const analyses = view.recording.map((r) => analyseRecording(view.vehicle, r));
  return analyses.flatMap((before): ShakePair[] => {
    const { dominant, recording } = before;
    if (recording.phase !== "before" || before.runUp || !dominant || !("sources" in dominant)) return [];
    const parted = analyses.map((h) => (h === before ? null : partedByGear(before, h))).find((p) => p !== null) ?? null;
    const sources = leftOf(dominant.sources, parted, before);
    const fellow = partnerOf(recording, view.recording);
    const after = fellow?.phase === "after" ? (analyses.find((h) => h.recording.id === fellow.id) ?? null) : null;
    return [
      {
        before,
        after,
        sources,
        amplitude: dominant.peak.amplitude,
        left: after && leftIn(after, sources[0], dominant.peak.amplitude),
      },
    ];
  });
}

function leftIn(after: RecordingAnalysis, source: string, before: number): ShakePair["left"] {
  const peaks = after.match?.peaks ?? [];
  if (!peaks.length) return null;
  const own = peaks.filter((p) => p.sources.some((s) => s.id === source));
  const amplitude = own.length ? Math.max(...own.map((p) => p.amplitude)) : Math.min(...peaks.map((p) => p.amplitude));
  return { amplitude, under: !own.length, dB: 20 * Math.log10(amplitude / before) };
}

/** A pair in one sentence, for the sheet and for Prove. */
export function pairText({ before, sources, amplitude, left }: ShakePair): string {
  const { unit } = before.recording;
  const names = sources.map(inWords).join(" or ");
  if (!left) return `${names}, ${amplitudeText(amplitude, unit)}`;
  const change = `${formatNumber(Math.abs(left.dB), 1)} dB ${left.dB < 0 ? "quieter" : "louder"}`;
  return `${names}, from ${amplitudeText(amplitude, unit, true)} to ${left.under ? "under " : ""}${amplitudeText(left.amplitude, unit)}, ${left.under ? "at least " : ""}${change}`;
}
