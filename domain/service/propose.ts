import type { JobView, NewFields, Recheck, TemplateContent } from "../../contract";
import { isToFind, recheckOf, specOf } from "../torque";
import { beginsAt } from "./due";

/** After the first drive, and once all has settled. Common practice, no source. */
const SETTLED_KM = 500;
/** Mounts are looked at every 80 000 to 120 000 km. Common practice, no source. */
const MOUNTS_KM = 80_000;
const MOUNT_WORDS = /\bmounts?\b/i;

/** Work left for another day without one said is asked about at the yearly look. Common practice, no source. */
const LEFT_MONTHS = 12;
const dayAfter = (today: string, days: number): string =>
  new Date(Date.parse(today) + days * 86_400_000).toISOString().slice(0, 10);

/** A sentence that is too long for its field says that it goes on. */
const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/**
 * What the choices of a plan leave for another day, or want looked at again, and torques that have still to be found:
 * one entry each, which stays with the vehicle until it is done. Those that are there already are not made twice.
 */
export function leftRechecks(
  { job, vehicle, torqueGroup, signature }: Pick<JobView, "job" | "vehicle" | "torqueGroup" | "signature">,
  known: readonly Pick<Recheck, "jobId" | "what">[],
  today: string,
): NewFields<"recheck">[] {
  const isKnown = (what: string): boolean => known.some((r) => r.jobId === job.id && r.what === what);
  const toFind = torqueGroup.flatMap((g): NewFields<"recheck">[] => {
    const what = cut(`Find the torque of ${g.name}: it was tightened by hand`, 120);
    if (!isToFind(g, signature) || isKnown(what)) return [];
    return [{ vehicleId: vehicle.id, jobId: job.id, what, ...beginsAt(vehicle, today), everyMonths: 1 }];
  });
  const left = job.decided.flatMap((d): NewFields<"recheck">[] => {
    const taken = d.choices.find((c) => c.name === d.choice);
    if (!taken || (!taken.leavesOpen && !taken.recheckDays)) return [];
    const what = cut(taken.leavesOpen ? `Left for another day: ${taken.leavesOpen}` : `Look again: ${taken.name}`, 120);
    if (isKnown(what)) return [];
    const onDate = taken.recheckDays ? dayAfter(today, taken.recheckDays) : null;
    return [
      {
        vehicleId: vehicle.id,
        jobId: job.id,
        what,
        note: `${d.question} ${d.choice}`.slice(0, 200),
        ...(onDate ? { onDate } : { ...beginsAt(vehicle, today), everyMonths: LEFT_MONTHS }),
      },
    ];
  });
  return [...left, ...toFind];
}

/** What the kinds of work that were done want looked at again, as they say it. */
export function kindRechecks(
  { job, vehicle, step }: Pick<JobView, "job" | "vehicle" | "step">,
  kinds: readonly Pick<TemplateContent, "id" | "recheck">[],
  today: string,
): NewFields<"recheck">[] {
  const done = new Set(step.filter((s) => s.state === "done").map((s) => s.source.split("/")[0]));
  const begins = beginsAt(vehicle, today);
  return kinds
    .filter((k) => done.has(k.id))
    .flatMap((k) =>
      k.recheck.map((r): NewFields<"recheck"> => {
        const byKm = r.afterKm !== null && r.afterKm > 0 && begins.fromKm !== null;
        return {
          vehicleId: vehicle.id,
          jobId: job.id,
          what: r.what.slice(0, 120),
          note: r.how,
          ...begins,
          ...(byKm && { everyKm: r.afterKm }),
          ...(r.afterDays ? { onDate: dayAfter(today, r.afterDays) } : !byKm && { everyMonths: LEFT_MONTHS }),
        };
      }),
    );
}

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
  const list = (names: string[]): string => cut(names.join(", "), 80);
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
