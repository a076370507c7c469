import { Link } from "react-router";
import type { JobView } from "../../../contract";
import { causeOf, inWords, shakePairs } from "../../../domain";
import { useRunWords } from "./Verdict";

/** For Ask: what the recordings before the work name, in a line each. */
export function RecordedForAsk({ view }: { view: JobView }) {
  const words = useRunWords();
  const pairs = shakePairs(view);
  if (!pairs.length) return null;
  return (
    <section className="sect">
      <h2 className="hd2">
        What was recorded{" "}
        <Link to={`/jobs/${view.job.id}/gauge?tool=vibration`} className="lb">
          look at it
        </Link>
      </h2>
      <ul>
        {pairs.map((p) => (
          <li key={p.before.recording.id}>
            {words(p.before).replace(/^./, (c) => c.toUpperCase())}: {p.sources.map(inWords).join(" or ")}
            {p.sources.length === 1 && `, which points at ${causeOf(p.sources[0])}`}.
          </li>
        ))}
      </ul>
    </section>
  );
}
