import type { JobView } from "../../contract";
import type { Editor } from "./saving";

/** What every stage of a job is given: the job as it is left, and the way to change it. */
export interface StageProps {
  view: JobView;
  edit: Editor;
}
