import { type LeverAnswer, formatNumber } from "../../../core";
import { gearShort } from "../../format/words";
import { OriginMark } from "../../ui/marks";
import type { BenchSetup } from "../../../domain";
import { LedgerTable } from "../../ui/LedgerTable";

const FORMULA: Record<BenchSetup["lever"]["drive"]["kind"], { text: string; source: string }> = {
  direct: {
    text: "(P(t) − P(0)) · a = travel; the pin pushes the rail along its axis a, the slot takes up the rest.",
    source: "closed form; for a straight lever the throw is 2 × knob height × travel ÷ pin depth",
  },
  rod: {
    text: "|P(t) − (J + travel · a)| = |P(0) − J|; a rigid rod from pin P to a joint J that runs along the axis a.",
    source: "slider-crank, any mechanics text",
  },
  arm: {
    text: "|P(t) − J(travel)| = |P(0) − J(0)|; the joint J turns about the gearbox arm’s pivot: a four-bar.",
    source: "F. Freudenstein, Trans. ASME 77, 1955",
  },
  cable: {
    text: "|P(t) − A| = |P(0) − A| − ratio × travel; positive travel draws the pin P to the anchor A.",
    source: "closed form",
  },
};

/** Formula, inputs and every intermediate figure behind the answer. */
export function Working({ setup, lever }: { setup: BenchSetup; lever: LeverAnswer }) {
  const { text, source } = FORMULA[setup.lever.drive.kind];
  const n = (v: number | null | undefined, digits = 2): string => (v == null ? "none" : formatNumber(v, digits));
  const [least, most] = lever.gainRange ?? [null, null];
  return (
    <div className="working">
      <p>
        <OriginMark origin="calculated" /> {text} <span className="q">Source: {source}.</span>
      </p>
      <p>
        Throw is the straight line between knob centres, sweep the arc. Effort is the old gain over this gain, by
        virtual work, without friction. Gain at neutral {n(lever.gainMmPerMm ?? lever.gainMmPerDeg, 3)}, between{" "}
        {n(least, 3)} and {most === null ? "no upper bound" : n(most, 3)} over the travel; {n(lever.pinGainMmPerMm, 3)}{" "}
        mm at the knob per mm at the pin.
      </p>
      <LedgerTable
        heads={["gear", "travel", "lever, °", "knob forward, mm", "knob up, mm", "knob left, mm", "half throw, mm"]}
      >
        {lever.gears.map((g) => (
          <tr key={g.gear}>
            <td>{gearShort(g.gear)}</td>
            <td className="n">{"travelMm" in g ? `${n(g.travelMm)} mm` : `${n(g.travelDeg)} °`}</td>
            {g.reached ? (
              <>
                <td className="n">{n(g.leverDeg, 3)}</td>
                <td className="n">{n(g.knob.xMm)}</td>
                <td className="n">{n(g.knob.zMm)}</td>
                <td className="n">{n(g.knob.yMm)}</td>
                <td className="n">{n(g.halfThrowMm)}</td>
              </>
            ) : (
              <td colSpan={5} className="brk txt">
                {g.message}
              </td>
            )}
          </tr>
        ))}
      </LedgerTable>
    </div>
  );
}
