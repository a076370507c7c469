import type { CautionKind, StepDrawing, StepFacts } from "../../contract";

/** What a caution is about, as it is chosen. */
export const CAUTION_NAMES: Record<CautionKind, string> = {
  crush: "crushed",
  fall: "it falls",
  roll: "it rolls away",
  eyes: "eyes",
  burn: "burns",
  fume: "fumes",
  fire: "fire",
  electric: "electricity",
  airbag: "airbag",
  spring: "a spring under load",
  chemical: "skin, chemicals",
  road: "on the road",
  cut: "cuts",
  damage: "damage to the vehicle",
  load: "bolts loosened again",
  licence: "licence, or the maker’s manual first",
};

/** What a step tries before anything is closed. */
export const CHECK_NAMES: Record<StepFacts["check"], string> = {
  "": "nothing",
  everyGear: "every gear",
  everyDetent: "every detent",
  gap: "a gap",
  rub: "whether something rubs",
  leak: "for leaks",
  lock: "a lock",
};

/** How something is marked before it comes apart. */
export const MARK_NAMES: Record<StepFacts["marks"][number]["kind"], string> = {
  witness: "a line across both",
  thread: "threads that show",
  position: "where it stands",
  orientation: "which way round",
};

/** Drawings of a step, by how they are seen and what is right in them. */
export const DRAWING_WORDS: Record<StepDrawing, [seen: string, right: string]> = {
  lipInwards: ["Cut through, seen from the rear", "wide lip inwards"],
  dotForward: ["Seen from above", "dot to the front"],
  notchToTab: ["Seen along the axis", "notch to the tab"],
  smallEndProud: ["Cut through the joint", "small end stands proud"],
  flatWasher: ["Seen from the side", "rounded side to the nut"],
  endsToMarks: ["Seen from above", "left to left, at the marks"],
  ringInGroove: ["Cut through the boot", "ring in its groove all round"],
  ringFirst: ["Seen from the side", "ring first, then the knob"],
  lipToOil: ["Cut through the seal", "lip to the oil"],
  arrowsToArms: ["Seen along the shaft", "arrows to the flange arms"],
  leanRearward: ["Seen from the left", "leaned to the rear, then linked"],
  patternStraight: ["Seen from above", "pattern reads straight"],
  pinDepth: ["Cut through the turret", "pin at its old depth"],
  notchInHole: ["Seen from the side", "notch shows through the hole"],
  splinesIn: ["Cut through the arm", "splines in to the collar"],
  plateFlat: ["Seen from the side", "no gap all round"],
  endClicked: ["Cut through the cable end", "clicked on: pull it to be sure"],
};

/** The same to choose from. */
export const DRAWING_NAMES = {
  "": "none",
  ...(Object.fromEntries(Object.entries(DRAWING_WORDS).map(([key, [, right]]) => [key, right])) as Record<
    StepDrawing,
    string
  >),
};
