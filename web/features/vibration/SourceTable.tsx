import type { VibrationRecording } from "../../../contract";
import {
  formatNumber,
  levelChanges,
  repeatabilityDb,
  sourceLevels,
  type LevelChange,
  type SourceLevel,
  type VibrationSource,
} from "../../../core";
import type { SpectrumDrawn } from "../../worker";
import { Figure, OriginLegend } from "../../ui/marks";
import { amplitudeHead, amplitudeText, inWords, otherAmplitude } from "../../../domain";
import { Press } from "../../ui/Press";
import css from "./vibration.module.css";

export interface Listened {
  recording: VibrationRecording;
  spectrum: SpectrumDrawn;
  sources: VibrationSource[];
}

/** Less than this, dB, nobody feels, however well it repeats: common practice, no source. */
const FELT_DB = 1;

const isMixed = (c: LevelChange): boolean => c.mixed.before.length + c.mixed.after.length > 0;

/** Change of each source from one recording to the other, and what the two would differ by anyway. */
export function changesOf(first: Listened, second: Listened) {
  const of = ({ spectrum, sources }: Listened) => sourceLevels(spectrum.amplitude, spectrum.binHz, sources);
  const spread = (l: Listened): Map<string, number> =>
    l.spectrum.halves
      ? repeatabilityDb(
          sourceLevels(l.spectrum.halves.amplitude[0], l.spectrum.halves.binHz, l.sources),
          sourceLevels(l.spectrum.halves.amplitude[1], l.spectrum.halves.binHz, l.sources),
        )
      : new Map<string, number>();
  const [a, b] = [spread(first), spread(second)];
  return levelChanges(of(first), of(second)).map((c) => {
    const anyway = Math.max(FELT_DB, a.get(c.id) ?? 0, b.get(c.id) ?? 0);
    return { ...c, anyway, shown: !c.onlyNoise && !isMixed(c) && Math.abs(c.dB) > anyway };
  });
}

type Change = ReturnType<typeof changesOf>[number];

const verdictOf = (c: Change): string =>
  c.onlyNoise ? "noise" : isMixed(c) ? "cannot be separated" : c.shown ? "changed" : "within measuring error";

const listed = (ids: readonly string[]): string => ids.map(inWords).join(" and ");

/** Whose line it is besides: said of the recording it holds for. */
function sharedText(level: SourceLevel, change: Change | undefined, heads: [string, string]): string {
  if (change?.mixed.before.length) return `${heads[0]}: the same line as ${listed(change.mixed.before)}`;
  if (change?.mixed.after.length) return `${heads[1]}: the same line as ${listed(change.mixed.after)}`;
  return level.standsOut && level.sharedWith.length ? `the same line as ${listed(level.sharedWith)}` : "";
}

/** Every source: where it must stand, how strong it is, and how much that changed. */
export function SourceTable({
  first,
  second,
  heads,
  beforeAfter,
  lit,
  onLight,
}: {
  first: Listened;
  second: Listened | null;
  heads: [string, string];
  /** The first is before the work; else it is the one that is looked at. */
  beforeAfter: boolean;
  lit: string | null;
  onLight: (id: string | null) => void;
}) {
  const { unit } = first.recording;
  const levels = sourceLevels(first.spectrum.amplitude, first.spectrum.binHz, first.sources);
  const changes = second ? changesOf(first, second) : [];
  const strongest = [...levels].sort((a, b) => b.amplitude - a.amplitude)[0]?.id;
  const level = (l: { amplitude: number; standsOut: boolean }) =>
    l.standsOut ? (
      <Figure origin="measured" wide>
        <span title={otherAmplitude(l.amplitude, unit) || undefined}>{amplitudeText(l.amplitude, unit, true)}</span>
      </Figure>
    ) : (
      <span className="q">in the noise</span>
    );
  return (
    <>
      <table className={`ledger ${css.vtable}`}>
        <thead>
          <tr>
            <th>rotating part</th>
            <th>expected, Hz</th>
            <th>measured, Hz</th>
            <th className={beforeAfter ? "och" : "teal"}>
              {heads[0]}, {amplitudeHead(unit)}
            </th>
            {second && (
              <>
                <th className={beforeAfter ? "teal" : "och"}>{heads[1]}</th>
                <th>difference, dB</th>
                <th>change</th>
              </>
            )}
          </tr>
        </thead>
        <tbody>
          {levels.map((l) => {
            const change = changes.find((c) => c.id === l.id);
            const shared = sharedText(l, change, heads);
            return (
              <tr key={l.id} className={l.id === strongest ? "maj" : undefined}>
                <td>
                  <Press
                    className={css.vlit}
                    aria-pressed={l.id === lit}
                    onClick={() => onLight(l.id === lit ? null : l.id)}
                  >
                    {inWords(l.id)}
                  </Press>
                  {shared && <small className={css.vshared}>{shared}</small>}
                </td>
                <td>
                  <Figure origin="calculated" wide>
                    {formatNumber(l.hz, 1)}
                  </Figure>
                </td>
                <td className="n">{l.standsOut ? formatNumber(l.atHz, 1) : ""}</td>
                <td>{level(l)}</td>
                {second && (
                  <>
                    <td className={beforeAfter ? "tint" : undefined}>{change && level(change.after)}</td>
                    <td className="n">
                      {change && !change.onlyNoise
                        ? `${formatNumber(change.dB, 1, true)} ±${formatNumber(change.anyway, 1)}`
                        : ""}
                    </td>
                    <td className={change?.shown ? "mos" : "q"}>{change && verdictOf(change)}</td>
                  </>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
      <OriginLegend only={["measured", "calculated"]} />
    </>
  );
}
