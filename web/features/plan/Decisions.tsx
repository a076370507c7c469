import { Choice } from "../../ui/TextField";
import type { StageProps } from "../../data/stage";

/** What the plan left to decide: each question with its answers and what the chosen one costs. */
export function Decisions({ view, edit }: StageProps) {
  const { job } = view;
  if (!job.decided.length) return null;
  const open = job.decided.filter((d) => !d.choice).length;
  return (
    <section className="sect" aria-label="Decisions">
      <h2 className="hd2">
        Decisions <span className="lb">{open ? `${open} open` : "all decided"}</span>
      </h2>
      <ul className="lined">
        {job.decided.map((d) => (
          <li key={d.key}>
            <Choice
              label={d.question}
              value={d.choice}
              options={Object.fromEntries([["", "not decided"], ...d.choices.map((c) => [c.name, c.name])])}
              onChange={(choice) =>
                edit.update(
                  "job",
                  job,
                  { decided: job.decided.map((o) => (o.key === d.key ? { ...o, choice } : o)) },
                  `${d.question} ${choice || "not decided"}`,
                )
              }
            />
            <span className="lb">{d.choices.find((c) => c.name === d.choice)?.costs}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
