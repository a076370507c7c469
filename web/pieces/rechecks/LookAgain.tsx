import { Button } from "antd";
import { useState } from "react";
import type { NewFields, Part, Recheck, Vehicle } from "../../../contract";
import { dueOf } from "../../../domain";
import type { Editor } from "../../data/saving";
import { todayHere } from "../../format/dates";
import { useUnits } from "../../format/units";
import { dateText } from "../../format/words";
import { AddDialog } from "./AddDialog";
import { DoneDialog } from "./DoneDialog";
import { leftText, OUTCOMES, whenText } from "./words";
import css from "./rechecks.module.css";

/** What one vehicle is to be looked at again for, what was looked at, and what this job proposes. */
export function LookAgain({
  vehicle,
  rechecks,
  parts,
  jobId = null,
  proposed = [],
  edit,
}: {
  vehicle: Vehicle;
  rechecks: readonly Recheck[];
  parts: readonly Part[];
  jobId?: string | null;
  proposed?: readonly NewFields<"recheck">[];
  edit: Editor;
}) {
  const units = useUnits();
  const [adding, setAdding] = useState(false);
  const [done, setDone] = useState<Recheck | null>(null);
  const due = dueOf({ vehicle, rechecks, parts }, todayHere());
  const over = rechecks.filter((r) => r.doneAt !== null).sort((a, b) => (b.doneAt ?? "").localeCompare(a.doneAt ?? ""));
  const known = new Set(rechecks.map((r) => r.what));
  const open = proposed.filter((p) => !known.has(p.what));
  return (
    <section className="sect" aria-label="Look again">
      <div className="row-flex">
        <h2 className="hd2">Look again</h2>
        <span className="push" />
        <Button size="small" onClick={() => setAdding(true)}>
          Add
        </Button>
      </div>
      {!due.length && !over.length && !open.length && (
        <p className="q">
          Nothing is set. After new mounts or bushes, add what is to be looked at once all has settled.
        </p>
      )}
      <ul className="lined">
        {due.map((d) => {
          const own = rechecks.find((r) => r.id === d.key);
          return (
            <li key={d.key} className={css.line}>
              <div>
                <span className="rt">{d.what}</span>
                <p className={d.overdue ? css.overdue : "lb"}>
                  {[whenText(d, units), leftText(d)].filter(Boolean).join("; ")}
                </p>
              </div>
              {own && (
                <>
                  <Button size="small" onClick={() => setDone(own)}>
                    Looked at
                  </Button>
                  <Button
                    size="small"
                    aria-label={`${own.what}: into the bin`}
                    onClick={() => edit.remove("recheck", own, `Look again: ${own.what}, into the bin`)}
                  >
                    ×
                  </Button>
                </>
              )}
            </li>
          );
        })}
        {open.map((p) => (
          <li key={p.what} className={css.line}>
            <div>
              <span className="q">{p.what}</span>
              <p className="lb">
                proposed:{" "}
                {[
                  p.everyKm && p.fromKm != null && `after ${units.show(p.everyKm, "distance")}`,
                  p.everyMonths && `after ${p.everyMonths} months`.replace(/^after 1 months$/, "after 1 month"),
                ]
                  .filter(Boolean)
                  .join(" or ") || "needs an odometer reading"}
              </p>
            </div>
            <Button
              size="small"
              disabled={p.fromKm == null && !p.everyMonths}
              onClick={() =>
                edit.create("recheck", p.fromKm == null ? { ...p, everyKm: null } : p, `Look again: ${p.what}`)
              }
            >
              Add
            </Button>
          </li>
        ))}
        {over.slice(0, 6).map((r) => (
          <li key={r.id} className={css.line}>
            <div>
              <span className="q">{r.what}</span>
              <p className="lb">
                {[
                  r.doneAt && dateText(r.doneAt),
                  r.doneKm !== null && units.show(r.doneKm, "distance"),
                  r.outcome && OUTCOMES[r.outcome],
                  ...r.found.map((f) =>
                    [r.groups.find((g) => g.id === f.groupId)?.name, units.show(f.base, "torque")].join(" "),
                  ),
                  r.note,
                ]
                  .filter(Boolean)
                  .join(", ")}
              </p>
            </div>
          </li>
        ))}
      </ul>
      {adding && <AddDialog vehicle={vehicle} jobId={jobId} edit={edit} onClose={() => setAdding(false)} />}
      {done && <DoneDialog recheck={done} edit={edit} onClose={() => setDone(null)} />}
    </section>
  );
}
