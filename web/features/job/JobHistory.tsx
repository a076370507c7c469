import { useHistoryQuery } from "../../app/api";
import { whenText } from "../../format/words";
import { usePeople } from "./useJobView";

/** What was changed in a job, newest first, and by whom. */
export function JobHistory({ jobId }: { jobId: string }) {
  const { data } = useHistoryQuery(`job:${jobId}`);
  const { initialsOf } = usePeople();
  if (!data?.changes.length) return <p className="q">Nothing was changed since the job was opened.</p>;
  return (
    <ul className="lined">
      {data.changes.slice(0, 40).map((c) => (
        <li key={c.id}>
          <span className={c.state === "undone" ? "q" : undefined}>
            {c.label}
            {c.state === "undone" && ", undone"}
          </span>{" "}
          <span className="lb">{[initialsOf(c.personId), whenText(c.at)].filter(Boolean).join(", ")}</span>
        </li>
      ))}
    </ul>
  );
}
