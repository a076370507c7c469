import { useRef } from "react";
import { Chart, token } from "./ApexChart";
import { axisFigures, axisTitle, plainAxis, plainChart, WORDS } from "./chartLook";

export interface Line {
  name: string;
  points: { x: number; y: number }[];
  /** Name of a colour token: "--teal". */
  colour: string;
  width?: number;
  dash?: number;
}

interface Axis {
  min?: number;
  max?: number;
  /** How many parts the axis has. */
  ticks?: number;
  title?: string;
  show: (value: number) => string;
}

/** Where the plotted area lies in the chart, px. */
export interface PlotArea {
  left: number;
  width: number;
}

export interface LineChartProps {
  /** What the chart says to those who do not see it. */
  label: string;
  height: number;
  lines: Line[];
  x: Axis & { time?: boolean };
  y: Axis;
  /** The figures of a point, said in full. */
  tip: { x?: (value: number) => string; y: (value: number) => string };
  /** Points as rings; "first": the first line is points alone. */
  markers?: boolean | "first";
  legend?: boolean;
  /** A stretch of the x axis that is lit. */
  band?: readonly [number, number] | null;
  /** Values that are marked by a line across. */
  marks?: { x?: { at: number; text: string }; y?: number };
  tight?: boolean;
  onPlot?: (area: PlotArea) => void;
}

/** The plotted area by what is drawn: the axis is the widest of its lines. */
function plotAreaOf(box: HTMLElement): PlotArea | null {
  const lines = [...box.querySelectorAll(".apexcharts-grid line, .apexcharts-xaxis line")];
  const widest = lines.map((l) => l.getBoundingClientRect()).sort((a, b) => b.width - a.width)[0];
  return widest ? { left: widest.left - box.getBoundingClientRect().left, width: widest.width } : null;
}

/** Lines over an axis, plainly: no toolbar, no grid, no gradient. */
export default function LineChart({
  label,
  height,
  lines,
  x,
  y,
  tip,
  markers,
  legend,
  band,
  marks,
  tight,
  onPlot,
}: LineChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const place = (): void => {
    const area = box.current && plotAreaOf(box.current);
    if (area) onPlot?.(area);
  };
  return (
    <div ref={box} role="img" aria-label={label}>
      <Chart
        type="line"
        height={height}
        series={lines.map((l) => ({ name: l.name, data: l.points }))}
        options={{
          chart: { ...plainChart(), ...(onPlot && { events: { mounted: place, updated: place } }) },
          stroke: {
            width: lines.map((l) => l.width ?? 1.8),
            curve: "straight",
            dashArray: lines.map((l) => l.dash ?? 0),
          },
          colors: lines.map((l) => token(l.colour)),
          markers: markers
            ? {
                size: markers === "first" ? lines.map((_, i) => (i ? 0 : 4)) : 4,
                colors: [token("--panel")],
                strokeColors: token(lines[0].colour),
                strokeWidth: 1.6,
              }
            : {},
          legend: legend
            ? {
                show: true,
                fontSize: "12px",
                fontFamily: WORDS,
                labels: { colors: token("--quiet") },
                position: "bottom",
              }
            : { show: false },
          grid: { show: false, padding: { left: 4, right: 10, ...(tight && { top: -14, bottom: -6 }) } },
          annotations: {
            xaxis: [
              ...(band
                ? [{ x: band[0], x2: band[1], fillColor: token("--teal"), opacity: 0.16, borderColor: "transparent" }]
                : []),
              ...(marks?.x
                ? [
                    {
                      x: marks.x.at,
                      borderColor: token("--ink"),
                      strokeDashArray: 0,
                      label: { text: marks.x.text, style: { background: "transparent", color: token("--ink") } },
                    },
                  ]
                : []),
            ],
            yaxis: marks?.y === undefined ? [] : [{ y: marks.y, borderColor: token("--edge"), strokeDashArray: 0 }],
          },
          xaxis: {
            ...plainAxis(),
            type: x.time ? "datetime" : "numeric",
            min: x.min,
            max: x.max,
            tickAmount: x.ticks,
            ...(x.title && { title: axisTitle(x.title) }),
            labels: {
              ...(!x.time && { formatter: (v: string) => x.show(Number(v)) }),
              style: axisFigures(),
            },
          },
          yaxis: {
            min: y.min,
            max: y.max,
            tickAmount: y.ticks,
            ...(y.title && { title: axisTitle(y.title) }),
            labels: { formatter: y.show, style: axisFigures() },
          },
          tooltip: { shared: false, ...(tip.x && { x: { formatter: tip.x } }), y: { formatter: tip.y } },
        }}
      />
    </div>
  );
}
