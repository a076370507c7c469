import type { JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { findReading, resultOf, heightsOf } from "../../../domain";
import { LedgerTable } from "../../ui/LedgerTable";

/** What was expected of the chosen mounts, beside what was measured when they were in. */
export function Expected({ view }: { view: JobView }) {
  const units = useUnits();
  const { mountRoom } = view.job;
  const unit = view.vehicle.powerUnit;
  const chosen = mountRoom?.sets.find((s) => s.id === mountRoom.chosen);
  if (!mountRoom?.expect || !chosen || !unit) return null;
  const { expect } = mountRoom;
  const after = heightsOf(view, unit, "after");
  const inclination = findReading(
    view.reading,
    { quantity: "inclination", fromGear: "", toGear: "", place: "gearbox" },
    "after",
  );
  const measured = (text: string | null) =>
    text === null ? <Figure origin="missing" /> : <Figure origin="measured">{text}</Figure>;
  return (
    <section className="sect" aria-label="Expected of the mounts">
      <h2 className="hd2">
        Expected of the mounts <span className="lb">{chosen.name}</span>
      </h2>
      <LedgerTable heads={["", "expected", "measured after"]}>
        {Object.keys(chosen.changes).map((name) => {
          const own = after.find((h) => h.mount.name === name);
          return (
            <tr key={name}>
              <td>height, {name}</td>
              <td>
                <Figure origin="calculated">
                  {own?.mount.nominalMm == null ? "not known" : units.show(own.mount.nominalMm, "length")}
                </Figure>
              </td>
              <td>{measured(own?.measured ? units.show(own.measured.meanMm, "length") : null)}</td>
            </tr>
          );
        })}
        {expect.inclinationDeg !== null && (
          <tr>
            <td>gearbox rises to the front</td>
            <td>
              <Figure origin="calculated">{formatNumber(expect.inclinationDeg, 2)}°</Figure>
            </td>
            <td>{measured(inclination ? `${formatNumber(resultOf(inclination).mean, 2)}°` : null)}</td>
          </tr>
        )}
        {expect.jointDeg.map((deg, i) => (
          <tr key={i}>
            <td>joint {i + 1}</td>
            <td>
              <Figure origin="calculated">{formatNumber(deg, 2)}°</Figure>
            </td>
            <td />
          </tr>
        ))}
        {expect.shifterMm !== null && (
          <tr>
            <td>shifter moves, full torque in first</td>
            <td>
              <Figure origin="calculated">{units.show(expect.shifterMm, "length")}</Figure>
            </td>
            <td />
          </tr>
        )}
        {expect.idleDb !== null && (
          <tr>
            <td>idle, against new original mounts</td>
            <td>
              <Figure origin="calculated">{formatNumber(expect.idleDb, 1, true)} dB</Figure>
            </td>
            <td />
          </tr>
        )}
      </LedgerTable>
      <p className="lb">Take the heights again on the cards; drive it, and say in the verdict what is heard.</p>
    </section>
  );
}
