import type { JobView, ReadingQuantity, Stage } from "../../../contract";
import { isGroupDone, specOf } from "../../../domain";

/** What a job of this kind measures before anything comes apart, and again afterwards. */
export const WANTED: readonly ReadingQuantity[] = ["throw", "freePlayForeAft", "freePlayCross", "knobHeight"];

const has = (view: JobView, phase: "before" | "after") => (q: ReadingQuantity) =>
  view.reading.some((r) => r.quantity === q && r.phase === phase);

/** How much is open in each stage: the small counts under the rail. Nothing is locked by it. */
export function openCounts(view: JobView): Record<Stage, number> {
  const { job } = view;
  const candidates = view.setup.filter((s) => s.role === "candidate").length;
  const missing = WANTED.filter((q) => !has(view, "before")(q)).length;
  const toProve = WANTED.filter((q) => has(view, "before")(q) && !has(view, "after")(q)).length;
  const unfitted = view.torqueGroup.filter((g) => !isGroupDone(g, view.signature)).length;
  return {
    ask: (job.complaint ? 0 : 1) + (Object.keys(job.symptoms).length ? 0 : 1),
    gauge: missing,
    compare: view.setup.length === 0 ? 0 : (candidates === 0 ? 1 : 0) + (job.chosenSetupId ? 0 : 1),
    plan:
      view.part.filter((p) => !p.carriedOver && (p.state === "needed" || p.state === "ordered")).length +
      view.torqueGroup.filter((g) => specOf(g).kind === "missing").length,
    fit:
      unfitted +
      view.step.filter((s) => s.state === "open").length +
      view.finding.filter((f) => f.state === "open").length,
    prove: toProve + (job.verdict ? 0 : 1),
  };
}
