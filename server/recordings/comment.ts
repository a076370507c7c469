import { recordedRun, type RecordedRun } from "../../contract";

/** A comment of ours begins with this; another program's is left alone. */
const OURS = "ash-lever ";

/** How a recording was made, as the comment its file carries. */
export const commentOf = (run: RecordedRun): string => OURS + JSON.stringify(run);

/** How a recording was made, from its file's comment; null where it carries none of ours. */
export function runIn(comment: string): RecordedRun | null {
  if (!comment.startsWith(OURS)) return null;
  try {
    const read = recordedRun.safeParse(JSON.parse(comment.slice(OURS.length)));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
