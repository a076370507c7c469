import { memo, useMemo, useState } from "react";
import type { VibrationRecording } from "../../../contract";
import { formatNumber, type VibrationSource } from "../../../core";
import LineChart, { type Line, type PlotArea } from "../../ui/LineChart";
import { decimated } from "./decimate";
import { amplitudeHead, amplitudeText } from "../../../domain";
import { SourceScale } from "./SourceScale";
import { roundEnd } from "../../ui/engraved";
import css from "./vibration.module.css";

/** Points a curve is drawn with: about one for every other pixel. */
const POINTS = 480;

export interface Curve {
  name: string;
  amplitude: Float32Array;
  binHz: number;
  /** Before, or the other one of two: drawn dashed and in ochre. */
  old: boolean;
}

/** One spectrum, or two over each other, with the bands in which each source of the vehicle must stand. */
export function SpectrumChart({
  curves,
  unit,
  sources,
  otherSources,
  toHz,
  lit,
  onLight,
}: {
  curves: Curve[];
  unit: VibrationRecording["unit"];
  sources: VibrationSource[];
  /** Where the sources of the other recording stand, when it ran otherwise. */
  otherSources: VibrationSource[];
  toHz: number;
  lit: string | null;
  onLight: (id: string | null) => void;
}) {
  const [plot, setPlot] = useState<PlotArea | null>(null);
  const place = ({ left, width }: PlotArea): void =>
    setPlot((p) => (p?.left === left && p.width === width ? p : { left, width }));
  const reach = Math.max(...curves.map((c) => 1.5 * c.binHz));
  const band = sources.find((s) => s.id === lit) ?? null;
  return (
    <div className={css.vchart}>
      <Curves
        label={`Spectrum to ${formatNumber(toHz, 0)} Hz of ${curves.map((c) => c.name).join(" and ")}`}
        curves={curves}
        unit={unit}
        toHz={toHz}
        band={band ? [band.hz - Math.max(reach, 0.03 * band.hz), band.hz + Math.max(reach, 0.03 * band.hz)] : null}
        onPlace={place}
      />
      {plot && (
        <SourceScale
          plot={plot}
          sources={sources}
          otherSources={otherSources}
          toHz={toHz}
          reachHz={reach}
          lit={lit}
          onLight={onLight}
        />
      )}
    </div>
  );
}

/** The curves alone: they are costly to draw and change less often than what is lit. */
const Curves = memo(function Curves({
  label,
  curves,
  unit,
  toHz,
  band,
  onPlace,
}: {
  label: string;
  curves: Curve[];
  unit: VibrationRecording["unit"];
  toHz: number;
  band: [number, number] | null;
  onPlace: (area: PlotArea) => void;
}) {
  const lines = useMemo(
    () =>
      curves.map((c): Line => {
        const under = c.old && curves.length > 1;
        return {
          name: c.name,
          points: decimated(c.amplitude, c.binHz, [0, toHz], POINTS).map(([x, y]) => ({ x, y })),
          colour: under ? "--ochre" : "--teal",
          width: c.old ? 1.4 : 1.8,
          dash: under ? 4 : 0,
        };
      }),
    [curves, toHz],
  );
  const [top, ticks] = roundEnd(1.02 * Math.max(...lines.flatMap((l) => l.points.map((p) => p.y))), 4);
  const part = unit === "fullScale" ? 100 : 1;
  const digits = Math.max(0, Math.ceil(-Math.log10((top / ticks) * part) - 1e-9));
  return (
    <LineChart
      label={label}
      height={272}
      tight
      lines={lines}
      band={band}
      x={{ min: 0, max: toHz, ticks: 10, show: (v) => formatNumber(v, 0) }}
      y={{ min: 0, max: top, ticks, title: amplitudeHead(unit), show: (v) => formatNumber(v * part, digits) }}
      tip={{ x: (v) => `${formatNumber(v, 1)} Hz`, y: (v) => amplitudeText(v, unit) }}
      onPlot={onPlace}
    />
  );
});
