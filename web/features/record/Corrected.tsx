import type { JobView } from "../../../contract";
import { useHistoryQuery } from "../../data/api";
import { dateText } from "../../format/words";
import { usePeople } from "../../data/useJobView";

/** What was changed after the job was closed, by whom and why. */
export function Corrected({ view }: { view: JobView }) {
  const { data } = useHistoryQuery({ scope: `job:${view.job.id}`, limit: 500 });
  const { initialsOf } = usePeople();
  const corrections = data?.changes.filter((c) => c.correction && c.state === "done") ?? [];
  if (!corrections.length) return null;
  return (
    <section>
      <h2 className="hd2">Corrections after closing</h2>
      <ul className="lined">
        {corrections.map((c) => (
          <li key={c.id}>
            {c.label}. Reason: {c.correction}{" "}
            <span className="lb">{[initialsOf(c.personId), dateText(c.at)].filter(Boolean).join(", ")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
