import type { JobView } from "../../../contract";
import { useHistoryQuery } from "../../data/api";
import { WhoWhen } from "./WhoWhen";
import { Listed } from "./Listed";

/** What was changed after the job was closed, by whom and why. */
export function Corrected({ view }: { view: JobView }) {
  const { data } = useHistoryQuery({ scope: `job:${view.job.id}`, limit: 500 });
  const corrections = data?.changes.filter((c) => c.correction && c.state === "done") ?? [];
  if (!corrections.length) return null;
  return (
    <Listed title="Corrections after closing">
      {corrections.map((c) => (
        <li key={c.id}>
          {c.label}. Reason: {c.correction} <WhoWhen personId={c.personId} at={c.at} />
        </li>
      ))}
    </Listed>
  );
}
