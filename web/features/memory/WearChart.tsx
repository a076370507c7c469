import type { WearLine } from "../../../domain";
import { useUnits } from "../../format/units";
import LineChart from "../../ui/LineChart";
import { nameOf } from "./wearWords";
import { roundEnd } from "../../ui/engraved";

const STEPS = 24;

/** Readings over distance with their line, its band and the limit. */
export default function WearChart({ line }: { line: WearLine }) {
  const units = useUnits();
  const { points, trend, limit } = line;
  const far =
    Math.max(...points.map((p) => p.km), trend?.reaches && trend.reaches.low > 0 ? trend.reaches.km : 0) * 1.12;
  const [end, across] = roundEnd(far, 5);
  const highest = Math.max(limit, ...points.map((p) => p.worn)) * 1.1;
  const [top, up] = roundEnd(highest, 4);
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
        ticks: across,
      }}
      y={{
        min: 0,
        max: top,
        show: (v) => units.bare(v, line.unit),
        title: units.label(line.unit),
        ticks: up,
      }}
      marks={{ y: limit }}
      tip={{ x: (v) => units.show(v, "distance"), y: (v) => units.show(v, line.unit) }}
    />
  );
}
