import { useState } from "react";
import type { WearLine } from "../../../domain";
import { LEAST_WEAR_READINGS } from "../../../core";
import { useUnits } from "../../format/units";
import { count } from "../../format/words";
import { late } from "../../ui/late";
import { Press } from "../../ui/Press";
import { nameOf } from "./wearWords";
import css from "./memory.module.css";

const WearChart = late(() => import("./WearChart").then((m) => m.default));

/** How a joint wears with distance on one kind of vehicle, and where it reaches its limit. */
export function Wear({ lines }: { lines: readonly WearLine[] }) {
  const units = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const sure = lines.filter((l) => l.trend?.reaches);
  const line = lines.find((l) => l.key === chosen) ?? sure[0] ?? lines.at(0);
  return (
    <section className="sect" aria-label="Wear">
      <h2 className="hd2">
        Wear{" "}
        <span className="lb">
          {line ? `${nameOf(line)}; ${line.kind}` : "play, height and torque lost over distance"}
        </span>
      </h2>
      {!line ? (
        <p className="q">
          No closed job has play, the height of a mount or a torque found again, with the distance it was found at.
        </p>
      ) : (
        <div className={css.wear}>
          <div>
            <WearChart line={line} />
            <p className={css.wearSays} role="status">
              <Reach line={line} />
            </p>
          </div>
          <ul className="lined" aria-label="Other wear">
            {lines.slice(0, 8).map((l) => (
              <li key={l.key}>
                <Press
                  className={l === line ? `${css.pick} ${css.picked}` : css.pick}
                  aria-pressed={l === line}
                  onClick={() => setChosen(l.key)}
                >
                  <b>{nameOf(l)}</b>
                  <span className="lb">
                    {l.kind}, {count(l.points.length, "reading")}
                  </span>
                  <span className="n">
                    {l.points.length < LEAST_WEAR_READINGS
                      ? `no figure from fewer than ${LEAST_WEAR_READINGS}`
                      : l.trend?.reaches && l.trend.reaches.km > 0
                        ? `${units.show(l.limit, l.unit)} at ${units.show(roundKm(l.trend.reaches.km), "distance")}`
                        : "no sure rise"}
                  </span>
                </Press>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

/** To whole thousands: the line is no surer than that. */
const roundKm = (km: number): number => Math.round(km / 1000) * 1000;

function Reach({ line }: { line: WearLine }) {
  const units = useUnits();
  const { trend, limit, points, vehicles } = line;
  const behind = `${count(points.length, "reading")}, ${count(vehicles, "vehicle")}`;
  if (points.length < LEAST_WEAR_READINGS) return <>No figure from fewer than three readings: {behind}.</>;
  if (!trend?.reaches || trend.reaches.low < 0) {
    return (
      <>
        It cannot be said yet when it reaches {units.show(limit, line.unit)}: it does not rise surely. {behind}.
      </>
    );
  }
  const { km, low, high } = trend.reaches;
  return (
    <>
      <b>
        It reaches {units.show(limit, line.unit)} at about {units.show(roundKm(km), "distance")},
      </b>{" "}
      95 % range {units.bare(roundKm(low), "distance")} to {units.show(roundKm(high), "distance")}; {behind}.
    </>
  );
}
