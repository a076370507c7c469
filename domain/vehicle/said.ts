import type { Vehicle } from "../../contract";

type MaySay = Vehicle["unsaid"][number];

/** A field of a vehicle that somebody has said; empty text where nobody has. */
export const saidOf = <F extends MaySay>(vehicle: Vehicle, field: F): Vehicle[F] | "" =>
  vehicle.unsaid.includes(field) ? "" : vehicle[field];

/** The change that says a field, or takes what was said back. */
export const withSaid = <F extends MaySay>(
  { unsaid }: Pick<Vehicle, "unsaid">,
  field: F,
  said: Vehicle[F] | "",
): Partial<Vehicle> => ({
  ...(said !== "" && { [field]: said }),
  unsaid: [...unsaid.filter((f) => f !== field), ...(said === "" ? [field] : [])],
});
