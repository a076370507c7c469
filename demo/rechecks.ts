import type { NewFields } from "../contract";
import type { Teller } from "./jobs";

/** What the shed has to look at again: one thing late, one soon, one by distance, one that was looked at. */
export async function rechecks({ client, days, vehicles }: Teller): Promise<void> {
  const all: NewFields<"recheck">[] = [
    {
      vehicleId: vehicles.pickup,
      what: "Tail mount to crossmember: torque and marks",
      everyMonths: 1,
      fromDate: days.day(-40),
    },
    {
      vehicleId: vehicles.hillclimb,
      what: "Turret bolts: paint marks",
      onDate: days.day(6),
    },
    {
      vehicleId: vehicles.van,
      what: "Cable-end bushes: play",
      everyKm: 20_000,
      fromKm: 160_720,
      repeats: true,
    },
    {
      vehicleId: vehicles.minibus,
      what: "Carrier bushes: play once settled",
      everyKm: 500,
      fromKm: 178_040,
      doneAt: days.day(-120),
      doneKm: 178_900,
      outcome: "good",
      note: "12 mm as after the work",
    },
  ];
  await client.change(
    "shop",
    "To look at again",
    all.map((data) => client.create("recheck", data)),
  );
}
