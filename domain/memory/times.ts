import type { TemplateContent } from "../../contract";

/** Minutes a step of a template was planned with, and what it took. */
export interface StepTimes {
  id: string;
  text: string;
  planned: number;
  /** Shortest, median, longest. */
  actual: { least: number; median: number; most: number } | null;
  jobs: number;
}

export interface TemplateTimes {
  id: string;
  title: string;
  steps: StepTimes[];
  /** Over the steps that were timed. */
  planned: number;
  actual: number;
  jobs: number;
}

function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
}

/** Planned against actual minutes for each template that was worked by, the most jobs first. */
export function timesOf(
  templates: readonly TemplateContent[],
  worked: readonly { source: string; minutes: number[] }[],
): TemplateTimes[] {
  // Both sides of a vehicle are the same step.
  const bySource = new Map<string, number[]>();
  for (const w of worked) {
    const source = w.source.replace(/(@(left|right))?\*?$/, "");
    bySource.set(source, [...(bySource.get(source) ?? []), ...w.minutes]);
  }
  return templates
    .map((t): TemplateTimes => {
      const steps = t.steps.map((s): StepTimes => {
        const minutes = bySource.get(`${t.id}/${s.id}`) ?? [];
        return {
          id: s.id,
          text: s.text,
          planned: s.minutes,
          actual: minutes.length
            ? { least: Math.min(...minutes), median: medianOf(minutes), most: Math.max(...minutes) }
            : null,
          jobs: minutes.length,
        };
      });
      const timed = steps.filter((s) => s.actual);
      return {
        id: t.id,
        title: t.title,
        steps,
        planned: timed.reduce((sum, s) => sum + s.planned, 0),
        actual: timed.reduce((sum, s) => sum + (s.actual?.median ?? 0), 0),
        jobs: Math.max(0, ...steps.map((s) => s.jobs)),
      };
    })
    .filter((t) => t.jobs > 0)
    .sort((a, b) => b.jobs - a.jobs || a.title.localeCompare(b.title));
}
