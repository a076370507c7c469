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
    case "chassisBefore":
      return `does not fit by chassis number: from ${d.part}, this one is ${d.vehicle}`;
    case "chassisAfter":
      return `does not fit by chassis number: to ${d.part}, this one is ${d.vehicle}`;
    case "chassisUnknown":
      return "depends on the chassis number, and the vehicle’s is not entered";
    case "noOption":
      return `only for vehicles with ${d.part}, which this one does not list`;
    case "optionUnknown":
      return `only for vehicles with ${d.part}; the vehicle’s options are not entered`;
    case "otherFeature":
      return `wrong one: this is the one with ${d.part}, the vehicle has ${d.vehicle}`;
    case "featureUnknown":
      return `look first: this is the one with ${d.part}`;
    case "otherVariant":
      return `check the variant: for ${d.part}, this one is ${d.vehicle}`;
  }
}
