import type { JobView } from "../../contract";

/** What a job is about. */
export type Topic = "slop" | "throw" | "shake" | "mounts" | "selection" | "leak";

/** Which topic each symptom of the standard table speaks of. */
const SYMPTOM_TOPIC: Record<string, Topic> = {
  playForeAft: "slop",
  playSideways: "slop",
  cannotTellNeutral: "slop",
  popsOut: "selection",
  grindsOneGear: "selection",
  baulksAll: "selection",
  reverseByAccident: "selection",
  reverseWontEngage: "selection",
  knockBumps: "shake",
  vibIdle: "shake",
  worseCold: "shake",
  vibThrottle: "shake",
  buckOverrun: "shake",
  steerTremble: "shake",
  clunkTakeUp: "shake",
  leverMovesThrottle: "shake",
  rearSteps: "shake",
  vibRoadSpeed: "shake",
  worseTurns: "shake",
  dripsShaft: "leak",
};

const ORDER: readonly Topic[] = ["slop", "throw", "selection", "shake", "mounts", "leak"];

/**
 * What a job is about, the most first: a symptom that is present counts one; work begun on a matter counts too, since
 * many a complaint ("a shorter change is wanted") is no symptom. Empty where nothing was said or done yet.
 */
export function topicsOf(view: JobView): Topic[] {
  const { job } = view;
  const weight = new Map<Topic, number>();
  const add = (topic: Topic, by: number): void => void weight.set(topic, (weight.get(topic) ?? 0) + by);
  for (const [id, state] of Object.entries(job.symptoms)) {
    const topic = SYMPTOM_TOPIC[id];
    if (topic && state === "present") add(topic, 1);
  }
  if (job.slackTarget || job.slackTargetPct !== null) add("slop", 2);
  if (view.joint.length) add("slop", 0.5);
  if (view.setup.some((s) => s.role === "candidate")) add("throw", 1.5);
  if (view.recording.length || Object.keys(job.roughness?.marks ?? {}).length) add("shake", 0.5);
  if (view.reading.some((r) => r.quantity === "mountHeight")) add("mounts", 0.5);
  if (job.mountRoom?.chosen) add("mounts", 1);
  return ORDER.filter((t) => weight.has(t)).sort((a, b) => (weight.get(b) ?? 0) - (weight.get(a) ?? 0));
}
