import { type Vehicle } from "../../../contract";
import { type Editor } from "../../data/saving";
import { dateText } from "../../format/words";
import { useUnits } from "../../format/units";
import { late } from "../../ui/late";
import { Figure } from "../../ui/marks";
import { OdometerField } from "../../pieces/vehicle/OdometerField";

const OdometerChart = late(() => import("./OdometerChart").then((m) => m.default));

export function Odometer({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const units = useUnits();
  const readings = [...vehicle.odometer].sort((a, b) => a.date.localeCompare(b.date));
  const last = readings.at(-1);
  return (
    <section className="sect">
      <h2 className="hd2">
        Odometer <span className="lb">{last && `${dateText(last.date)}`}</span>
      </h2>
      {readings.length > 1 && <OdometerChart readings={readings} />}
      <ul className="lined">
        {readings.slice(-5).map((o) => (
          <li key={o.date} className="row-flex">
            <span>{dateText(o.date)}</span>
            <span className="push" />
            <Figure origin="measured">{units.show(o.km, "distance")}</Figure>
          </li>
        ))}
      </ul>
      <div style={{ width: 180, marginTop: 8 }}>
        <OdometerField vehicle={vehicle} edit={edit} />
      </div>
      {(vehicle.powerUnit?.nextLook?.km != null || vehicle.powerUnit?.nextLook?.date) && (
        <p className="lb" style={{ marginTop: 8 }}>
          Look at the mounts again
          {vehicle.powerUnit.nextLook.km != null && ` at ${units.show(vehicle.powerUnit.nextLook.km, "distance")}`}
          {vehicle.powerUnit.nextLook.date && `, or on ${dateText(vehicle.powerUnit.nextLook.date)}`}.
        </p>
      )}
    </section>
  );
}
