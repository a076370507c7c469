import { todayHere } from "../../format/dates";
import { boundsOf, resources, type Vehicle } from "../../../contract";
import type { Editor } from "../../data/saving";
import { dateText } from "../../format/words";
import { NewQuantityField } from "../../ui/QuantityField";

/** The odometer as it reads today; it goes into the vehicle's row of readings, one a day. */
export function OdometerField({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const day = todayHere();
  const last = [...vehicle.odometer].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
  return (
    <NewQuantityField
      draftName={`odometer of ${vehicle.id}`}
      key={vehicle.odometer.length}
      label={`reads today, ${dateText(day)}`}
      kind="distance"
      base={null}
      min={last && last.date <= day ? last.km : 0}
      max={boundsOf(resources.vehicle, "odometer[].km").max}
      hint="184 320 km"
      onCommit={({ typed, base }) =>
        edit.update(
          "vehicle",
          vehicle,
          {
            odometer: [
              ...vehicle.odometer.filter((o) => o.date !== day),
              { date: day, typed: typed.slice(0, 40), km: base },
            ],
          },
          `Odometer ${typed}`,
        )
      }
    />
  );
}
