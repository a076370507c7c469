import type { FitDoubt } from "../../domain";
import { dateText } from "./words";

/** Why a part may not fit, in words. */
export function doubtText(d: FitDoubt): string {
  switch (d.kind) {
    case "builtBefore":
      return `does not fit by build date: for vehicles from ${dateText(d.part)}, this one is ${dateText(d.vehicle)}`;
    case "builtAfter":
      return `does not fit by build date: for vehicles to ${dateText(d.part)}, this one is ${dateText(d.vehicle)}`;
    case "sameMonth":
      return `check the build day: the part changes at ${dateText(d.part)}, this one is ${dateText(d.vehicle)}`;
    case "dateUnknown":
      return "the part depends on the build date, and the vehicle’s is not entered";
    case "otherVariant":
      return `check the variant: for ${d.part}, this one is ${d.vehicle}`;
  }
}
