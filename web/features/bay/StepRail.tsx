import type { Step } from "../../../contract";
import { Press } from "../../ui/Press";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

/** All steps as stops of a slot, with the places under them. */
export function StepRail({ bay }: { bay: Bay }) {
  const { steps, at } = bay;
  const runs: { place: Step["place"]; from: number; to: number }[] = [];
  steps.forEach((s, i) => {
    const last = runs.at(-1);
    if (last?.place === s.place) last.to = i;
    else runs.push({ place: s.place, from: i, to: i });
  });
  const pct = (i: number): number => ((i + 0.5) / steps.length) * 100;
  return (
    <nav className={css.steps} aria-label="Steps">
      <div className={css.slot}>
        {steps.map((s, i) => (
          <Press
            key={s.id}
            className={[css.stop, s.state === "done" && css.doneStop, i === at && css.now].filter(Boolean).join(" ")}
            style={{ left: `${pct(i)}%` }}
            aria-label={`Step ${i + 1}: ${s.text}${s.state === "open" ? "" : s.state === "done" ? ", done" : ", not done"}`}
            aria-current={i === at ? "step" : undefined}
            onClick={() => bay.go(i)}
          />
        ))}
      </div>
      <div className={css.places} aria-hidden>
        {runs.map((r) => (
          <span
            key={r.from}
            className={at >= r.from && at <= r.to ? css.here : undefined}
            style={{
              left: `${(r.from / steps.length) * 100}%`,
              width: `${((r.to - r.from + 1) / steps.length) * 100}%`,
            }}
          >
            {(r.to - r.from + 1) / steps.length >= NAMED && SHORT[r.place]}
          </span>
        ))}
      </div>
    </nav>
  );
}

/** A stay of a smaller part of the work has no room for its name under the stops. */
const NAMED = 0.07;

const SHORT: Record<Step["place"], string> = { cabin: "cabin", engineBay: "engine", under: "under", bench: "bench" };
