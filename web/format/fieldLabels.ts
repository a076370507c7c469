import { capital } from "./grammar";

/** Fields whose label on the screen is not their name in words. */
const LABELS: Record<string, string> = {
  xMm: "forward",
  yMm: "left",
  zMm: "up",
  shoreA: "hardness",
  eMPa: "modulus",
  lever: "",
  data: "",
  input: "",
  operations: "",
  values: "reading",
  typed: "",
  listMm: "notches",
  notchesMm: "notches",
  rpmTrack: "engine speed",
  hubOuterMm: "bracket, outside",
  interfaceMm: "bore of the bracket",
  sleeveBoreMm: "sleeve, inside",
  serviceC: "hottest in use",
  stopArmMm: "pivot to stop",
  pinArmMm: "pivot to pin",
  knobArmMm: "pivot to knob",
  backOffTurns: "turns",
  backOffFlats: "flats",
  targetRailMm: "left at the rail",
  detentOvertravelMm: "rail past its detent",
  floorDeg: "floor rises",
  armWidthMm: "arm wide, fore and aft",
  armThicknessMm: "arm thick, across",
  armBelowMm: "arm below the floor",
  floorThicknessMm: "floor thick",
  armMm: "hole from the pivot",
  jamNutMm: "jam nut high",
  witnessMm: "witness hole",
  shankLengthMm: "ball to mouth",
  threadDepthMm: "thread deep",
};

/** Places whose label is not made of the labels of their steps: paths without the numbers in them. */
const PLACES: Record<string, string> = {
  "swing.firstDeg": "arm, first position",
  "swing.lastDeg": "arm, last position",
  "pivot.zMm": "pivot above the floor",
  "rodMm.min": "rod, shortest",
  "rodMm.max": "rod, longest",
  "gearbox.captureDeg": "a detent captures",
  "slot.towardMm": "slot left, toward",
  "slot.awayMm": "slot left, away",
};

/** Units that end a name in the data: the value has its unit, the label needs none. */
const UNITS = /(Mm2?|Deg|Nm|NPerMm|Kg|Rpm|Hz|Pct|Kmh|MPa|Db|Km|C|N)$/;

const words = (name: string): string =>
  LABELS[name] ??
  name
    .replace(UNITS, "")
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .toLowerCase();

/**
 * What a person calls a field that a refusal names by its path in the data: "ends[1].threadDiameterMm" is "End 2,
 * thread diameter". Empty where the path is.
 */
export function labelOf(path: string): string {
  const place = PLACES[path.replace(/\[\d+\]/g, "")];
  if (place) return capital(place);
  const parts = path.split(".").flatMap((step) => {
    const [, name, index] = /^([^[]*)(?:\[(\d+)\])?/.exec(step) ?? [];
    const said = words(name ?? "");
    if (!said) return [];
    return [index === undefined ? said : `${said.replace(/s$/, "")} ${Number(index) + 1}`];
  });
  return capital(parts.join(", "));
}

/** Names of fields inside a sentence ("as rodMm.min"), as their labels in inverted commas. */
const withLabels = (text: string): string =>
  text.replace(/\b[a-z]{2,}(?:[A-Z][A-Za-z]*)+(?:\.[a-z]+)?\b/g, (name) => `“${labelOf(name).toLowerCase()}”`);

/** A refusal for people: the field's label, and what is accepted. */
export const refusalText = (field: string, accepts: string): string => {
  const label = labelOf(field);
  const wanted = `must be ${withLabels(accepts)}.`;
  return label ? `${label}: ${wanted}` : `It ${wanted}`;
};
