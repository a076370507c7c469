import type { StepFacts } from "../../../contract";
import type { EditWork } from "../../../domain";

/** A step that is edited, in the work it belongs to: a job's or a template's. */
export interface StepProps {
  work: EditWork;
  stepId: string;
  /** Parts that the work lists. */
  parts: readonly string[];
  /** Groups whose bolts are signed: their count and how they go back stay. */
  signed?: ReadonlySet<string>;
  newKey: () => string;
  /** Of a template, how the vehicle is held afterwards has words of its own, and readings are listed with the kind. */
  ofTemplate?: {
    brings: readonly string[];
    loads: { value: string; label: string }[];
    onBrings: (brings: string[]) => void;
  };
  onWork: (next: EditWork, what: string) => void;
  onFacts: (data: Partial<StepFacts>, what: string) => void;
}
