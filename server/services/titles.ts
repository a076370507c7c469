import type { Vehicle } from "../../contract";

/** What a vehicle is called in a list: make, model and variant as far as they are known. */
export const titleOf = (v: Pick<Vehicle, "make" | "model" | "variant">): string =>
  [[v.make, v.model].filter(Boolean).join(" "), v.variant].filter(Boolean).join(", ");
