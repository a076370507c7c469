import type { JobView, Stage } from "../../contract";
import { isGroupDone, specOf } from "../torque";
import { hasReading, toMeasureAgain, wantedOf } from "./wanted";
import { awaited, withoutWay } from "./waits";

/** How much is open in each stage: the small counts under the rail. Nothing is locked by it. */
export function openCounts(view: JobView): Record<Stage, number> {
  const { job } = view;
  const candidates = view.setup.filter((s) => s.role === "candidate").length;
  const missing = wantedOf(view).filter((m) => !hasReading(view, m, "before")).length;
  const unfitted = view.torqueGroup.filter((g) => !isGroupDone(g, view.signature)).length;
  return {
    ask: (job.complaint ? 0 : 1) + (Object.keys(job.symptoms).length ? 0 : 1),
    gauge: missing,
    compare: view.setup.length === 0 ? 0 : (candidates === 0 ? 1 : 0) + (job.chosenSetupId ? 0 : 1),
    plan:
      awaited(view.part).length +
      withoutWay(view.part).length +
      view.torqueGroup.filter((g) => specOf(g).kind === "missing").length,
    fit:
      unfitted +
      view.step.filter((s) => s.state === "open").length +
      view.finding.filter((f) => f.state === "open").length,
    prove: toMeasureAgain(view).length + (job.verdict ? 0 : 1),
  };
}
