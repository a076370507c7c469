import { z } from "zod";
import { list, num, over, text, whole, word } from "../fields";
import { day, dayOrMonth, line, moment, prose, ulid } from "./fields";
import { loadList } from "./load";
import { places } from "./places";
import { partWays, stepFacts, tick } from "./template";

/** A part the job needs. */
export const part = z.strictObject({
  jobId: ulid,
  name: text(80),
  number: line.default(""),
  maker: line.default(""),
  variant: line.default(""),
  builtFrom: dayOrMonth.nullable().default(null),
  builtTo: dayOrMonth.nullable().default(null),
  quantity: num(0, 1e5).default(1),
  price: num(0, 1e7).nullable().default(null),
  state: word(["needed", "ordered", "arrived", "fitted", "notSold"]).default("needed"),
  carriedOver: z.boolean().default(false),
  /** One of several that would do: considered, and in no total unless it is the one that is taken. */
  alternative: z.boolean().default(false),
  /** The line of the sheet or vehicle it was taken from. */
  lineId: ulid.nullable().default(null),
  chassisFrom: line.default(""),
  chassisTo: line.default(""),
  option: line.default(""),
  feature: line.default(""),
  /** The part it could stand in for, and how: repaired, alone, in a whole assembly, used, or for a time. */
  insteadOf: ulid.nullable().default(null),
  way: word(partWays).default("part"),
  /** Minutes that doing it this way adds. */
  addsMin: num(0, 10_000, "min").default(0),
  /** Day it is expected, and day a temporary repair is looked at again. */
  arrives: day.nullable().default(null),
  recheck: day.nullable().default(null),
  supplier: line.default(""),
  consumable: z.boolean().default(false),
  /** What a kit leaves out though the work needs it: asked for by name. */
  notInKit: z.boolean().default(false),
  note: line.default(""),
  position: num(0, 1e6).default(0),
});

/** A step of the work. */
export const step = z.strictObject({
  jobId: ulid,
  text: text(200),
  place: word(places).default("cabin"),
  /** People it takes. */
  hands: whole(1, 2).default(1),
  /** How long nothing can go on after it: a cure, penetrating oil, paint. */
  waitMin: num(0, 100_000, "min").default(0),
  /** Minutes it is expected to take; nobody has said where it is absent. */
  minutes: over(0, 1000, "min").nullable().default(null),
  /** Steps of the job that must be over before it. */
  needs: list(ulid, 0, 60).default([]),
  /** How the vehicle must be held. */
  load: loadList.default([]),
  facts: stepFacts.nullable().default(null),
  /** Template and step it came from: "cableBushes/console-off". */
  source: line.default(""),
  state: word(["open", "done", "skipped"]).default("open"),
  skippedReason: prose.default(""),
  startedAt: moment.nullable().default(null),
  doneAt: moment.nullable().default(null),
  /** Minutes that were worked on it. */
  workedMin: num(0, 100_000, "min").nullable().default(null),
  ticked: list(tick, 0, 80).default([]),
  position: num(0, 1e6).default(0),
});

/** What was found while in there. */
export const finding = z.strictObject({
  jobId: ulid,
  text: text(400),
  place: word(places).default("under"),
  state: word(["open", "dealtWith"]).default("open"),
  /** What it answers in Ask: the id of a symptom or of a test's result. */
  observation: text(80).nullable().default(null),
});
