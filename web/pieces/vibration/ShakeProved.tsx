import { Link } from "react-router";
import type { JobView } from "../../../contract";
import { Figure } from "../../ui/marks";
import { formatNumber } from "../../../core";
import { amplitudeHead, amplitudeText, inWords, shakePairs } from "../../../domain";
import { useRunWords } from "./Verdict";
import { LedgerTable } from "../../ui/LedgerTable";

/** Recordings before the work beside those after it: what shook, and how much of it is left. */
export function ShakeProved({ view }: { view: JobView }) {
  const words = useRunWords();
  const pairs = shakePairs(view);
  if (!pairs.length) return null;
  return (
    <section className="sect" aria-label="Shake before and after">
      <h2 className="hd2">
        Shake before and after <span className="lb">as recorded</span>
      </h2>
      <LedgerTable heads={["run", ["what shook", "txt"], ["before", "och"], ["after", "teal"], "difference, dB"]}>
        {pairs.map((p) => {
          const { unit, id } = p.before.recording;
          return (
            <tr key={id}>
              <td>
                {words(p.before)} <span className="lb">{amplitudeHead(unit)}</span>
              </td>
              <td className="txt">{p.sources.map(inWords).join(" or ")}</td>
              <td>
                <Figure origin="measured" wide>
                  {amplitudeText(p.amplitude, unit, true)}
                </Figure>
              </td>
              <td className="tint">
                {p.left ? (
                  <Figure origin="measured" wide>
                    {p.left.under && "under "}
                    {amplitudeText(p.left.amplitude, unit, true)}
                  </Figure>
                ) : (
                  <Figure origin="missing" wide />
                )}
              </td>
              <td className="n">{p.left && `${p.left.under ? "under " : ""}${formatNumber(p.left.dB, 1, true)}`}</td>
            </tr>
          );
        })}
      </LedgerTable>
      <Link to={`/jobs/${view.job.id}/gauge?tool=vibration`}>
        {pairs.some((p) => !p.left) ? "Record it again the same way" : "Look at the recordings"}
      </Link>
    </section>
  );
}
