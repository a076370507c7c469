import { useUnits } from "../../format/units";
import { Chart, token } from "../../ui/ApexChart";

/** Distance over time, plainly: no toolbar, no grid, no gradient. */
export default function OdometerChart({ readings }: { readings: { date: string; km: number }[] }) {
  const units = useUnits();
  const quiet = token("--quiet");
  return (
    <div
      role="img"
      aria-label={`Odometer readings, ${readings.length} of them, the last ${units.show(readings.at(-1)?.km ?? 0, "distance")}`}
    >
      <Chart
        type="line"
        height={130}
        series={[{ name: "odometer", data: readings.map((r) => ({ x: Date.parse(r.date), y: r.km })) }]}
        options={{
          chart: {
            toolbar: { show: false },
            zoom: { enabled: false },
            animations: { enabled: false },
            fontFamily: "Red Hat Mono Variable",
            background: "transparent",
          },
          stroke: { width: 1.6, curve: "straight" },
          colors: [token("--teal")],
          markers: { size: 4, colors: [token("--panel")], strokeColors: token("--teal"), strokeWidth: 1.6 },
          grid: { show: false, padding: { left: 6, right: 12 } },
          xaxis: {
            type: "datetime",
            labels: { style: { colors: quiet, fontSize: "12px" } },
            axisBorder: { color: token("--edge") },
            axisTicks: { color: token("--edge") },
          },
          yaxis: {
            labels: { formatter: (v: number) => units.bare(v, "distance"), style: { colors: quiet, fontSize: "12px" } },
            tickAmount: 3,
          },
          tooltip: { y: { formatter: (v: number) => units.show(v, "distance") } },
        }}
      />
    </div>
  );
}
