import type { MountRoomState } from "../../../contract";
import { formatNumber, type MountCompareAnswer } from "../../../core";
import { idleCurve, setNameOf } from "../../../domain";
import LineChart from "../../ui/LineChart";

/** Sets are distinguished by the kind of line as well as by colour. */
const DASHES = [0, 7, 3, 10, 2, 5, 12, 4, 8, 6];
const COLOURS = ["--ochre", "--teal", "--brick", "--moss", "--ink", "--edge"];

/** What each set of mounts passes on over the engine's speed. */
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
  return (
    <LineChart
      label={`What ${answer.sets.length} sets of mounts pass on from 500 to 3250 rpm`}
      height={210}
      legend
      lines={answer.sets.map((s, i) => ({
        name: setNameOf(s.name, sets),
        points: idleCurve(s.rollHz, s.lossFactor, order).map((p) => ({ x: p.rpm, y: Math.round(p.dB * 100) / 100 })),
        colour: COLOURS[i % COLOURS.length],
        dash: DASHES[i],
      }))}
      marks={{ x: { at: idleRpm, text: "idle" }, y: 0 }}
      x={{ ticks: 5, show: (v) => formatNumber(v, 0) }}
      y={{ min: -30, max: 30, ticks: 6, show: (v) => formatNumber(v, 0, true) }}
      tip={{ x: (v) => `${formatNumber(v, 0)} rpm`, y: (v) => `${formatNumber(v, 1, true)} dB` }}
    />
  );
}
