import type { JobView, Step } from "../../../contract";
import { isGroupDone, leftOpenBy } from "../../../domain";

/** The steps that were done, what was marked and carried over, and what was left open, whatever became of the parts. */
export function Done({ view }: { view: JobView }) {
  const over = view.step.filter((s) => s.state === "done");
  // A step that tightens is done when its bolts are signed.
  const unsignedOf = (s: Step): string[] =>
    view.torqueGroup
      .filter((g) => s.facts?.torques.includes(g.name) && !isGroupDone(g, view.signature))
      .map((g) => g.name);
  const done = over.filter((s) => !unsignedOf(s).length);
  const notSigned = over.filter((s) => unsignedOf(s).length);
  const decided = view.job.decided.filter((d) => d.choice);
  const open = view.step.filter((s) => s.state === "open");
  const skipped = view.step.filter((s) => s.state === "skipped");
  const groups = view.torqueGroup.filter((g) => isGroupDone(g, view.signature));
  const { closing } = view.job;
  if (!over.length && !decided.length && !open.length && !skipped.length && !closing && !groups.length) return null;
  const minutes = over.reduce((sum, s) => sum + (s.workedMin ?? 0), 0);
  const marks = marksOf(view);
  const carried = over.flatMap((s) =>
    s.ticked.filter((t) => t.what === "carry" && !UNANSWERED.test(t.value)).map((t) => t.key),
  );
  const unanswered = view.step.flatMap((s) =>
    s.ticked.filter((t) => UNANSWERED.test(t.value)).map((t) => `${nameOf(view, t.key)} (${t.value})`),
  );
  return (
    <section>
      <h2 className="hd2">What was done</h2>
      {done.length > 0 && (
        <p>
          {done.map((s) => s.text).join("; ")}.{minutes > 0 && ` ${Math.round(minutes)} minutes of work.`}
        </p>
      )}
      {notSigned.length > 0 && (
        <p>
          <b>Torque not signed:</b>{" "}
          {notSigned.map((s) => `${s.text} (${unsignedOf(s).join(", ")} not signed)`).join("; ")}.
        </p>
      )}
      {decided.length > 0 && <p>Decided: {decided.map((d) => `${d.question} ${d.choice}`).join("; ")}.</p>}
      {leftOpenBy(view).map((l) => (
        <p key={l}>
          <b>Left for another day:</b> {l}
        </p>
      ))}
      {marks.length > 0 && <p>Marked, and put back as marked: {marks.join("; ")}.</p>}
      {carried.length > 0 && <p>Carried over to the new part: {carried.join("; ")}.</p>}
      {unanswered.length > 0 && <p>Not answered: {unanswered.join("; ")}.</p>}
      {!over.length && groups.length > 0 && <p>Torqued: {groups.map((g) => g.name).join("; ")}.</p>}
      {open.length > 0 && <p>Not ticked: {open.map((s) => s.text).join("; ")}.</p>}
      {skipped.length > 0 && (
        <p>Left out: {skipped.map((s) => `${s.text} (${s.skippedReason || "no reason given"})`).join("; ")}.</p>
      )}
      {closing && (
        <p>
          Closed with this open: {closing.open.join("; ")}. Reason: {closing.reason}
          {closing.notDriven && " Not driven: it leaves on a trailer."}
        </p>
      )}
    </section>
  );
}

/** What was written down where something of a step was left open for a reason. */
const UNANSWERED = /^not (answered|measured|signed|set with the tool)\b/;

/** Marks that were made and asked for on the way back, with what was written down. */
function marksOf(view: JobView): string[] {
  const asked = new Set(
    view.step.flatMap((s) => s.ticked.filter((t) => t.what === "ask" && !UNANSWERED.test(t.value)).map((t) => t.key)),
  );
  return view.step.flatMap((s) =>
    (s.facts?.marks ?? [])
      .filter((m) => asked.has(m.key))
      .map((m) => {
        const said = s.ticked.find((t) => t.what === "mark" && t.key === m.key)?.value;
        return said ? `${m.text}: ${said}` : m.text;
      }),
  );
}

/** What a key of the template is called in words. */
function nameOf(view: JobView, key: string): string {
  for (const { facts } of view.step) {
    const known =
      facts?.marks.find((m) => m.key === key)?.text ??
      facts?.frees.find((f) => f.key === key)?.name ??
      facts?.unplugs.find((u) => u.key === key)?.name;
    if (known) return known;
  }
  return key;
}
