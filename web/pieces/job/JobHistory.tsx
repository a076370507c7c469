import { Button } from "antd";
import { useState } from "react";
import { useHistoryQuery } from "../../data/api";
import { whenText } from "../../format/words";
import { usePeople } from "../../data/useJobView";

/** Lines shown at first, how many more at a time, and the most one answer holds. */
const PAGE = 40;
const MOST = 500;

/** What was changed in a job, a vehicle or the shop, newest first, and by whom; more on request. */
export function JobHistory({ scope, empty }: { scope: string; empty: string }) {
  const [limit, setLimit] = useState(PAGE);
  const { data } = useHistoryQuery({ scope, limit });
  const { initialsOf } = usePeople();
  if (!data?.changes.length) return <p className="q">{empty}</p>;
  const more = Math.min(MOST, data.total) - data.changes.length;
  return (
    <>
      <ul className="lined">
        {data.changes.map((c) => (
          <li key={c.id}>
            <span className={c.state === "undone" ? "q" : undefined}>
              {c.label}
              {c.state === "undone" && ", undone"}
            </span>{" "}
            <span className="lb">{[initialsOf(c.personId), whenText(c.at)].filter(Boolean).join(", ")}</span>
            {c.correction && <div className="lb och">Correction: {c.correction}</div>}
          </li>
        ))}
      </ul>
      {more > 0 && (
        <Button size="small" onClick={() => setLimit(Math.min(MOST, limit + PAGE))}>
          Show {Math.min(PAGE, more)} older
        </Button>
      )}
    </>
  );
}
