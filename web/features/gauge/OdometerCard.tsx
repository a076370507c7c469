import type { JobView } from "../../../contract";
import type { Editor } from "../../data/saving";
import { useUnits } from "../../format/units";
import { dateText } from "../../format/words";
import { OdometerField } from "../../pieces/vehicle/OdometerField";

/** The odometer as it reads when the vehicle comes in; it belongs to the vehicle and not to this job alone. */
export function OdometerCard({ view, edit }: { view: JobView; edit: Editor }) {
  const units = useUnits();
  const last = [...view.vehicle.odometer].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
  return (
    <section className="rcard" aria-label="Odometer">
      <header>
        <svg className="how" viewBox="0 0 120 76" width="120" height="76" aria-hidden="true">
          <rect x="14" y="24" width="92" height="28" fill="var(--well)" stroke="var(--ink)" strokeWidth="1.6" />
          <path d="M32.4 24v28M50.8 24v28M69.2 24v28M87.6 24v28" stroke="var(--line)" />
          <path d="M88 24h18v28H88z" fill="var(--teal-tint)" stroke="var(--teal)" />
        </svg>
        <div>
          <h2 className="hd2">Odometer</h2>
          <p className="lb">As it reads when the vehicle comes in. The dossier keeps the row.</p>
        </div>
      </header>
      <div className="rvalues">
        <OdometerField vehicle={view.vehicle} edit={edit} />
      </div>
      <p className="lb">
        {last ? `Last: ${units.show(last.km, "distance")}, ${dateText(last.date)}` : "No reading yet."}
      </p>
    </section>
  );
}
