import { Button, Radio } from "antd";
import { useMemo, useState } from "react";
import { anyTemplateContent, type PlainStep, type PlainWork, type TemplateContent } from "../../../contract";
import {
  allChoices,
  answersOf,
  beginByAll,
  cautionsOf,
  diagnosisOf,
  effectOf,
  faultsOf,
  firstChoices,
  leadOf,
  lineFor,
  linesFor,
  mergeTemplates,
  proposeTemplates,
  stepSource,
  templateChanges,
  tiedIn,
  workOf,
  type Chosen,
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
import { TemplateSteps } from "./TemplateSteps";
import { effectText, templateFaultText } from "./templateWords";
import css from "./day.module.css";

/** Kinds that are listed before all of them are asked for. */
const SHOWN = 7;

/** Which kind of job this is: proposed by complaint, suspects and vehicle; its choices rewrite the plan before it begins. */
export function BeginWork({ view, edit, tabs, onOwn }: StageProps & { tabs: React.ReactNode; onOwn: () => void }) {
  const workshop = useTemplates();
  const workshopQuery = useWorkshopQuery();
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const table = useKnowledge();
  const [picked, setPicked] = useState<string[] | null>(null);
  const [all, setAll] = useState(false);
  /** What was chosen of each kind, by its id. */
  const [choices, setChoices] = useState<Record<string, Chosen>>({});
  const [changing, setChanging] = useState<TemplateContent | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const diagnosis = useMemo(() => diagnosisOf(table, view.vehicle, answersOf(view)), [table, view]);
  const proposals = useMemo(() => {
    const asked = Object.keys(view.job.symptoms).length > 0;
    const suspects = asked ? diagnosis.answer.posterior.slice(0, 6) : [];
    return workshop ? proposeTemplates(workshop.offered, view, suspects) : null;
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
    setPicked([outcome.content.id]);
  };
  const picker = useFilePick(".json,application/json", "Template file", ([file]) => void take(file));
  const lead = proposals ? leadOf(proposals) : "none";
  const tied = useMemo(() => (proposals ? tiedIn(proposals) : []), [proposals]);
  const ids = picked ?? (lead === "none" || !tied.length ? [] : [tied[0].content.id]);
  const kinds = ids.flatMap((id) => proposals?.find((p) => p.content.id === id)?.content ?? []);
  const works = kinds.map((k) => workOf(k, choices[k.id]));
  const [first, second] = works;
  const merged = first && second ? mergeTemplates(first, second) : null;
  if (!proposals || !workshop) return <Coming query={workshopQuery} rows={10} />;
  const content = merged?.content ?? first ?? null;
  const lines = dossier
    ? linesFor(view.vehicle, dossier.sheetLine, dossier.ownLine)
        .filter((l) => l.applies.answer !== "no")
        .map((l) => l.line)
    : [];
  const sourceOf = (s: PlainStep): string => merged?.sources.get(s.id) ?? stepSource(first.id, s);
  const minutes = (s: PlainStep): number => workshop.minutesOf(sourceOf(s), s.minutes);
  const range = (content?.steps ?? []).reduce(
    (sum, s) => {
      const { least, most } = workshop.rangeOf(sourceOf(s), s.minutes);
      return { least: sum.least + least, most: sum.most + most };
    },
    { least: 0, most: 0 },
  );
  const measured = content?.steps.filter((s) => workshop.jobsBehind(sourceOf(s)) > 0).length ?? 0;
  const listed = all ? proposals : proposals.slice(0, Math.max(SHOWN, tied.length));

  const begin = (): void => {
    if (!content) return;
    const begun = beginByAll(works, view, lines, newId, workshop.minutesOf);
    const asked = kinds.flatMap((k) =>
      workOf(k, choices[k.id]).decisions.map((d, i) => {
        const choice = k.choices[i];
        const option = choice.options.find((o) => o.key === choices[k.id]?.[choice.key]);
        return { ...d, choice: option?.name ?? "" };
      }),
    );
    const known = view.job.decided.filter((d) => !asked.some((a) => a.key === d.key));
    const handBack = kinds.flatMap((k) => [
      ...k.handBack.atRest.map((text) => ({ list: "rest" as const, text })),
      ...k.handBack.firstDrive.map((text) => ({ list: "drive" as const, text })),
    ]);
    const more = handBack.filter((l) => !view.job.handBack.some((o) => o.list === l.list && o.text === l.text));
    edit.all(`Planned as: ${content.title}`, [
      ...begun.operations,
      ...(asked.length + more.length
        ? [
            {
              op: "update" as const,
              resource: "job" as const,
              id: view.job.id,
              version: view.job.version,
              data: {
                decided: [...known, ...asked].slice(-24),
                handBack: [...view.job.handBack, ...more].slice(0, 60),
              },
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
            {countInWords(content.groups.length, "group of fasteners", "groups of fasteners")} and{" "}
            {countInWords(content.parts.length, "part")}
            {merged &&
              merged.shared.length > 0 &&
              `; ${countInWords(merged.shared.length, "step")} shared, done once`}.{" "}
            {merged?.apart && "The second follows on the first: they cannot be done at once. "}
            {!picked && lead === "clear" && "It answers this complaint best."}
            {!picked &&
              lead === "tie" &&
              `${countInWords(tied.length, "kind")} fit equally well: ${enumerate(
                tied.map((t) => uncapital(t.content.title)),
                "or",
              )}.`}
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
              {lead !== "none"
                ? "those that this complaint speaks for, first"
                : view.job.complaint
                  ? "nothing in the complaint speaks for one of them"
                  : "no complaint is written down yet"}
            </span>
          </h2>
          <ul className="lined">
            {listed.map((p) => (
              <li key={p.content.id} className={css.kindrow}>
                <Press
                  className={css.kind}
                  aria-pressed={ids.includes(p.content.id)}
                  onClick={() => setPicked([p.content.id])}
                >
                  <span className="rt">{p.content.title}</span>
                  <Because proposal={p} labels={table} own={workshop.own.some((t) => t.content === p.content)} />
                </Press>
                {ids.length > 0 && !(ids.length === 1 && ids[0] === p.content.id) && (
                  <Button
                    size="small"
                    aria-label={ids.includes(p.content.id) ? `Not ${p.content.title}` : `${p.content.title} too`}
                    onClick={() =>
                      setPicked(
                        ids.includes(p.content.id) ? ids.filter((i) => i !== p.content.id) : [ids[0], p.content.id],
                      )
                    }
                  >
                    {ids.includes(p.content.id) ? "not this" : "this too"}
                  </Button>
                )}
              </li>
            ))}
          </ul>
          <div className="row-flex" style={{ marginTop: 10 }}>
            {proposals.length > listed.length && (
              <Button onClick={() => setAll(true)}>Show all {proposals.length}</Button>
            )}
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
            {kinds.map((k) => (
              <OwnChanges key={k.id} content={k} workshop={workshop} />
            ))}
            {merged?.conflicts.map((c) => (
              <p key={`${c.step}${c.what}`} className="lb brk" role="alert">
                The two disagree about “{c.text}”: {c.what === "place" ? "place" : "how the vehicle is held"}, {c.first}{" "}
                or {c.second}. The first one’s way is kept; correct the step where it is not right.
              </p>
            ))}
            <p className="row-flex">
              {kinds.map((k) => (
                <Button key={k.id} size="small" onClick={() => setChanging(k)}>
                  Change the steps{kinds.length > 1 && ` of ${k.title}`}
                </Button>
              ))}
            </p>
            {changing && (
              <TemplateSteps
                content={changing}
                edit={edit}
                onClose={() => setChanging(null)}
                onKept={(id) => setPicked(ids.map((i) => (i === changing.id ? id : i)))}
              />
            )}
            {kinds.some((k) => k.choices.length > 0) && <h3 className="hd2">To decide</h3>}
            {kinds.map((k) => (
              <Choices
                key={k.id}
                content={k}
                chosen={choices[k.id] ?? {}}
                onChoose={(key, option) => setChoices({ ...choices, [k.id]: { ...choices[k.id], [key]: option } })}
              />
            ))}
            <h3 className="hd2">
              Steps{" "}
              <span className="lb">
                {Math.round(content.steps.reduce((sum, s) => sum + minutes(s), 0))} min of work,{" "}
                {measured === 0
                  ? "planned, not yet measured here"
                  : measured === content.steps.length
                    ? "as it took here"
                    : `${countInWords(measured, "step")} as they took here, the others planned`}
                {range.most - range.least >= 1 &&
                  `; ${Math.round(range.least)} to ${Math.round(range.most)} min by the quickest and the slowest of each step here`}
              </span>
            </h3>
            <ol style={{ padding: 0, margin: 0, listStyle: "none" }}>
              {content.steps.map((s, i) => (
                <li key={s.id} className={css.stepline}>
                  <span className="n q">{i + 1}</span>
                  <span>
                    {cautionsOf(s.facts).map((c) => (
                      <span key={c} className={`lb och ${css.caution}`}>
                        {c}{" "}
                      </span>
                    ))}
                    {s.text}
                  </span>
                  <span className="lb">
                    {PLACE_NAMES[s.place]}, {minutes(s)} min{s.hands === 2 && ", two people"}
                    {s.waitMin > 0 && `, then ${s.facts.waitFor || "a wait"} ${s.waitMin} min`}
                  </span>
                </li>
              ))}
            </ol>
            {kinds.some((k) => k.mistakes.length > 0) && (
              <>
                <h3 className="hd2">What goes wrong often</h3>
                <ul className="lined">
                  {kinds.flatMap((k) =>
                    k.mistakes.map((m) => (
                      <li key={`${k.id} ${m.what}`}>
                        {m.what} <span className="lb">{caughtText(k, m.caughtBy)}</span>
                      </li>
                    )),
                  )}
                </ul>
              </>
            )}
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

/** The choices of a kind, each option with what it changes before it is taken. */
function Choices({
  content,
  chosen,
  onChoose,
}: {
  content: TemplateContent;
  chosen: Chosen;
  onChoose: (key: string, option: string) => void;
}) {
  const now = { ...firstChoices(content), ...chosen };
  return content.choices.map((c) => (
    <fieldset key={c.key} className={css.choice}>
      <legend className="rt">{c.question}</legend>
      <Radio.Group value={chosen[c.key] ?? null} onChange={(e) => onChoose(c.key, String(e.target.value))}>
        {c.options.map((o) => (
          <div key={o.key}>
            <Radio value={o.key}>
              {o.name} <span className="lb">{o.costs}</span>
            </Radio>
            <p className={`lb ${css.effect}`}>
              {o.key === now[c.key]
                ? chosen[c.key]
                  ? "chosen"
                  : "planned so until it is decided"
                : effectText(effectOf(content, now, c.key, o.key))}
              {o.leavesOpen && ` It leaves open: ${uncapital(o.leavesOpen)}`}
              {o.recheckDays && ` Looked at again after ${o.recheckDays} days.`}
            </p>
          </div>
        ))}
      </Radio.Group>
    </fieldset>
  ));
}

/** "caught by: Every gear, engine off": the step that shows a mistake in time. */
function caughtText(content: TemplateContent, id: string): string {
  const step = content.steps.find((s) => s.id === id)?.text;
  return step ? `caught by: ${uncapital(step)}` : "";
}

function fromSheet(content: PlainWork, lines: Parameters<typeof lineFor>[1]): string {
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
    kind === "vehicle"
      ? ""
      : kind === "fault"
        ? `suspect: ${uncapital(labels.faults.find((f) => f.id === what)?.label ?? what)}`
        : kind === "observation"
          ? uncapital(labels.observations.find((o) => o.id === what)?.label ?? what)
          : `“${what}”`,
  );
  return (
    <span className="lb">
      {[own && "the shop’s own", ...words.filter(Boolean).slice(0, 3)].filter(Boolean).join(" · ") ||
        proposal.content.why}
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
  const parsed = anyTemplateContent.safeParse(raw);
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
  for (const chosen of allChoices(parsed.data)) {
    const work = workOf(parsed.data, chosen);
    const serious = faultsOf(work).find((f) => ["circle", "unknownNeed", "repeatedId"].includes(f.kind));
    if (serious) return { trouble: templateFaultText(serious, work) };
  }
  return { content: parsed.data };
}
