import { Link } from "react-router";
import type { JobView } from "../../../contract";
import { amplitudeText, inWords, recordingThatSays } from "../../../domain";
import { useRunWords } from "./Verdict";
import css from "./vibration.module.css";

/** For the mount room: a recording that names the same suspect from its own side. */
export function RecordingSays({ view }: { view: JobView }) {
  const words = useRunWords();
  const analysis = recordingThatSays(view, "prop2") ?? recordingThatSays(view, "engineFiring");
  if (!analysis?.dominant || !("sources" in analysis.dominant)) return null;
  const { dominant, recording } = analysis;
  return (
    <p className={css.msays}>
      A recording names the same suspect: {words(analysis)} it is {inWords(dominant.sources[0])},{" "}
      <span className="n">{amplitudeText(dominant.peak.amplitude, recording.unit)}</span>.{" "}
      <Link to={`/jobs/${view.job.id}/gauge?tool=vibration`}>Look at it</Link>
    </p>
  );
}
