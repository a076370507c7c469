import { z } from "zod";
import { list, num, text, word } from "../fields";
import { leverSchema, notchLimits, point } from "../inputs";
import { line, originWords, ulid } from "./fields";

/** Settings of an adjustable lever: how far each lowers it in its clamp, from the geometry as it stands. */
const notches = z.strictObject({
  listMm: list(num(-200, 200, "mm"), 1, 60),
  rodAdjusted: z.boolean(),
  limits: notchLimits,
});
export type Notches = z.output<typeof notches>;

/** How a measure of a lever was taken: what it may be off follows. */
export const takenWords = ["calliper", "tape", "photo", "leaflet", "byEye"] as const;
export type TakenWord = (typeof takenWords)[number];

/** A lever on the bench: the old one or a candidate. */
export const setup = z.strictObject({
  jobId: ulid,
  role: word(["old", "candidate"]),
  name: text(60),
  lever: leverSchema,
  pivot: point(5000).default({ xMm: 0, zMm: 0 }),
  origin: word(originWords).default("measured"),
  /** How its points were measured; one that is not said follows where the figures come from. */
  taken: z
    .strictObject({
      knob: word(takenWords).optional(),
      pin: word(takenWords).optional(),
      far: word(takenWords).optional(),
    })
    .default({}),
  claimedReductionPct: num(-100, 100, "%").nullable().default(null),
  price: num(0, 1e7).nullable().default(null),
  source: line.default(""),
  /** Of a kit: who makes it, and its number. */
  maker: line.default(""),
  number: line.default(""),
  notches: notches.nullable().default(null),
  shown: z.boolean().default(true),
  position: num(0, 1e6).default(0),
});
