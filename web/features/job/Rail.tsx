import { useEffect, useRef } from "react";
import { stageWords, type Stage } from "../../../contract";
import { STAGE_NAMES } from "../../format/words";
import { Press } from "../../ui/Press";
import css from "./job.module.css";

/**
 * The six stages along a slotted bar, a knob in the one that is looked at and a mark at the one the job has reached.
 * Nothing is locked by stage.
 */
export function Rail({
  stage,
  reached,
  counts,
  onGo,
}: {
  stage: Stage;
  reached: Stage;
  counts: Record<Stage, number>;
  onGo: (stage: Stage) => void;
}) {
  const tabs = useRef<(HTMLButtonElement | null)[]>([]);
  const at = stageWords.indexOf(stage);
  const moved = useRef(false);
  useEffect(() => {
    if (moved.current) tabs.current[at]?.focus();
    moved.current = false;
  }, [at]);
  return (
    <div className="rail" role="tablist" aria-label="Stages of this job">
      <div className={css.slot} aria-hidden="true">
        <i className="knob" style={{ left: `${at * 20}%` }} />
      </div>
      {stageWords.map((s, i) => (
        <Press
          key={s}
          ref={(el) => {
            tabs.current[i] = el;
          }}
          role="tab"
          id={`tab-${s}`}
          className={css.stg}
          aria-selected={s === stage}
          aria-controls="stage"
          tabIndex={s === stage ? 0 : -1}
          onClick={() => onGo(s)}
          onKeyDown={(e) => {
            const to = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: stageWords.length - 1 }[e.key];
            if (to === undefined || !stageWords[to]) return;
            e.preventDefault();
            moved.current = true;
            onGo(stageWords[to]);
          }}
        >
          <span>{STAGE_NAMES[s]}</span>
          {s === reached && s !== stage && <span className="sr"> (the job is here)</span>}
          <i className={s === reached ? "reached" : undefined} />
          <small>
            {counts[s] > 0 && (
              <>
                <b>{counts[s]}</b> open
              </>
            )}
          </small>
        </Press>
      ))}
    </div>
  );
}
