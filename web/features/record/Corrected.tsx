import type { JobView } from "../../../contract";
import { useHistoryQuery } from "../../data/api";
import { WhoWhen } from "./WhoWhen";

/** What was changed after the job was closed, by whom and why. */
export function Corrected({ view }: { view: JobView }) {
  const { data } = useHistoryQuery({ scope: `job:${view.job.id}`, limit: 500 });
  const corrections = data?.changes.filter((c) => c.correction && c.state === "done") ?? [];
  if (!corrections.length) return null;
  return (
    <section>
      <h2 className="hd2">Corrections after closing</h2>
      <ul className="lined">
        {corrections.map((c) => (
          <li key={c.id}>
            {c.label}. Reason: {c.correction} <WhoWhen personId={c.personId} at={c.at} />
          </li>
        ))}
      </ul>
    </section>
  );
}
