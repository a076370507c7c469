import type { JobView } from "../../../contract";
import { isGroupDone } from "../../../domain";

/** The steps that were done, and those left open, whatever became of the parts list. */
export function Done({ view }: { view: JobView }) {
  const done = view.step.filter((s) => s.state === "done");
  const open = view.step.filter((s) => s.state === "open");
  const groups = view.torqueGroup.filter((g) => isGroupDone(g, view.signature));
  const { closing } = view.job;
  if (!done.length && !open.length && !closing && !groups.length) return null;
  return (
    <section>
      <h2 className="hd2">What was done</h2>
      {done.length > 0 && <p>{done.map((s) => s.text).join("; ")}.</p>}
      {!done.length && groups.length > 0 && <p>Torqued: {groups.map((g) => g.name).join("; ")}.</p>}
      {open.length > 0 && <p>Not ticked: {open.map((s) => s.text).join("; ")}.</p>}
      {closing && (
        <p>
          Closed with this open: {closing.open.join("; ")}. Reason: {closing.reason}
        </p>
      )}
    </section>
  );
}
