import { z } from "zod";
import { list, num, over, text, whole, word } from "../fields";
import { knowledgeChanges, likelihoodOf, shimShelf } from "../inputs";
import { ACCEPTS } from "../refusal";
import { day, line } from "./fields";

/** Somebody who works here. */
export const person = z.strictObject({ name: text(60), initials: text(4), role: line.default("") });

/** A torque tool of the shop. */
export const torqueTool = z.strictObject({
  id: text(40),
  name: text(60),
  serial: line.default(""),
  minNm: num(0, 10000, "N m").nullable().default(null),
  maxNm: over(0, 10000, "N m"),
  /** Greatest deviation of its certificate; without one the standard's limit for its size counts. */
  deviationPct: over(0, 30, "%").nullable().default(null),
  calibrated: day.nullable().default(null),
  everyMonths: whole(1, 120).default(12),
});
export type TorqueTool = z.output<typeof torqueTool>;

const hour = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: () => `${ACCEPTS}a time like 08:00` });

const playGrade = num(0, 50, "mm");

/** The shop's own settings. */
export const shop = z.strictObject({
  name: line.default(""),
  units: word(["metric", "inch"]).default("metric"),
  /** Jobs are numbered from here on: a book begun on paper goes on. */
  firstJobNumber: whole(1, 1e9).nullable().default(null),
  currency: line.default(""),
  /** What an hour of work costs, in its currency; null where nobody said. */
  hourPrice: num(0, 1e6).nullable().default(null),
  singleKeys: z.boolean().default(true),
  /** Instruments that are played by the program are offered beside real ones. */
  simulatedInstruments: z.boolean().default(false),
  /** Torque tools on the wall, with what is known of each. */
  tools: list(torqueTool, 0, 60).default([]),
  /** When the shop works: plans are drawn over these hours. 1 is Monday. */
  hours: z
    .strictObject({ from: hour, to: hour, days: list(whole(1, 7), 1, 7) })
    .nullable()
    .default(null),
  /** Head of what is printed: address and phone, as many lines as fit. */
  address: line.default(""),
  paper: word(["A4", "Letter"]).default("A4"),
  /** How often the program copies its book by itself, and how many copies stay. */
  backup: z
    .strictObject({ everyHours: whole(1, 8760), keep: whole(1, 500) })
    .nullable()
    .default(null),
  shims: shimShelf.nullable().default(null),
  knowledge: knowledgeChanges.nullable().default(null),
  /** What of the table was taken over from closed jobs: the figure before and the one learned. */
  learned: z
    .strictObject({
      faults: z.record(text(), z.strictObject({ before: over(0, 1e6), after: over(0, 1e6) })),
      cells: z.record(
        text(),
        z.record(text(), z.strictObject({ before: likelihoodOf.nullable(), after: num(0.001, 0.999) })),
      ),
    })
    .nullable()
    .default(null),
  grades: z
    .strictObject({ new: playGrade, slight: playGrade, worn: playGrade, gone: playGrade })
    .nullable()
    .default(null),
});
