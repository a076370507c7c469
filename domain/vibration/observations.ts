import type { Job } from "../../contract";
import { RECORDED_AS } from "../../core";
import type { RecordingAnalysis } from "./recordingAnalysis";

/** A line weaker than this part of the strongest is not what shakes. */
const WEAK = 0.2;

/**
 * What a recording has shown and Ask does not know yet: the one source that is left, those that turned too and
 * hardly shake, and what another gear said. Nothing while more than one source is left.
 */
export function notYetTold(
  analysis: RecordingAnalysis,
  left: readonly string[],
  goesWith: "road" | "engine" | null,
  symptoms: Job["symptoms"],
): Job["symptoms"] {
  const shown: Job["symptoms"] = {};
  if (left.length === 1 && RECORDED_AS[left[0]]) {
    for (const { id } of analysis.sources) if (RECORDED_AS[id]) shown[RECORDED_AS[id]] = "absent";
    const { dominant } = analysis;
    const strong = dominant && "sources" in dominant ? WEAK * dominant.peak.amplitude : Infinity;
    for (const peak of analysis.match?.peaks ?? []) {
      // A run-up smears its lines: only what was strongest is said of it.
      if (peak.amplitude < strong && !analysis.runUp) continue;
      // A peak that may be several things, one of them the suspect, says nothing of the others.
      for (const { id } of peak.sources) if (RECORDED_AS[id]) delete shown[RECORDED_AS[id]];
    }
    if (analysis.runUp) for (const id of Object.keys(shown)) delete shown[id];
    shown[RECORDED_AS[left[0]]] = "present";
  }
  if (goesWith) shown.followsRoadSpeed = goesWith === "road" ? "present" : "absent";
  return Object.fromEntries(Object.entries(shown).filter(([id, state]) => symptoms[id] !== state));
}
