import { isGuessed } from "../../domain";
import { leverDrawing } from "../../drawing";
import type { Records } from "./contents";

/** Most levers of an archive that are drawn: a whole shop has thousands, and each is in its record anyway. */
const MOST_DRAWN = 200;

/** A name that every file system takes. */
const plain = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 40) || "lever";

/** The levers of the jobs as drawings at full size, SVG and PDF, for who has no program that reads the records. */
export function drawingsOf(records: Records): [name: string, bytes: Buffer][] {
  const jobs = new Map((records.job ?? []).map((j) => [j.id, j.number]));
  return (records.setup ?? []).slice(0, MOST_DRAWN).flatMap((s, i): [string, Buffer][] => {
    const made = leverDrawing({ name: s.name, estimated: isGuessed(s), knob: s.lever.knob, pin: s.lever.pin });
    const name = `drawings/job-${jobs.get(s.jobId) ?? "none"}-${i + 1}-${plain(s.name)}`;
    return [
      [`${name}.svg`, Buffer.from(made.svg())],
      [`${name}.pdf`, made.pdf()],
    ];
  });
}
