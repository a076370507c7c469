import { capital } from "../../format/grammar";
import type { JobView } from "../../../contract";
import { formatNumber, type LevelChange } from "../../../core";
import { useUnits } from "../../format/units";
import { Num } from "../../ui/Answer";
import {
  leftOf,
  type RecordingAnalysis,
  amplitudeText,
  causeOf,
  inWords,
  standing,
  TEST_WORDS,
  fromMountRoom,
} from "../../../domain";

const either = (ids: readonly string[]): string => ids.map(inWords).join(" or ");

/** How it ran, in a few words: "at 70 km/h in fifth". */
export function useRunWords() {
  const units = useUnits();
  return (h: RecordingAnalysis): string => {
    const { condition, gear, speedKmh } = h.recording;
    const rpm = h.rotatingSources?.ok ? h.rotatingSources.engineRpm : h.recording.engineRpm;
    if (h.runUp && h.recording.rpmTrack) {
      const speeds = h.recording.rpmTrack.map((p) => p.rpm);
      const [least, most] = [Math.min(...speeds), Math.max(...speeds)];
      return `running up from ${formatNumber(least, 0)} to ${formatNumber(most, 0)} rpm`;
    }
    if (standing(condition)) return rpm ? `at idle (${formatNumber(rpm, 0)} rpm)` : "at idle";
    const speed =
      speedKmh === null
        ? rpm === null
          ? ""
          : ` at ${formatNumber(rpm, 0)} rpm`
        : ` at ${units.show(speedKmh, "speed")}`;
    // Without a gear it rolled out of gear, or nobody noted it.
    return [speed.trim(), gear ? `in gear ${gear}` : ""].filter(Boolean).join(" ") || "gear and speed not noted";
  };
}

/** An amplitude inside the answer: the figure in the figures' type, its unit in the words'. */
function Strength({ of, unit }: { of: number; unit: RecordingAnalysis["recording"]["unit"] }) {
  const [figure, ...rest] = amplitudeText(of, unit).split("\u00a0");
  return (
    <>
      <Num>{figure}</Num>
      {"\u00a0"}
      {rest.join("\u00a0")}
    </>
  );
}

/** The strongest source over a run-up, and where it was strongest. */
export interface RunUpPeak {
  source: string;
  amplitude: number;
  rpm: number;
  fromRpm: number;
  toRpm: number;
}

interface VerdictProps {
  view: JobView;
  analysis: RecordingAnalysis;
  /** What another gear has shown of the leading peak. */
  goesWith: "road" | "engine" | null;
  runUp: RunUpPeak | null;
  /** Change of the leading source from before the work to after it, where both are laid over each other. */
  change: (LevelChange & { shown: boolean; anyway: number }) | null;
  after: RecordingAnalysis | null;
}

/** What the recording says, in one sentence with its main reason. */
export function Verdict(props: VerdictProps) {
  const { rotatingSources: turns, recording } = props.analysis;
  const [against] = turns?.ok ? turns.notes : [];
  return (
    <>
      {recording.simulated && "Simulated recording. "}
      {against && <b>{capital(against)}: put that right first. </b>}
      <Said {...props} />
    </>
  );
}

function Said({ view, analysis, goesWith, runUp, change, after }: VerdictProps) {
  const words = useRunWords();
  const units = useUnits();
  const { recording, rotatingSources, dominant } = analysis;
  const { unit } = recording;
  if (!rotatingSources) {
    return (
      <>
        <b>Enter the drivetrain data of {view.vehicle.tag}</b> (tyre, final drive, gears), and every peak gets its name.
      </>
    );
  }
  if (!rotatingSources.ok) {
    return (
      <>
        <b>Missing: {rotatingSources.lacks}.</b> With it every peak gets its name.
      </>
    );
  }
  if (analysis.runUp) {
    if (!runUp) return <b>The engine’s speed changes through it: the order map follows each source.</b>;
    return (
      <>
        <b>
          From {formatNumber(runUp.fromRpm, 0)} to {formatNumber(runUp.toRpm, 0)} rpm it is {inWords(runUp.source)}:{" "}
          {causeOf(runUp.source)}.
        </b>{" "}
        Strongest at <Num>{formatNumber(runUp.rpm, 0)}</Num> rpm, <Strength of={runUp.amplitude} unit={unit} />.
      </>
    );
  }
  if (!dominant || dominant.kind === "nothing") {
    return (
      <>
        <b>Nothing stands out {words(analysis)}.</b> No peak rises above the noise.
      </>
    );
  }
  const { peak } = dominant;
  const strength = (
    <>
      <Num>{formatNumber(peak.hz, 1)}</Num> Hz at <Strength of={peak.amplitude} unit={unit} />
    </>
  );
  if (dominant.kind === "unknown") {
    return (
      <>
        <b>The strongest peak, {formatNumber(peak.hz, 1)} Hz, matches no rotating part.</b>{" "}
        {analysis.otherSpeed && (
          <>
            It would fit {inWords(analysis.otherSpeed.source)} at{" "}
            <Num>{units.show(analysis.otherSpeed.speedKmh, "speed")}</Num>: check the speedometer.{" "}
          </>
        )}
        Check speed, gear and tyre; else something rings: a pipe, a shield, a bracket.
      </>
    );
  }
  const left = leftOf(dominant.sources, goesWith, analysis);
  if (change) {
    const quieter = change.dB < 0;
    const rest =
      after?.dominant && after.dominant.kind !== "nothing" && after.dominant.kind !== "unknown" ? after.dominant : null;
    const other = rest && !rest.sources.some((s) => left.includes(s)) ? rest : null;
    return (
      <>
        <b>
          {capital(either(left))}: {formatNumber(Math.abs(change.dB), 1)} dB {quieter ? "quieter" : "louder"} after the
          work
          {change.shown ? "." : ", within measuring error."}
        </b>{" "}
        From <Num>{amplitudeText(change.before.amplitude, unit, true)}</Num> to{" "}
        <Strength of={change.after.amplitude} unit={unit} /> {words(analysis)}
        {other && <>; what is left is mostly {either(other.sources)}</>}.
      </>
    );
  }
  if (left.length > 1) {
    const same = new Set(left.map(inWords));
    return (
      <>
        <b>
          {capital([...same].join(" or "))}: {same.size === 2 ? "both" : "all"} are at {formatNumber(peak.hz, 1)} Hz{" "}
          {words(analysis)}.
        </b>{" "}
        {dominant.tests.map((t) => TEST_WORDS[t]).join(" ")}
      </>
    );
  }
  const [source] = left.length ? left : dominant.sources;
  const side = fromMountRoom(view, source, peak.hz, (mm) => units.show(mm, "length"));
  const times = dominant.timesNext ?? 0;
  return (
    <>
      <b>
        {capital(words(analysis))} it is {inWords(source)}: {causeOf(source)}.
      </b>{" "}
      {strength}
      {goesWith === "road" && ", in another gear as in this"}
      {goesWith === "engine" && ", and it moves with the engine in another gear"}
      {!goesWith && !side?.agrees && times >= 1.5 && (
        <>
          , <Num>{formatNumber(times, times < 10 ? 1 : 0)}</Num>
          {" times the next"}
        </>
      )}
      .{side?.agrees === true && " The mount room names the same suspect."}
      {side?.agrees === false && " The mount room disagrees."}
    </>
  );
}
