import { useUnits } from "../../format/units";
import LineChart from "../../ui/LineChart";

/** Distance over time. */
export default function OdometerChart({ readings }: { readings: { date: string; km: number }[] }) {
  const units = useUnits();
  const last = units.show(readings.at(-1)?.km ?? 0, "distance");
  const points = readings.map((r) => ({ x: Date.parse(r.date), y: r.km }));
  return (
    <LineChart
      label={`Odometer readings, ${readings.length} of them, the last ${last}`}
      height={130}
      lines={[{ name: "odometer", points, colour: "--teal", width: 1.6 }]}
      markers
      x={{ time: true, show: String }}
      y={{ ticks: 3, show: (v) => units.bare(v, "distance") }}
      tip={{ y: (v) => units.show(v, "distance") }}
    />
  );
}
