import { Button } from "antd";
import { Link } from "react-router";
import { formatNumber } from "../../../core";
import { takenAs, type OnMarket } from "../../../domain";
import { capital, countInWords } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { REGION } from "./words";
import css from "./findLever.module.css";

/** The shop's list of levers against this vehicle: what each would do here, and why it would not. */
export function Kits({
  list,
  first,
  nearest,
  unmeasured,
  onUse,
}: {
  list: readonly OnMarket[];
  /** Number of the first on the map. */
  first: number;
  nearest: OnMarket | null;
  /** Lines of the list whose measures nobody entered. */
  unmeasured: number;
  onUse: (kit: OnMarket) => void;
}) {
  const units = useUnits();
  if (!list.length) {
    return (
      <p className="sect lb">
        {unmeasured
          ? `${capital(countInWords(unmeasured, "lever"))} on the shop’s list, without measures yet. `
          : "No lever is on the shop’s list yet. "}
        <Link to="/shelf">List what can be bought</Link>, with knob and pin, and it is tried here.
      </p>
    );
  }
  const verdict = (k: OnMarket): string =>
    k.breaks.length
      ? k.breaks.map((b) => (b === "minGapMm" && k.obstacle ? `too near the ${k.obstacle}` : REGION[b])).join("; ")
      : k === nearest
        ? "passes, nearest"
        : "passes";
  return (
    <div className={css.kits}>
      <table className="ledger" aria-label="Levers that can be bought">
        <thead>
          <tr>
            <th>on the shop’s list</th>
            <th>pin</th>
            <th>knob</th>
            <th>calc. %</th>
            <th>claim %</th>
            <th>gap</th>
            <th>effort</th>
            <th className="txt">here</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {list.map((k, i) => (
            <tr key={k.kit.id} title={k.kit.name} className={k === nearest ? css.nearest : undefined}>
              <td>
                <b className={k.breaks.length ? css.ring : css.dot}>{first + i}</b>{" "}
                {k.kit.number ? [k.kit.maker, k.kit.number].filter(Boolean).join(" ") : k.kit.name}
              </td>
              <td className="n">{units.bare(Math.abs(k.kit.pin.zMm), "length")}</td>
              <td className="n">{units.bare(k.kit.knob.zMm, "length")}</td>
              <td>
                {k.reductionPct === null ? (
                  "none"
                ) : (
                  <Figure origin="calculated">{formatNumber(k.reductionPct, 1)}</Figure>
                )}
              </td>
              <td className="n och">
                {k.kit.claimedReductionPct === null ? (
                  ""
                ) : (
                  <Figure origin="claimed">{formatNumber(k.kit.claimedReductionPct, 0)}</Figure>
                )}
              </td>
              <td className="n">{k.gapMm === null ? "" : units.bare(k.gapMm, "length")}</td>
              <td className="n">{k.effortFactor === null ? "" : formatNumber(k.effortFactor, 2)}</td>
              <td className={`txt ${css.verdict} ${k.breaks.length ? "bri" : "mos"}`}>
                {k.breaks.length ? "✕ " : "✓ "}
                {verdict(k)}
              </td>
              <td>
                <Button size="small" aria-label={`Put ${k.kit.name} on the bench`} onClick={() => onUse(k)}>
                  Take
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="lb">
        {unmeasured > 0 && `${capital(countInWords(unmeasured, "more lever"))} without measures. `}
        Measures as {list.every((k) => takenAs(k.setup, "pin") === "leaflet") ? "claimed" : "on the list"}.{" "}
        <Link to="/shelf">Change the list</Link>
      </p>
    </div>
  );
}
