import type { JobView, TemplateContent } from "../../contract";

/** What speaks for or against a kind of job. */
export interface Because {
  kind: "fault" | "observation" | "word" | "vehicle";
  /** The id of a fault or an observation, a word of the complaint, or what of the vehicle fits. */
  what: string;
}

/** A template that a job could be done by, and what speaks for it. */
export interface Proposal {
  content: TemplateContent;
  score: number;
  because: Because[];
}

/** What a kind is proposed by. */
export interface ProposeInput {
  complaint: string;
  vehicle: {
    shifter?: string;
    layout?: string;
    automatic?: boolean;
  };
  suspects: readonly { fault: string; p: number }[];
  present: readonly string[];
  absent: readonly string[];
}

/** How much each thing counts. Common practice, no source. */
const WEIGHT = {
  strong: 3,
  weak: 1,
  not: -2.5,
  fault: 3,
  present: 1,
  absent: -0.5,
  fits: 0.25,
  shifter: -4,
  gearbox: -5,
  layout: -2,
} as const;

/** A suspect that is as likely as this speaks for its kinds as loudly as one can. */
const SURE = 0.5;
/** Under this a suspect is one of many and speaks for nothing. */
const FAINT = 0.08;

/** Kinds within this of the first are as good as it. */
const MARGIN = 0.5;

const ENDINGS = /(?:ingly|ing|edly|ed|ers|er|est|ies|es|s|ly|y)$/;

/** The stem of a word, so that "short" and "shorter" are one. */
export const stemOf = (word: string): string => {
  const short = word.length > 4 ? word.replace(ENDINGS, "") : word.replace(/s$/, "");
  return short.length >= 3 ? short.replace(/(.)\1$/, "$1") : word;
};

const stemsOf = (text: string): string[] =>
  (
    text
      .toLowerCase()
      .replace(/[’']/g, "")
      .match(/[\p{L}\p{N}]+/gu) ?? []
  ).map(stemOf);

/** Words that may stand between the words of a phrase. */
const BETWEEN = 2;

/** Whether a phrase is in a text: all its words in their order, with little between them. */
function says(text: readonly string[], phrase: readonly string[]): boolean {
  if (!phrase.length) return false;
  return text.some((word, from) => {
    if (word !== phrase[0]) return false;
    let at = from;
    for (const next of phrase.slice(1)) {
      const found = text.slice(at + 1, at + 2 + BETWEEN).indexOf(next);
      if (found < 0) return false;
      at += 1 + found;
    }
    return true;
  });
}

function scoreOf(content: TemplateContent, text: readonly string[], input: ProposeInput): Omit<Proposal, "content"> {
  const because: Because[] = [];
  let score = 0;
  const counted = new Set<string>();
  for (const [list, weight] of [
    [content.complaints.strong, WEIGHT.strong],
    [content.complaints.weak, WEIGHT.weak],
    [content.complaints.not, WEIGHT.not],
  ] as const) {
    for (const phrase of list) {
      const stems = stemsOf(phrase);
      const key = stems.join(" ");
      if (counted.has(key) || !says(text, stems)) continue;
      counted.add(key);
      score += weight;
      if (weight > 0) because.push({ kind: "word", what: phrase });
    }
  }
  for (const { fault, p } of input.suspects) {
    if (p < FAINT || !content.faults.includes(fault)) continue;
    score += WEIGHT.fault * Math.min(1, p / SURE);
    because.push({ kind: "fault", what: fault });
  }
  for (const id of content.observations) {
    if (input.present.includes(id)) {
      score += WEIGHT.present;
      because.push({ kind: "observation", what: id });
    } else if (input.absent.includes(id)) score += WEIGHT.absent;
  }
  const { shifter, layout, automatic } = input.vehicle;
  const fit = (list: readonly string[], own: string | undefined, against: number): void => {
    if (!list.length || own === undefined) return;
    if (!list.includes(own)) score += against;
    else {
      score += WEIGHT.fits;
      because.push({ kind: "vehicle", what: own });
    }
  };
  fit(content.applies.shifter, shifter, WEIGHT.shifter);
  fit(content.applies.layout, layout, WEIGHT.layout);
  fit(
    content.applies.gearbox,
    automatic === undefined ? undefined : automatic ? "automatic" : "manual",
    WEIGHT.gearbox,
  );
  return { score, because };
}

/** All kinds, the likeliest first. Nothing filters: what does not fit the vehicle falls behind. */
export function proposeKinds(templates: readonly TemplateContent[], input: ProposeInput): Proposal[] {
  const text = stemsOf(input.complaint);
  return templates
    .map((content, i) => ({ content, i, ...scoreOf(content, text, input) }))
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .map(({ content, score, because }) => ({ content, score, because }));
}

/** Whether one kind stands out, several are as good, or nothing speaks for any. */
export function leadOf(list: readonly Pick<Proposal, "score" | "because">[]): "clear" | "tie" | "none" {
  const spoken = list.filter((p) => p.because.some((b) => b.kind !== "vehicle") && p.score > 0);
  if (!spoken.length) return "none";
  return spoken.filter((p) => p.score >= spoken[0].score - MARGIN).length > 1 ? "tie" : "clear";
}

/** Those that lead together. */
export const tiedIn = (list: readonly Proposal[]): Proposal[] =>
  leadOf(list) === "none" ? [] : list.filter((p) => p.score >= list[0].score - MARGIN);

/** All kinds with their score and what speaks for them, and whether one leads: what is asked from outside. */
export function proposeKind(templates: readonly TemplateContent[], input: ProposeInput) {
  const list = proposeKinds(templates, input);
  return {
    kinds: list.map(({ content, score, because }) => ({
      id: content.id,
      kind: content.kind,
      score,
      because: because.map(({ kind, what }) => ({ by: kind, what })),
    })),
    lead: leadOf(list),
    tied: tiedIn(list).map((p) => p.content.id),
  };
}

/** Templates for a job, the likeliest first: by its complaint, its suspects, what was said in Ask, and its vehicle. */
export function proposeTemplates(
  templates: readonly TemplateContent[],
  view: Pick<JobView, "job" | "vehicle">,
  suspects: readonly { fault: string; p: number }[],
): Proposal[] {
  const { job, vehicle } = view;
  const ids = (state: "present" | "absent"): string[] =>
    Object.entries(job.symptoms).flatMap(([id, said]) => (said === state ? [id] : []));
  return proposeKinds(templates, {
    complaint: `${job.complaint} ${job.complaintNote}`,
    vehicle: {
      shifter: vehicle.shifterKind,
      ...(!vehicle.unsaid.includes("layout") && { layout: vehicle.layout }),
      automatic: vehicle.automatic,
    },
    suspects,
    present: ids("present"),
    absent: ids("absent"),
  });
}
