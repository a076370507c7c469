import { z } from "zod";
import { fastenerFinishes, fastenerGrades, jointPlaces } from "../../core";
import { list, num, text, whole, word } from "../fields";
import { boltPattern, gearboxSchema, leverSchema } from "../inputs";
import { dayOrMonth, line, prose, ulid } from "./fields";
import { powerUnit } from "./mountRoom";
import { photoFile } from "./photos";
import { driveTrain } from "./recordings";
import { shifterKinds } from "./vehicle";

/** What a line of a sheet says: a torque, a part, a setting, a fluid, or how often something is due. */
export const lineKinds = ["torque", "part", "setting", "fluid", "interval"] as const;
export type LineKind = (typeof lineKinds)[number];

/** Settings a sheet holds; each is a length or an angle. */
export const sheetSettings = [
  "stopGap",
  "lockoutGap",
  "cableMark",
  "knobHeight",
  "mountHeight",
  "jointLimit",
  "other",
] as const;
export type SheetSetting = (typeof sheetSettings)[number];

export const sourceWays = ["document", "leaflet", "measured", "colleague"] as const;
export type SourceWay = (typeof sourceWays)[number];
export const trustWords = ["full", "some", "little"] as const;

/** One value of a line as one source writes it: a torque, a part number, a length, a grade of oil. */
export const lineSource = z.strictObject({
  id: text(40),
  typed: text(120),
  how: word(sourceWays).default("document"),
  title: line.default(""),
  edition: line.default(""),
  page: line.default(""),
  date: dayOrMonth.nullable().default(null),
  trust: word(trustWords).default("some"),
  /** A picture of the page. */
  photo: photoFile.nullable().default(null),
});

/** What is known of a source about which nothing was said. */
export const unknownSource = /* @__PURE__ */ lineSource.omit({ id: true, typed: true }).parse({});
export type LineSource = z.output<typeof lineSource>;

/** Which way a tightened fastener is checked, where the document gives one. */
export const checkWays = ["none", "tighten", "loosen"] as const;

export const torqueFacts = z.strictObject({
  count: whole(1, 64).default(1),
  pattern: boltPattern.default("circle"),
  thread: line.default(""),
  grade: word([...fastenerGrades, ""]).default(""),
  lengthMm: num(0, 2000, "mm").nullable().default(null),
  finish: word([...fastenerFinishes, ""]).default(""),
  passes: list(z.strictObject({ name: text(40), pct: num(1, 100, "%").nullable().default(null) }), 1, 6).default([
    { name: "snug", pct: null },
    { name: "60 %", pct: 60 },
    { name: "100 %", pct: 100 },
  ]),
  loadNeeded: word(["any", "rideHeight"]).default("any"),
  reuse: word(["ask", "reuse", "replace"]).default("ask"),
  threadLocker: line.default(""),
  lubricant: line.default(""),
  twoPeople: z.boolean().default(false),
  check: word(checkWays).default("none"),
});

export const partFacts = z.strictObject({
  quantity: num(0, 1e5).default(1),
  price: num(0, 1e7).nullable().default(null),
  maker: line.default(""),
  /** Number of the part that took its place. */
  supersededBy: line.default(""),
  noLonger: z.boolean().default(false),
  /** What a kit holds, and what it leaves out though the work needs it. */
  contains: list(z.strictObject({ name: text(80), quantity: num(0, 1e5).default(1) }), 0, 60).default([]),
  lacks: list(text(80), 0, 30).default([]),
});

export const settingFacts = z.strictObject({ what: word(sheetSettings).default("other") });
export const fluidFacts = z.strictObject({ quantity: line.default("") });
export const intervalFacts = z.strictObject({
  km: num(0, 5e6, "km").nullable().default(null),
  months: whole(1, 600).nullable().default(null),
});

/** A joint of the slack chain as this kind of vehicle is built. */
const chainJoint = z.strictObject({
  name: text(60),
  at: word(jointPlaces),
  direction: word(["foreAft", "cross"]).default("foreAft"),
  newPlayMm: num(0, 50, "mm").nullable().default(null),
  part: line.default(""),
});

/** One kind of vehicle: what all of them have in common, until one of them is found to differ. */
export const sheet = z.strictObject({
  name: text(80),
  make: line.default(""),
  model: line.default(""),
  variant: line.default(""),
  builtFrom: dayOrMonth.nullable().default(null),
  builtTo: dayOrMonth.nullable().default(null),
  transmission: line.default(""),
  option: line.default(""),
  layout: word(["northSouth", "eastWest"]).default("northSouth"),
  shifterKind: word(shifterKinds).nullable().default(null),
  gearbox: gearboxSchema.nullable().default(null),
  lever: leverSchema.nullable().default(null),
  chain: list(chainJoint, 0, 40).nullable().default(null),
  powerUnit: powerUnit.nullable().default(null),
  driveTrain: driveTrain.nullable().default(null),
  notes: prose.default(""),
});

/**
 * One value of a sheet or of a vehicle. A vehicle's line either is its own, or overrides a line of its sheet and
 * says why.
 */
export const specLine = z.strictObject({
  sheetId: ulid.nullable().default(null),
  vehicleId: ulid.nullable().default(null),
  /** The line of the sheet that this vehicle's line replaces. */
  overrides: ulid.nullable().default(null),
  reason: line.default(""),
  kind: word(lineKinds),
  name: text(80),
  /** Where on the vehicle, in the sheet's own words: "Tail mount". */
  place: line.default(""),
  sources: list(lineSource, 0, 12).default([]),
  /** The source that was decided for, where they disagree, and why. */
  decided: text(40).nullable().default(null),
  decidedReason: line.default(""),
  builtFrom: dayOrMonth.nullable().default(null),
  builtTo: dayOrMonth.nullable().default(null),
  chassisFrom: line.default(""),
  chassisTo: line.default(""),
  option: line.default(""),
  /** What tells it from the other line of its name: "one pin". */
  feature: line.default(""),
  featurePhoto: photoFile.nullable().default(null),
  torque: torqueFacts.nullable().default(null),
  part: partFacts.nullable().default(null),
  setting: settingFacts.nullable().default(null),
  fluid: fluidFacts.nullable().default(null),
  interval: intervalFacts.nullable().default(null),
  note: line.default(""),
  position: num(0, 1e6).default(0),
});
