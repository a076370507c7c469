import { z } from "zod";

const size = (max: number) => z.number().min(0).max(max);

/** What is wrong with a vehicle and nobody has found yet; the stand-in shakes by it until the work is done. */
export const hiddenFault = z.strictObject({
  /** Bend that the line of shafts has beyond what is entered, deg of residual. */
  jointAngleDeg: size(20).default(0),
  propImbalanceGmm: size(1e5).default(0),
  wheelImbalanceGmm: size(1e6).default(0),
  /** Mounts that are harder than entered: name and times the stiffness. */
  mounts: z.record(z.string(), z.number().min(0.01).max(1000)).default({}),
  /** A cylinder that pulls less than the others, as a part. */
  weakCylinder: size(1).default(0),
});
export type HiddenFault = z.output<typeof hiddenFault>;

/** Hidden faults by the vehicle's tag. */
export const hiddenFaults = z.record(z.string(), hiddenFault);
export type HiddenFaults = z.output<typeof hiddenFaults>;

export const NO_FAULT: HiddenFault = hiddenFault.parse({});
