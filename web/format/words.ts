import {
  loadWords,
  type Job,
  type LoadWord,
  type ReadingQuantity,
  type Stage,
  type TakenWord,
  type Vehicle,
} from "../../contract";

export const STAGE_NAMES: Record<Stage, string> = {
  ask: "Ask",
  gauge: "Gauge",
  compare: "Compare",
  plan: "Plan",
  fit: "Fit",
  prove: "Prove",
};

export const WAIT_NAMES: Record<Job["waits"]["kind"], string> = {
  nothing: "Ready to work on",
  helper: "Waits for a helper",
  cure: "Waits for a cure",
  part: "Waits for a part",
  customer: "Waits for the customer",
};

export const LOAD_NAMES: Record<LoadWord, string> = {
  onWheels: "On wheels",
  onStands: "On stands",
  onLift: "On a lift",
  overPit: "Over a pit",
  gearboxSupported: "Gearbox supported",
  engineSupported: "Engine supported",
  subframeSupported: "Subframe supported",
};

/** "On stands, gearbox supported"; nothing said is said so. */
export function loadText(load: readonly LoadWord[]): string {
  const names = loadWords.filter((l) => load.includes(l)).map((l) => LOAD_NAMES[l]);
  if (!names.length) return "Load state not said";
  return names.map((n, i) => (i ? n.charAt(0).toLowerCase() + n.slice(1) : n)).join(", ");
}

export const QUANTITY_NAMES: Record<ReadingQuantity, string> = {
  throw: "Throw at the knob",
  crossGate: "Cross-gate throw",
  freePlayForeAft: "Free play, fore and aft",
  freePlayCross: "Free play, sideways",
  freePlayNeutral: "Free play in neutral",
  freePlayUpDown: "Free play, up and down",
  knobHeight: "Knob height",
  knobAboveTunnel: "Knob above the tunnel",
  knobReach: "Knob reach",
  mountHeight: "Mount height",
  stopGap: "Stop gap",
  lockoutGap: "Lockout gap",
  jointAngle: "Joint angle",
  inclination: "Inclination",
  cableThread: "Cable thread mark",
  rodLength: "Rod length",
  fluidDrained: "Fluid drained",
  fluidFilled: "Fluid filled",
  gap: "Gap",
  size: "Length",
};

export const METHOD_NAMES = {
  tape: "tape",
  calliper: "calliper",
  dial: "dial indicator",
  angleGauge: "angle gauge",
  jug: "measuring jug",
  photo: "photo",
  byEye: "by eye",
} as const;

export const PLACE_NAMES = {
  cabin: "cabin",
  engineBay: "engine bay",
  under: "under the vehicle",
  bench: "bench",
} as const;

export const SHIFTER_NAMES = {
  direct: "direct lever",
  rod: "rod linkage",
  arm: "rocking arm",
  cable: "cable shift",
} as const;

export const LAYOUT_NAMES = { northSouth: "engine north-south", eastWest: "engine east-west" } as const;
export const DRIVEN_NAMES = { front: "front drive", rear: "rear drive", all: "all-wheel drive" } as const;

/** How the engine lies and which wheels are driven, where somebody has said it. */
export const layoutText = (v: Pick<Vehicle, "layout" | "unsaid">): string =>
  v.unsaid.includes("layout") ? "" : LAYOUT_NAMES[v.layout];
export const drivenText = (v: Pick<Vehicle, "drivenWheels" | "unsaid">): string =>
  v.unsaid.includes("drivenWheels") ? "drive not said yet" : DRIVEN_NAMES[v.drivenWheels];

const ORDINALS = ["", "1st", "2nd", "3rd", "4th", "5th", "6th", "7th", "8th"];
const WORDS = ["", "first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"];

/** "3" is 3rd on a drawing. */
export const gearShort = (gear: string): string =>
  /^r(ev(erse)?)?$/i.test(gear) ? "reverse" : (ORDINALS[Number(gear)] ?? gear);

/** "3" is third in a sentence. */
export const gearWord = (gear: string): string =>
  /^r(ev(erse)?)?$/i.test(gear) ? "reverse" : (WORDS[Number(gear)] ?? gear);

const dateFormat = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
const shortFormat = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short" });
const timeFormat = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

/** A day that was meant as a day is that day wherever the shop lies; a moment is told in the shop's own time. */
const dateOf = (iso: string): Date => new Date(/^\d{4}-\d{2}-\d{2}$/.test(iso) ? `${iso}T00:00` : iso);

const monthFormat = new Intl.DateTimeFormat("en-GB", { month: "long", year: "numeric" });

/** "27 November 2026"; a month that is all that is known stays a month. */
export const dateText = (iso: string | null): string => {
  if (!iso) return "";
  if (/^\d{4}-\d{2}$/.test(iso)) return monthFormat.format(new Date(`${iso}-01T00:00`));
  return dateFormat.format(dateOf(iso));
};
export const dayText = (iso: string | null): string => (iso ? shortFormat.format(dateOf(iso)) : "");
export const timeText = (iso: string | null): string => (iso ? timeFormat.format(new Date(iso)) : "");

/** Time on the same day, otherwise the day. */
export const whenText = (iso: string | null, now = new Date()): string => {
  if (!iso) return "";
  return new Date(iso).toDateString() === now.toDateString() ? timeText(iso) : dayText(iso);
};

export { count } from "./grammar";

export const vehicleTitle = (v: { make: string; model: string; variant: string }): string =>
  [[v.make, v.model].filter(Boolean).join(" "), v.variant].filter(Boolean).join(", ") || "Vehicle without a name";

/** How a measure of a lever was taken. */
export const TAKEN_NAMES: Record<TakenWord, string> = {
  calliper: "calliper",
  tape: "tape",
  photo: "photo",
  leaflet: "leaflet",
  byEye: "by eye",
};
