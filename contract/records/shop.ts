import { z } from "zod";
import { num, text, whole, word } from "../fields";
import { knowledgeChanges, shimShelf } from "../inputs";
import { line } from "./fields";

/** Somebody who works here. */
export const person = z.strictObject({ name: text(60), initials: text(4), role: line.default("") });

const playGrade = num(0, 50, "mm");

/** The shop's own settings. */
export const shop = z.strictObject({
  name: line.default(""),
  units: word(["metric", "inch"]).default("metric"),
  /** Jobs are numbered from here on: a book begun on paper goes on. */
  firstJobNumber: whole(1, 1e9).nullable().default(null),
  currency: line.default("crowns"),
  singleKeys: z.boolean().default(true),
  /** Instruments that are played by the program are offered beside real ones. */
  simulatedInstruments: z.boolean().default(false),
  shims: shimShelf.nullable().default(null),
  knowledge: knowledgeChanges.nullable().default(null),
  grades: z
    .strictObject({ new: playGrade, slight: playGrade, worn: playGrade, gone: playGrade })
    .nullable()
    .default(null),
});
