import type { WearLine } from "../../../domain";
import { useUnits } from "../../format/units";
import LineChart from "../../ui/LineChart";
import { nameOf } from "./wearWords";

const STEPS = 24;

/** 1, 2 or 5 times a power of ten, the least that is not under this. */
function niceStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return power * ([1, 2, 5, 10].find((m) => m * power >= least) ?? 10);
}

/** Readings over distance with their line, its band and the limit. */
export default function WearChart({ line }: { line: WearLine }) {
  const units = useUnits();
  const { points, trend, limit } = line;
  const far =
    Math.max(...points.map((p) => p.km), trend?.reaches && trend.reaches.low > 0 ? trend.reaches.km : 0) * 1.12;
  const step = niceStep(far / 5);
  const end = Math.ceil(far / step) * step;
  const highest = Math.max(limit, ...points.map((p) => p.worn)) * 1.1;
  const tall = niceStep(highest / 4);
  const near = Math.min(...points.map((p) => p.km)) * 0.9;
  const along = (pick: (at: { worn: number; low: number; high: number }) => number) =>
    Array.from({ length: STEPS + 1 }, (_, i) => near + ((end - near) * i) / STEPS).map((km) => ({
      x: km,
      y: trend ? pick(trend.at(km)) : 0,
    }));
  const shown = [...points].sort((a, b) => a.km - b.km).map((p) => ({ x: p.km, y: p.worn }));
  const drawn = trend
    ? [
        { name: "line", points: along((a) => a.worn), colour: "--teal", width: 2 },
        { name: "95 % band, lower", points: along((a) => Math.max(0, a.low)), colour: "--teal", width: 1, dash: 4 },
        { name: "95 % band, upper", points: along((a) => a.high), colour: "--teal", width: 1, dash: 4 },
      ]
    : [];
  return (
    <LineChart
      label={`${nameOf(line)} over distance, ${points.length} readings, limit ${units.show(limit, line.unit)}`}
      height={230}
      lines={[{ name: "readings", points: shown, colour: "--ink", width: 0 }, ...drawn]}
      markers="first"
      x={{
        show: (v) => units.bare(v, "distance"),
        title: units.label("distance"),
        min: 0,
        max: end,
        ticks: end / step,
      }}
      y={{
        min: 0,
        max: Math.ceil(highest / tall) * tall,
        show: (v) => units.bare(v, line.unit),
        title: units.label(line.unit),
        ticks: Math.ceil(highest / tall),
      }}
      marks={{ y: limit }}
      tip={{ x: (v) => units.show(v, "distance"), y: (v) => units.show(v, line.unit) }}
    />
  );
}
