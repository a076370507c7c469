import type { MountRoomState, MountSign, RoomMount, RoomUnit } from "../../contract";

/** What was seen of a sign: there, not there, or nobody looked. */
export type SignState = "present" | "absent" | "untried";

type Answers = Record<string, "present" | "absent">;
type Seen = MountRoomState["inspection"];

/** Which question of Ask a sign on a mount answers; null where it answers none. */
export function observationOf(mount: Pick<RoomMount, "role">, sign: MountSign): string | null {
  if (sign === "cracked") return "lookCrackedMount";
  if (sign === "oilSoaked") return "lookOilSoaked";
  const { role } = mount;
  if (sign === "separates")
    return { left: "pryLeft", right: "pryRight", front: "pryFront", tail: "liftSeparates", other: null }[role];
  if (sign === "collapsed")
    return { left: "lowLeft", right: "lowRight", tail: "lowTail", front: null, other: null }[role];
  return null;
}

/** What was seen on all mounts that answer the same question. */
const seenOf = (seen: Seen, mounts: readonly RoomMount[], sign: MountSign, observation: string): SignState[] =>
  mounts.filter((m) => observationOf(m, sign) === observation).map((m) => seen[m.name]?.[sign] ?? "untried");

/**
 * A sign noted on one mount: what is known of all mounts after it, and what the job's answers are then. Ask knows one
 * answer a question: a sign that is on any mount is there. An answer that came from no mount stays until one has it.
 */
export function withSign(
  unit: Pick<RoomUnit, "mounts">,
  seen: Seen,
  symptoms: Answers,
  mount: RoomMount,
  sign: MountSign,
  state: SignState,
): { inspection: Seen; symptoms: Answers } {
  const signs = { ...seen[mount.name] };
  if (state === "untried") delete signs[sign];
  else signs[sign] = state;
  const inspection = { ...seen, [mount.name]: signs };
  const observation = observationOf(mount, sign);
  if (!observation) return { inspection, symptoms };
  const [before, after] = [seen, inspection].map((s) => seenOf(s, unit.mounts, sign, observation));
  const answers = { ...symptoms };
  const asked = answers[observation] === "present" && !before.includes("present");
  if (after.includes("present")) answers[observation] = "present";
  else if (!asked) {
    if (after.includes("absent")) answers[observation] = "absent";
    else delete answers[observation];
  }
  return { inspection, symptoms: answers };
}
