import type { Vehicle } from "../../contract";
import { fitDoubts, type FitDoubt } from "../vehicle";
import type { LineFields } from "./value";

type Limits = Pick<LineFields, "name" | "builtFrom" | "builtTo" | "chassisFrom" | "chassisTo" | "option" | "feature">;
type OfVehicle = Pick<Vehicle, "buildDate" | "make" | "model" | "variant" | "chassis" | "options" | "features">;

/** Whether a line is for a vehicle. "ask": something about the vehicle has to be looked at first. */
export interface Applies {
  answer: "yes" | "no" | "ask";
  doubts: FitDoubt[];
}

const CERTAIN: ReadonlySet<FitDoubt["kind"]> = new Set([
  "builtBefore",
  "builtAfter",
  "chassisBefore",
  "chassisAfter",
  "otherFeature",
  "noOption",
]);

export function appliesTo(line: Limits, vehicle: OfVehicle): Applies {
  const doubts = fitDoubts({ ...line, variant: "" }, vehicle);
  return { answer: doubts.some((d) => CERTAIN.has(d.kind)) ? "no" : doubts.length ? "ask" : "yes", doubts };
}

/** Two builds of one thing, told apart by looking: which of them is in a vehicle nobody has answered yet. */
export interface WhichOne {
  name: string;
  features: string[];
}

/** Names under which two lines are told apart by a feature, both possible for this vehicle. */
export function questionsFor(lines: readonly Limits[], vehicle: OfVehicle): WhichOne[] {
  const found = new Map<string, Set<string>>();
  for (const line of lines) {
    if (!line.feature || vehicle.features.some((f) => f.name === line.name)) continue;
    if (appliesTo(line, vehicle).answer === "no") continue;
    const own = found.get(line.name) ?? new Set<string>();
    found.set(line.name, own.add(line.feature));
  }
  return [...found].flatMap(([name, features]) => (features.size > 1 ? [{ name, features: [...features] }] : []));
}
