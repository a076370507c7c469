import type { z } from "zod";
import type { TorqueGroup } from "../../../contract";
import { fastenerGrades } from "../../../core";
import { passesText, readPasses } from "../../../domain";
import { ShapeFields } from "../../ui/ShapeFields";
import { Choice, TextField } from "../../ui/TextField";
import { CountField } from "./CountField";

const PATTERNS = { circle: "circle", line: "line", box: "box" } as const;
export const LOADS = { any: "any load state", rideHeight: "at ride height" } as const;
const REUSE = { ask: "not known yet", reuse: "used again", replace: "replaced, single use" } as const;
const CHECKS = { none: "not given", tighten: "checked tightening", loosen: "checked loosening" } as const;
const GRADES = Object.fromEntries([["", "not known"], ...fastenerGrades.map((g) => [g, g])]);

/** What a group of fasteners is, in a job as on a sheet. */
export type Fasteners = Pick<
  TorqueGroup,
  | "pattern"
  | "count"
  | "thread"
  | "grade"
  | "lengthMm"
  | "passes"
  | "loadNeeded"
  | "reuse"
  | "threadLocker"
  | "lubricant"
  | "check"
  | "twoPeople"
>;

/** Pattern and number, thread and grade, passes, load state, what goes onto the thread, who signs. */
export function FastenerFields<T extends Fasteners>({
  shape,
  within,
  value: g,
  name,
  more,
  onPatch,
}: {
  shape: z.ZodType;
  within?: string;
  value: T;
  /** What the group is called. */
  name: string;
  /** Fields of one of the two alone. */
  more?: React.ReactNode;
  onPatch: (patch: Partial<Fasteners>, what: string) => void;
}) {
  const own = { shape, within, value: g as Fasteners, onChange: onPatch };
  return (
    <>
      <Choice
        label="pattern"
        value={g.pattern}
        options={PATTERNS}
        onChange={(pattern) => onPatch({ pattern }, PATTERNS[pattern])}
      />
      <CountField count={g.count} of={name} onCommit={(count) => onPatch({ count }, `${count} fasteners`)} />
      <ShapeFields
        {...own}
        fields={[
          { at: "thread", label: "thread", words: true, placeholder: "M10x1.25" },
          { at: "grade", label: "grade", options: GRADES, what: "grade" },
          { at: "lengthMm", label: "long", kind: "length", clears: true, hint: "not known" },
        ]}
      />
      <TextField
        label="passes"
        whileTyping={false}
        value={passesText(g.passes)}
        check={(text) => (readPasses(text) ? undefined : "accepted: snug, 60 %, 100 %")}
        onCommit={(text) => {
          const passes = readPasses(text);
          if (passes) onPatch({ passes }, `passes ${text}`);
        }}
      />
      <ShapeFields
        {...own}
        fields={[
          { at: "loadNeeded", label: "torqued", options: LOADS },
          { at: "reuse", label: "bolts", options: REUSE },
          { at: "threadLocker", label: "thread locker", words: true, placeholder: "none" },
          { at: "lubricant", label: "lubricant", words: true, placeholder: "dry" },
          { at: "check", label: "check pass", options: CHECKS },
        ]}
      />
      {more}
      <ShapeFields
        {...own}
        fields={[{ at: "twoPeople", label: `${name} is signed by two people`, flag: "signed by two people" }]}
      />
    </>
  );
}
