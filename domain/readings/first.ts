import type { JobView, ReadingQuantity } from "../../contract";
import { findReading, mainPair, type Measurand } from "./readings";

/** Why a reading comes so early: what is lost without it. */
export const firstReasons = ["throw", "play", "knob", "rod", "cable", "mounts"] as const;
export type FirstReason = (typeof firstReasons)[number];

export interface FirstReading {
  measurand: Measurand;
  why: FirstReason;
  done: boolean;
}

type Kind = JobView["vehicle"]["shifterKind"];

/** What cannot be measured any more once it is apart, in the order it is best taken. Common practice, no source. */
const ORDER: Record<Kind, readonly [quantity: ReadingQuantity, why: FirstReason][]> = {
  direct: [
    ["throw", "throw"],
    ["freePlayForeAft", "play"],
    ["freePlayCross", "play"],
    ["knobHeight", "knob"],
  ],
  rod: [
    ["throw", "throw"],
    ["freePlayForeAft", "play"],
    ["freePlayCross", "play"],
    ["rodLength", "rod"],
    ["knobHeight", "knob"],
  ],
  arm: [
    ["throw", "throw"],
    ["freePlayForeAft", "play"],
    ["rodLength", "rod"],
    ["knobHeight", "knob"],
  ],
  cable: [
    ["throw", "throw"],
    ["freePlayForeAft", "play"],
    ["freePlayCross", "play"],
    ["cableThread", "cable"],
    ["knobHeight", "knob"],
  ],
};

/** What is measured first on this kind of vehicle, before anything is loosened, and what of it is there. */
export function measureFirst(view: Pick<JobView, "vehicle" | "reading">): FirstReading[] {
  const pair = mainPair(view.vehicle.gearbox);
  const lines = ORDER[view.vehicle.shifterKind].map(([quantity, why]): FirstReading => {
    const gears = quantity === "throw" ? { fromGear: pair.from, toGear: pair.to } : { fromGear: "", toGear: "" };
    const measurand: Measurand = { quantity, ...gears };
    // Of a cable or a rod there may be several, each in its place.
    const done =
      findReading(view.reading, measurand, "before") !== undefined ||
      (quantity !== "throw" && view.reading.some((r) => r.phase === "before" && r.quantity === quantity));
    return { measurand, why, done };
  });
  const heights = view.reading.some((r) => r.phase === "before" && r.quantity === "mountHeight");
  return [...lines, { measurand: { quantity: "mountHeight", fromGear: "", toGear: "" }, why: "mounts", done: heights }];
}
