import type { Job, Roughness, RunCondition } from "../../contract";

type Answers = Record<string, "present" | "absent">;

/** A mark from here on is a symptom; 1 is felt by one who looks for it and says nothing either way. */
const PRESENT_FROM = 2;

const asAnswer = (mark: number | null | undefined): "present" | "absent" | null =>
  mark == null || mark === 1 ? null : mark >= PRESENT_FROM ? "present" : "absent";

/** What the marks of one phase say of the symptoms that Ask knows; null where they say nothing. */
export function symptomsOf(
  marks: Roughness["marks"],
  phase: "before" | "after",
): Record<string, "present" | "absent" | null> {
  const mark = (c: RunCondition): number | null => marks[c]?.[phase] ?? null;
  const [idle, cold, left, right] = [mark("idleInGear"), mark("idleCold"), mark("left"), mark("right")];
  const road = mark("roadSpeed");
  const turns = left === null && right === null ? null : Math.max(left ?? 0, right ?? 0);
  return {
    vibIdle: asAnswer(idle),
    // Worse cold: a mark more than the warm idle has.
    worseCold: idle === null || cold === null ? null : cold > idle ? "present" : "absent",
    knockBumps: asAnswer(mark("bump")),
    vibThrottle: asAnswer(mark("onThrottle")),
    buckOverrun: asAnswer(mark("overrun")),
    // Worse in turns: stronger than straight on, where that was marked.
    worseTurns: turns === null ? null : asAnswer(turns > (road ?? 0) ? turns : 0),
    vibRoadSpeed: asAnswer(road),
  };
}

/** Which symptoms a condition has a say in. */
const SPEAKS_FOR: Record<RunCondition, readonly string[]> = {
  idleInGear: ["vibIdle", "worseCold"],
  idleCold: ["worseCold"],
  bump: ["knockBumps"],
  onThrottle: ["vibThrottle"],
  overrun: ["buckOverrun"],
  left: ["worseTurns"],
  right: ["worseTurns"],
  roadSpeed: ["vibRoadSpeed", "worseTurns"],
};

/**
 * What of the job changes when a condition is marked: the answers of Ask before the work, those of the road test
 * after it. A mark that says nothing takes back only what a mark had said.
 */
export function marksIntoAsk(
  job: Pick<Job, "roughness" | "symptoms" | "symptomsAfter">,
  next: Roughness,
  condition: RunCondition,
  phase: "before" | "after",
): Partial<Pick<Job, "symptoms" | "symptomsAfter">> {
  const said = symptomsOf(job.roughness?.marks ?? {}, phase);
  const says = symptomsOf(next.marks, phase);
  const answers: Answers = { ...(phase === "before" ? job.symptoms : job.symptomsAfter) };
  for (const id of SPEAKS_FOR[condition]) {
    const answer = says[id];
    if (answer) answers[id] = answer;
    else if (said[id] && answers[id] === said[id]) delete answers[id];
  }
  return phase === "before" ? { symptoms: answers } : { symptomsAfter: answers };
}
