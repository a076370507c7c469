import { BODY_HZ, formatNumber } from "../../../core";
import type { SpectrumDrawn } from "../../worker";
import { type RecordingAnalysis, amplitudeText, inWords, otherAmplitude } from "../../../domain";
import { LedgerTable } from "../../ui/LedgerTable";

/** How the spectrum was calculated, how each source's frequency came about, and which peak fell where. */
export function VibrationWorking({
  analysis,
  spectrum,
}: {
  analysis: RecordingAnalysis;
  spectrum: SpectrumDrawn | null;
}) {
  const { rotatingSources, match, recording } = analysis;
  return (
    <div className="working">
      <p>
        The recording’s mean is taken out; Hann windows, each over half of the one before, are averaged as powers. A
        sine reads its peak amplitude. A line’s place and height between two bins come from the window’s own shape.
      </p>
      {spectrum && (
        <p className="n">
          {formatNumber(spectrum.count, 0)} samples at {formatNumber(spectrum.rateHz, 0)} Hz; {spectrum.windows} windows
          of {formatNumber(spectrum.windowSamples, 0)}; bin {formatNumber(spectrum.binHz, 3)} Hz, lines{" "}
          {formatNumber(spectrum.resolutionHz, 2)} Hz apart are told apart
        </p>
      )}
      {rotatingSources?.ok && (
        <LedgerTable heads={["rotating part", "times", ["of", "txt apart"], "Hz"]}>
          {rotatingSources.sources.map((s) => (
            <tr key={s.id}>
              <td>{inWords(s.id)}</td>
              <td className="n">{formatNumber(s.order, 2)}</td>
              <td className="txt apart">
                {{ engine: "engine", prop: "prop shaft", halfShaft: "half shaft", wheel: "wheel" }[s.of]},{" "}
                {formatNumber((s.hz * 60) / s.order, 0)} rpm
              </td>
              <td className="n">{formatNumber(s.hz, 2)}</td>
            </tr>
          ))}
        </LedgerTable>
      )}
      {match && (
        <>
          <p style={{ marginTop: 10 }}>
            A source explains a peak within 3 % of its frequency, or one and a half bins. Peaks under {BODY_HZ} Hz are
            the body on its springs and are left out.
          </p>
          <LedgerTable heads={["peak, Hz", "strength", ["explained by", "txt apart"]]}>
            {match.peaks.map((p) => (
              <tr key={p.hz}>
                <td className="n">{formatNumber(p.hz, 2)}</td>
                <td className="n">
                  {amplitudeText(p.amplitude, recording.unit)}{" "}
                  <span className="q">{otherAmplitude(p.amplitude, recording.unit)}</span>
                </td>
                <td className="txt" style={{ paddingLeft: 12, whiteSpace: "normal" }}>
                  {p.sources.map((s) => `${inWords(s.id)} (${formatNumber(s.offPct, 1, true)}\u202f%)`).join(", ") ||
                    "nothing that turns here"}
                </td>
              </tr>
            ))}
          </LedgerTable>
        </>
      )}
      <p style={{ marginTop: 10 }}>
        A difference counts as shown when it is larger than what the two halves of either recording differ by, and than
        1 dB. A peak under four times the noise around it counts as noise.
      </p>
    </div>
  );
}
