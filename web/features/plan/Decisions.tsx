import { Popconfirm, Select } from "antd";
import { useState } from "react";
import type { Decision } from "../../../contract";
import { chosenIn, decisionKey, linesFor, rechoose, type Rechosen } from "../../../domain";
import { useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import type { StageProps } from "../../data/stage";
import { useTemplates } from "../../data/useTemplates";
import { enumerate } from "../../format/grammar";
import { count } from "../../format/words";

/** What the plan left to decide; another choice rewrites what is ahead of the plan, and says so before it does. */
export function Decisions({ view, edit }: StageProps) {
  const { job } = view;
  const workshop = useTemplates();
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const [asked, setAsked] = useState<{ key: string; choice: string } | null>(null);
  if (!job.decided.length) return null;
  const open = job.decided.filter((d) => !d.choice).length;
  const lines = dossier
    ? linesFor(view.vehicle, dossier.sheetLine, dossier.ownLine)
        .filter((l) => l.applies.answer !== "no")
        .map((l) => l.line)
    : [];
  const decided = (d: Decision, choice: string): Decision[] =>
    job.decided.map((o) => (o.key === d.key ? { ...o, choice } : o));
  /** What the choice changes of the plan; nothing where the kind is no longer known. */
  const changeOf = (d: Decision, choice: string): Rechosen | null => {
    const content = workshop?.offered.find((t) => t.choices.some((c) => decisionKey(t, c.key) === d.key));
    if (!content || !workshop) return null;
    const both = [chosenIn(content, job.decided), chosenIn(content, decided(d, choice))] as const;
    return rechoose(content, view, both, lines, newId, workshop.minutesOf);
  };
  const choose = (d: Decision, choice: string): void => {
    setAsked(null);
    edit.all(`${d.question} ${choice || "not decided"}`, [
      ...(changeOf(d, choice)?.operations ?? []),
      {
        op: "update",
        resource: "job",
        id: job.id,
        version: job.version,
        data: { decided: decided(d, choice) },
      },
    ]);
  };
  return (
    <section className="sect" aria-label="Decisions">
      <h2 className="hd2">
        Decisions <span className="lb">{open ? `${open} open` : "all decided"}</span>
      </h2>
      <ul className="lined">
        {job.decided.map((d) => {
          const now = d.choices.find((c) => c.name === d.choice);
          const change = asked?.key === d.key ? changeOf(d, asked.choice) : null;
          return (
            <li key={d.key}>
              <label className="field">
                <span className="lb">{d.question}</span>
                <Popconfirm
                  open={asked?.key === d.key}
                  title={change ? changeText(change) : "The plan does not change."}
                  okText="Plan it so"
                  cancelText="Leave it"
                  onConfirm={() => asked && choose(d, asked.choice)}
                  onCancel={() => setAsked(null)}
                >
                  <Select
                    aria-label={d.question}
                    value={d.choice}
                    options={[
                      { value: "", label: "not decided" },
                      ...d.choices.map((c) => ({ value: c.name, label: c.name })),
                    ]}
                    onChange={(choice: string) => {
                      const next = changeOf(d, choice);
                      if (next && next.added.length + next.dropped.length + next.noLonger.length > 0)
                        setAsked({ key: d.key, choice });
                      else choose(d, choice);
                    }}
                  />
                </Popconfirm>
              </label>
              <span className="lb">{now?.costs}</span>
              {now?.leavesOpen && (
                <p className="lb och">
                  Left for another day: {now.leavesOpen}
                  {now.recheckDays && ` Look again after ${now.recheckDays} days.`}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What another choice does to the plan: what comes, what goes, and what was done and is no longer part of it. */
export function changeText({ added, dropped, noLonger }: Rechosen): string {
  const few = (list: readonly string[]): string =>
    list.length > 3 ? `${list.slice(0, 3).join("; ")} and ${list.length - 3} more` : enumerate([...list]);
  return [
    added.length > 0 && `${count(added.length, "step")} more: ${few(added)}.`,
    dropped.length > 0 && `${count(dropped.length, "step")} fewer: ${few(dropped)}.`,
    noLonger.length > 0 && `Done already, and no longer part of it: ${few(noLonger)}.`,
  ]
    .filter(Boolean)
    .join(" ");
}
