import { type JobView, type RoomUnit } from "../../contract";
import { PRESETS } from "../mounts";
import { findReading, mainPair, sameMeasurand, type Measurand, type Phase } from "../readings";
import { topicsOf, type Topic } from "./topics";

const none = { fromGear: "", toGear: "" };

/** A strut has a length, not a height under load. */
const hasHeight = (m: RoomUnit["mounts"][number]): boolean => m.role !== "front";

/** Heights of the mounts, and how the gearbox lies where a shaft follows it. */
function ofMounts(view: JobView): Measurand[] {
  const unit = view.vehicle.powerUnit ?? PRESETS[view.vehicle.layout].unit;
  const heights = unit.mounts
    .filter(hasHeight)
    .map((m): Measurand => ({ quantity: "mountHeight", ...none, place: m.name }));
  const shafts: Measurand[] = unit.shafts.length > 1 ? [{ quantity: "inclination", ...none, place: "gearbox" }] : [];
  return [...heights, ...shafts];
}

/** What the steps of a plan want measured before, in the vehicle's own gears and mounts. */
function ofSteps(view: JobView): Measurand[] {
  const pair = mainPair(view.vehicle.gearbox);
  const gears = view.vehicle.gearbox?.gears.map((g) => g.gear) ?? [];
  const unit = view.vehicle.powerUnit ?? PRESETS[view.vehicle.layout].unit;
  return view.step
    .flatMap((s) => s.facts?.measure ?? [])
    .filter((m) => m.phase === "before")
    .map(({ quantity, fromGear, toGear, place }): Measurand => {
      if (quantity === "throw" || fromGear) {
        const known = gears.includes(fromGear) && gears.includes(toGear);
        return known ? { quantity, fromGear, toGear } : { quantity, fromGear: pair.from, toGear: pair.to };
      }
      const mount = unit.mounts.find((m) => place && m.name.toLowerCase().includes(place.toLowerCase()));
      const at = (quantity === "mountHeight" && mount?.name) || place;
      return at ? { quantity, ...none, place: at } : { quantity, ...none };
    })
    .filter((m, i, all) => all.findIndex((o) => sameMeasurand(o, m)) === i);
}

/**
 * What a job of this kind measures before anything comes apart, and again afterwards: what its steps say, and what
 * its complaint is about: the lever for slop, throw and
 * selection (and where nothing was said yet), the mounts for shake and sag.
 */
export function wantedOf(view: JobView): Measurand[] {
  const planned = ofSteps(view);
  const topics = topicsOf(view);
  if (!planned.length) return byTopic(view, topics);
  // What the complaint is about is measured besides, whatever the kind of job.
  const besides = topics.length ? byTopic(view, topics) : [];
  return [...planned, ...besides.filter((m) => !planned.some((p) => sameMeasurand(p, m)))];
}

/** The lever for slop, throw and selection, and where nothing was said yet; the mounts for shake and sag. */
function byTopic(view: JobView, topics: readonly Topic[]): Measurand[] {
  const pair = mainPair(view.vehicle.gearbox);
  const lever: Measurand[] = [
    { quantity: "throw", fromGear: pair.from, toGear: pair.to },
    { quantity: "freePlayForeAft", ...none },
    { quantity: "freePlayCross", ...none },
    { quantity: "knobHeight", ...none },
  ];
  const atLever = topics.some((t) => t === "slop" || t === "throw" || t === "selection");
  const atMounts = topics.some((t) => t === "shake" || t === "mounts");
  if (atMounts && !atLever) return ofMounts(view);
  if (topics[0] === "shake" || topics[0] === "mounts") return [...ofMounts(view), ...lever];
  return lever;
}

/** What is on the cards: what a job of this kind measures, and whatever was measured beside it. */
export function measurandsOf(view: JobView): Measurand[] {
  const usual = wantedOf(view);
  const extra = view.reading
    .map(({ quantity, fromGear, toGear, place }): Measurand => ({ quantity, fromGear, toGear, place }))
    .filter((m, i, all) => all.findIndex((o) => sameMeasurand(o, m)) === i && !usual.some((u) => sameMeasurand(u, m)));
  return [...usual, ...extra];
}

export const hasReading = (view: JobView, m: Measurand, phase: Phase): boolean =>
  findReading(view.reading, m, phase) !== undefined;

/** Measured before and not after: what Prove still wants. */
export const toMeasureAgain = (view: JobView): Measurand[] =>
  measurandsOf(view).filter((m) => hasReading(view, m, "before") && !hasReading(view, m, "after"));
