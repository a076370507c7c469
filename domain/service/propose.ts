import type { JobView, NewFields } from "../../contract";
import { recheckOf, specOf } from "../torque";
import { beginsAt } from "./due";

/** After the first drive, and once all has settled. Common practice, no source. */
const SETTLED_KM = 500;
/** Mounts are looked at every 80 000 to 120 000 km. Common practice, no source. */
const MOUNTS_KM = 80_000;
const MOUNT_WORDS = /\bmounts?\b/i;

/** What a job proposes to look at again: marked or torqued fasteners, new mounts. Temporary repairs carry their own day. */
export function proposedRechecks(
  view: Pick<JobView, "job" | "vehicle" | "torqueGroup" | "signature" | "part">,
  today: string,
): NewFields<"recheck">[] {
  const { job, vehicle } = view;
  const begins = { vehicleId: vehicle.id, jobId: job.id, ...beginsAt(vehicle, today) };
  const signed = view.torqueGroup.filter((g) => view.signature.some((s) => s.groupId === g.id));
  const byWrench = signed.filter((g) => {
    const spec = specOf(g);
    return recheckOf(g, spec.kind === "torque" ? spec.anglesDeg : []).how === "torque";
  });
  const byMark = signed.filter((g) => !byWrench.includes(g));
  const list = (names: string[]): string => {
    const text = names.join(", ");
    return text.length > 80 ? `${text.slice(0, 79)}…` : text;
  };
  const mounts = view.part.filter((p) => p.state === "fitted" && !p.alternative && MOUNT_WORDS.test(p.name));
  return [
    ...(byWrench.length
      ? [
          {
            ...begins,
            what: `Torque: ${list(byWrench.map((g) => g.name))}`,
            everyKm: SETTLED_KM,
            everyMonths: 1,
            groups: byWrench.map(({ id, name }) => ({ id, name })),
          },
        ]
      : []),
    ...(byMark.length
      ? [{ ...begins, what: `Paint marks: ${list(byMark.map((g) => g.name))}`, everyKm: SETTLED_KM, everyMonths: 1 }]
      : []),
    ...(mounts.length ? [{ ...begins, what: `Mounts: ${list(mounts.map((p) => p.name))}`, everyKm: MOUNTS_KM }] : []),
  ];
}
