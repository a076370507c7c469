import type { JobView, TemplateContent } from "../../contract";

/** A template that a job could be done by, and what speaks for it. */
export interface Proposal {
  content: TemplateContent;
  score: number;
  /** Faults and observations, by their id, and words of the complaint that speak for it. */
  because: { kind: "fault" | "observation" | "word"; what: string }[];
}

/** How much a suspect, an answer in Ask and a word of the complaint speak for a template. */
const WEIGHT = { fault: 3, observation: 1, word: 2 };

/**
 * Templates for a job, the likeliest first: by the suspects that answer its tests best, by what was said present in
 * Ask, and by the words of the complaint. One made for another kind of shifter is left out. All of them come, those
 * that nothing speaks for last, in the order of the list.
 */
export function proposeTemplates(
  templates: readonly TemplateContent[],
  view: Pick<JobView, "job" | "vehicle">,
  suspects: readonly string[],
): Proposal[] {
  const said = `${view.job.complaint} ${view.job.complaintNote}`.toLowerCase();
  const present = new Set(
    Object.entries(view.job.symptoms).flatMap(([id, state]) => (state === "present" ? [id] : [])),
  );
  return templates
    .filter((t) => !t.shifterKinds.length || t.shifterKinds.includes(view.vehicle.shifterKind))
    .map((content, i) => {
      const because: Proposal["because"] = [
        ...content.faults.filter((f) => suspects.includes(f)).map((what) => ({ kind: "fault" as const, what })),
        ...content.observations.filter((o) => present.has(o)).map((what) => ({ kind: "observation" as const, what })),
        ...content.words.filter((w) => said.includes(w.toLowerCase())).map((what) => ({ kind: "word" as const, what })),
      ];
      // Of several suspects the first counts most.
      const score = because.reduce(
        (sum, b) => sum + WEIGHT[b.kind] / (b.kind === "fault" ? 1 + suspects.indexOf(b.what) : 1),
        0,
      );
      return { content, score, because, i };
    })
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .map(({ content, score, because }) => ({ content, score, because }));
}
