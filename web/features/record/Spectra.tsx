import { max } from "d3-array";
import type { JobView, VibrationRecording } from "../../../contract";
import { formatNumber } from "../../../core";
import { amplitudeHead } from "../../../domain";
import { INK, QUIET, TEAL } from "../../pieces/paper/ink";
import { useTask } from "../../worker";
import { PaperDrawing } from "./PaperDrawing";

const BOX = { width: 480, height: 132, left: 44, low: 26, top: 24 };
/** What shakes a cabin lies below this, Hz; nothing above it is drawn. Common practice, no source. */
const TO_HZ = 120;
const PEAKS = 3;

/** The spectra of a job's recordings, one small drawing each. */
export function Spectra({ view }: { view: JobView }) {
  if (!view.recording.length) return null;
  return (
    <section aria-label="Spectra">
      <h2 className="hd2">Recorded shake</h2>
      {view.recording.map((r) => (
        <OnPaper key={r.id} recording={r} />
      ))}
    </section>
  );
}

function OnPaper({ recording: r }: { recording: VibrationRecording }) {
  const { last, result } = useTask("spectrum", { file: r.file, rateHz: r.rateHz });
  if (result.state === "refused" || result.state === "lost")
    return <p className="lb">{r.name}: not readable any more.</p>;
  if (!last)
    return (
      <p className="lb" data-to-come>
        {r.name}: calculating…
      </p>
    );
  const { amplitude, binHz } = last;
  const x = (hz: number): number => BOX.left + (hz / TO_HZ) * (BOX.width - BOX.left - 8);
  // As many steps as the paper shows, each as high as the highest line in it.
  const steps = BOX.width - BOX.left - 8;
  const heights = Array.from({ length: steps }, (_, i) => {
    const from = Math.floor(((i / steps) * TO_HZ) / binHz);
    const to = Math.max(from + 1, Math.ceil((((i + 1) / steps) * TO_HZ) / binHz));
    return max(amplitude.subarray(from, to)) ?? 0;
  });
  const top = Math.max(...heights, 1e-12);
  const y = (a: number): number => BOX.top + (1 - a / top) * (BOX.height - BOX.top - BOX.low);
  const peaks = r.peaks.filter((p) => p.hz <= TO_HZ).slice(0, PEAKS);
  const label = `${r.name || "Recording"}, ${r.phase}${r.simulated ? ", simulated" : ""}`;
  return (
    <figure>
      <PaperDrawing
        width={BOX.width}
        height={BOX.height}
        says={`${label}: strongest at ${peaks.map((p) => `${formatNumber(p.hz, 1)} Hz`).join(", ") || "no frequency"}`}
      >
        <path
          d={`M${BOX.left} ${BOX.height - BOX.low}H${BOX.width - 8}M${BOX.left} ${BOX.top}V${BOX.height - BOX.low}`}
          stroke={QUIET}
          fill="none"
        />
        {[0, 20, 40, 60, 80, 100, 120].map((hz) => (
          <g key={hz}>
            <path d={`M${x(hz)} ${BOX.height - BOX.low}v4`} stroke={QUIET} />
            <text x={x(hz)} y={BOX.height - 10} fontSize="9" fill={QUIET} textAnchor="middle">
              {hz === TO_HZ ? `${hz} Hz` : hz}
            </text>
          </g>
        ))}
        <text x={BOX.left - 4} y={BOX.top + 4} fontSize="9" fill={QUIET} textAnchor="end">
          {formatNumber(top, top < 0.1 ? 3 : 2)}
        </text>
        <text x={BOX.left} y={9} fontSize="9" fill={QUIET}>
          {amplitudeHead(r.unit)}
        </text>
        <path
          d={heights.map((a, i) => `${i ? "L" : "M"}${(BOX.left + i).toFixed(1)} ${y(a).toFixed(1)}`).join("")}
          stroke={TEAL}
          strokeWidth="1"
          fill="none"
        />
        {peaks.map((p) => (
          <text
            key={p.hz}
            x={x(p.hz)}
            y={Math.max(BOX.top - 4, y(p.amplitude) - 4)}
            fontSize="9"
            fill={INK}
            textAnchor="middle"
          >
            {formatNumber(p.hz, 1)}
          </text>
        ))}
      </PaperDrawing>
      <figcaption>{label}</figcaption>
    </figure>
  );
}
