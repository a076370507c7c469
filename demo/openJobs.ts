import type { Teller } from "./jobs";
import { hillclimbFit } from "./open/hillclimb";
import { minibusCompare } from "./open/minibus";
import { pickupAsk } from "./open/pickup";
import { tractorGauge } from "./open/tractor";
import { vanPlan, vanProve } from "./open/van";
import { hillclimbNotches } from "./setting";

/** Jobs in every stage, each waiting for something else. */
export async function openJobs(t: Teller): Promise<void> {
  await vanProve(t);
  await minibusCompare(t);
  await vanPlan(t);
  await tractorGauge(t);
  await hillclimbFit(t);
  await pickupAsk(t);
  await hillclimbNotches(t);
}
