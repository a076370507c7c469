import { runConditions, type JobView } from "../../../contract";
import { useUnits } from "../../format/units";
import { CONDITION_NAMES, pairText, shakePairs } from "../../../domain";
import { useRunWords } from "../../pieces/vibration/Verdict";

/** How it shook: what was recorded, and the marks of the road test. */
export function Shook({ view }: { view: JobView }) {
  const words = useRunWords();
  const pairs = shakePairs(view);
  const marks = runConditions.flatMap((c) => {
    const m = view.job.roughness?.marks[c];
    return m && (m.before !== null || m.after !== null) ? [{ c, ...m }] : [];
  });
  const units = useUnits();
  if (!pairs.length && !marks.length) return null;
  const shown = (m: number | null): string => (m === null ? "not marked" : String(m));
  const speed = view.job.roughness?.speedKmh ?? null;
  return (
    <section>
      <h2 className="hd2">How it shook</h2>
      {pairs.map((p) => (
        <p key={p.before.recording.id}>
          {words(p.before).replace(/^./, (c) => c.toUpperCase())}: {pairText(p)}
          {p.before.recording.simulated || p.after?.recording.simulated ? " (simulated recording)" : ""}.
        </p>
      ))}
      {marks.length > 0 && (
        <table className="ledger" style={{ marginTop: 8 }}>
          <thead>
            <tr>
              <th>roughness from 0, nothing felt, to 4</th>
              <th>before</th>
              <th>after</th>
            </tr>
          </thead>
          <tbody>
            {marks.map(({ c, before, after }) => (
              <tr key={c}>
                <td>
                  {CONDITION_NAMES[c].replace(/^./, (l) => l.toLowerCase())}
                  {c === "roadSpeed" && speed !== null && `, ${units.show(speed, "speed")}`}
                </td>
                <td className="n">{shown(before)}</td>
                <td className="n">{shown(after)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
