import type { VibrationRecording } from "../../../contract";
import { formatNumber, type SpectrumAnswer, type VibrationSource } from "../../../core";
import { Chart, token } from "../../ui/ApexChart";
import { axisFigures, axisTitle, plainAxis, plainChart, WORDS } from "../../ui/chartLook";
import { fewerRows } from "./decimate";
import { amplitudeText, inWords } from "../../../domain";
import css from "./vibration.module.css";

/** Columns there is room for. */
const COLUMNS = 60;

/** Steps of strength, from nothing to the strongest; distinguished in grey as well. */
const STEPS = [0.02, 0.05, 0.1, 0.2, 0.4, 0.7];

/** How strong each source was from beginning to end: along the bottom the time, and the engine speed of a run-up. */
export function OrderMap({
  map,
  sources,
  unit,
  runUp,
}: {
  map: NonNullable<SpectrumAnswer["orderMap"]>;
  sources: VibrationSource[];
  unit: VibrationRecording["unit"];
  runUp: boolean;
}) {
  const rows = fewerRows(map.rows, COLUMNS);
  const top = Math.max(1e-12, ...rows.flatMap((r) => r.amplitude));
  const panel = token("--panel");
  const shades = [0, ...STEPS].map((from, i) => ({
    from,
    to: STEPS[i] ?? 1.01,
    color: mixed(panel, token("--teal"), i / STEPS.length),
  }));
  const label = (r: { tS: number; rpm: number }): string =>
    runUp ? formatNumber(Math.round(r.rpm / 10) * 10, 0) : formatNumber(r.tS, 1);
  return (
    <div role="img" aria-label={`Strength of ${sources.length} sources over the recording`}>
      <Chart
        type="heatmap"
        height={60 + sources.length * 28}
        // The chart's first row is the lowest.
        series={sources
          .map((s, k) => ({
            name: inWords(s.id).replace(/^(the|an?) /, ""),
            data: rows.map((r) => ({ x: label(r), y: r.amplitude[k] })),
          }))
          .reverse()}
        options={{
          chart: plainChart(),
          dataLabels: { enabled: false },
          stroke: { width: 0 },
          legend: { show: false },
          grid: { show: false, padding: { left: 6, right: 10, top: -14, bottom: 0 } },
          plotOptions: {
            heatmap: {
              enableShades: false,
              colorScale: {
                ranges: shades.map(({ from, to, color }) => ({ from: from * top, to: to * top, color })),
              },
            },
          },
          xaxis: {
            type: "category",
            tickAmount: 8,
            ...plainAxis(),
            title: axisTitle(runUp ? "engine, rpm" : "seconds"),
            labels: { rotate: 0, hideOverlappingLabels: true, style: axisFigures() },
          },
          yaxis: {
            labels: {
              maxWidth: 190,
              style: { colors: token("--ink"), fontSize: "12px", fontFamily: WORDS },
            },
          },
          tooltip: { y: { formatter: (v: number) => amplitudeText(v, unit) } },
        }}
      />
      <ul className={css.vshades} aria-hidden="true">
        {shades.map(({ from, color }, i) => (
          <li key={from}>
            <i style={{ background: color }} />
            {i === 0
              ? `under ${amplitudeText(STEPS[0] * top, unit, true)}`
              : amplitudeText(from * top, unit, i < shades.length - 1)}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A colour between two, both as #rrggbb. */
function mixed(a: string, b: string, part: number): string {
  const parts = (c: string): number[] => [1, 3, 5].map((i) => parseInt(c.slice(i, i + 2), 16));
  const [x, y] = [parts(a), parts(b)];
  return `#${x
    .map((v, i) =>
      Math.round(v + (y[i] - v) * part)
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;
}
