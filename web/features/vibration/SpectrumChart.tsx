import type { Plot } from "./plot";
import { memo, useMemo, useState } from "react";
import type { VibrationRecording } from "../../../contract";
import { formatNumber, type VibrationSource } from "../../../core";
import { Chart, token } from "../../ui/ApexChart";
import { decimated, niceTop } from "./decimate";
import { amplitudeHead, amplitudeText } from "../../../domain";
import { SourceScale } from "./SourceScale";
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

interface ChartContext {
  w: { globals: { translateX: number; gridWidth: number } };
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
  const [plot, setPlot] = useState<Plot | null>(null);
  const place = ({ w }: ChartContext): void =>
    setPlot((p) =>
      p?.left === w.globals.translateX && p.width === w.globals.gridWidth
        ? p
        : { left: w.globals.translateX, width: w.globals.gridWidth },
    );
  const reach = Math.max(...curves.map((c) => 1.5 * c.binHz));
  const band = sources.find((s) => s.id === lit) ?? null;
  return (
    <div className={css.vchart}>
      <div
        role="img"
        aria-label={`Spectrum to ${formatNumber(toHz, 0)} Hz of ${curves.map((c) => c.name).join(" and ")}`}
      >
        <Curves
          curves={curves}
          unit={unit}
          toHz={toHz}
          band={band ? [band.hz - Math.max(reach, 0.03 * band.hz), band.hz + Math.max(reach, 0.03 * band.hz)] : null}
          onPlace={place}
        />
      </div>
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
  curves,
  unit,
  toHz,
  band,
  onPlace,
}: {
  curves: Curve[];
  unit: VibrationRecording["unit"];
  toHz: number;
  band: [number, number] | null;
  onPlace: (chart: ChartContext) => void;
}) {
  const drawn = useMemo(
    () =>
      curves.map((c) => ({
        name: c.name,
        data: decimated(c.amplitude, c.binHz, [0, toHz], POINTS).map(([x, y]) => ({ x, y })),
      })),
    [curves, toHz],
  );
  const [top, ticks] = niceTop(Math.max(...drawn.flatMap((s) => s.data.map((p) => p.y))));
  const step = (top / ticks) * (unit === "fullScale" ? 100 : 1);
  const digits = Math.max(0, Math.ceil(-Math.log10(step) - 1e-9));
  const [quiet, edge] = [token("--quiet"), token("--edge")];
  return (
    <Chart
      type="line"
      height={272}
      series={drawn}
      options={{
        chart: {
          toolbar: { show: false },
          zoom: { enabled: false },
          animations: { enabled: false },
          fontFamily: "Red Hat Mono Variable",
          background: "transparent",
          events: { mounted: onPlace, updated: onPlace },
        },
        stroke: {
          width: curves.map((c) => (c.old ? 1.4 : 1.8)),
          curve: "straight",
          dashArray: curves.map((c) => (c.old && curves.length > 1 ? 4 : 0)),
        },
        colors: curves.map((c) => token(c.old && curves.length > 1 ? "--ochre" : "--teal")),
        legend: { show: false },
        grid: { show: false, padding: { left: 4, right: 10, top: -14, bottom: -6 } },
        annotations: {
          xaxis: band
            ? [{ x: band[0], x2: band[1], fillColor: token("--teal"), opacity: 0.16, borderColor: "transparent" }]
            : [],
        },
        xaxis: {
          type: "numeric",
          min: 0,
          max: toHz,
          tickAmount: 10,
          labels: { formatter: (v: string) => formatNumber(Number(v), 0), style: { colors: quiet, fontSize: "12px" } },
          axisBorder: { color: edge },
          axisTicks: { color: edge },
          tooltip: { enabled: false },
        },
        yaxis: {
          min: 0,
          max: top,
          tickAmount: ticks,
          title: {
            text: amplitudeHead(unit),
            style: { color: quiet, fontSize: "12px", fontFamily: "Archivo Variable", fontWeight: 500 },
          },
          labels: {
            formatter: (v: number) => formatNumber(unit === "fullScale" ? v * 100 : v, digits),
            style: { colors: quiet, fontSize: "12px" },
          },
        },
        tooltip: {
          shared: false,
          x: { formatter: (v: number) => `${formatNumber(v, 1)} Hz` },
          y: { formatter: (v: number) => amplitudeText(v, unit) },
        },
      }}
    />
  );
});
