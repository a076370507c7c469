import { handbackLists } from "../../../domain";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { dateText, timeText } from "../../format/words";
import { SlotSwitch } from "../../ui/slots";
import css from "./prove.module.css";

/** Gears at rest, first drive, and on return: each line with who looked and when. */
export function Handback({ view, edit }: StageProps) {
  const { job } = view;
  const { me, initialsOf } = usePeople();
  const done = new Map(job.checked.map((c) => [c.id, c]));
  const set = (id: string, text: string, on: boolean): void => {
    const others = job.checked.filter((c) => c.id !== id);
    const checked = on ? [...others, { id, at: new Date().toISOString(), by: me?.id ?? null }] : others;
    edit.update("job", job, { checked }, `${text}: ${on ? "looked at" : "not looked at"}`);
  };
  return (
    <>
      {handbackLists(view).map((list) => (
        <section key={list.id} className={css.handback} aria-label={list.title}>
          <h2 className="hd2">
            {list.title}{" "}
            <span className="lb">
              {list.lines.filter((l) => done.has(l.id)).length} of {list.lines.length}
            </span>
          </h2>
          {list.caution && <p className="caution">{list.caution}</p>}
          <ul className="lined">
            {list.lines.map((l) => {
              const was = done.get(l.id);
              return (
                <li key={l.id} className={css.handbackLine}>
                  <SlotSwitch on={was !== undefined} label={l.text} onChange={(on) => set(l.id, l.text, on)} />
                  <span>
                    {l.text}
                    {was && (
                      <span className="lb">
                        {" "}
                        {[initialsOf(was.by), dateText(was.at), timeText(was.at)].filter(Boolean).join(" ")}
                      </span>
                    )}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
    </>
  );
}
