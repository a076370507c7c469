import type { MountRoomState } from "../../../contract";
import { formatNumber, type MountCompareAnswer } from "../../../core";
import { Chart, token } from "../../ui/ApexChart";
import { setNameOf, idleCurve } from "../../../domain";

/** Sets are distinguished by the kind of line as well as by colour. */
const DASHES = [0, 7, 3, 10, 2, 5, 12, 4, 8, 6];

export default function IdleChart({
  answer,
  sets,
  order,
  idleRpm,
}: {
  answer: MountCompareAnswer;
  sets: MountRoomState["sets"];
  order: number;
  idleRpm: number;
}) {
  const quiet = token("--quiet");
  const colours = ["--ochre", "--teal", "--brick", "--moss", "--ink", "--edge"].map(token);
  return (
    <div role="img" aria-label={`What ${answer.sets.length} sets of mounts pass on from 500 to 3250 rpm`}>
      <Chart
        type="line"
        height={210}
        series={answer.sets.map((s) => ({
          name: setNameOf(s.name, sets),
          data: idleCurve(s.rollHz, s.lossFactor, order).map((p) => ({ x: p.rpm, y: Math.round(p.dB * 100) / 100 })),
        }))}
        options={{
          chart: {
            toolbar: { show: false },
            zoom: { enabled: false },
            animations: { enabled: false },
            fontFamily: "Red Hat Mono Variable",
            background: "transparent",
          },
          stroke: { width: 1.8, curve: "straight", dashArray: answer.sets.map((_, i) => DASHES[i]) },
          colors: answer.sets.map((_, i) => colours[i % colours.length]),
          legend: {
            show: true,
            fontSize: "12px",
            fontFamily: "Archivo Variable",
            labels: { colors: quiet },
            position: "bottom",
          },
          grid: { show: false, padding: { left: 4, right: 8 } },
          annotations: {
            xaxis: [
              {
                x: idleRpm,
                borderColor: token("--ink"),
                strokeDashArray: 0,
                label: { text: "idle", style: { background: "transparent", color: token("--ink") } },
              },
            ],
            yaxis: [{ y: 0, borderColor: token("--edge"), strokeDashArray: 0 }],
          },
          xaxis: {
            type: "numeric",
            tickAmount: 5,
            labels: {
              formatter: (v: string) => formatNumber(Number(v), 0),
              style: { colors: quiet, fontSize: "12px" },
            },
            axisBorder: { color: token("--edge") },
            axisTicks: { color: token("--edge") },
          },
          yaxis: {
            max: 30,
            min: -30,
            tickAmount: 6,
            labels: { formatter: (v: number) => formatNumber(v, 0, true), style: { colors: quiet, fontSize: "12px" } },
          },
          tooltip: {
            x: { formatter: (v: number) => `${formatNumber(v, 0)} rpm` },
            y: { formatter: (v: number) => `${formatNumber(v, 1, true)} dB` },
          },
        }}
      />
    </div>
  );
}
