import { Button, Radio } from "antd";
import { useMemo, useState } from "react";
import { templateContent, type TemplateContent, type TemplateStep } from "../../../contract";
import {
  answersOf,
  beginByAll,
  diagnosisOf,
  faultsOf,
  lineFor,
  linesFor,
  mergeTemplates,
  proposeTemplates,
  stepSource,
  templateChanges,
  type Proposal,
} from "../../../domain";
import { useVehicleQuery, useWorkshopQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { useKnowledge } from "../../data/useKnowledge";
import { useTemplates } from "../../data/useTemplates";
import type { StageProps } from "../../data/stage";
import { capital, countInWords, enumerate, uncapital } from "../../format/grammar";
import { count, PLACE_NAMES } from "../../format/words";
import { Answer } from "../../ui/Answer";
import { readTextFile } from "../../ui/readTextFile";
import { useFilePick } from "../../ui/useFilePick";
import { Press } from "../../ui/Press";
import { Coming } from "../../ui/states";
import { templateFaultText } from "./templateWords";
import css from "./day.module.css";

/** Which kind of job this is: proposed by complaint and suspects, begun with one key. */
export function BeginWork({ view, edit, tabs, onOwn }: StageProps & { tabs: React.ReactNode; onOwn: () => void }) {
  const workshop = useTemplates();
  const workshopQuery = useWorkshopQuery();
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const table = useKnowledge();
  const [chosen, setChosen] = useState<string[] | null>(null);
  const [decided, setDecided] = useState<Record<string, string>>({});
  const [trouble, setTrouble] = useState<string | null>(null);
  const diagnosis = useMemo(() => diagnosisOf(table, view.vehicle, answersOf(view)), [table, view]);
  const proposals = useMemo(() => {
    const asked = Object.keys(view.job.symptoms).length > 0;
    const suspects = asked ? diagnosis.answer.posterior.slice(0, 3) : [];
    return workshop
      ? proposeTemplates(
          workshop.offered,
          view,
          suspects.map((f) => f.fault),
        )
      : null;
  }, [workshop, view, diagnosis]);
  const take = async (file: File): Promise<void> => {
    const outcome = readTemplate((await readTextFile(file)).text);
    if ("trouble" in outcome) return setTrouble(`${file.name}: ${outcome.trouble}`);
    setTrouble(null);
    edit.create(
      "template",
      { basedOn: "", content: outcome.content },
      `Template from a file: ${outcome.content.title}`,
    );
    setChosen([outcome.content.id]);
  };
  const picker = useFilePick(".json,application/json", "Template file", ([file]) => void take(file));
  if (!proposals || !workshop) return <Coming query={workshopQuery} rows={10} />;

  const likely = proposals.filter((p) => p.score > 0);
  const ids = chosen ?? (likely.length ? [likely[0].content.id] : []);
  const chosenKinds = ids.flatMap((id) => proposals.find((p) => p.content.id === id)?.content ?? []);
  const [first, second] = chosenKinds;
  const merged = first && second ? mergeTemplates(first, second) : null;
  const content = merged?.content ?? first ?? null;
  const lines = dossier
    ? linesFor(view.vehicle, dossier.sheetLine, dossier.ownLine)
        .filter((l) => l.applies.answer !== "no")
        .map((l) => l.line)
    : [];
  const minutes = (s: TemplateStep): number =>
    workshop.minutesOf(merged?.sources.get(s.id) ?? stepSource(first.id, s), s.minutes);
  const toggle = (id: string): void =>
    setChosen(ids.includes(id) ? ids.filter((i) => i !== id) : [...ids, id].slice(-2));

  const begin = (): void => {
    if (!content) return;
    const begun = beginByAll(chosenKinds, view, lines, newId, workshop.minutesOf);
    const asked = content.decisions.map((d) => ({ ...d, choice: decided[d.key] ?? "" }));
    const known = view.job.decided.filter((d) => !asked.some((a) => a.key === d.key));
    edit.all(`Planned as: ${content.title}`, [
      ...begun.operations,
      ...(asked.length
        ? [
            {
              op: "update" as const,
              resource: "job" as const,
              id: view.job.id,
              version: view.job.version,
              data: { decided: [...known, ...asked].slice(-24) },
            },
          ]
        : []),
    ]);
  };

  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            {content && (
              <Button type="primary" onClick={begin}>
                Plan it this way
              </Button>
            )}
          </>
        }
      >
        {content ? (
          <>
            <b>{content.title}.</b> {capital(countInWords(content.steps.length, "step"))},{" "}
            {countInWords(content.groups.length, "torque group")} and {countInWords(content.parts.length, "part")}
            {merged &&
              merged.shared.length > 0 &&
              `; ${countInWords(merged.shared.length, "step")} shared, done once`}.{" "}
            {likely.length > 0 && !chosen && "It answers this complaint best."}
          </>
        ) : (
          <>
            <b>Which kind of job is it?</b> Choose one, or two that are done in one visit.
          </>
        )}
      </Answer>
      <div className={`split ${css.begin}`}>
        <section className="sect" aria-label="Kinds of job">
          <h2 className="hd2">
            Kinds of job{" "}
            <span className="lb">
              {likely.length
                ? `${countInWords(likely.length, "kind")} that this complaint speaks for, first`
                : view.job.complaint
                  ? "nothing in the complaint speaks for one of them"
                  : "no complaint is written down yet"}
            </span>
          </h2>
          <ul className="lined">
            {proposals.map((p) => (
              <li key={p.content.id}>
                <Press
                  className={css.kind}
                  aria-pressed={ids.includes(p.content.id)}
                  onClick={() => toggle(p.content.id)}
                >
                  <span className="rt">{p.content.title}</span>
                  <Because proposal={p} labels={table} own={workshop.own.some((t) => t.content === p.content)} />
                </Press>
              </li>
            ))}
          </ul>
          <div className="row-flex" style={{ marginTop: 10 }}>
            <Button onClick={onOwn}>Write the steps by hand</Button>
            <Button onClick={picker.pick}>Import a template</Button>
            {picker.field}
          </div>
          {trouble && (
            <p className="lb brk" role="alert">
              {trouble}
            </p>
          )}
        </section>
        {content ? (
          <section className="sect" aria-label="What it comes to">
            <p>{content.why}</p>
            <OwnChanges content={content} workshop={workshop} />
            {merged?.conflicts.map((c) => (
              <p key={`${c.step}${c.what}`} className="lb brk" role="alert">
                The two disagree about “{c.text}”: {c.what === "place" ? "place" : "how the vehicle is held"}, {c.first}{" "}
                or {c.second}. The first one’s way is kept; correct the step where it is not right.
              </p>
            ))}
            {content.decisions.length > 0 && <h3 className="hd2">To decide</h3>}
            {content.decisions.map((d) => (
              <fieldset key={d.key} className={css.choice}>
                <legend className="rt">{d.question}</legend>
                <Radio.Group
                  value={decided[d.key] ?? null}
                  onChange={(e) => setDecided({ ...decided, [d.key]: String(e.target.value) })}
                >
                  {d.choices.map((c) => (
                    <div key={c.name}>
                      <Radio value={c.name}>
                        {c.name} <span className="lb">{c.costs}</span>
                      </Radio>
                    </div>
                  ))}
                </Radio.Group>
              </fieldset>
            ))}
            <h3 className="hd2">
              Steps{" "}
              <span className="lb">
                {Math.round(content.steps.reduce((sum, s) => sum + minutes(s), 0))} min of work, typical or as it took
                here
              </span>
            </h3>
            <ol style={{ padding: 0, margin: 0, listStyle: "none" }}>
              {content.steps.map((s, i) => (
                <li key={s.id} className={css.stepline}>
                  <span className="n q">{i + 1}</span>
                  <span>
                    {s.text}
                    {s.facts.caution && <span className="lb och"> {s.facts.caution}</span>}
                  </span>
                  <span className="lb">
                    {PLACE_NAMES[s.place]}, {minutes(s)} min{s.hands === 2 && ", two people"}
                    {s.waitMin > 0 && `, then ${s.facts.waitFor || "a wait"} ${s.waitMin} min`}
                  </span>
                </li>
              ))}
            </ol>
            <h3 className="hd2">From the vehicle’s sheet</h3>
            <p className="lb">
              {dossier?.sheet
                ? fromSheet(content, lines)
                : "This vehicle has no spec sheet: groups and parts are listed without values, to be filled in."}
            </p>
          </section>
        ) : (
          <section className="sect">
            <p className="q">Choose a kind of job to see its steps, fasteners, parts and what has to be decided.</p>
          </section>
        )}
      </div>
    </>
  );
}

function fromSheet(content: TemplateContent, lines: Parameters<typeof lineFor>[1]): string {
  const groups = content.groups.filter((g) =>
    lineFor(
      g.name,
      lines.filter((l) => l.kind === "torque"),
    ),
  );
  const parts = content.parts.filter((p) =>
    lineFor(
      p.name,
      lines.filter((l) => l.kind === "part"),
    ),
  );
  const lacking = content.groups.filter((g) => !groups.includes(g)).map((g) => g.name);
  return `${capital(count(groups.length, "torque group"))} and ${count(parts.length, "part")} come from the sheet. ${
    lacking.length ? `Without a value there: ${enumerate(lacking)}.` : "Every torque group has its line there."
  }`;
}

function Because({
  proposal,
  labels,
  own,
}: {
  proposal: Proposal;
  labels: ReturnType<typeof useKnowledge>;
  own: boolean;
}) {
  const words = proposal.because.map(({ kind, what }) =>
    kind === "fault"
      ? `suspect: ${uncapital(labels.faults.find((f) => f.id === what)?.label ?? what)}`
      : kind === "observation"
        ? uncapital(labels.observations.find((o) => o.id === what)?.label ?? what)
        : `“${what}”`,
  );
  return (
    <span className="lb">
      {[own && "the shop’s own", ...words.slice(0, 3)].filter(Boolean).join(" · ") || proposal.content.why}
    </span>
  );
}

function OwnChanges({
  content,
  workshop,
}: {
  content: TemplateContent;
  workshop: NonNullable<ReturnType<typeof useTemplates>>;
}) {
  const own = workshop.own.find((t) => t.content === content);
  const basis = own && workshop.supplied.find((t) => t.id === own.basedOn);
  if (!basis) return null;
  const { added, leftOut, changed } = templateChanges(content, basis);
  const part = (name: string, list: string[]): string => (list.length ? `${name}: ${list.join(", ")}. ` : "");
  return (
    <p className="lb">
      The shop’s own version of “{basis.title}”.{" "}
      {part("Added", added) + part("Left out", leftOut) + part("Changed", changed) || "No step differs."}
    </p>
  );
}

/** A template file from elsewhere: read, or said what is wrong with it and where. */
export function readTemplate(text: string): { content: TemplateContent } | { trouble: string } {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { trouble: "this is no JSON file" };
  }
  const parsed = templateContent.safeParse(raw);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    const where = issue.path.join(" ") || "the file";
    return {
      trouble:
        issue.code === "unrecognized_keys"
          ? `unknown word “${issue.keys[0]}” in ${where}`
          : `${where}: accepted is ${issue.message.replace(/^accepts: ?/i, "")}`,
    };
  }
  const serious = faultsOf(parsed.data).find((f) => ["circle", "unknownNeed", "repeatedId"].includes(f.kind));
  return serious ? { trouble: templateFaultText(serious) } : { content: parsed.data };
}
