import { z } from "zod";
import { num, text, whole, word } from "../fields";
import { dayOrMonth, line, ulid } from "./fields";

export const places = ["cabin", "engineBay", "under", "bench"] as const;

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
  state: word(["needed", "ordered", "arrived", "fitted"]).default("needed"),
  carriedOver: z.boolean().default(false),
  /** One of several that would do: considered, and in no total unless it is the one that is taken. */
  alternative: z.boolean().default(false),
  /** The line of the sheet or vehicle it was taken from. */
  lineId: ulid.nullable().default(null),
  chassisFrom: line.default(""),
  chassisTo: line.default(""),
  option: line.default(""),
  feature: line.default(""),
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
  state: word(["open", "done"]).default("open"),
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
