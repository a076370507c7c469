import type { Part, Vehicle } from "../../contract";

/** The first and last day of what may be a month only: 2004-03 is all of March. */
export const spanOf = (text: string): { from: string; to: string } => {
  if (text.length > 7) return { from: text, to: text };
  const [year, month] = text.split("-").map(Number);
  const days = new Date(Date.UTC(year, month, 0)).getUTCDate();
  return { from: `${text}-01`, to: `${text}-${String(days).padStart(2, "0")}` };
};

/** Why a part may not fit this vehicle. */
export type FitDoubt =
  | { kind: "builtBefore" | "builtAfter"; part: string; vehicle: string }
  /** Which side of the limit it is on cannot be told: only the month is known. */
  | { kind: "sameMonth"; part: string; vehicle: string }
  /** The part is for certain build dates and the vehicle's is not entered. */
  | { kind: "dateUnknown"; part: string }
  | { kind: "otherVariant"; part: string; vehicle: string }
  | { kind: "chassisBefore" | "chassisAfter"; part: string; vehicle: string }
  /** It is for certain chassis numbers and the vehicle's is not entered. */
  | { kind: "chassisUnknown"; part: string }
  /** It goes with an option that the vehicle does not have. */
  | { kind: "noOption"; part: string }
  /** It goes with an option, and nobody has listed the vehicle's. */
  | { kind: "optionUnknown"; part: string }
  | { kind: "otherFeature"; part: string; vehicle: string }
  /** There are two builds of it and nobody has looked which one this vehicle has. */
  | { kind: "featureUnknown"; part: string };

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w.length > 1 && !/^(from|to|until|and|or|the|all|for)$/.test(w) && !/^(19|20)\d\d$/.test(w));

/**
 * What speaks against a part: outside the build dates it is for, or named for another variant. A variant is free
 * text; it is doubted only where it shares no word with the vehicle's make, model and variant.
 */
export function fitDoubts(
  part: Pick<Part, "builtFrom" | "builtTo" | "variant"> &
    Partial<Pick<Part, "name" | "chassisFrom" | "chassisTo" | "option" | "feature">>,
  vehicle: Pick<Vehicle, "buildDate" | "make" | "model" | "variant"> &
    Partial<Pick<Vehicle, "chassis" | "options" | "features">>,
): FitDoubt[] {
  const doubts: FitDoubt[] = [];
  const { builtFrom, builtTo } = part;
  if ((builtFrom || builtTo) && !vehicle.buildDate) {
    doubts.push({ kind: "dateUnknown", part: builtFrom ?? builtTo ?? "" });
  }
  if (vehicle.buildDate) {
    const own = spanOf(vehicle.buildDate);
    if (builtFrom) {
      const { from } = spanOf(builtFrom);
      if (own.to < from) doubts.push({ kind: "builtBefore", part: builtFrom, vehicle: vehicle.buildDate });
      else if (own.from < from) doubts.push({ kind: "sameMonth", part: builtFrom, vehicle: vehicle.buildDate });
    }
    if (builtTo) {
      const { to } = spanOf(builtTo);
      if (own.from > to) doubts.push({ kind: "builtAfter", part: builtTo, vehicle: vehicle.buildDate });
      else if (own.to > to) doubts.push({ kind: "sameMonth", part: builtTo, vehicle: vehicle.buildDate });
    }
  }
  const wanted = wordsOf(part.variant);
  const own = wanted.length ? wordsOf(`${vehicle.make} ${vehicle.model} ${vehicle.variant}`) : [];
  if (wanted.length && own.length && !wanted.some((w) => own.includes(w))) {
    doubts.push({ kind: "otherVariant", part: part.variant, vehicle: vehicle.variant || vehicle.model });
  }
  return [...doubts, ...chassisDoubts(part, vehicle), ...buildDoubts(part, vehicle)];
}

/** Chassis numbers are compared as people read them: runs of figures by their value. */
const byNumber = new Intl.Collator("en", { numeric: true, sensitivity: "base" });

function chassisDoubts(
  { chassisFrom = "", chassisTo = "" }: Partial<Pick<Part, "chassisFrom" | "chassisTo">>,
  { chassis = "" }: Partial<Pick<Vehicle, "chassis">>,
): FitDoubt[] {
  const bare = (text: string): string => text.replace(/[\s.-]/g, "");
  if (!chassisFrom && !chassisTo) return [];
  if (!chassis) return [{ kind: "chassisUnknown", part: chassisFrom || chassisTo }];
  if (chassisFrom && byNumber.compare(bare(chassis), bare(chassisFrom)) < 0) {
    return [{ kind: "chassisBefore", part: chassisFrom, vehicle: chassis }];
  }
  return chassisTo && byNumber.compare(bare(chassis), bare(chassisTo)) > 0
    ? [{ kind: "chassisAfter", part: chassisTo, vehicle: chassis }]
    : [];
}

const alike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

function buildDoubts(
  { name = "", option = "", feature = "" }: Partial<Pick<Part, "name" | "option" | "feature">>,
  { options = [], features = [] }: Partial<Pick<Vehicle, "options" | "features">>,
): FitDoubt[] {
  const doubts: FitDoubt[] = [];
  if (option && !options.some((o) => alike(o, option))) {
    doubts.push({ kind: options.length ? "noOption" : "optionUnknown", part: option });
  }
  if (feature) {
    const own = features.find((f) => alike(f.name, name));
    if (!own) doubts.push({ kind: "featureUnknown", part: feature });
    else if (!alike(own.feature, feature)) doubts.push({ kind: "otherFeature", part: feature, vehicle: own.feature });
  }
  return doubts;
}
